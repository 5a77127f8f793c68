// What players ask for of a film: its beginning, a piece in the middle, its end, and things that are not there.
import { partial, rangeOf } from "./range";

test.each([
  ["bytes=0-", { from: 0, to: 99 }],
  ["bytes=10-19", { from: 10, to: 19 }],
  ["bytes=90-500", { from: 90, to: 99 }],
  ["bytes=-5", { from: 95, to: 99 }],
  ["bytes=-500", { from: 0, to: 99 }],
  ["bytes=99-99", { from: 99, to: 99 }],
  ["bytes=100-", "beyond"],
  ["bytes=-0", "beyond"],
])("%s of a hundred bytes", (header, wanted) => expect(rangeOf(header, 100)).toEqual(wanted));

test.each([undefined, null, "", "bytes=", "bytes=-", "bytes=5-2", "bytes=0-1,5-6", "lines=0-5", "bytes=a-b"])(
  "%p is no range: the whole is answered",
  (header) => expect(rangeOf(header, 100)).toBeNull(),
);

test("an answer says which bytes it has, and how many there are", () => {
  const bytes = Buffer.from("0123456789");
  const middle = partial(bytes, "bytes=2-4");
  expect(middle).toMatchObject({ status: 206, headers: { "Content-Range": "bytes 2-4/10", "Content-Length": "3" } });
  expect(middle.body.toString()).toBe("234");
  expect(partial(bytes, "bytes=10-")).toMatchObject({ status: 416, headers: { "Content-Range": "bytes */10" } });
  expect(partial(bytes, undefined)).toMatchObject({ status: 200, headers: { "Accept-Ranges": "bytes" } });
  expect(partial(Buffer.alloc(0), "bytes=0-").status).toBe(416);
});
