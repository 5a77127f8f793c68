// Who may do what: every operation of the table, tried by everyone.

import { eq } from "drizzle-orm";
import { mayAs, type Right, rights } from "@/core/account/rights";
import { memberSites, members } from "@/data/account/tables";
import { busyFeeds } from "@/data/calendar/tables";
import { mails } from "@/data/mail/tables";
import { signups } from "@/data/popup/tables";
import { findSite } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { type OperationName, operations, type Takes } from "./operations";
import { Problem } from "./problem";
import { loadSite } from "./site/whole";
import { validInput } from "./testing/hostile.test-kit";
import { type Person, type TestStudio, testStudio } from "./testing/studio.test-kit";
import { tally } from "./testing/tally.test-kit";

let studio: TestStudio;
beforeAll(async () => {
  studio = await testStudio();
});
afterAll(() => studio.close());

const statusOf = async (work: Promise<unknown>) =>
  work.then(
    () => 200,
    (error: unknown) => (error instanceof Problem ? error.status : Promise.reject(error)),
  );

const onSites = (Object.keys(operations) as OperationName[]).filter((name) => operations[name].scope === "site");

test("there are operations on sites to be tried", () => expect(onSites.length).toBeGreaterThan(20));

describe.each(onSites)("%s", (name) => {
  const tried = (person: Person, input: object = {}) => {
    tally("rights asked");
    return statusOf(studio.as(person, name, { site: "wrenfield", ...input } as Takes<typeof name>));
  };

  test("answers a member of another studio as if the site were not there", async () => {
    expect(await tried("stranger")).toBe(404);
    expect(await statusOf(studio.as("stranger", name, { site: "no-such-site" } as Takes<typeof name>))).toBe(404);
  });

  test("wants a session", async () => expect(await tried("nobody")).toBe(401));

  test("says so also to input that is right in every field", async () => {
    const input = validInput(name);
    expect([await tried("stranger", input), await tried("nobody", input)]).toEqual([404, 401]);
    const right = rights[operations[name].right as Right];
    for (const role of ["editor", "designer"] as const)
      if (!mayAs(role, right)) expect([role, await tried(role, input)]).toEqual([role, 403]);
  });

  test("holds to its role", async () => {
    const right = rights[operations[name].right as Right];
    for (const role of ["editor", "designer", "owner"] as const)
      if (mayAs(role, right)) expect(await tried(role, { nonsense: 1 })).toBe(422);
      else expect(await tried(role)).toBe(403);
  });
});

describe.each((Object.keys(operations) as OperationName[]).filter((name) => operations[name].scope === "user"))(
  "%s",
  (name) => {
    test("wants a session, whatever is right in its fields", async () => {
      expect(await statusOf(studio.as("nobody", name, validInput(name) as never))).toBe(401);
    });
  },
);

test("an owner reaches nothing of another studio's site by any operation on a site of their own", async () => {
  const { db } = studio.context;
  const settings = { language: "en", zone: "Europe/Paris", currency: "EUR", description: "", mailFrom: "a@b.example" };
  await studio.as("stranger", "sites.create", { key: "reaching", name: "Reaching", starter: "workshop", settings });
  const own = (await findSite(db, "reaching"))?.id ?? "";
  const { release } = (await studio.as("owner", "publish.start", { site: "wrenfield" })) as { release: string };
  await studio.work();
  const other = async () => {
    const row = await findSite(db, "wrenfield");
    return row && { row, site: await loadSite(db, row), mails: (await db.select().from(mails)).length };
  };
  const before = await other();
  // What the other site has, and the stranger's own has not.
  const theirs = { site: "reaching", page: "classes", document: "classes", block: "classes", release };
  for (const name of onSites) {
    const valid = validInput(name);
    const named = Object.fromEntries(Object.entries(theirs).filter(([key]) => Object.hasOwn(valid, key)));
    // Whatever it is: an answer, or a refusal that was meant.
    expect([200, 404, 409, 422]).toContain(
      await statusOf(studio.as("stranger", name, { ...valid, ...named } as never)),
    );
    await db.update(sites).set({ key: "reaching" }).where(eq(sites.id, own));
    expect([name, await other()]).toEqual([name, before]);
  }
  expect(await findSite(db, "reaching")).toBeDefined();
});

test("a page, widget, job, mail or release of another site can't be reached through one's own", async () => {
  await studio.as("stranger", "sites.create", {
    key: "mine-alone",
    name: "Mine",
    starter: "workshop",
    settings: { language: "en", zone: "Europe/Paris", currency: "EUR", description: "", mailFrom: "a@b.example" },
  });
  const mine = { site: "mine-alone" };
  const tried: [OperationName, object][] = [
    ["pages.open", { page: "home" }],
    ["pages.edit", { document: "home", batch: "b1", base: 0, edits: [{ type: "remove", node: "w1" }] }],
    ["pages.change", { page: "classes", title: "x", slug: "x", description: "", inNavigation: true }],
    ["pages.remove", { page: "classes" }],
    ["pages.duplicate", { page: "classes" }],
    ["jobs.read", { job: "any" }],
    ["mail.read", { mail: "any" }],
    ["publish.goBack", { release: "any" }],
  ];
  for (const [name, input] of tried)
    expect(await statusOf(studio.as("stranger", name, { ...mine, ...input } as never))).toBe(404);
  expect(await statusOf(studio.as("stranger", "desk.erase", { ...mine, email: "x@y.example" } as never))).toBe(404);
});

test("an editor may change words, and no layout, through the same operation", async () => {
  const edit = (batch: string, edits: object[]) =>
    statusOf(
      studio.as("editor", "pages.edit", { site: "wrenfield", document: "home", batch, base: 0, edits } as never),
    );
  const open = (await studio.as("editor", "pages.open", { site: "wrenfield", page: "home" })) as {
    documents: { kind: string; body: { children: { id: string }[] } }[];
  };
  const section = open.documents.find((document) => document.kind === "page")?.body.children[0]?.id;
  expect(await edit("e1", [{ type: "setLook", node: section, width: "base", field: "surface", value: "ink" }])).toBe(
    403,
  );
  expect(await edit("e2", [{ type: "remove", node: section }])).toBe(403);
  const heading = JSON.stringify(open.documents.find((document) => document.kind === "page")).match(
    /"id":"(w\d+)","kind":"heading"/,
  )?.[1];
  expect(await edit("e3", [{ type: "setContent", node: heading, field: "text", value: "By an editor." }])).toBe(200);
});

test("the last owner can't be removed or made less, not even twice at once", async () => {
  const both = await Promise.all([
    statusOf(studio.as("owner", "people.change", { id: "owner", role: "editor", sites: "all" })),
    statusOf(studio.as("owner", "people.remove", { id: "owner" })),
  ]);
  expect(both).toEqual([422, 422]);
  expect(await statusOf(studio.as("designer", "people.remove", { id: "owner" }))).toBe(403);
  expect(await statusOf(studio.as("owner", "people.remove", { id: "stranger" }))).toBe(404);
});

test("a member with chosen sites sees those only, by every operation", async () => {
  const settings = { language: "en", zone: "Europe/Paris", currency: "EUR", description: "", mailFrom: "a@b.example" };
  await studio.as("owner", "sites.create", { key: "second", name: "Second", starter: "workshop", settings });
  const chosen = (sites: "all" | string[]) =>
    studio.as("owner", "people.change", { id: "editor", role: "designer", sites });
  const listed = async () => ((await studio.as("editor", "sites.list", {})) as { key: string }[]).map(({ key }) => key);
  await chosen(["second"]);
  expect(await listed()).toEqual(["second"]);
  for (const name of onSites) {
    expect([name, await statusOf(studio.as("editor", name, { site: "wrenfield" } as never))]).toEqual([name, 404]);
    expect([name, await statusOf(studio.as("editor", name, { site: "second", nonsense: 1 } as never))]).not.toEqual([
      name,
      404,
    ]);
  }
  // A site they make themselves is theirs to work on; one of another studio can't be chosen.
  await studio.as("editor", "sites.create", { key: "third", name: "Third", starter: "workshop", settings });
  expect((await listed()).sort()).toEqual(["second", "third"]);
  expect(await statusOf(chosen(["mine-alone"]))).toBe(422);
  await chosen([]);
  expect(await listed()).toEqual([]);
  expect(await studio.context.db.select().from(memberSites)).toEqual([]);
  await studio.context.db.update(members).set({ role: "editor", sites: "all" }).where(eq(members.userId, "editor"));
});

test("nothing an editor may ask for tells a visitor's name or address, or where calendars are read from", async () => {
  const canary = "canary";
  const { db } = studio.context;
  const site = await findSite(db, "wrenfield");
  const siteId = site?.id ?? "";
  const at = studio.context.now();
  await db.insert(signups).values({
    id: "c1",
    siteId,
    widgetId: "letters",
    email: `${canary}@post.example`,
    name: canary,
    answers: { email: `${canary}@post.example`, words: canary },
    state: "confirmed",
    page: "/",
    language: "en",
    consent: "",
    createdAt: at,
  });
  await db.insert(mails).values({
    id: "c2",
    siteId,
    sender: "a@b.example",
    recipient: `${canary}@post.example`,
    subject: canary,
    text: canary,
    html: canary,
    withdrawUrl: `https://x.example/${canary}`,
    state: "outbox",
    createdAt: at,
  });
  await db.insert(busyFeeds).values({
    id: "c3",
    siteId,
    resourceId: "oona",
    name: canary,
    owner: canary,
    address: `https://calendars.example/${canary}`,
    notes: [canary],
  });
  const published = (await studio.as("owner", "publish.start", { site: "wrenfield" })) as { job: string };
  await studio.work();
  const inputs: Partial<Record<OperationName, object>> = {
    "pages.open": { page: "home" },
    "pages.line": { document: "home", since: 0 },
    "pages.follow": { page: "home", known: [{ document: "home", revision: 0 }], tab: "tab", node: null },
    "jobs.read": { job: published.job },
  };
  const mayEditor = onSites.filter((name) => mayAs("editor", rights[operations[name].right as Right]));
  const told: string[] = [];
  for (const name of mayEditor) {
    const answer = await studio
      .as("editor", name, { site: "wrenfield", ...inputs[name] } as never)
      .catch((error: unknown) => (error instanceof Problem ? error.toJSON() : Promise.reject(error)));
    if (JSON.stringify(answer).includes(canary)) told.push(name);
  }
  expect(told).toEqual([]);
  // The owner does see it: the canary is where it would be told.
  expect(
    JSON.stringify(await studio.as("owner", "desk.signups", { site: "wrenfield", offset: 0, limit: 10 })),
  ).toContain(canary);
});
