// Zips made part by part are zips, the same each time, and hold one file at a time.
import { unzipSync } from "fflate";
import { wholeOf, type ZipEntry, zipped } from "./zip";

async function* files(count: number, seen: (open: number) => void = () => {}): AsyncGenerator<ZipEntry> {
  for (let nth = 0; nth < count; nth++) {
    seen(nth);
    yield { name: `media/${nth}.jpg`, bytes: new Uint8Array(50_000).fill(nth), deflate: nth % 2 === 0 };
  }
}

test("what went in comes out, also nothing at all", async () => {
  const out = unzipSync(await wholeOf(zipped(files(7), 7)));
  expect(Object.keys(out)).toHaveLength(7);
  for (let nth = 0; nth < 7; nth++) expect(out[`media/${nth}.jpg`]).toEqual(new Uint8Array(50_000).fill(nth));
  expect(unzipSync(await wholeOf(zipped(files(0), 0)))).toEqual({});
});

test("a file that comes piece by piece is the same file", async () => {
  async function* pieces(): AsyncGenerator<ZipEntry> {
    yield { name: "site.json", bytes: [1, 2, 3].map((nth) => new Uint8Array(70_000).fill(nth)), deflate: true };
    yield { name: "empty.json", bytes: [], deflate: true };
  }
  const out = unzipSync(await wholeOf(zipped(pieces(), 2)));
  expect(
    Buffer.from(out["site.json"] ?? []).equals(Buffer.concat([1, 2, 3].map((nth) => Buffer.alloc(70_000, nth)))),
  ).toBe(true);
  expect(out["empty.json"]).toEqual(new Uint8Array());
});

test("equal files give equal bytes, whenever they are zipped", async () => {
  expect(await wholeOf(zipped(files(5), 5))).toEqual(await wholeOf(zipped(files(5), 5)));
});

test("the next file is only read when the one before has been sent", async () => {
  let read = -1;
  const parts = zipped(
    files(50, (nth) => {
      read = nth;
    }),
    50,
  );
  expect((await parts.next()).value).toMatchObject({ percent: 2 });
  expect(read).toBe(0);
  await parts.return(undefined);
  expect(read).toBe(0);
});
