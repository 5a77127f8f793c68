// Hosts, headers and the life of the process: what a stranger gets, and what survives a kill.
import { createHash } from "node:crypto";
import { type IncomingHttpHeaders, request as rawRequest } from "node:http";
import { connect, type Socket } from "node:net";
import { brotliDecompressSync, gunzipSync } from "node:zlib";
import { expect } from "@playwright/test";
import { openPage, port, signIn } from "./studio";
import { test } from "./test";

interface Answer {
  readonly status: number;
  readonly headers: IncomingHttpHeaders;
  readonly body: Buffer;
}

/** A request as it is written, without a client that tidies its path. */
function ask(
  host: string,
  path: string,
  options: { method?: string; headers?: Record<string, string>; body?: string } = {},
): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const sent = rawRequest(
      {
        host: "127.0.0.1",
        port: Number(port),
        path,
        method: options.method ?? "GET",
        headers: { host, ...options.headers },
      },
      (response) => {
        const parts: Buffer[] = [];
        response.on("data", (part: Buffer) => parts.push(part));
        response.on("end", () =>
          resolve({ status: response.statusCode ?? 0, headers: response.headers, body: Buffer.concat(parts) }),
        );
      },
    );
    sent.on("error", reject);
    sent.end(options.body);
  });
}

const wrenfield = `wrenfield.localhost:${port}`;
const studio = `localhost:${port}`;

test("a released page: brotli, gzip, plain, HEAD, ETag and 304", async () => {
  const plain = await ask(wrenfield, "/");
  const brotli = await ask(wrenfield, "/", { headers: { "accept-encoding": "gzip, br" } });
  const gzip = await ask(wrenfield, "/", { headers: { "accept-encoding": "gzip, br;q=0" } });
  expect(brotli.headers["content-encoding"]).toBe("br");
  expect(brotliDecompressSync(brotli.body)).toEqual(plain.body);
  expect(gunzipSync(gzip.body)).toEqual(plain.body);
  expect(new Set([plain, brotli, gzip].map((answer) => answer.headers.etag)).size).toBe(3);
  const head = await ask(wrenfield, "/", { method: "HEAD" });
  expect([head.status, head.body.length, head.headers["content-length"]]).toEqual([
    200,
    0,
    plain.headers["content-length"],
  ]);
  const again = await ask(wrenfield, "/", { headers: { "if-none-match": plain.headers.etag ?? "" } });
  expect([again.status, again.body.length]).toEqual([304, 0]);
  // A browser takes the policy from this answer: another one would forbid the styles that stand in the page.
  for (const name of ["content-security-policy", "cache-control"])
    expect(again.headers[name]).toBe(plain.headers[name]);
});

test("assets are immutable, small files are there, a missing page is the site's own", async () => {
  const html = (await ask(wrenfield, "/")).body.toString();
  const font = /url\("(\/_a\/[^"]+\.woff2)"\)/.exec(html)?.[1] ?? "";
  expect((await ask(wrenfield, font)).headers["cache-control"]).toContain("immutable");
  expect((await ask(wrenfield, "/robots.txt")).body.toString()).toContain("Sitemap:");
  expect((await ask(wrenfield, "/sitemap.xml")).body.toString()).toContain("/kiln-hire</loc>");
  expect((await ask(wrenfield, "/favicon.svg")).headers["content-type"]).toBe("image/svg+xml");
  const missing = await ask(wrenfield, "/nothing");
  expect([missing.status, missing.body.toString().includes("This page is not here")]).toEqual([404, true]);
});

test("a page's style sheet stands in it, allowed by its hash alone: nothing else blocks its first paint", async () => {
  const page = await ask(wrenfield, "/");
  const html = page.body.toString();
  const style = /<style>([^<]+)<\/style>/.exec(html)?.[1] ?? "";
  const hash = createHash("sha256").update(style).digest("base64");
  expect(page.headers["content-security-policy"]).toContain(`style-src 'self' 'sha256-${hash}';`);
  expect(html).not.toMatch(/<link[^>]+rel="stylesheet"/);
  for (const script of html.match(/<script[^>]*>/g) ?? [])
    expect(script).toMatch(/type="(module|application\/(ld\+)?json)"/);
  const other = await ask(wrenfield, "/classes");
  expect(other.headers["content-security-policy"]).toMatch(/style-src 'self' 'sha256-[^']+';/);
  expect((await ask(wrenfield, "/robots.txt")).headers["content-security-policy"]).toContain("style-src 'self';");
});

test("the studio's scripts are packed, kept for a year, and carry its headers; a connection outlives a pause", async () => {
  const html = (await ask(studio, "/sign-in")).body.toString();
  const script = /src="(\/_next\/static\/[^"]+\.js)"/.exec(html)?.[1] ?? "";
  const { status, headers, body } = await ask(studio, script, { headers: { "accept-encoding": "br" } });
  expect([status, headers["content-encoding"], headers["cache-control"]]).toEqual([
    ...[200, "br", "public, max-age=31536000, immutable"],
  ]);
  expect(brotliDecompressSync(body).toString()).toContain("TURBOPACK");
  expect(headers["x-content-type-options"]).toBe("nosniff");
  expect((await ask(studio, "/healthz", { headers: { connection: "keep-alive" } })).headers["keep-alive"]).toBe(
    "timeout=65",
  );
});

test("headers are set on both kinds of hosts", async () => {
  for (const host of [wrenfield, studio]) {
    const { headers } = await ask(host, host === studio ? "/sign-in" : "/");
    expect(headers["x-content-type-options"]).toBe("nosniff");
    expect(headers["referrer-policy"]).toBe("strict-origin-when-cross-origin");
    expect(headers["content-security-policy"]).toContain("base-uri");
    expect(headers["x-powered-by"]).toBeUndefined();
  }
  const policy = (await ask(studio, "/sign-in")).headers["content-security-policy"] as string;
  expect(policy).toContain("frame-ancestors 'none'");
  expect(policy).toMatch(/script-src 'self' 'nonce-[^']+' 'strict-dynamic';/);
  expect((await ask(wrenfield, "/")).headers["content-security-policy"]).toContain("script-src 'self';");
});

for (const [name, host, path, statuses] of [
  ["dot segments", wrenfield, "/../../etc/passwd", [400]],
  ["encoded dot segments", wrenfield, "/%2e%2e/%2e%2e/etc/passwd", [400]],
  ["a broken escape", wrenfield, "/%zz", [400]],
  ["a NUL", wrenfield, "/a%00b", [400]],
  ["a backslash", wrenfield, "/..%5c..%5cx", [400]],
  ["the studio's calls on a site's host", wrenfield, "/api/do/sites.list", [404]],
  ["the studio's pages on a site's host", wrenfield, "/s/wrenfield/desk", [404]],
  ["Next's files on a site's host", wrenfield, "/_next/static/x.js", [404]],
  ["visitors' routes on the studio's host", studio, "/visitors/signups", [404]],
  ["the same, written with an escape", studio, "/%76isitors/signups", [404]],
  ["visitors' calls on the studio's host", studio, "/_w/v1/signups", [404]],
  ["a host that is nobody's", "evil.example", "/", [404]],
  ["a host that ends like ours", "evillocalhost", "/", [404]],
  ["a site that is not there", `nowhere.localhost:${port}`, "/", [404]],
  ["a host below a site", `a.b.wrenfield.localhost:${port}`, "/", [404]],
  ["a rehearsal without a token", `rehearse.wrenfield.localhost:${port}`, "/", [403]],
  ["a rehearsal with a made-up token", `rehearse.wrenfield.localhost:${port}`, "/eyJ9.abc/", [403]],
] as const)
  test(`${name}: nothing`, async () => {
    const answer = await ask(host, path);
    expect(statuses).toContain(answer.status);
    expect(answer.body.toString()).not.toContain("root:");
  });

test("every answer on every host carries the security headers and says what is wrong as problem+json", async () => {
  const long = "/".repeat(2100);
  const asked: [string, string, { method?: string; headers?: Record<string, string> }, number][] = [
    [wrenfield, "/_w/v1/nothing", {}, 404],
    [wrenfield, "/_w/v1/signups", {}, 405],
    [wrenfield, "/_w/v1/signups", { method: "DELETE" }, 405],
    [wrenfield, "/_w/v1/signups", { method: "TRACE" }, 405],
    [wrenfield, "/_w/v1/signups/", { method: "POST" }, 404],
    [wrenfield, "/_w/v1/openapi.json", { headers: { origin: "null" } }, 200],
    [wrenfield, "/_w/v1/signups", { method: "POST", headers: { origin: "null" } }, 403],
    [wrenfield, long, {}, 414],
    [wrenfield, "/", { headers: { "x-long": "x".repeat(9000) } }, 431],
    [wrenfield, "/", { headers: { "accept-encoding": `gzip;${" ".repeat(8000)}q=1` } }, 200],
    [wrenfield, "/", { headers: { "x-longer": "x".repeat(17_000) } }, 431],
    [wrenfield, "/", { method: "PROPFIND" }, 405],
    [wrenfield, "/", { headers: { connection: "upgrade", upgrade: "websocket" } }, 400],
    [studio, "/", { headers: { connection: "upgrade", upgrade: "h2c" } }, 400],
    [studio, "/", { method: "TRACE" }, 405],
    [studio, "/_next/image?url=%2Fx&w=64&q=75", {}, 404],
    [studio, "/healthz", {}, 200],
    [studio, "/api/do/nothing", { method: "POST", headers: { origin: "null" } }, 403],
    [studio, "/api/do/nothing", { method: "POST", headers: { "content-type": "application/json" } }, 404],
    [studio, "/api/do/sites.list", {}, 405],
    ["evil.example", "/", {}, 404],
    [`nowhere.localhost:${port}`, "/", {}, 404],
  ];
  for (const [host, path, options, status] of asked) {
    const what = `${options.method ?? "GET"} ${host}${path.slice(0, 40)}`;
    const answer = await ask(host, path, options);
    expect([what, answer.status]).toEqual([what, status]);
    expect([what, answer.headers["x-content-type-options"]]).toEqual([what, "nosniff"]);
    expect([what, answer.headers["content-security-policy"] ?? ""]).toEqual([
      what,
      expect.stringContaining("frame-ancestors"),
    ]);
    if (status === 405) expect([what, answer.headers.allow]).toEqual([what, expect.stringContaining("OPTIONS")]);
    // The site server's own pages and words are for people; everything else is for programs.
    if (status >= 400 && !(path === "/" && status === 404 && host.startsWith("nowhere"))) {
      expect([what, answer.headers["content-type"]]).toEqual([what, "application/problem+json"]);
      const { fields } = JSON.parse(answer.body.toString()) as { fields: { path: string; message: string }[] };
      expect(fields[0]).toEqual({ path: expect.stringMatching(/./), message: expect.stringMatching(/\.$/) });
    }
  }
});

test("a visitor's call can't say which site it is on, nor reach past what is meant for visitors", async () => {
  const headers = { "content-type": "application/json", "x-webitor-site": "oddlane" };
  const body = JSON.stringify({
    widget: "winter",
    page: "/",
    language: "en",
    fields: { email: "a@b.example" },
    elapsedMs: 5000,
  });
  expect((await ask(wrenfield, "/_w/v1/signups", { method: "POST", headers, body })).status).toBe(404);
  expect((await ask(wrenfield, "/_w/v1/../../api/do/sites.list", { method: "POST", headers, body: "{}" })).status).toBe(
    400,
  );
});

test("bodies that are too large, no JSON, or from another site are refused", async () => {
  const post = (headers: Record<string, string>, body: string) =>
    ask(wrenfield, "/_w/v1/signups", { method: "POST", headers, body });
  const json = { "content-type": "application/json" };
  expect((await post(json, "x".repeat(70_000))).status).toBe(413);
  expect((await post(json, "{")).status).toBe(400);
  expect((await post({ "content-type": "text/plain" }, "{}")).status).toBe(415);
  const other = await post({ ...json, origin: "https://evil.example" }, "{}");
  expect([other.status, other.headers["content-type"]]).toEqual([403, "application/problem+json"]);
  expect(
    (
      await ask(studio, "/api/do/account.signIn", {
        method: "POST",
        headers: { ...json, origin: "https://evil.example" },
        body: "{}",
      })
    ).status,
  ).toBe(403);
});

test("the session cookie is for the studio's host alone", async ({ page, context }) => {
  await signIn(page);
  const cookie = (await context.cookies()).find((one) => one.name === "webitor_session");
  expect(cookie).toMatchObject({ domain: "localhost", httpOnly: true, sameSite: "Lax" });
});

test("a file name that is no percent-encoding is refused at its header", async ({ page }) => {
  await signIn(page);
  const answer = await page.request.post("/api/sites/wrenfield/media", {
    headers: { "x-file-name": "%", "content-type": "application/octet-stream" },
    data: Buffer.from("x"),
  });
  expect([answer.status(), answer.headers()["content-type"]]).toEqual([400, "application/problem+json"]);
  expect((await answer.json()).fields[0].path).toBe("X-File-Name");
});

test("half-closed connections, left by upgrades, do not keep the process from ending", { tag: "@long" }, async () => {
  const sockets = await Promise.all(
    [wrenfield, studio, wrenfield].map(
      (host) =>
        new Promise<Socket>((resolve) => {
          const socket = connect({ port: Number(port), host: "127.0.0.1", allowHalfOpen: true }, () => {
            socket.write(`GET / HTTP/1.1\r\nHost: ${host}\r\nConnection: Upgrade\r\nUpgrade: websocket\r\n\r\n`);
            // Nothing more is said on this side, and the other one's end is not answered.
            socket.end();
            resolve(socket);
          });
          socket.on("error", () => {});
        }),
    ),
  );
  // One more that began a request and never goes on.
  const stuck = connect({ port: Number(port), host: "127.0.0.1" }, () => stuck.write("POST / HTTP/1.1\r\nHost: "));
  stuck.on("error", () => {});
  await new Promise((resolve) => stuck.once("connect", resolve));
  // Asks the process to end, waits until it has, and starts another.
  expect((await fetch(`http://127.0.0.1:${process.env.WEBITOR_CONTROL_PORT}/restart`)).status).toBe(200);
  for (const socket of [...sockets, stuck]) socket.destroy();
  expect((await ask(studio, "/healthz")).status).toBe(200);
});

test("a process killed during a publish leaves the old release whole, and the job is resumed", {
  tag: "@long",
}, async ({ page, request }) => {
  const control = (command: string) =>
    request.post(`http://127.0.0.1:${process.env.WEBITOR_CONTROL_PORT}/${command}`, { timeout: 0 });
  await signIn(page);
  await openPage(page, "wrenfield");
  const before = (await ask(wrenfield, "/")).body.toString();
  // Every page changes with the brand, so that there is something to do.
  const operation = async (name: string, data: object) => {
    const answer = await page.request.post(`/api/do/${name}`, { data });
    return (await answer.json()) as { revision: number; brand: object; job: string; state: string };
  };
  const site = await operation("sites.frame", { site: "wrenfield" });
  await operation("brand.save", {
    site: "wrenfield",
    revision: site.revision,
    brand: { ...site.brand, space: 1.05 },
  });
  const { job } = await operation("publish.start", { site: "wrenfield" });
  await control("kill");
  await control("start");
  const during = await ask(wrenfield, "/");
  expect(during.status).toBe(200);
  const css = /\/_a\/[^"]+\.css/.exec(during.body.toString())?.[0] ?? "";
  expect((await ask(wrenfield, css)).status).toBe(200);
  await expect.poll(async () => (await operation("jobs.read", { site: "wrenfield", job })).state).toBe("done");
  await expect.poll(async () => (await ask(wrenfield, "/")).body.toString() === before).toBe(false);
  for (const path of ["/", "/classes", "/visit", "/privacy"]) {
    const html = (await ask(wrenfield, path)).body.toString();
    for (const [, asset] of html.matchAll(/(?:src|href)="(\/_a\/[^"]+)"/g))
      expect((await ask(wrenfield, asset as string)).status).toBe(200);
  }
});
