// The stream of a studio tab through its route: who may listen, what is heard, and when it ends.
import { and, eq } from "drizzle-orm";
import { GET } from "@/app/api/events/route";
import { members } from "@/data/account/tables";
import { presences } from "@/data/page/tables";
import { beginSession } from "../account/session";
import type { Context } from "../context";
import { type Person, type TestStudio, testStudio } from "../testing/studio.test-kit";

let studio: TestStudio;
const tokens = new Map<Person, string>();
const opened: AbortController[] = [];
beforeAll(async () => {
  studio = await testStudio();
  (globalThis as { webitorContext?: Context }).webitorContext = studio.context;
  for (const person of ["owner", "designer", "editor", "stranger"] as const)
    tokens.set(person, await beginSession(studio.context, person, { address: "192.0.2.1", agent: "A test" }));
});
afterEach(() => {
  for (const one of opened.splice(0)) one.abort();
});
afterAll(() => studio.close());

async function listen(person: Person, query = "?site=wrenfield&tab=tabOne") {
  const leaving = new AbortController();
  opened.push(leaving);
  const token = tokens.get(person);
  const response = await GET(
    new Request(`http://localhost:4499/api/events${query}`, {
      headers: { host: "localhost:4499", ...(token ? { cookie: `webitor_session=${token}` } : {}) },
      signal: leaving.signal,
    }),
  );
  const reader = response.ok ? (response.body as ReadableStream<Uint8Array>).getReader() : null;
  let text = "";
  return {
    response,
    leaving,
    /** Reads until the words have come; answers all of the stream so far. */
    async until(words: string): Promise<string> {
      while (!text.includes(words)) {
        const { done, value } = (await reader?.read()) ?? { done: true, value: undefined };
        if (done) return `${text}[ended]`;
        text += new TextDecoder().decode(value);
      }
      return text;
    },
    async ended(): Promise<boolean> {
      for (;;) if ((await reader?.read())?.done) return true;
    },
  };
}

test("strangers and the signed out hear nothing, whichever way they ask", async () => {
  expect((await listen("nobody")).response.status).toBe(401);
  expect((await listen("stranger")).response.status).toBe(404);
  expect((await listen("owner", "?site=no-such-site")).response.status).toBe(404);
  expect((await listen("owner", "?site=")).response.status).toBe(404);
  const { until, response, leaving } = await listen("stranger", "");
  expect(response.headers.get("content-type")).toBe("text/event-stream");
  await until("event: missed");
  await studio.as("designer", "pages.add", { site: "wrenfield", title: "Tours", slug: "tours" });
  const own = await listen("editor", "");
  await own.until("event: missed");
  await studio.as("designer", "pages.add", { site: "wrenfield", title: "Trips", slug: "trips" });
  expect(await own.until("event: changed")).toContain('"tab":""');
  // Had the stranger been told, it would have been by now: all streams are fed in one go.
  leaving.abort();
  expect(await until("wrenfield")).toMatch(/^retry: 1000\n\nevent: missed\ndata: \{\}\n\n\[ended\]$/);
});

test("a tab hears of another's edits, of who is at its page, and of a release", async () => {
  const { until } = await listen("editor");
  expect(await until("event: missed")).toContain("retry: 1000");
  await studio.as("designer", "pages.follow", { site: "wrenfield", page: "visit", known: [], tab: "far", node: null });
  expect(await until("event: here")).toContain('"page":"visit"');
  const { documents } = (await studio.as("designer", "pages.open", { site: "wrenfield", page: "visit" })) as {
    documents: { id: string; revision: number; body: { children: { id: string }[] } }[];
  };
  const page = documents.find(({ id }) => id === "visit");
  const [block] = page?.body.children ?? [];
  await studio.as("designer", "pages.edit", {
    site: "wrenfield",
    document: "visit",
    batch: "heard",
    base: page?.revision ?? 0,
    edits: [{ type: "remove", node: block?.id ?? "" }],
  });
  expect(await until("event: edits")).toContain(`"document":"visit","revision":${(page?.revision ?? 0) + 1}`);
  await studio.as("designer", "publish.start", { site: "wrenfield", leaveOut: [] });
  await studio.work();
  expect(await until("event: live")).toContain('"key":"wrenfield"');
  // The end of the job stands in the same transaction as what it made live.
  expect(await until('"state":"done"')).toMatch(/event: job\ndata: .*"kind":"publish".*"state":"done"/);
});

test("an edit that is refused is told to nobody", async () => {
  const { until } = await listen("editor");
  await until("event: missed");
  const bad = { site: "wrenfield", document: "home", batch: "bad", base: 0, edits: [{ type: "remove", node: "nope" }] };
  await expect(studio.as("designer", "pages.edit", bad as never)).rejects.toThrow();
  await studio.as("designer", "pages.add", { site: "wrenfield", title: "Later", slug: "later" });
  expect(await until("event: changed")).not.toContain("event: edits");
});

test("whoever may not listen any more is cut off at the next beat; a tab's place fades when it goes", async () => {
  const db = studio.context.db;
  const { until, ended, leaving } = await listen("designer");
  await until("event: missed");
  const here = { site: "wrenfield", page: "visit", known: [], tab: "tabOne", node: null };
  await studio.as("designer", "pages.follow", here);
  leaving.abort();
  const other = await listen("designer");
  await other.until("event: missed");
  const mine = and(eq(members.studioId, studio.studioId), eq(members.userId, "designer"));
  await db.update(members).set({ sites: "chosen" }).where(mine);
  expect(await other.ended()).toBe(true);
  expect(await ended()).toBe(true);
  await db.update(members).set({ sites: "all" }).where(mine);
  // A third tab's beat finds nobody left there, and says so.
  await db.update(presences).set({ seenAt: new Date(0) });
  const third = await listen("owner", "?site=wrenfield&tab=tabThree");
  expect(await third.until("event: here")).toContain('"page":"visit"');
  expect(await db.select().from(presences)).toEqual([]);
});

test("one account opens forty streams, and no more", async () => {
  for (let nth = 0; nth < 40; nth++) expect((await listen("owner")).response.status).toBe(200);
  const { response } = await listen("owner");
  expect([response.status, response.headers.get("content-type")]).toEqual([429, "application/problem+json"]);
  expect((await listen("editor")).response.status).toBe(200);
  for (const one of opened.splice(0)) one.abort();
  expect((await listen("owner")).response.status).toBe(200);
});
