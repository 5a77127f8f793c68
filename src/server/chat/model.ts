// An outside language model that rewords what the site says: asked with the passages alone, judged sentence by sentence while it
// answers, and left at the first one that no passage carries. Whatever goes wrong, the site's own sentences are shown.
import { and, eq, gte, lt, sql } from "drizzle-orm";
import type { Reply } from "@/core/chat/answers/reply";
import { costOf, modelLimits, modelReasons, modelRequest } from "@/core/chat/model/ask";
import { type Carried, mostSentences } from "@/core/chat/model/guard";
import type { Model } from "@/core/chat/model/model";
import { sentencesOf } from "@/core/chat/understands/sentences";
import type { Reason } from "@/core/visitor/decision";
import { chatModelDays, chatModelKeys } from "@/data/chat/tables";
import type { SiteRow } from "@/data/site/queries";
import type { Context } from "../context";
import { dayIn } from "../day";
import { type Streamed, sendOutside } from "../outside/fetch";
import { reachOf } from "../outside/reach";
import { seal, unseal } from "../seal";
import type { Asking } from "./answer";

const purpose = "chat-model-key";

/** Keeps the key of a site's model, or lets go of it. */
export async function keepModelKey(context: Context, siteId: string, key: string): Promise<void> {
  if (!key) {
    await context.db.delete(chatModelKeys).where(eq(chatModelKeys.siteId, siteId));
    return;
  }
  const set = { sealed: seal(context.settings, purpose, siteId, key), changedAt: context.now() };
  await context.db
    .insert(chatModelKeys)
    .values({ siteId, ...set })
    .onDuplicateKeyUpdate({ set });
}

async function modelKey(context: Context, siteId: string): Promise<string | null> {
  const [row] = await context.db.select().from(chatModelKeys).where(eq(chatModelKeys.siteId, siteId));
  return row ? unseal(context.settings, purpose, siteId, row.sealed) : null;
}

export const hasModelKey = async (context: Context, siteId: string): Promise<boolean> =>
  (await modelKey(context, siteId)) !== null;

/** Takes one of the calls that a day has; whether there was one left. */
async function takeCall(context: Context, siteId: string, day: string, most: number): Promise<boolean> {
  await context.db.insert(chatModelDays).ignore().values({ siteId, day });
  const [result] = await context.db
    .update(chatModelDays)
    .set({ calls: sql`${chatModelDays.calls} + 1` })
    .where(and(eq(chatModelDays.siteId, siteId), eq(chatModelDays.day, day), lt(chatModelDays.calls, most)));
  return result.affectedRows === 1;
}

/** How a call went. */
export interface Reworded {
  readonly outcome: "shown" | "refused" | "failed" | "silent";
  /** Why it was not shown; null where it was. */
  readonly reason: Reason | null;
  readonly carried: readonly Carried[];
}

/** A token is about four characters where the service does not count them itself. */
const tokensOf = (characters: number): number => Math.ceil(characters / 4);

/** "in=120, out=44", as a service may send behind its answer. */
function counted(trailer: string | null): { readonly in: number; readonly out: number } | null {
  const found = /^in=(\d{1,9}),\s?out=(\d{1,9})$/.exec(trailer ?? "");
  return found ? { in: Number(found[1]), out: Number(found[2]) } : null;
}

/** Reads an answer sentence by sentence; every one that is whole is judged at once. */
async function judged(
  streamed: Streamed,
  language: string,
  judge: (sentence: string) => ReturnType<ReturnType<Asking["engine"]["guard"]>["judge"]>,
  says: (sentence: string) => void,
): Promise<Reworded & { readonly length: number }> {
  const carried: Carried[] = [];
  let buffer = "";
  let length = 0;
  const take = (sentence: string): Reason | null => {
    if (carried.length >= mostSentences) return { code: modelReasons.long, sentence: sentence.slice(0, 160) };
    const found = judge(sentence);
    if (!found.ok) return found.reason;
    carried.push(found.value);
    says(found.value.text);
    return null;
  };
  for await (const piece of streamed.text) {
    buffer += piece;
    length += piece.length;
    if (length > 4 * modelLimits.answer)
      return { outcome: "refused", reason: { code: modelReasons.long }, carried, length };
    // The last one may still go on.
    const sentences = buffer.split("\n").flatMap((line) => sentencesOf(line, language));
    for (const sentence of sentences.slice(0, -1)) {
      const reason = take(sentence);
      if (reason) return { outcome: "refused", reason, carried, length };
    }
    // With the blank behind it: the next piece may begin with a word.
    if (sentences.length > 1) buffer = buffer.slice(buffer.lastIndexOf(sentences.at(-1) ?? ""));
  }
  for (const sentence of buffer.split("\n").flatMap((line) => sentencesOf(line, language))) {
    const reason = take(sentence);
    if (reason) return { outcome: "refused", reason, carried, length };
  }
  return carried.length
    ? { outcome: "shown", reason: null, carried, length }
    : { outcome: "silent", reason: { code: modelReasons.silent }, carried, length };
}

/**
 * The same answer in a model's words, where one is connected and all that it says is carried; else the answer as it was, with why.
 * `says` hears each sentence as soon as it may be shown.
 */
export async function reword(
  context: Context,
  row: SiteRow,
  model: Model | null,
  { engine, knowledge }: Asking,
  question: string,
  reply: Reply,
  says: (sentence: string) => void = () => {},
): Promise<Reply> {
  const material = model ? engine.material(reply) : [];
  if (!model || !material.length) return reply;
  const not = (reason: Reason): Reply => ({ ...reply, why: [...reply.why, reason] });
  const key = await modelKey(context, row.id);
  if (key === null) return not({ code: modelReasons.noKey });
  const day = dayIn(row.settings.zone, context.now());
  if (!(await takeCall(context, row.id, day, model.mostCalls)))
    return not({ code: modelReasons.usedUp, most: model.mostCalls });
  const began = performance.now();
  const body = JSON.stringify(modelRequest(knowledge.brief, question, reply.language, material));
  const sent = await sendOutside(reachOf(context), model.address, {
    about: "chatModel",
    headers: { authorization: `Bearer ${key}`, accept: "text/plain", "content-type": "application/json" },
    body,
    mostBytes: modelLimits.answerBytes,
    seconds: modelLimits.seconds,
  });
  let firstMs = 0;
  let done: Reworded & { readonly length: number };
  let trailer: string | null = null;
  if (!sent.ok) done = { outcome: "failed", reason: sent.reason, carried: [], length: 0 };
  else {
    const guard = engine.guard(material);
    try {
      done = await judged(
        sent.value,
        reply.language,
        (sentence) => guard.judge(sentence),
        (sentence) => {
          firstMs ||= performance.now() - began;
          says(sentence);
        },
      );
      trailer = sent.value.trailer("tokens");
    } catch (error) {
      context.log.warn({ err: error, site: row.id }, "the model broke off");
      done = { outcome: "failed", reason: { code: modelReasons.broke }, carried: [], length: 0 };
    } finally {
      sent.value.end();
    }
  }
  const wholeMs = performance.now() - began;
  const used = counted(trailer) ?? { in: tokensOf(body.length), out: tokensOf(done.length) };
  const more = (column: keyof typeof chatModelDays.$inferSelect, by: number) =>
    sql`${chatModelDays[column]} + ${Math.round(by)}`;
  await context.db
    .update(chatModelDays)
    .set({
      shown: more("shown", done.outcome === "shown" ? 1 : 0),
      refused: more("refused", done.outcome === "refused" ? 1 : 0),
      failed: more("failed", done.outcome === "failed" || done.outcome === "silent" ? 1 : 0),
      tokensIn: more("tokensIn", sent.ok ? used.in : 0),
      tokensOut: more("tokensOut", used.out),
      firstMs: more("firstMs", firstMs || wholeMs),
      wholeMs: more("wholeMs", wholeMs),
      cost: more("cost", sent.ok ? costOf(model, used.in, used.out) : 0),
    })
    .where(and(eq(chatModelDays.siteId, row.id), eq(chatModelDays.day, day)));
  if (done.outcome !== "shown") return not(done.reason ?? { code: modelReasons.silent });
  const shown = engine.reworded(reply, material, done.carried);
  return {
    ...shown,
    why: [...shown.why, { code: modelReasons.said, sentences: done.carried.length, ms: Math.round(wholeMs) }],
  };
}

/** What a model did in the days from `first` on, all together; null where none was asked. */
export async function modelFigures(context: Context, siteId: string, first: string) {
  const sum = (column: keyof typeof chatModelDays.$inferSelect) =>
    sql<string>`coalesce(sum(${chatModelDays[column]}), 0)`;
  const [row] = await context.db
    .select({
      calls: sum("calls"),
      shown: sum("shown"),
      refused: sum("refused"),
      failed: sum("failed"),
      tokensIn: sum("tokensIn"),
      tokensOut: sum("tokensOut"),
      firstMs: sum("firstMs"),
      wholeMs: sum("wholeMs"),
      cost: sum("cost"),
    })
    .from(chatModelDays)
    .where(and(eq(chatModelDays.siteId, siteId), gte(chatModelDays.day, first)));
  if (!row || !Number(row.calls)) return null;
  const calls = Number(row.calls);
  return {
    calls,
    shown: Number(row.shown),
    refused: Number(row.refused),
    failed: Number(row.failed),
    tokens: Number(row.tokensIn) + Number(row.tokensOut),
    firstMs: Math.round(Number(row.firstMs) / calls),
    wholeMs: Math.round(Number(row.wholeMs) / calls),
    /** In minor units. */
    cost: Number(row.cost) / 1_000_000,
  };
}
