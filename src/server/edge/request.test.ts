// Reading requests: bodies up to a size, types and texts as they are, and who says it comes from where.
import { Problem } from "../problem";
import {
  checkOrigin,
  decodedHeader,
  isOwnOrigin,
  jsonOf,
  largestForm,
  mediaType,
  readBody,
  readJson,
  textOf,
} from "./request";

const post = (body: BodyInit | null, headers: Record<string, string> = {}) =>
  new Request("http://studio.example/x", { method: "POST", body, headers, duplex: "half" } as RequestInit);
const refusal = async (work: () => unknown): Promise<Problem> => {
  try {
    await work();
  } catch (error) {
    if (error instanceof Problem) return error;
    throw error;
  }
  throw new Error("This was not refused");
};

/** A body that comes in parts, and counts how many were asked for. */
function inParts(parts: number, bytes: number, end?: "breaks") {
  let asked = 0;
  const stream = new ReadableStream<Uint8Array>({
    pull(controller) {
      asked += 1;
      if (asked <= parts) controller.enqueue(new Uint8Array(bytes));
      else if (end === "breaks") controller.error(new Error("aborted"));
      else controller.close();
    },
  });
  return { stream, asked: () => asked };
}

test("a body is read whole, in as many parts as it comes", async () => {
  expect(await readBody(post(inParts(5, 100).stream), 500)).toHaveLength(500);
  expect(await readBody(post(null), 10)).toHaveLength(0);
});

test("a body beyond the size is refused as soon as that is seen, whatever its header says", async () => {
  const endless = inParts(1_000_000, 10_000);
  const refused = await refusal(() => readBody(post(endless.stream), largestForm));
  expect(refused).toMatchObject({ status: 413, fields: [{ path: "body", message: expect.stringMatching(/64 kB/) }] });
  expect(endless.asked()).toBeLessThan(15);
  expect((await refusal(() => readBody(post("x".repeat(2 << 20)), 1 << 20))).title).toMatch(/1 MB/);
});

test("a body that breaks off is the caller's fault, not ours", async () => {
  expect(await refusal(() => readBody(post(inParts(2, 10, "breaks").stream), 100))).toMatchObject({
    status: 400,
    code: "brokenOff",
  });
});

test("JSON is read whatever the case of its type, and nothing else is", async () => {
  const json = (type: string, body = '{"a":1}') => readJson(post(body, { "content-type": type }), 100);
  for (const type of ["application/json", "Application/JSON", "application/json; charset=utf-8", " application/json;"])
    expect(await json(type)).toEqual({ a: 1 });
  for (const type of ["text/plain", "application/jsonp", "application/json2", ""])
    expect((await refusal(() => json(type))).status).toBe(415);
  expect(await refusal(() => json("application/json", "{"))).toMatchObject({ status: 400, code: "notJson" });
  expect(mediaType(null)).toBe("");
  expect(mediaType(`application/json;${" ".repeat(100_000)}x`)).toBe("application/json");
});

test("what is no UTF-8 or no JSON is said to be none", async () => {
  expect(textOf(new TextEncoder().encode("窯"))).toBe("窯");
  expect((await refusal(() => textOf(Uint8Array.from([0xc3, 0x28])))).code).toBe("notText");
  expect((await refusal(() => jsonOf("{'a':1}"))).code).toBe("notJson");
});

test.each([
  ["http://studio.example", "studio.example", true],
  ["https://studio.example:8443", "studio.example:8443", true],
  ["http://studio.example", "studio.example:80", false],
  ["http://studio.example.evil.example", "studio.example", false],
  ["null", "studio.example", false],
  ["", "studio.example", false],
  ["nonsense", "studio.example", false],
  ["http://studio.example", null, false],
])("the origin %s of a call to %s is its own: %s", (origin, host, own) => expect(isOwnOrigin(origin, host)).toBe(own));

test("a changing request from another site's page is refused, also where it hides from where", async () => {
  const from = (headers: Record<string, string>) => () =>
    checkOrigin(post("x", { host: "studio.example", ...headers }));
  const hiding: Record<string, string>[] = [
    { origin: "null" },
    { origin: "https://evil.example" },
    { "sec-fetch-site": "cross-site" },
  ];
  for (const headers of hiding)
    expect(await refusal(from(headers))).toMatchObject({
      status: 403,
      fields: [{ path: "Origin" }],
    });
  expect(from({ origin: "http://studio.example" })).not.toThrow();
  // Programs that are no browser say nothing.
  expect(from({})).not.toThrow();
});

test("a header is decoded, or refused by its name", async () => {
  expect(decodedHeader("X-File-Name", "k%C3%B6nig.jpg")).toBe("könig.jpg");
  for (const value of ["%", "%zz", "%F0%9F"])
    expect(await refusal(() => decodedHeader("X-File-Name", value))).toMatchObject({
      status: 400,
      fields: [{ path: "X-File-Name" }],
    });
});
