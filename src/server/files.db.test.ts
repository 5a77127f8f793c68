// Files of the studio that have routes of their own: who may have each, and what is noted of it.
import { eq } from "drizzle-orm";
import { mayAs, type Right, rights } from "@/core/account/rights";
import { securityEvents } from "@/data/account/tables";
import { publishNow } from "../../scripts/lib/studio";
import { beginSession } from "./account/session";
import type { Context } from "./context";
import { type Person, type TestStudio, testStudio } from "./testing/studio.test-kit";

type Handler = (request: Request, given: { params: Promise<never> }) => Promise<Response>;

let studio: TestStudio;
const tokens = new Map<Person, string>();
beforeAll(async () => {
  studio = await testStudio();
  (globalThis as { webitorContext?: Context }).webitorContext = studio.context;
  await publishNow(studio.context, { id: "owner", name: "Rowan", email: "r@m.example" }, "wrenfield", () => {});
  for (const person of ["owner", "designer", "editor", "stranger"] as const)
    tokens.set(person, await beginSession(studio.context, person, { address: "192.0.2.1", agent: "A test" }));
});
afterAll(() => studio.close());

const files: readonly {
  path: string;
  right: Right;
  method?: "POST";
  load: () => Promise<Record<string, unknown>>;
  params?: object;
}[] = [
  { path: "export", right: "site.export", load: () => import("@/app/api/sites/[site]/export/route") },
  {
    path: "export/none",
    right: "releases.read",
    load: () => import("@/app/api/sites/[site]/export/[job]/route"),
    params: { job: "none" },
  },
  { path: "signups.csv", right: "visitors.read", load: () => import("@/app/api/sites/[site]/signups.csv/route") },
  {
    path: "mail/none",
    right: "visitors.read",
    load: () => import("@/app/api/sites/[site]/mail/[mail]/route"),
    params: { mail: "none" },
  },
  {
    path: "releases/none",
    right: "releases.read",
    load: () => import("@/app/api/sites/[site]/releases/[release]/route"),
    params: { release: "none" },
  },
  {
    path: "media/none",
    right: "media.read",
    load: () => import("@/app/api/sites/[site]/media/[hash]/route"),
    params: { hash: "none" },
  },
  { path: "media", right: "media.write", method: "POST", load: () => import("@/app/api/sites/[site]/media/route") },
  { path: "feeds", right: "feeds.change", method: "POST", load: () => import("@/app/api/sites/[site]/feeds/route") },
];

async function ask(file: (typeof files)[number], person: Person, site = "wrenfield"): Promise<Response> {
  const { method = "GET" } = file;
  const handler = (await file.load())[method] as Handler;
  const token = tokens.get(person);
  const request = new Request(`http://localhost:4499/api/sites/${site}/${file.path}`, {
    method,
    headers: { host: "localhost:4499", ...(token ? { cookie: `webitor_session=${token}` } : {}) },
    ...(method === "POST" ? { body: "x" } : {}),
  });
  return handler(request, { params: Promise.resolve({ site, ...file.params } as never) });
}

describe.each(files)("$path", (file) => {
  test("wants a session, is not there for strangers, and holds to its right", async () => {
    expect((await ask(file, "nobody")).status).toBe(401);
    expect((await ask(file, "stranger")).status).toBe(404);
    expect((await ask(file, "owner", "no-such-site")).status).toBe(404);
    for (const role of ["editor", "designer", "owner"] as const) {
      const { status } = await ask(file, role);
      if (mayAs(role, rights[file.right])) expect([200, 404, 422]).toContain(status);
      else expect(status).toBe(403);
    }
  });

  test("is asked for by its own method only, and says which", async () => {
    const other = file.method === "POST" ? "GET" : "POST";
    const handler = (await file.load())[other] as (request: Request) => Promise<Response>;
    const refused = await handler(
      new Request("http://localhost:4499/x", { method: other, headers: { host: "localhost:4499" } }),
    );
    expect([refused.status, refused.headers.get("content-type")]).toEqual([405, "application/problem+json"]);
    expect(refused.headers.get("allow")).toContain(file.method ?? "GET");
  });
});

test("downloads and erasures are noted, with who did it and on which site", async () => {
  await studio.context.db.delete(securityEvents);
  const [exported, , signups] = files;
  await (await ask(exported as never, "designer")).arrayBuffer();
  await (await ask(signups as never, "designer")).text();
  const { signups: table } = await import("@/data/popup/tables");
  const { findSite } = await import("@/data/site/queries");
  const site = await findSite(studio.context.db, "wrenfield");
  await studio.context.db.insert(table).values({
    id: "e1",
    siteId: site?.id ?? "",
    widgetId: "letters",
    email: "gone@post.example",
    name: "",
    answers: {},
    state: "confirmed",
    page: "/",
    language: "en",
    consent: "",
    createdAt: studio.context.now(),
  });
  await studio.as("designer", "desk.erase", { site: "wrenfield", email: "gone@post.example" });
  const rows = await studio.context.db.select().from(securityEvents).where(eq(securityEvents.userId, "designer"));
  expect(rows.map(({ kind }) => kind).sort()).toEqual(["personErased", "signupsExported", "siteExported"]);
  expect(new Set(rows.map(({ siteId }) => siteId))).toEqual(new Set([site?.id]));
  // Who was erased is not written down anywhere.
  expect(JSON.stringify(rows)).not.toContain("gone@post");
});
