// The chat on the server: answers from the live release, conversations kept once, a person taking over, forgetting; what changed is
// read again and nothing else; a release that is stopped.
import { desc, sql } from "drizzle-orm";
import { newChat } from "@/core/chat/chat";
import { builder } from "@/core/page/build";
import { chatLines, chatPages, chatTalks } from "@/data/chat/tables";
import { rateLimits } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import { findSite } from "@/data/site/queries";
import { sweepTalks } from "@/data/site/sweep";
import { wrenfieldChat } from "../../../scripts/demo-sites/chat";
import { withClock } from "../booking/api.test-kit";
import type { Context } from "../context";
import { answerVisitor } from "../edge/visitors";
import { operations } from "../operations";
import { type Person, type TestStudio, testStudio } from "../testing/studio.test-kit";

let studio: TestStudio;
let context: Context;
const site = "wrenfield";
let widget = "";

/** A Thursday evening; the workshop is open until 21:00. */
const evening = "2026-03-05T18:40:00Z";

async function save(settings: object) {
  const { revision } = (await studio.as("designer", "widgets.read", { site, widget })) as { revision: number };
  await studio.as("designer", "widgets.save", { site, widget, revision, name: "Ask", settings });
}
async function publish() {
  await studio.as("designer", "publish.start", { site });
  await studio.work();
}

beforeAll(async () => {
  studio = await testStudio();
  context = withClock(studio.context, evening);
  widget = ((await studio.as("designer", "widgets.add", { site, kind: "chat", name: "Ask" })) as { id: string }).id;
  await save(wrenfieldChat);
  await publish();
});
afterAll(() => studio.close());
beforeEach(async () => {
  for (const table of [rateLimits, chatLines, chatTalks, mails]) await studio.context.db.delete(table);
});

let nth = 0;
const key = () => `once-${++nth}-abcdef`;

interface Told {
  readonly talk: string;
  readonly state: string;
  readonly person: string;
  readonly lines: readonly {
    nth: number;
    by: string;
    text: string;
    kind: string;
    buttons?: readonly { kind: string; text: string }[];
    sources?: readonly { href: string }[];
  }[];
  readonly fields?: readonly { path: string; message: string }[];
}

async function call(method: "GET" | "POST", path: string, body?: unknown, then: Context = context) {
  const host = "wrenfield.localhost:4499";
  const request = new Request(`http://${host}/_w/v1/${path}`, {
    method,
    headers: { host, ...(body === undefined ? {} : { "content-type": "application/json" }) },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const response = await answerVisitor(then, request, {
    siteKey: site,
    address: `10.0.0.${nth % 250}`,
    path: `/${path.split("?", 1)[0]}`,
  });
  const text = await response.text();
  return { status: response.status, text, told: (text.startsWith("{") ? JSON.parse(text) : {}) as Told };
}

const ask = async (question: string, talk: string | null = null, once = key(), then = context) =>
  (await call("POST", `chat/${widget}/questions`, { once, talk, question, page: "/classes", language: "en-IE" }, then))
    .told;
const said = (told: Told) => told.lines.find(({ by }) => by === "chat")?.text ?? "";
const as = (person: Person, name: Parameters<TestStudio["as"]>[1], input: object) =>
  studio.as(person, name, { site, ...input } as never) as Promise<never>;
const taken = new Set<string>();
const talkId = async () => (await studio.context.db.select({ id: chatTalks.id }).from(chatTalks))[0]?.id ?? "";

test("a question is answered with the site's own words and the page they stand on", async () => {
  const told = await ask("What should I wear?");
  expect(said(told)).toContain("muddy up to the elbows");
  expect(told.lines[1]?.sources).toMatchObject([{ href: "/classes" }]);
  expect(JSON.stringify(told)).not.toContain("looked");
});

test("what was spoken of is kept for the next question", async () => {
  const first = await ask("are you open on saturday?");
  expect(said(first)).toContain("10:00–14:00");
  expect(said(await ask("and on Sunday?", first.talk))).toContain("closed");
});

test("free times come from booking, as buttons; what was booked meanwhile is not among them", async () => {
  const told = await ask("Is an open bench free on Saturday?");
  const buttons = told.lines[1]?.buttons ?? [];
  expect(buttons.length).toBeGreaterThan(0);
  expect(buttons.every(({ kind }) => kind === "book")).toBe(true);
});

test("what it does not know it says, and the second time in a row a person is called", async () => {
  const first = await ask("do you ship to Australia");
  expect(first.lines[1]?.kind).toBe("unknown");
  const second = await ask("do you have a swimming pool", first.talk);
  expect(second).toMatchObject({ state: "waiting" });
});

test("called, a person is waited for, and until one has taken over the chat answers on", async () => {
  const first = await ask("I want to speak to a human");
  expect(first).toMatchObject({ state: "waiting" });
  expect(said(first)).toBe("I am passing this on to a person. Until somebody is here I go on answering.");
  const second = await ask("When are you open on Saturday?", first.talk);
  expect(second).toMatchObject({ state: "waiting" });
  expect(said(second)).toContain("10:00–14:00");
  // Whoever comes sees all of it as new.
  expect(await studio.context.db.select({ unread: chatTalks.unread }).from(chatTalks)).toEqual([{ unread: 2 }]);
  await as("owner", "desk.talkTake", { talk: await talkId(), once: key() });
  expect((await ask("And on Sunday?", first.talk)).lines.map(({ by }) => by)).toEqual(["visitor"]);
});

test("nobody comes: after as long as was set that is said, once, with a way to leave an address", async () => {
  const { talk } = await ask("I want to speak to a human");
  const at = (moment: string) => withClock(studio.context, moment);
  const read = async (moment: string) => (await call("GET", `chat/talks/${talk}`, undefined, at(moment))).told;
  expect((await read("2026-03-05T18:42:59Z")).lines.map(({ kind }) => kind)).not.toContain("away");
  await Promise.all([read("2026-03-05T18:43:00Z"), read("2026-03-05T18:43:00Z"), read("2026-03-05T18:43:01Z")]);
  const after = await read("2026-03-05T18:50:00Z");
  const away = after.lines.filter(({ kind }) => kind === "away");
  expect(away.map(({ text }) => text)).toEqual([
    "Nobody can come just now. Leave a message with your address, and you get an answer by e-mail.",
  ]);
  // It still stands on the Desk as what waits, and the chat goes on.
  expect(after.state).toBe("waiting");
  expect(said(await ask("When are you open on Saturday?", talk))).toContain("10:00–14:00");
  // Called once more, one is waited for once more.
  await call("POST", `chat/talks/${talk}/calls`, { once: key() }, at("2026-03-05T19:00:00Z"));
  expect((await read("2026-03-05T19:02:00Z")).lines.filter(({ kind }) => kind === "away")).toHaveLength(1);
  expect((await read("2026-03-05T19:03:00Z")).lines.filter(({ kind }) => kind === "away")).toHaveLength(2);
});

test("whoever has come, or was left an address, is not said not to have come", async () => {
  const late = withClock(studio.context, "2026-03-05T20:00:00Z");
  const kinds = async (talk: string) =>
    (await call("GET", `chat/talks/${talk}`, undefined, late)).told.lines.map(({ kind }) => kind);
  const first = await ask("I want to speak to a human");
  await as("owner", "desk.talkTake", { talk: await talkId(), once: key() });
  expect(await kinds(first.talk)).not.toContain("away");
  const second = await ask("I want to speak to a human");
  const left = { once: key(), name: "", email: "ada@letters.example", wish: "Call me.", copy: false, agreed: true };
  expect((await call("POST", `chat/talks/${second.talk}/messages`, left)).status).toBe(200);
  expect(await kinds(second.talk)).not.toContain("away");
});

test("switched off while somebody is waited for, what was said can be read still", async () => {
  const { talk } = await ask("I want to speak to a human");
  await save({ ...wrenfieldChat, enabled: false });
  await publish();
  const late = withClock(studio.context, "2026-03-05T19:00:00Z");
  const { status, told } = await call("GET", `chat/talks/${talk}`, undefined, late);
  expect([status, told.lines.length]).toEqual([200, 2]);
  await save(wrenfieldChat);
  await publish();
});

test("outside of the hours, or where it goes by phone, nobody is called, and a message can be left at once", async () => {
  const night = withClock(studio.context, "2026-03-05T23:40:00Z");
  const told = await ask("I want to speak to a human", null, key(), night);
  expect(told.state).toBe("chat");
  expect(told.lines[1]?.buttons?.map(({ kind }) => kind)).toContain("leave");
  expect(said(told)).not.toContain("passing this on");
});

test("sent again, a question is asked once", async () => {
  const once = key();
  const first = await ask("When are you open?", null, once);
  const again = await Promise.all([
    ask("When are you open?", first.talk, once),
    ask("When are you open?", first.talk, once),
  ]);
  for (const told of again) expect(said(told)).toBe(said(first));
  const [{ lines = 0 } = {}] = await studio.context.db
    .select({ lines: sql<number>`count(*)`.mapWith(Number) })
    .from(chatLines);
  expect(lines).toBe(2);
});

test("questions sent at the same time stand in the conversation one after the other", async () => {
  const { talk } = await ask("When are you open?");
  await Promise.all(Array.from({ length: 8 }, (_, at) => ask(`How much is First throw? ${at}`, talk)));
  const { told } = await call("GET", `chat/talks/${talk}`);
  expect(told.lines.map((line) => line.nth)).toEqual(Array.from({ length: 18 }, (_, at) => at));
  for (let at = 0; at < 18; at += 2) expect([told.lines[at]?.by, told.lines[at + 1]?.by]).toEqual(["visitor", "chat"]);
});

test.each([
  ["a question of ten thousand characters", "wheel ".repeat(1700), "more than I can read"],
  ["only signs", "🙂🙂🙂 !!!", "only read words"],
  ["another script", "営業時間は何時ですか", "I can read English"],
])("%s gets a sentence that helps", async (_name, question, wanted) => {
  expect(said(await ask(question))).toContain(wanted);
});

test("what can't be a question is refused at its field", async () => {
  const { status, told } = await call("POST", `chat/${widget}/questions`, {
    once: key(),
    question: "",
    page: "/",
    language: "en",
  });
  expect([status, told.fields]).toEqual([422, [{ path: "question", message: "Write a question first." }]]);
  expect(
    (await call("POST", "chat/another/questions", { once: key(), question: "Hi", page: "/", language: "en" })).status,
  ).toBe(404);
});

test("a conversation is known by its token alone, and by nobody once it was erased", async () => {
  const { talk } = await ask("When are you open?");
  const [row] = await studio.context.db.select().from(chatTalks);
  expect(row?.token).not.toBe(talk);
  expect((await call("GET", `chat/talks/${row?.token.slice(0, 32)}`)).status).toBe(404);
  expect((await call("GET", `chat/talks/${talk}?after=0`)).told.lines).toHaveLength(1);
  expect((await call("POST", `chat/talks/${talk}/erasures`, {})).status).toBe(200);
  expect((await call("GET", `chat/talks/${talk}`)).status).toBe(404);
  expect(await studio.context.db.select().from(chatLines)).toEqual([]);
});

test("a rating is kept at its answer; what is no answer can't be rated", async () => {
  const { talk } = await ask("When are you open?");
  expect((await call("POST", `chat/talks/${talk}/ratings`, { nth: 1, helped: true })).status).toBe(200);
  expect((await call("POST", `chat/talks/${talk}/ratings`, { nth: 0, helped: true })).status).toBe(422);
  expect((await call("GET", `chat/talks/${talk}`)).told.lines[1]).toMatchObject({ helped: true });
});

test("of two people who take a conversation over at once, one does, and the other is told who", async () => {
  const { talk } = await ask("I want to speak to a human");
  const id = await talkId();
  const done = await Promise.allSettled([
    as("owner", "desk.talkTake", { talk: id, once: key() }),
    as("designer", "desk.talkTake", { talk: id, once: key() }),
  ]);
  expect(done.map(({ status }) => status).sort()).toEqual(["fulfilled", "rejected"]);
  const refused = done.find((one) => one.status === "rejected") as PromiseRejectedResult;
  expect(refused.reason).toMatchObject({ status: 409, title: expect.stringMatching(/Rowan|Ines/) });
  const { told } = await call("GET", `chat/talks/${talk}`);
  expect(told.state).toBe("person");
  expect(["Rowan", "Ines"]).toContain(told.person);
});

test("while a person answers, the chat is silent; handed back, it answers again", async () => {
  const { talk } = await ask("When are you open?");
  const id = await talkId();
  await as("owner", "desk.talkTake", { talk: id, once: key() });
  expect((await ask("How much is First throw?", talk)).lines.map(({ by }) => by)).toEqual(["visitor"]);
  await as("owner", "desk.talkSay", { talk: id, once: key(), text: "Thirty-eight euro." });
  await expect(as("designer", "desk.talkSay", { talk: id, once: key(), text: "No!" })).rejects.toMatchObject({
    status: 409,
  });
  const { told } = await call("GET", `chat/talks/${talk}?after=2`);
  expect(told.lines.map(({ by, text }) => [by, text])).toContainEqual(["person", "Thirty-eight euro."]);
  await as("owner", "desk.talkBack", { talk: id, once: key(), to: "chat" });
  expect(said(await ask("How much is First throw?", talk))).toContain("€38.00");
});

test("somebody who takes over while an answer is found keeps the conversation, whatever the question", async () => {
  for (const question of ["I want to speak to a human", "When are you open?", "do you have a sauna"]) {
    const { talk } = await ask("What should I wear?");
    const id = (await studio.context.db.select({ id: chatTalks.id }).from(chatTalks).orderBy(desc(chatTalks.createdAt)))
      .map((row) => row.id)
      .find((one) => !taken.has(one)) as string;
    taken.add(id);
    await Promise.all([ask(question, talk), as("owner", "desk.talkTake", { talk: id, once: key() })]);
    const { told } = await call("GET", `chat/talks/${talk}`);
    expect([told.state, told.person]).toEqual(["person", "Rowan"]);
    // Behind the moment of taking over the chat says nothing.
    const behind = told.lines.slice(told.lines.findIndex(({ kind }) => kind === "taken"));
    expect(behind.filter(({ by }) => by === "chat")).toEqual([]);
  }
});

test("a message that is left while a person answers does not take it from them; mail from another is refused", async () => {
  const { talk } = await ask("When are you open?");
  const id = await talkId();
  await as("owner", "desk.talkTake", { talk: id, once: key() });
  const message = {
    once: key(),
    name: "",
    email: "orla@post.example",
    wish: "Later, please.",
    copy: false,
    agreed: true,
  };
  expect((await call("POST", `chat/talks/${talk}/messages`, message)).told).toMatchObject({
    state: "person",
    person: "Rowan",
  });
  await expect(as("designer", "desk.talkMail", { talk: id, once: key(), text: "Hello" })).rejects.toMatchObject({
    status: 409,
  });
  await as("owner", "desk.talkMail", { talk: id, once: key(), text: "Tomorrow at ten." });
  expect((await call("GET", `chat/talks/${talk}`)).told.state).toBe("done");
});

test("when nobody is there it says when, and takes a message that is mailed and kept", async () => {
  const sunday = withClock(studio.context, "2026-03-08T12:00:00Z");
  const { talk } = await ask("When are you open?", null, key(), sunday);
  const called = await call("POST", `chat/talks/${talk}/calls`, { once: key() }, sunday);
  expect(called.told.lines[0]).toMatchObject({
    by: "note",
    kind: "away",
    text: expect.stringContaining("Tuesday 14:00"),
  });
  const message = {
    once: key(),
    name: "Nuala",
    email: "Nuala@post.example",
    wish: "A wheel for six?",
    copy: true,
    agreed: false,
  };
  expect((await call("POST", `chat/talks/${talk}/messages`, message, sunday)).told.fields).toMatchObject([
    { path: "agreed" },
  ]);
  const left = { ...message, agreed: true };
  expect((await call("POST", `chat/talks/${talk}/messages`, left, sunday)).status).toBe(200);
  expect((await call("POST", `chat/talks/${talk}/messages`, left, sunday)).status).toBe(200);
  const letters = await studio.context.db.select({ to: mails.recipient, text: mails.text }).from(mails);
  expect(letters.map(({ to }) => to).sort()).toEqual(["hello@wrenfield.example", "nuala@post.example"]);
  expect(letters.find(({ to }) => to === "nuala@post.example")?.text).toContain("You: When are you open?");
  const talks = (await as("designer", "desk.talks", { state: "waiting" })) as {
    rows: { email: string; unread: number }[];
  };
  expect(talks.rows).toMatchObject([{ email: "nuala@post.example", unread: 1 }]);
  // Forgotten like everything else of a person.
  await as("owner", "desk.erase", { email: "nuala@post.example" });
  expect(await studio.context.db.select().from(chatTalks)).toEqual([]);
});

test("what visitors wrote is not an editor's to read, nor another studio's", async () => {
  await ask("When are you open?");
  const id = await talkId();
  for (const person of ["editor", "stranger", "nobody"] as const)
    for (const [name, input] of [
      ["desk.talks", {}],
      ["desk.talk", { talk: id }],
      ["desk.unknown", {}],
    ] as const)
      await expect(as(person, name, input)).rejects.toMatchObject({ status: expect.any(Number) });
});

test("what was not known is gathered by what it means and counted", async () => {
  for (const question of ["do you ship to Australia", "ship to australia?", "is the tea organic"]) await ask(question);
  const { groups } = (await as("designer", "desk.unknown", { days: 365 })) as {
    groups: { question: string; count: number }[];
  };
  expect(groups.map(({ count }) => count)).toEqual([2, 1]);
});

test("figures tell what answered and where it was asked, with what was not known and what helped", async () => {
  const { talk } = await ask("When are you open?");
  await call("POST", `chat/talks/${talk}/ratings`, { nth: 1, helped: true });
  await ask("What should I wear?", talk);
  await ask("do you have a sauna", talk);
  const { topics, pages } = (await as("editor", "chat.topics", { widget, days: 365 })) as {
    topics: { name: string; questions: number; unknown: number; helped: number }[];
    pages: { name: string; questions: number }[];
  };
  expect(topics).toMatchObject([
    { name: "", questions: 1, unknown: 1, helped: 0 },
    { name: "live:hours", questions: 1, unknown: 0, helped: 1 },
    { name: "page:/classes", questions: 1, unknown: 0, helped: 0 },
  ]);
  expect(pages).toMatchObject([{ name: "/classes", questions: 3 }]);
});

test("which questions a page answered is told to who may read what visitors wrote", async () => {
  await ask("What should I wear?");
  await ask("what should i wear??");
  // By the clock by which it was asked: only what is of late is told.
  const covers = async (person: Person, href: string) =>
    operations["chat.covers"].perform({ ...studio.incoming(person), context }, { site, href }) as Promise<{
      questions: string[];
    }>;
  expect((await covers("designer", "/classes")).questions.sort()).toEqual([
    "What should I wear?",
    "what should i wear??",
  ]);
  expect(await covers("designer", "/nowhere")).toEqual({ questions: [] });
  await expect(covers("editor", "/classes")).rejects.toMatchObject({ status: 403 });
});

test("the night clears away conversations whose days are over", async () => {
  await ask("When are you open?");
  const row = await findSite(studio.context.db, site);
  expect(await sweepTalks(studio.context.db, row?.id ?? "", new Date("2026-03-05T00:00:00Z"))).toBe(0);
  expect(await sweepTalks(studio.context.db, row?.id ?? "", new Date("2026-03-06T00:00:00Z"))).toBe(1);
  expect(await studio.context.db.select().from(chatLines)).toEqual([]);
});

test("a release reads the pages that changed, and answers from them at once; going back, it answers as before", async () => {
  const reads = async () => (await studio.context.db.select({ blob: chatPages.blob }).from(chatPages)).length;
  const before = await reads();
  expect(said(await ask("do you have a swimming pool"))).not.toContain("pool of slip");
  const { documents } = (await studio.as("designer", "pages.open", { site, page: "visit" })) as {
    documents: { id: string; revision: number; body: { id: string; children: { id: string }[] } }[];
  };
  const page = documents.find(({ id }) => id === "visit");
  let id = 0;
  const b = builder(() => `pool${++id}`);
  const node = b.section(
    "Pool",
    {},
    b.heading(2, "The swimming pool"),
    b.words("We have no pool of water, but a pool of slip."),
  );
  await studio.as("designer", "pages.edit", {
    site,
    document: "visit",
    batch: "batch-pool-1",
    base: page?.revision ?? 0,
    edits: [{ type: "insert", parent: page?.body.id ?? "", index: 1, node }],
  } as never);
  const releases = (await studio.as("designer", "publish.history", { site })) as { id: string; live: boolean }[];
  await publish();
  expect(await reads()).toBe(before + 1);
  expect(said(await ask("do you have a swimming pool"))).toContain("pool of slip");
  const last = releases.find(({ live }) => live)?.id ?? "";
  await studio.as("designer", "publish.goBack", { site, release: last } as never);
  await studio.work();
  expect(said(await ask("do you have a swimming pool"))).not.toContain("pool of slip");
});

test("a release is stopped when fewer test questions are right than was set, and says where to look", async () => {
  const tests = [
    { id: "t1", question: "When are you open?", expects: { of: "live", what: "hours" } },
    { id: "t2", question: "do you have a swimming pool", expects: { of: "live", what: "price" } },
  ];
  await save({ ...wrenfieldChat, tests, stopBelow: 90 });
  await expect(studio.as("designer", "publish.start", { site })).rejects.toMatchObject({
    status: 422,
    code: "stopped",
    fields: [{ path: `${widget}/`, message: "check.chatTests" }],
  });
  const run = (await as("designer", "chat.test", { widget, settings: { ...wrenfieldChat, tests, stopBelow: 90 } })) as {
    share: number;
    results: { id: string; verdict: string; was: string | null }[];
  };
  expect(run.share).toBe(50);
  expect(run.results.map(({ verdict }) => verdict)).toEqual(["right", expect.stringMatching(/wrong|unknown/)]);
  await save({ ...wrenfieldChat, tests, stopBelow: 40 });
  await publish();
});

test("the studio is told why, with every passage that was looked at", async () => {
  const tried = (await as("editor", "chat.try", {
    settings: wrenfieldChat,
    question: "where do I park",
    language: "en-IE",
  })) as {
    why: { code: string }[];
    looked: { heading: string; chosen: boolean }[];
  };
  expect(tried.looked[0]).toMatchObject({ heading: "By car", chosen: true });
  expect(tried.why.map(({ code }) => code)).toContain("chat.passage");
  const knows = (await as("editor", "chat.knows", { settings: newChat("x") })) as {
    pages: { path: string; read: boolean }[];
  };
  expect(knows.pages.map(({ path }) => path)).toContain("/visit");
});

test("without script the same answer is a page, with nothing of a stranger's in its markup", async () => {
  const page = async (question: string) =>
    (await call("GET", `chat/${widget}/answers?q=${encodeURIComponent(question)}`)).text;
  const text = await page("What should I wear?");
  expect(text).toContain("muddy up to the elbows");
  expect(text).toContain('href="/classes"');
  expect(await page('<b>x</b>"><script>')).not.toMatch(/<b>x|"><script>/);
});
