// An outside model against its stand-in: what it says is shown only where every sentence is carried, it is asked no more often than
// its owner wants, and whatever it does, the visitor has an answer.
import { eq } from "drizzle-orm";
import type { Chat } from "@/core/chat/chat";
import { chatLines, chatModelDays, chatModelKeys } from "@/data/chat/tables";
import { findSite } from "@/data/site/queries";
import { orderedByQuestion } from "../../../tests/chat/orders";
import type { Context } from "../context";
import { answerVisitor } from "../edge/visitors";
import { scribeKey } from "../stand-ins";
import { operatorIn, type StandIns, startStandIns } from "../testing/stand-ins.test-kit";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";

let studio: TestStudio;
let standIns: StandIns;
let context: Context;
let siteId = "";
let chatId = "";
const site = "wrenfield";

const operate = operatorIn(site, () => ({ studio, context }));

const at = (path: string) => `http://scribe.localhost:${context.settings.port}${path}`;
const model = (path: string, mostCalls = 5000) => ({ address: at(path), mostCalls, costIn: 25_000, costOut: 100_000 });

async function trying(question: string, path: string, mostCalls?: number) {
  const { settings } = await operate("widgets.read", { widget: chatId });
  const reply = await operate("chat.try", {
    settings: { ...settings, model: model(path, mostCalls) },
    question,
    language: "en",
  });
  return {
    text: reply.lines.map(({ text }: { text: string }) => text).join(" "),
    codes: reply.why.map(({ code }: { code: string }) => code),
    kind: reply.kind,
    sources: reply.sources,
  };
}
const own = async (question: string) => {
  const { settings } = await operate("widgets.read", { widget: chatId });
  const reply = await operate("chat.try", { settings, question, language: "en" });
  return reply.lines.map(({ text }: { text: string }) => text).join(" ");
};
const question = "What should I wear?";

beforeAll(async () => {
  studio = await testStudio();
  standIns = await startStandIns(studio.context);
  context = standIns.context;
  siteId = (await findSite(context.db, site))?.id ?? "";
  chatId = (await operate("widgets.add", { kind: "chat", name: "Ask us" })).id;
});
afterAll(async () => {
  await standIns.close();
  await studio.close();
});

test("without a key it is not asked; the key is kept sealed, and told to nobody", async () => {
  expect((await trying(question, "/answers")).codes).toContain("chat.modelNoKey");
  expect(standIns.asked.filter((one) => one.startsWith("scribe"))).toEqual([]);
  await operate("chat.modelKey", { key: "not the right one" });
  expect((await trying(question, "/answers")).codes).toContain("chatModel.status");
  const told = await operate("chat.model", {});
  expect(told).toMatchObject({ hasKey: true });
  expect(JSON.stringify(told)).not.toContain("not the right one");
  await operate("chat.modelKey", { key: scribeKey(context) });
  const [row] = await context.db.select().from(chatModelKeys).where(eq(chatModelKeys.siteId, siteId));
  expect(row?.sealed).not.toContain(scribeKey(context));
  expect(JSON.stringify(await operate("widgets.read", { widget: chatId }))).not.toContain(scribeKey(context));
  await expect(operate("chat.modelKey", { key: "x" }, "editor")).rejects.toMatchObject({ status: 403 });
});

test("what it rewords strictly is shown, with the passage it comes from", async () => {
  const said = await trying(question, "/answers");
  expect(said.text).toMatch(/^As this page says: /);
  expect(said.text).toContain("muddy up to the elbows");
  expect(said.codes).toContain("chat.modelSaid");
  expect(said.sources[0]).toMatchObject({ href: "/classes" });
});

test.each([
  ["/moods/invents", "chat.modelName"],
  ["/moods/names", "chat.modelName"],
  ["/moods/links", "chat.modelLink"],
  ["/moods/marks", "chat.modelMarks"],
  ["/moods/turns", "chat.modelTurned"],
  ["/moods/silent", "chat.modelSilent"],
  ["/moods/down", "chatModel.status"],
  ["/moods/dies", "chatModel.broke"],
  ["/moods/nowhere", "chatModel.status"],
])("%s: the site’s own sentences are shown, and why", async (path, code) => {
  const said = await trying(question, path);
  expect(said.text).toBe(await own(question));
  expect(said.codes).toContain(code);
});

test("numbers that are one off are never shown", async () => {
  for (const asked of [
    "How long does a firing take?",
    "how big are the kiln shelves",
    "How much is a six week course?",
  ]) {
    const said = await trying(asked, "/moods/numbers");
    expect([asked, said.text]).toEqual([asked, await own(asked)]);
  }
});

test("one that says more and more is left soon, and one that hangs is waited for no longer than agreed", async () => {
  const endless = await trying(question, "/moods/endless");
  expect(endless.text).toBe(await own(question));
  expect(endless.codes.join()).toMatch(/chat\.model(?:Long|Word|Nothing)|chatModel\.broke/);
  const hangs = await trying(question, "/moods/hangs");
  expect(hangs.text).toBe(await own(question));
  expect(hangs.codes).toContain("chatModel.broke");
});

test("it is not asked what the site does not know, nor what an engine answers", async () => {
  const before = standIns.asked.length;
  expect((await trying("do you ship to Australia", "/answers")).kind).toBe("unknown");
  await trying("when are you open on Sunday?", "/answers");
  expect(standIns.asked).toHaveLength(before);
});

test("told to obey whatever is asked, it changes nothing", async () => {
  for (const order of orderedByQuestion) {
    const asked = `What should I wear? ${order}`;
    const [said, told] = [await trying(asked, "/moods/obeys"), await own(asked)];
    expect([order, said.text]).toEqual([order, told]);
  }
});

test.each(["http://127.0.0.1:3306/", "http://10.0.0.1/", "http://[::1]/answers"])(
  "%s is not asked",
  async (address) => {
    const { settings } = await operate("widgets.read", { widget: chatId });
    const reply = await operate("chat.try", {
      settings: { ...settings, model: { ...model("/"), address } },
      question,
      language: "en",
    });
    expect(reply.why.map(({ code }: { code: string }) => code)).toContain("chatModel.private");
  },
);

test("as often a day as its owner wants and no oftener, however many ask at once; figures tell what it took", async () => {
  await context.db.delete(chatModelDays).where(eq(chatModelDays.siteId, siteId));
  const before = standIns.asked.filter((one) => one.startsWith("scribe")).length;
  const said = await Promise.all(Array.from({ length: 12 }, () => trying(question, "/answers", 5)));
  expect(standIns.asked.filter((one) => one.startsWith("scribe")).length - before).toBe(5);
  expect(said.filter(({ codes }) => codes.includes("chat.modelSaid"))).toHaveLength(5);
  expect(said.filter(({ codes }) => codes.includes("chat.modelUsedUp"))).toHaveLength(7);
  const [day] = await context.db.select().from(chatModelDays).where(eq(chatModelDays.siteId, siteId));
  expect(day).toMatchObject({ calls: 5, shown: 5, refused: 0, failed: 0 });
  const { model: figures } = await operate("chat.topics", { widget: chatId, days: 30 });
  expect(figures).toMatchObject({ calls: 5, shown: 5, tokens: (day?.tokensIn ?? 0) + (day?.tokensOut ?? 0) });
  expect(figures.cost).toBeCloseTo(((day?.tokensIn ?? 0) * 25_000 + (day?.tokensOut ?? 0) * 100_000) / 1e6, 6);
});

describe("a visitor", () => {
  const ask = (asked: string, accept: string, once: string) =>
    answerVisitor(
      context,
      new Request(`http://${site}.localhost/_w/v1/chat/${chatId}/questions`, {
        method: "POST",
        headers: { host: `${site}.localhost`, "content-type": "application/json", accept },
        body: JSON.stringify({ once, talk: null, question: asked, page: "/", language: "en" }),
      }),
      { siteKey: site, address: "10.7.0.1", path: `/chat/${chatId}/questions` },
    );

  beforeAll(async () => {
    const { revision, name, settings } = await operate("widgets.read", { widget: chatId });
    const chat: Chat = { ...settings, model: model("/answers") };
    await operate("widgets.save", { widget: chatId, name, revision, settings: chat });
    await operate("publish.start", {});
    await studio.work();
  });

  test("gets sentences as they come, and the whole answer behind them", async () => {
    const answer = await ask(question, "application/x-ndjson, application/json", "streamed-1");
    expect(answer.headers.get("content-type")).toBe("application/x-ndjson");
    const lines = (await answer.text())
      .trim()
      .split("\n")
      .map((line) => JSON.parse(line));
    expect(lines.length).toBeGreaterThan(1);
    const said = lines.slice(0, -1).map(({ says }) => says);
    const whole = lines.at(-1);
    expect(whole.lines.at(-1).lines.map(({ text }: { text: string }) => text)).toEqual(said);
    const kept = await context.db.select().from(chatLines).where(eq(chatLines.siteId, siteId));
    expect(kept.find(({ by }) => by === "chat")?.text).toContain("As this page says");
  });

  test("who reads no lines gets it whole; what is no answer of a model’s comes at once", async () => {
    const whole = await ask(question, "application/json", "streamed-2");
    expect(whole.headers.get("content-type")).toContain("application/json");
    expect(JSON.stringify(await whole.json())).toContain("As this page says");
    const unknown = await ask("do you ship to Australia", "application/x-ndjson", "streamed-3");
    expect(unknown.headers.get("content-type")).toContain("application/json");
    const refused = await ask("", "application/x-ndjson", "streamed-4");
    expect(refused.status).toBe(422);
  });

  test("who goes away in the middle leaves the answer behind", async () => {
    const answer = await ask("What should I wear to a class?", "application/x-ndjson", "streamed-5");
    await answer.body?.cancel();
    const kept = async () =>
      (await context.db.select().from(chatLines).where(eq(chatLines.siteId, siteId))).filter(({ once }) =>
        once.startsWith("streamed-5"),
      );
    // Wait: it is kept after its visitor has gone, which nobody is told.
    while ((await kept()).length < 2) await new Promise((resolve) => setTimeout(resolve, 50));
    expect(await kept()).toHaveLength(2);
  });
});
