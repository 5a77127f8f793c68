// The database goes away and comes back: released pages that are in memory go on, with word that they may be old; others say when to
// come again.
import { createServer, get, type Server } from "node:http";
import { type AddressInfo, createServer as createNet, type Socket } from "node:net";
import { connect } from "@/data/connection";
import { type Leaving, leaving } from "../testing/database-gone.test-kit";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { databaseWatch, reportWhenGone } from "./database-gone";
import { sendProblem } from "./refuse";
import { createSiteServer } from "./site-server";

let studio: TestStudio;
let server: Server;
let database: Leaving;

beforeAll(async () => {
  studio = await testStudio("released");
  database = leaving(studio.context);
  const { context } = database;
  const serve = createSiteServer(context);
  server = createServer((request, response) => {
    serve(request, response, "wrenfield").catch((error: unknown) => sendProblem(context.settings, response, error));
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
});
afterAll(async () => {
  server.close();
  await database.end();
  await studio.close();
});

/** Asks for a page, as if what is known of the live release were of a while ago. */
function ask(
  path: string,
  sent: Record<string, string> = {},
): Promise<{ status: number; headers: Record<string, unknown>; body: string }> {
  for (const changed of studio.context.listeners.live) changed("wrenfield");
  const { port } = server.address() as AddressInfo;
  return new Promise((resolve, reject) => {
    get({ host: "127.0.0.1", port, path, headers: sent, agent: false }, async (response) => {
      let body = "";
      for await (const part of response) body += part;
      resolve({ status: response.statusCode ?? 0, headers: response.headers, body });
    }).on("error", reject);
  });
}

test("what is in memory is answered as before, and says so; what is not, says when to come again; back, all is as it was", async () => {
  const before = await ask("/");
  expect([before.status, before.headers["cache-status"]]).toEqual([200, undefined]);
  database.gone = true;
  const stale = await ask("/");
  expect([stale.status, stale.headers["cache-status"]]).toEqual([200, "webitor; hit; detail=database-away"]);
  // All of it but the hole for the count of one's basket.
  expect(stale.body === before.body.replace(/<!--shop [^>]*-->/g, "")).toBe(true);
  expect(stale.headers["content-security-policy"]).toBe(before.headers["content-security-policy"]);
  const other = await ask("/classes");
  expect([other.status, other.headers["retry-after"]]).toEqual([503, "2"]);
  expect(JSON.parse(other.body)).toMatchObject({ code: "databaseAway", fields: [{ path: "request" }] });
  // To somebody who went there, as a page in their language, with the same headers.
  const shown = await ask("/classes", { "sec-fetch-mode": "navigate", "accept-language": "de-AT,de;q=0.9" });
  expect([shown.status, shown.headers["retry-after"]]).toEqual([503, "2"]);
  expect(shown.headers["content-type"]).toBe("text/html; charset=utf-8");
  expect(shown.headers["content-security-policy"]).toMatch(/^default-src 'none'; style-src 'sha256-/);
  expect(shown.body).toContain("Einen Moment, bitte");
  expect(shown.body).toContain('<a href="">');
  database.gone = false;
  const after = await ask("/");
  expect([after.status, after.headers["cache-status"], after.body === before.body]).toEqual([200, undefined, true]);
  expect((await ask("/classes")).status).toBe(200);
});

test("who waits for a database that says nothing is told; as long as it is there, an answer may take its time", async () => {
  const { settings, log } = studio.context;
  const taken: Socket[] = [];
  const mute = createNet((socket) => taken.push(socket));
  await new Promise<void>((resolve) => mute.listen(0, "127.0.0.1", resolve));
  const dumb = connect(`mysql://a:b@127.0.0.1:${(mute.address() as AddressInfo).port}/none`, 1, 40);
  let looked = 0;
  let answer = () => {};
  const there = databaseWatch(studio.context.vital, log);
  const isThere = {
    "/there": () => there().finally(() => ++looked === 3 && answer()),
    "/mute": databaseWatch(dumb.db, log),
  };
  const slow = createServer((request, response) => {
    reportWhenGone(settings, request, response, isThere[request.url as keyof typeof isThere], 5);
    if (request.url === "/there") answer = () => response.end("at last");
  });
  await new Promise<void>((resolve) => slow.listen(0, "127.0.0.1", resolve));
  const asked = (path: string) => fetch(`http://127.0.0.1:${(slow.address() as AddressInfo).port}${path}`);
  const [told, waited] = await Promise.all([asked("/mute"), asked("/there")]);
  expect([told.status, told.headers.get("retry-after")]).toEqual([503, "2"]);
  expect(await told.json()).toMatchObject({ code: "databaseAway" });
  expect([waited.status, await waited.text()]).toEqual([200, "at last"]);
  slow.close();
  mute.close();
  for (const socket of taken) socket.destroy();
  // It complains of the connection that never began.
  await dumb.pool.end().catch(() => {});
});
