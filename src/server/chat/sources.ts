// Other sites and files that chats read: begun when they are set, gone on with by a job, stopped and resumed, and gone through
// again every few days.
import { and, asc, count, eq, inArray, ne, sql } from "drizzle-orm";
import type { Chat, ChatSource } from "@/core/chat/chat";
import type { ReadPage } from "@/core/chat/knows/read-page";
import { startAddress } from "@/core/crawl/address";
import { crawlWords } from "@/core/crawl/words";
import type { DocumentType } from "@/core/media/documents";
import { type Outcome, type Reason, refused } from "@/core/visitor/decision";
import { widgetsOfKind } from "@/core/widget/settings";
import { chatSourcePages, chatSources } from "@/data/chat/tables";
import { type Executor, inTransaction } from "@/data/connection";
import { keptSite } from "@/data/release/page-states";
import { media, sites } from "@/data/site/tables";
import { widgets } from "@/data/widget/tables";
import { JobLost, queueSooner, realTime } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import { type Context, sha256 } from "../context";
import { sandboxed } from "../sandbox/sandbox";
import { atSource, crawlSlice, inSource, type SourceRow } from "./crawl";
import { sourceKey } from "./read-sources";

const dayMs = 86_400_000;
/** A site that could not be read at all is tried again, twice as late each time. */
const againMs = 1_800_000;
const longestAgainMs = dayMs;

/** How far a source goes: another is gone through anew. */
const planOf = (source: ChatSource): string =>
  sha256(source.of === "site" ? JSON.stringify([source.mostPages, source.mostDepth, source.leaveOut]) : "");

/** The chat of a site as it stands in the studio, and as it is live. */
async function chatsOf(db: Executor, siteId: string): Promise<readonly Chat[]> {
  const rows = await db
    .select({ settings: widgets.settings })
    .from(widgets)
    .where(and(eq(widgets.siteId, siteId), eq(widgets.kind, "chat")));
  return rows.map(({ settings }) => settings as Chat);
}

async function liveChats(db: Executor, siteId: string): Promise<readonly Chat[]> {
  const [row] = await db.select({ id: sites.liveReleaseId }).from(sites).where(eq(sites.id, siteId));
  const site = row?.id ? await keptSite(db, siteId, row.id) : null;
  return site ? widgetsOfKind(site.widgets, "chat").map(({ settings }) => settings) : [];
}

const sourcesIn = (chats: readonly Chat[]): ReadonlyMap<string, ChatSource> =>
  new Map(chats.flatMap(({ sources }) => sources.map((source) => [sourceKey(source), source] as const)));

/** Begins a round: what is known stays until it is looked at again; what was passed over is found anew. */
async function beginRound(tx: Executor, context: Context, siteId: string, key: string, plan: string): Promise<void> {
  const now = context.now();
  const set = { state: "reading" as const, plan, robots: null, startedAt: now, nextAt: now };
  await tx
    .insert(chatSources)
    .values({ siteId, key, round: 1, problem: null, ...set })
    .onDuplicateKeyUpdate({ set: { ...set, round: sql`${chatSources.round} + 1` } });
  await tx.delete(chatSourcePages).where(and(inSource(siteId, key), ne(chatSourcePages.state, "read")));
}

/** Begins what is set and was not begun yet as it is set, and forgets what neither the studio nor the live site names. */
async function settle(context: Context, siteId: string): Promise<ReadonlyMap<string, ChatSource>> {
  return inTransaction(context.db, async (tx) => {
    const wanted = sourcesIn(await chatsOf(tx, siteId));
    const rows = await tx.select().from(chatSources).where(eq(chatSources.siteId, siteId)).for("update");
    const known = new Map(rows.map((row) => [row.key, row]));
    for (const [key, source] of wanted) {
      const row = known.get(key);
      if (!row || row.plan !== planOf(source)) await beginRound(tx, context, siteId, key, planOf(source));
    }
    // The live site is read only where something might go.
    const unnamed = rows.flatMap(({ key }) => (wanted.has(key) ? [] : [key]));
    const live = unnamed.length ? sourcesIn(await liveChats(tx, siteId)) : wanted;
    const gone = unnamed.filter((key) => !live.has(key));
    if (gone.length) {
      await tx
        .delete(chatSourcePages)
        .where(and(eq(chatSourcePages.siteId, siteId), inArray(chatSourcePages.sourceKey, gone)));
      await tx.delete(chatSources).where(and(eq(chatSources.siteId, siteId), inArray(chatSources.key, gone)));
    }
    return wanted;
  });
}

/** What a file among the media says. */
async function readFile(
  context: Context,
  siteId: string,
  hash: string,
): Promise<Outcome<{ title: string; read: ReadPage }>> {
  const [entry] = await context.db
    .select()
    .from(media)
    .where(and(eq(media.siteId, siteId), eq(media.hash, hash)));
  const file = entry ? await context.bytes.get(hash) : null;
  if (!entry || !file) return refused("crawl.fileGone");
  const found = await sandboxed(context.settings, "words", { file, type: entry.type as DocumentType }, {});
  if ("givenUp" in found) return refused("crawl.tooSlow", { seconds: found.givenUp.seconds });
  return found.answer.ok ? { ok: true, value: { title: entry.name, read: found.answer.value } } : found.answer;
}

async function takeFile(context: Context, row: SourceRow, hash: string): Promise<void> {
  const { siteId, key, round } = row;
  const found = await readFile(context, siteId, hash);
  const now = context.now();
  await inTransaction(context.db, async (tx) => {
    const ended = { state: found.ok ? ("done" as const) : ("failed" as const), doneAt: now, nextAt: null };
    await tx
      .update(chatSources)
      .set({ ...ended, problem: found.ok ? null : found.reason, version: sql`${chatSources.version} + 1` })
      .where(and(atSource(siteId, key), eq(chatSources.round, round)));
    await tx.delete(chatSourcePages).where(inSource(siteId, key));
    if (!found.ok) return;
    const { title, read } = found.value;
    await tx.insert(chatSourcePages).values({
      ...{
        siteId,
        sourceKey: key,
        key: sha256(hash),
        address: "",
        depth: 0,
        nth: 0,
        round,
        state: "read",
        reason: null,
      },
      ...{ title: title.slice(0, 300), hash, passages: read.sections.length, read, readAt: now },
    });
  });
}

/** A site was gone through, or could not be. */
async function ended(context: Context, row: SourceRow, everyDays: number, problem: Reason | null): Promise<void> {
  const now = context.now();
  const failures = problem ? row.failures + 1 : 0;
  const again = problem
    ? Math.min(longestAgainMs, againMs * 2 ** Math.min(10, failures - 1))
    : everyDays
      ? everyDays * dayMs
      : null;
  const state = problem ? "failed" : "done";
  await context.db
    .update(chatSources)
    .set({ state, problem, failures, doneAt: now, nextAt: again === null ? null : new Date(now.getTime() + again) })
    .where(and(atSource(row.siteId, row.key), eq(chatSources.round, row.round), eq(chatSources.state, "reading")));
}

/** Goes on with one source for a little, if it is due; answers when it is to be gone on with, null for never. */
async function goOn(
  context: Context,
  row: SourceRow,
  source: ChatSource,
  told: () => Promise<void>,
): Promise<Date | null> {
  const now = context.now();
  if (row.state === "stopped" || !row.nextAt) return null;
  if (row.nextAt > now) return realTime(context, row.nextAt);
  if (row.state !== "reading") {
    await inTransaction(context.db, (tx) => beginRound(tx, context, row.siteId, row.key, planOf(source)));
    return new Date();
  }
  if (source.of === "file") {
    await takeFile(context, row, source.file);
    return null;
  }
  const sliced = await crawlSlice(context, row, source, told);
  if (sliced.more) return sliced.at;
  await ended(context, row, source.everyDays, sliced.problem);
  const [after] = await context.db
    .select({ nextAt: chatSources.nextAt })
    .from(chatSources)
    .where(atSource(row.siteId, row.key));
  return after?.nextAt ? realTime(context, after.nextAt) : null;
}

/** The same; what goes wrong within is told of that source alone, and it is tried again later. */
async function goOnSafely(...given: Parameters<typeof goOn>): Promise<Date | null> {
  const [context, row] = given;
  try {
    return await goOn(...given);
  } catch (error) {
    if (error instanceof JobLost) throw error;
    context.log.error({ err: error, site: row.siteId, source: row.key }, "reading a source failed");
    await ended(context, row, 0, { code: "crawl.inside" });
    return realTime(context, new Date(context.now().getTime() + againMs));
  }
}

const queueAt = (tx: Executor, siteId: string, availableAt: Date): Promise<void> =>
  queueSooner(tx, { kind: "chatSources", siteId, payload: {}, onlyOne: `chatSources:${siteId}`, availableAt });

/** An address is typed letter by letter, and saved meanwhile. */
const settleMs = 2000;

/** Has the other sites and files of a site looked at soon: after a chat was made or changed. */
export const sourcesSoon = (tx: Executor, siteId: string): Promise<void> =>
  queueAt(tx, siteId, new Date(Date.now() + settleMs));

/** The job: goes on with each source that is due for a little, and comes back for the rest. */
export async function sourcesJob(context: Context, run: JobRun): Promise<void> {
  const siteId = run.job.siteId ?? "";
  const wanted = await settle(context, siteId);
  const rows = await context.db
    .select()
    .from(chatSources)
    .where(eq(chatSources.siteId, siteId))
    .orderBy(asc(chatSources.startedAt), asc(chatSources.key));
  const next = new Map<string, Date | null>();
  for (const row of rows) {
    const source = wanted.get(row.key);
    if (source) next.set(`${row.key} ${row.state}`, await goOnSafely(context, row, source, () => run.progress(0, 1)));
  }
  const again = await inTransaction(context.db, async (tx) => {
    await run.finish(tx);
    const at = await nextOf(tx, siteId, next);
    if (at) await queueAt(tx, siteId, at);
    return at !== null;
  });
  if (again) context.jobQueued();
}

/**
 * When something is to be gone on with: what was set, or told to go on, while the job ran could not queue another, and is due now.
 * `handled` tells it of sources that the job went on with, by how they stood.
 */
async function nextOf(tx: Executor, siteId: string, handled: ReadonlyMap<string, Date | null>): Promise<Date | null> {
  const wanted = sourcesIn(await chatsOf(tx, siteId));
  const rows = await tx.select().from(chatSources).where(eq(chatSources.siteId, siteId));
  const known = new Map(rows.map((row) => [row.key, row]));
  const times = [...wanted].flatMap(([key, source]) => {
    const row = known.get(key);
    if (!row || row.plan !== planOf(source)) return [new Date()];
    if (row.state === "reading") return [handled.get(`${key} reading`) ?? new Date()];
    return [handled.get(`${key} ${row.state}`) ?? handled.get(`${key} reading`) ?? []].flat();
  });
  return times.length ? new Date(Math.min(...times.map((at) => at.getTime()))) : null;
}

/** A source that a chat of the site has, as it is saved; null where none has it. */
export async function savedSource(context: Context, siteId: string, source: ChatSource): Promise<ChatSource | null> {
  return sourcesIn(await chatsOf(context.db, siteId)).get(sourceKey(source)) ?? null;
}

/** Stops a source that is being read; what was read until then stays. */
export async function stopSource(context: Context, siteId: string, source: ChatSource): Promise<void> {
  await context.db
    .update(chatSources)
    .set({ state: "stopped" })
    .where(and(atSource(siteId, sourceKey(source)), eq(chatSources.state, "reading")));
}

/** Goes on where it was stopped, or goes through it again. */
export async function goOnWith(context: Context, siteId: string, source: ChatSource): Promise<void> {
  const key = sourceKey(source);
  await inTransaction(context.db, async (tx) => {
    const [row] = await tx.select().from(chatSources).where(atSource(siteId, key)).for("update");
    if (row?.state === "stopped") await tx.update(chatSources).set({ state: "reading" }).where(atSource(siteId, key));
    else if (row?.state !== "reading") await beginRound(tx, context, siteId, key, planOf(source));
    await queueAt(tx, siteId, new Date());
  });
  context.jobQueued();
}

/** What a file among the media is called; "" where it is none of them. */
async function fileName({ db }: Context, siteId: string, hash: string): Promise<string> {
  const [entry] = await db
    .select({ name: media.name })
    .from(media)
    .where(and(eq(media.siteId, siteId), eq(media.hash, hash)));
  return entry?.name ?? "";
}

/** So many addresses of one source are shown. */
const mostShown = 600;

/** How a source stands: what was read of it, what was left out and why, and what is still to be looked at. */
export async function sourceState(context: Context, siteId: string, source: ChatSource) {
  const key = sourceKey(source);
  const { db } = context;
  const [row] = await db.select().from(chatSources).where(atSource(siteId, key));
  if (!row) return null;
  const counts = await db
    .select({ state: chatSourcePages.state, due: sql<number>`${chatSourcePages.round} < ${row.round}`, all: count() })
    .from(chatSourcePages)
    .where(inSource(siteId, key))
    .groupBy(chatSourcePages.state, sql`2`);
  const sum = (fits: (one: { state: string; due: boolean }) => boolean) =>
    counts
      .filter(({ state, due }) => fits({ state, due: Boolean(Number(due)) }))
      .reduce((all, one) => all + one.all, 0);
  const pages = await db
    .select({
      address: chatSourcePages.address,
      title: chatSourcePages.title,
      state: chatSourcePages.state,
      reason: chatSourcePages.reason,
      passages: chatSourcePages.passages,
    })
    .from(chatSourcePages)
    .where(and(inSource(siteId, key), ne(chatSourcePages.state, "due")))

    .orderBy(asc(chatSourcePages.state), asc(chatSourcePages.depth), asc(chatSourcePages.nth))
    .limit(mostShown);
  return {
    name: source.of === "site" ? source.address : await fileName(context, siteId, source.file),
    state: row.state,
    problem: row.problem ? crawlWords(row.problem) : null,
    read: sum(({ state }) => state === "read"),
    left: sum(({ state, due }) => state === "left" && !due),
    due: row.state === "done" || row.state === "failed" ? 0 : sum(({ due }) => due),
    doneAt: row.doneAt?.toISOString() ?? null,
    nextAt: row.nextAt?.toISOString() ?? null,
    start: source.of === "site" ? startAddress(source.address) : null,
    pages: pages.map(({ reason, ...page }) => ({ ...page, reason: reason ? crawlWords(reason) : null })),
  };
}
