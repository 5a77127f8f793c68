// What the process refuses before reading a request further, and what the site server makes of headers.
import type { IncomingMessage } from "node:http";
import { PassThrough } from "node:stream";
import { withoutSlashes } from "@/core/site/path";
import { readSettings } from "../settings";
import { encodingFor } from "./answers";
import { closeWith, noUpgrade, parserProblem, refusalOf } from "./refuse";

const request = (method: string, url: string, headers: Record<string, string> = {}) =>
  ({ method, url, rawHeaders: Object.entries(headers).flat() }) as unknown as IncomingMessage;

test("addresses and headers have a longest, and methods are those that somebody answers", () => {
  for (const method of ["GET", "HEAD", "POST", "PUT", "PATCH", "DELETE", "OPTIONS"])
    expect(refusalOf(request(method, "/"))).toBeNull();
  for (const method of ["TRACE", "CONNECT", "PROPFIND", "get", ""])
    expect(refusalOf(request(method, "/"))).toMatchObject({
      status: 405,
      headers: { allow: "GET, HEAD, POST, OPTIONS" },
    });
  expect(refusalOf(request("GET", "/".padEnd(2048, "a")))).toBeNull();
  expect(refusalOf(request("GET", "/".repeat(2049)))).toMatchObject({ status: 414, fields: [{ path: "request" }] });
  expect(refusalOf(request("GET", "/", { "X-Long": "x".repeat(8192) }))).toBeNull();
  expect(refusalOf(request("GET", "/", { "X-Fine": "x", "X-Long": "x".repeat(8193) }))).toMatchObject({
    status: 431,
    fields: [{ path: "X-Long" }],
  });
});

test("a connection without a response is told the same way, and closed", async () => {
  const settings = readSettings({ WEBITOR_SECRET: "x".repeat(24), WEBITOR_DATABASE_URL: "mysql://a@b/c" });
  const socket = new PassThrough();
  const parts: Buffer[] = [];
  socket.on("data", (part) => parts.push(part));
  const closed = new Promise((resolve) => socket.once("close", resolve));
  closeWith(settings, socket, noUpgrade());
  await closed;
  const [head = "", body = ""] = Buffer.concat(parts).toString().split("\r\n\r\n");
  expect(head.split("\r\n")[0]).toBe("HTTP/1.1 400 noUpgrade");
  expect(head).toMatch(/connection: close/);
  expect(head).toMatch(/Content-Security-Policy: default-src 'none'/);
  expect(head).toMatch(new RegExp(`content-length: ${Buffer.byteLength(body)}`));
  expect(JSON.parse(body)).toMatchObject({ status: 400, fields: [{ path: "Upgrade" }] });
  // Somebody who is gone already is not written to.
  closeWith(settings, socket, noUpgrade());
});

test.each([
  ["HPE_HEADER_OVERFLOW", 431],
  ["ERR_HTTP_REQUEST_TIMEOUT", 408],
  ["HPE_INVALID_METHOD", 400],
  [undefined, 400],
])("what the parser calls %s is %s", (code, status) => expect(parserProblem(code).status).toBe(status));

test.each([
  [undefined, "identity"],
  ["", "identity"],
  ["br", "br"],
  ["gzip, br", "br"],
  ["gzip;q=1.0, br;q=0", "gzip"],
  ["BR ; Q=0.5", "br"],
  ["gzip;q=0", "identity"],
  ["brotli, gzipped", "identity"],
  ["br;q=nonsense", "identity"],
  ["*", "identity"],
  ["deflate, gzip;q=0.1", "gzip"],
])("Accept-Encoding “%s” gets %s", (accept, encoding) => expect(encodingFor(accept)).toBe(encoding));

test("a header of nothing but spaces, commas or semicolons costs no more than its length", () => {
  for (const odd of [" ", ",", ";", "br ", "gzip;"]) expect(typeof encodingFor(odd.repeat(100_000))).toBe("string");
});

test("slashes at the end fall away, whatever their number", () => {
  expect(withoutSlashes("/visit/")).toBe("/visit");
  expect(withoutSlashes(`/visit${"/".repeat(100_000)}`)).toBe("/visit");
  expect(withoutSlashes("///")).toBe("");
  expect(withoutSlashes("/a//b")).toBe("/a//b");
});
