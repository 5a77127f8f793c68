import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { request as ask, createServer, get, type IncomingMessage, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { buffer } from "node:stream/consumers";
import { brotliCompressSync, brotliDecompressSync, gunzipSync } from "node:zlib";
import { createStaticServer } from "./static";

const script = "export const words = 'said again and again';\n".repeat(400);
let folder: string;
let server: Server;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "webitor-static-"));
  mkdirSync(join(folder, "chunks"));
  writeFileSync(join(folder, "chunks/one.js"), script);
  writeFileSync(join(folder, "one.css"), "a{color:red}");
  writeFileSync(join(folder, "letter.woff2"), "letters");
  const serve = createStaticServer(folder, "/_next/static/");
  server = createServer((request, response) => {
    response.setHeader("X-Frame-Options", "DENY");
    serve(request, response, request.url ?? "").then(
      (served) => served || response.writeHead(404).end("not ours"),
      () => response.writeHead(500).end(),
    );
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
});
afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true });
});

const options = (path: string, encoding?: string) => ({
  port: (server.address() as AddressInfo).port,
  path,
  headers: encoding ? { "accept-encoding": encoding } : {},
});
const answerTo = (path: string, encoding?: string, method = "GET") =>
  new Promise<{ answer: IncomingMessage; body: Buffer }>((resolve, reject) => {
    const asked = method === "GET" ? get(options(path, encoding)) : ask({ ...options(path, encoding), method }).end();
    asked.on("error", reject);
    asked.on("response", (answer) => buffer(answer).then((body) => resolve({ answer, body }), reject));
  });

test.each([
  ["br, gzip", "br", brotliDecompressSync],
  ["gzip", "gzip", gunzipSync],
  ["nothing packed", undefined, (bytes: Buffer) => bytes],
])("what takes %s gets %s, for a year", async (taken, given, unpacked) => {
  for (const path of ["/_next/static/chunks/one.js", "/_next/static/chunks/one.js"]) {
    const { answer, body } = await answerTo(path, taken);
    expect([answer.statusCode, answer.headers["content-encoding"]]).toEqual([200, given]);
    expect(unpacked(body).toString()).toBe(script);
    expect(answer.headers).toMatchObject({
      "content-type": "application/javascript; charset=UTF-8",
      "cache-control": "public, max-age=31536000, immutable",
      vary: "Accept-Encoding",
      // What was set before stays.
      "x-frame-options": "DENY",
    });
  }
});

test("what the build has packed is sent as it is", async () => {
  const smaller = brotliCompressSync("as the build packed it");
  writeFileSync(join(folder, "one.css.br"), smaller);
  const { answer, body } = await answerTo("/_next/static/one.css", "br");
  expect([answer.headers["content-encoding"], body]).toEqual(["br", smaller]);
  expect((await answerTo("/_next/static/one.css.br", "br")).body.toString()).toBe("not ours");
});

test("a HEAD has the same length and no body", async () => {
  const [got, head] = [
    await answerTo("/_next/static/one.css"),
    await answerTo("/_next/static/one.css", undefined, "HEAD"),
  ];
  expect(head.answer.headers["content-length"]).toBe(got.answer.headers["content-length"]);
  expect(head.body).toHaveLength(0);
});

test.each([
  "/_next/static/none.js",
  "/_next/static/letter.woff2",
  "/_next/static/../static/one.css",
  "/_next/static/chunks%2fone.js",
  "/_next/static/",
  "/one.css",
])("%s is somebody else's", async (path) => {
  expect((await answerTo(path)).body.toString()).toBe("not ours");
});

test("a POST is somebody else's, and a file that is gone is an error", async () => {
  expect((await answerTo("/_next/static/one.css", undefined, "POST")).answer.statusCode).toBe(404);
  writeFileSync(join(folder, "late.js"), "late");
  const late = createStaticServer(folder, "/");
  rmSync(join(folder, "late.js"));
  const request = { method: "GET", headers: {} } as IncomingMessage;
  await expect(late(request, {} as never, "/late.js")).rejects.toThrow("ENOENT");
});
