// Clips that stand on pages by themselves: once a day their hosts are asked whether they still show them, and one that is gone
// is a finding at its block. Feeds look after theirs.
import { and, asc, eq, gt, inArray, isNotNull, isNull, notInArray } from "drizzle-orm";
import type { Finding } from "@/core/check/problems";
import { ownOrigin } from "@/core/kind/holder";
import { kinds } from "@/core/page/kinds";
import { everyNode, type PageNode } from "@/core/page/node";
import type { SiteFile } from "@/core/site/site";
import { clipGone } from "@/core/video/outside-words";
import { pageAddress, type Source } from "@/core/video/source";
import type { Reason } from "@/core/visitor/decision";
import { type Executor, inTransaction } from "@/data/connection";
import { documents } from "@/data/page/tables";
import { sites } from "@/data/site/tables";
import { clipChecks } from "@/data/video/tables";
import { queueJob, queueOnly } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import { type Context, sha256, standInOrigins } from "../context";
import { factsOf } from "./clip";

const dayMs = 86_400_000;
const onlyOne = "standingClips";
/** So many clips of a site are asked for in a day. */
const mostClips = 200;
/** So many bodies are in memory at once. */
const atOnce = 20;

const nameOf = (source: Source): string => sha256(JSON.stringify(source));

/** Clips of other hosts in a document, each with the block that shows it. */
const clipsIn = (root: PageNode): readonly { readonly node: string; readonly source: Source }[] =>
  [...everyNode(root)].flatMap(({ id, kind, content }) => {
    const source = kinds[kind].plays?.(content);
    return source && source.from !== "file" ? [{ node: id, source }] : [];
  });

/** The clips that stand on a site. Only documents that reach other hosts at all are read. */
async function standingClips(db: Executor, siteId: string): Promise<ReadonlyMap<string, Source>> {
  const live = and(eq(documents.siteId, siteId), isNull(documents.removedAt));
  const rows = await db.select({ id: documents.id, sends: documents.sends }).from(documents).where(live);
  const reaching = rows.filter(({ sends }) => !sends || sends.some(({ origin }) => origin !== ownOrigin));
  const found = new Map<string, Source>();
  for (let at = 0; at < reaching.length && found.size < mostClips; at += atOnce) {
    const ids = reaching.slice(at, at + atOnce).map(({ id }) => id);
    const bodies = await db
      .select({ body: documents.body })
      .from(documents)
      .where(and(live, inArray(documents.id, ids)));
    for (const { body } of bodies) for (const { source } of clipsIn(body)) found.set(nameOf(source), source);
  }
  return new Map([...found].slice(0, mostClips));
}

/** Whether a reason says that the clip itself is not to be had, and not that its host is busy or away for now. */
const isGone = ({ code, status }: Reason): boolean =>
  code === "video.status"
    ? [401, 403, 404, 410].includes(Number(status))
    : code === "video.notFramed" || code === "video.tellsNothing";

/** Asks the hosts of a site's clips, and keeps what they said. */
export async function askClips(context: Context, siteId: string): Promise<void> {
  const { db } = context;
  const standing = await standingClips(db, siteId);
  const gone = [...standing.keys()];
  await db
    .delete(clipChecks)
    .where(and(eq(clipChecks.siteId, siteId), gone.length ? notInArray(clipChecks.clip, gone) : undefined));
  for (const [clip, source] of standing) {
    const told = await factsOf(context, pageAddress(source, standInOrigins(context.settings)) ?? "");
    const problem = told.ok ? null : told.reason;
    // A host that is away says nothing about its clips: what was known stays.
    if (problem && !isGone(problem)) continue;
    const now = context.now();
    await db
      .insert(clipChecks)
      .values({ siteId, clip, askedAt: now, problem, goneSince: problem ? now : null })
      .onDuplicateKeyUpdate({ set: { askedAt: now, problem, ...(problem ? {} : { goneSince: null }) } });
    if (problem)
      await db
        .update(clipChecks)
        .set({ goneSince: now })
        .where(and(eq(clipChecks.siteId, siteId), eq(clipChecks.clip, clip), isNull(clipChecks.goneSince)));
  }
}

/** Blocks whose clip is gone, as findings. */
export async function goneClips(db: Executor, siteId: string, site: SiteFile): Promise<readonly Finding[]> {
  const rows = await db
    .select({ clip: clipChecks.clip, problem: clipChecks.problem })
    .from(clipChecks)
    .where(and(eq(clipChecks.siteId, siteId), isNotNull(clipChecks.goneSince)));
  if (!rows.length) return [];
  const why = new Map(rows.map(({ clip, problem }) => [clip, problem]));
  return site.pages.flatMap((page) =>
    clipsIn(page.body).flatMap(({ node, source }) => {
      const problem = why.get(nameOf(source));
      if (!problem) return [];
      return [{ weight: "look" as const, document: page.id, node, widget: null, reason: clipGone(problem) }];
    }),
  );
}

/** Queues the first round, unless one waits already: each queues the next. */
export const beginAskingClips = (context: Context): Promise<void> =>
  queueOnly(context.db, { kind: "standingClips", siteId: null, payload: {}, onlyOne });

/** The job: a round through all sites, and the next one for tomorrow. */
export async function standingClipsJob(context: Context, run: JobRun): Promise<void> {
  for (let after = ""; ; ) {
    const [site] = await context.db
      .select({ id: sites.id })
      .from(sites)
      .where(gt(sites.id, after))
      .orderBy(asc(sites.id))
      .limit(1);
    if (!site) break;
    after = site.id;
    await askClips(context, site.id);
  }
  await inTransaction(context.db, async (tx) => {
    await run.finish(tx);
    const availableAt = new Date(Date.now() + dayMs);
    await queueJob(tx, { kind: "standingClips", siteId: null, payload: {}, onlyOne, availableAt });
  });
}
