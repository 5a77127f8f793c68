// The line that begins a screen's first calls, run as a browser would.
import vm from "node:vm";
import { jest } from "@jest/globals";
import { type EarlyCall, earlyScript, takeEarly } from "./early";

const calls: readonly EarlyCall[] = [
  ["sites.frame", { site: "wrenfield" }],
  ["pages.open", { site: "wrenfield", page: "p1" }],
];

/** Runs the line; answers what was fetched. */
function run(script: string, fetch: (path: string, init: RequestInit) => Promise<Response>) {
  const begun = {};
  vm.runInNewContext(script, { window: { webitorBegun: begun }, fetch });
  Object.assign(globalThis, { webitorBegun: begun });
}

/** Ms since the document began. */
let now = 0;
beforeEach(() => {
  now = 100;
  jest.spyOn(performance, "now").mockImplementation(() => now);
});
afterEach(() => jest.restoreAllMocks());
afterEach(() => Reflect.deleteProperty(globalThis, "webitorBegun"));

test("each call is begun once, and its answer is taken over once", async () => {
  const fetched: string[] = [];
  run(earlyScript(calls), async (path, { body }) => {
    fetched.push(`${path} ${body}`);
    return new Response("{}");
  });
  expect(fetched).toEqual([
    '/api/do/sites.frame {"site":"wrenfield"}',
    '/api/do/pages.open {"site":"wrenfield","page":"p1"}',
  ]);
  expect((await takeEarly("pages.open", { site: "wrenfield", page: "p1" }))?.status).toBe(200);
  expect(takeEarly("pages.open", { site: "wrenfield", page: "p1" })).toBeUndefined();
  expect(takeEarly("pages.open", { site: "wrenfield", page: "p2" })).toBeUndefined();
});

test("an answer that nobody took while the screen opened is not taken later", () => {
  run(earlyScript(calls), async () => new Response("{}"));
  now = 60_000;
  expect(takeEarly("pages.open", { site: "wrenfield", page: "p1" })).toBeUndefined();
  now = 200;
  expect(takeEarly("pages.open", { site: "wrenfield", page: "p1" })).toBeUndefined();
});

test("what fails is told to whoever takes it over, and to nobody else", async () => {
  run(earlyScript(calls), async () => {
    throw new Error("offline");
  });
  await expect(takeEarly("sites.frame", { site: "wrenfield" })).rejects.toThrow("offline");
});

test("nothing in an address ends the element", () =>
  expect(earlyScript([["sites.frame", { site: "</script><script>alert(1)" }]])).not.toContain("<"));

test("without the line everything is asked as always", () =>
  expect(takeEarly("sites.frame", { site: "wrenfield" })).toBeUndefined());
