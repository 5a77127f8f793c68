// What the workspace of a chat asks: what it knows, how it would answer, how its test set does.
import { and, desc, eq, gte, inArray, sql } from "drizzle-orm";
import { alias } from "drizzle-orm/mysql-core";
import Joi from "joi";
import type { Reply } from "@/core/chat/answers/reply";
import type { Chat, ChatSource } from "@/core/chat/chat";
import { gather } from "@/core/chat/group";
import { readsPage } from "@/core/chat/knows/knowledge";
import { proposeTests } from "@/core/chat/knows/propose";
import { chatSchema, sourceSchema } from "@/core/chat/schema";
import type { Turn } from "@/core/chat/understands/interpret";
import { studioShape } from "@/core/input/shape";
import { languageSchema } from "@/core/locale/schema";
import { chatLines, chatRuns, chatTalks } from "@/data/chat/tables";
import { inTransaction } from "@/data/connection";
import { type Context, sha256 } from "../context";
import { dayIn } from "../day";
import { takePoint } from "../limit";
import { type SiteCall, siteOperation } from "../operation";
import { fieldProblem, notFound, validated } from "../problem";
import { modelToTry } from "../stand-ins";
import { liveWidget } from "../widget/live";
import { originSchema, triedFromOtherSite } from "../widget/other-site";
import { answer } from "./answer";
import { hasModelKey, keepModelKey, modelFigures, reword } from "./model";
import { chatFor } from "./snippet";
import { goOnWith, savedSource, sourceState, stopSource } from "./sources";
import { runTests, shareRight, workingEngine } from "./working";

const widget = Joi.string().max(40).required();
/** A chat as it stands in its steps: judged as a whole, since what is wrong with it is said there. */
const settings = Joi.object().unknown().required();

const draftOf = (given: unknown): Chat =>
  validated(Joi.object<{ settings: Chat }>({ settings: chatSchema }), { settings: given }, studioShape).settings;

/** So many runs of each test set are kept. */
const runsKept = 20;

/** What an answer looks like to the studio. */
const shown = ({ reply, tookUs }: { reply: Reply; tookUs: number }) => ({ ...reply, tookUs });

/** So much of what visitors asked is looked through for what was not known. */
const mostAsked = 600;

/** Questions that were not known in the last days, gathered by what they mean. */
export async function unknownOf(context: Context, siteId: string, language: string, days: number) {
  const rows = await context.db
    .select({ question: chatLines.text, at: chatLines.createdAt })
    .from(chatLines)
    .where(
      and(
        eq(chatLines.siteId, siteId),
        eq(chatLines.by, "visitor"),
        inArray(chatLines.kind, ["unknown", "person"]),
        gte(chatLines.createdAt, new Date(context.now().getTime() - days * 86_400_000)),
      ),
    )
    .orderBy(desc(chatLines.createdAt))
    .limit(mostAsked);
  return gather(
    rows.map(({ question, at }) => ({ question: question.slice(0, 300), at: at.getTime() })),
    language,
  );
}

/** So many questions are counted; whoever has more sees the latest. */
const mostCounted = 20_000;

interface Question {
  readonly kind: string;
  readonly helped: boolean | null;
}

/** Questions by one thing of theirs, the most asked first. */
function countedBy<Row extends Question>(rows: readonly Row[], of: (row: Row) => string) {
  const counts = new Map<string, { name: string; questions: number; unknown: number; helped: number; not: number }>();
  for (const row of rows) {
    const name = of(row);
    const count = counts.get(name) ?? { name, questions: 0, unknown: 0, helped: 0, not: 0 };
    counts.set(name, count);
    count.questions += 1;
    if (row.kind === "unknown" || row.kind === "person") count.unknown += 1;
    if (row.helped !== null) count[row.helped ? "helped" : "not"] += 1;
  }
  return [...counts.values()].sort((a, b) => b.questions - a.questions || (a.name < b.name ? -1 : 1)).slice(0, 30);
}

const source = sourceSchema.required();

/** A source that a saved chat has. */
async function ownSource(call: SiteCall, asked: ChatSource): Promise<ChatSource> {
  const found = await savedSource(call.context, call.site.id, asked);
  if (!found) throw notFound("This other site or file", "source");
  return found;
}

export const chatOperations = {
  /** Whether the site has a key for an outside model; what it is is told to nobody. */
  "chat.model": siteOperation("widgets.change", {}, async (call: SiteCall) => ({
    hasKey: await hasModelKey(call.context, call.site.id),
    trying: modelToTry(call.context),
  })),
  /** Keeps the key of an outside model; "" lets go of it. */
  "chat.modelKey": siteOperation(
    "widgets.change",
    { key: Joi.string().trim().allow("").max(400).required() },
    async (call: SiteCall, input: { key: string }) => {
      await keepModelKey(call.context, call.site.id, input.key);
      return { hasKey: input.key !== "", trying: modelToTry(call.context) };
    },
  ),
  /** How another site or a file stands: what was read of it, what was left out and why; null before it was begun. */
  "chat.source": siteOperation("site.read", { source }, async (call: SiteCall, input: { source: ChatSource }) => ({
    found: await sourceState(call.context, call.site.id, input.source),
  })),
  "chat.sourceStop": siteOperation(
    "widgets.change",
    { source },
    async (call: SiteCall, input: { source: ChatSource }) => {
      const own = await ownSource(call, input.source);
      await stopSource(call.context, call.site.id, own);
      return { found: await sourceState(call.context, call.site.id, own) };
    },
  ),
  /** Goes on where it was stopped, or goes through it again. */
  "chat.sourceGo": siteOperation(
    "widgets.change",
    { source },
    async (call: SiteCall, input: { source: ChatSource }) => {
      await takePoint(call.context, "heavyMember", call.account.id);
      const own = await ownSource(call, input.source);
      await goOnWith(call.context, call.site.id, own);
      return { found: await sourceState(call.context, call.site.id, own) };
    },
  ),
  /** What a chat knows: its pages with what is read of each, tables, what is told twice and differently. */
  "chat.knows": siteOperation(
    "site.read",
    { settings },
    async (call: SiteCall, input: { settings: unknown }) => {
      const chat = draftOf(input.settings);
      const { engine, pages, knowledge, site } = await workingEngine(call.context, call.site, chat);
      const answered = await answeredPages(call, site.widgets.find(({ kind }) => kind === "chat")?.id ?? "");
      return {
        pages: pages.map(({ path, title, read }) => ({
          path,
          title,
          read: readsPage(chat, path),
          passages: read.sections.length,
          words: read.sections.reduce((sum, { lines }) => sum + lines.join(" ").split(" ").length, 0),
          tables: read.tables.length,
          answered: answered.get(path) ?? 0,
          passagesRead: read.sections.slice(0, 60).map(({ headings, lines }) => ({
            heading: headings.at(-1) ?? title,
            lines: lines.slice(0, 12),
          })),
        })),
        tables: knowledge.tables
          .filter(({ href }) => href !== undefined)
          .map(({ id, name, href, columns, rows }) => ({
            id,
            name,
            href,
            columns: columns.map((one) => one.name),
            rows: rows.length,
          })),
        subjects: knowledge.subjects.slice(0, 200).map(({ kind, name, href }) => ({ kind, name, href })),
        hours: knowledge.facts.hours !== null,
        differences: engine.differences().map(({ about, one, other }) => ({
          about,
          one: {
            words: one.amount.words,
            line: one.line,
            title: one.source.title,
            href: one.source.href,
            heading: one.passage.headings.at(-1) ?? "",
          },
          other: {
            words: other.amount.words,
            line: other.line,
            title: other.source.title,
            href: other.source.href,
            heading: other.passage.headings.at(-1) ?? "",
          },
        })),
      };
    },
    { whole: "chat.knows" },
  ),
  /** What visitors asked lately that one page, of the site or elsewhere, answered. */
  "chat.covers": siteOperation(
    "visitors.read",
    { href: Joi.string().max(1000).required() },
    async ({ context, site }: SiteCall, input: { href: string }) => {
      const rows = await context.db
        .select({ question: chatLines.text, at: chatLines.createdAt })
        .from(chatLines)
        .where(
          and(
            eq(chatLines.siteId, site.id),
            eq(chatLines.by, "visitor"),
            eq(chatLines.kind, "answer"),
            eq(chatLines.topic, `page:${input.href}`.slice(0, 400)),
            gte(chatLines.createdAt, new Date(context.now().getTime() - coverDays * 86_400_000)),
          ),
        )
        .orderBy(desc(chatLines.createdAt))
        .limit(200);
      return { questions: [...new Set(rows.map(({ question }) => question.slice(0, 300)))].slice(0, 12) };
    },
  ),
  /** How a question would be answered as things stand, with every reason. */
  /** What a page of another site would be answered by the live release: what it shows, or the sentence that it would read. */
  "chat.tryElsewhere": siteOperation(
    "widgets.change",
    { widget, origin: originSchema },
    async ({ context, site }: SiteCall, input: { widget: string; origin: string }) =>
      triedFromOtherSite(input.origin, async () => {
        const live = await liveWidget(context, site, "chat", input.widget, "This chat");
        const { form } = await chatFor(context, site, live, input.origin);
        return form.books ? ["times"] : [];
      }),
  ),
  "chat.try": siteOperation(
    "site.rehearse",
    {
      settings,
      question: Joi.string().max(20_000).required().messages({ "string.empty": "Write a question first." }),
      before: Joi.object().unknown().allow(null).default(null),
      language: languageSchema.required(),
      now: Joi.number().integer().min(0).max(4_102_444_800_000).allow(null).default(null),
    },
    async (
      call: SiteCall,
      input: { settings: unknown; question: string; before: unknown; language: string; now: number | null },
    ) => {
      const { context, site } = call;
      const chat = draftOf(input.settings);
      const asking = await workingEngine(context, site, chat);
      const { reply, tookUs } = await answer(context, site, asking, {
        question: input.question,
        before: turnOf(input.before),
        page: input.language,
        now: input.now ?? context.now().getTime(),
      });
      return shown({ reply: await reword(context, site, chat.model, asking, input.question, reply), tookUs });
    },
    { whole: "chat.try" },
  ),
  /** Runs the test set as things stand, and keeps how it did. */
  "chat.test": siteOperation(
    "widgets.change",
    { widget, settings },
    async (call: SiteCall, input: { widget: string; settings: unknown }) => {
      const { context, site } = call;
      const chat = draftOf(input.settings);
      const asking = await workingEngine(context, site, chat);
      const tested = await runTests(context, site, asking, chat.tests);
      const verdicts = tested.map(({ id, verdict }) => ({ id, verdict }));
      const mine = and(eq(chatRuns.siteId, site.id), eq(chatRuns.widgetId, input.widget));
      const of = sha256(JSON.stringify([asking.state, chat]));
      const last = await inTransaction(context.db, async (tx) => {
        const kept = await tx.select().from(chatRuns).where(mine).orderBy(desc(chatRuns.createdAt), desc(chatRuns.id));
        const before = kept.find((run) => run.of !== of) ?? null;
        const same = kept.filter((run) => run.of === of).map(({ id }) => id);
        const old = [...same, ...kept.slice(runsKept - 1).map(({ id }) => id)];
        if (old.length) await tx.delete(chatRuns).where(and(mine, inArray(chatRuns.id, old)));
        await tx.insert(chatRuns).values({
          id: context.newId(),
          siteId: site.id,
          widgetId: input.widget,
          of,
          verdicts,
          createdAt: context.now(),
        });
        return before;
      });
      const was = new Map((last?.verdicts ?? []).map(({ id, verdict }) => [id, verdict]));
      return {
        share: shareRight(tested),
        before: last
          ? { right: last.verdicts.filter(({ verdict }) => verdict === "right").length, of: last.verdicts.length }
          : null,
        results: tested.map(({ id, verdict, answered }) => ({
          id,
          verdict,
          was: was.get(id) ?? null,
          answered: shown(answered),
        })),
      };
    },
    { whole: "chat.test" },
  ),
  /** Questions for the test set that the site itself asks and answers. */
  "chat.propose": siteOperation(
    "site.read",
    { settings },
    async (call: SiteCall, input: { settings: unknown }) => {
      const chat = draftOf(input.settings);
      const { pages, knowledge } = await workingEngine(call.context, call.site, chat);
      return proposeTests(
        {
          pages: pages.filter(({ path }) => readsPage(chat, path)),
          tables: knowledge.tables,
          subjects: knowledge.subjects,
          hasHours: knowledge.facts.hours !== null,
        },
        new Set(chat.tests.map(({ question }) => question.toLowerCase())),
      );
    },
    { whole: "chat.propose" },
  ),
  /** How answers did by what they came from, and questions by the page they were asked on, in the last days. */
  "chat.topics": siteOperation(
    "results.read",
    { widget, days: Joi.number().integer().min(1).max(365).required() },
    async (call: SiteCall, input: { widget: string; days: number }) => {
      const { context, site } = call;
      const since = new Date(context.now().getTime() - input.days * 86_400_000);
      // A question has the kind and the topic of its answer; whether that helped stands at the answer, the line behind it.
      const answer = alias(chatLines, "answer");
      const rows = await context.db
        .select({ topic: chatLines.topic, kind: chatLines.kind, page: chatLines.page, helped: answer.helped })
        .from(chatLines)
        .innerJoin(chatTalks, and(eq(chatTalks.siteId, chatLines.siteId), eq(chatTalks.id, chatLines.talkId)))
        .leftJoin(
          answer,
          and(
            eq(answer.siteId, chatLines.siteId),
            eq(answer.talkId, chatLines.talkId),
            eq(answer.nth, sql`${chatLines.nth} + 1`),
          ),
        )
        .where(
          and(
            eq(chatLines.siteId, site.id),
            eq(chatTalks.widgetId, input.widget),
            eq(chatLines.by, "visitor"),
            inArray(chatLines.kind, ["answer", "choice", "instead", "unknown", "person"]),
            gte(chatLines.createdAt, since),
          ),
        )
        .orderBy(desc(chatLines.createdAt))
        .limit(mostCounted);
      return {
        topics: countedBy(rows, ({ topic }) => topic),
        pages: countedBy(rows, ({ page }) => page),
        model: await modelFigures(context, site.id, dayIn(site.settings.zone, since)),
      };
    },
  ),
  /** What visitors asked of late, and what of it was not known: gathered by what it means. */
  "chat.asked": siteOperation("visitors.read", {}, async (call) => ({
    unknown: (await unknownOf(call.context, call.site.id, call.site.settings.language, 90)).slice(0, 60),
  })),
};

/** What a screen sends back of a conversation in a rehearsal: believed as far as it has the form. */
function turnOf(given: unknown): Turn | null {
  if (given === null) return null;
  const turn = given as Turn;
  const sound =
    typeof turn.intent === "string" &&
    typeof turn.question === "string" &&
    typeof turn.unknown === "number" &&
    Array.isArray(turn.subjects) &&
    turn.subjects.length <= 10 &&
    (turn.when === null ||
      (typeof turn.when === "object" && typeof turn.when.from === "string" && typeof turn.when.to === "string")) &&
    (turn.table === null ||
      (typeof turn.table === "object" &&
        Array.isArray(turn.table.query?.filters) &&
        Array.isArray(turn.table.query?.asks)));
  if (!sound) throw fieldProblem("before", "What was spoken of before can't be read. Start the conversation again.");
  return turn;
}

/** So far back it is looked which pages have answered something. */
const coverDays = 90;

/** How often each page has answered a visitor in the last days. */
async function answeredPages({ context, site }: SiteCall, widgetId: string): Promise<ReadonlyMap<string, number>> {
  const rows = await context.db
    .select({ topic: chatLines.topic })
    .from(chatLines)
    .innerJoin(chatTalks, and(eq(chatTalks.siteId, chatLines.siteId), eq(chatTalks.id, chatLines.talkId)))
    .where(
      and(
        eq(chatLines.siteId, site.id),
        eq(chatTalks.widgetId, widgetId),
        eq(chatLines.by, "chat"),
        eq(chatLines.kind, "answer"),
        gte(chatLines.createdAt, new Date(context.now().getTime() - coverDays * 86_400_000)),
      ),
    )
    .orderBy(desc(chatLines.createdAt))
    .limit(5000);
  const counts = new Map<string, number>();
  for (const { topic } of rows)
    if (topic.startsWith("page:")) counts.set(topic.slice(5), (counts.get(topic.slice(5)) ?? 0) + 1);
  return counts;
}

/** Whether the test set of a chat is below what its owner set, as the site stands; null where it is not. */
export async function testsBelow(
  context: Context,
  row: SiteCall["site"],
  chat: Chat,
): Promise<{ readonly share: number; readonly wanted: number } | null> {
  if (!chat.enabled || chat.stopBelow === null || !chat.tests.length) return null;
  const asking = await workingEngine(context, row, chat);
  const share = shareRight(await runTests(context, row, asking, chat.tests));
  return share < chat.stopBelow ? { share, wanted: chat.stopBelow } : null;
}
