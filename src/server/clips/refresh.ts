// Keeping feeds up to date: each source is read again as time goes on; one that breaks keeps its last good state and is
// tried again later and later; where what a feed shows has changed, the pages that show it are made anew.
import { and, eq, inArray } from "drizzle-orm";
import { type ClipFeed, type FeedClip, type FeedSource, feedLimits } from "@/core/clips/clips";
import type { Reason } from "@/core/visitor/decision";
import { clipSources } from "@/data/clips/tables";
import { type Executor, inTransaction } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { media, sites } from "@/data/site/tables";
import { widgets } from "@/data/widget/tables";
import { queueSooner, realTime } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import { type Context, sha256 } from "../context";
import { fetchOutside } from "../outside/fetch";
import { reachOf } from "../outside/reach";
import { Problem } from "../problem";
import { queueRenewing } from "../release/waiting";
import { addPicture } from "../site/media";
import { foundBy } from "./found";
import { readSource } from "./read";

const minuteMs = 60_000;
/** How often a source that answers is asked again; after failures twice as long each time, up to the longest. */
const everyMs = 15 * minuteMs;
const longestMs = 6 * 60 * minuteMs;
const pictureBytes = 8 * 2 ** 20;
/** Of the clips that are not shown, so many are read besides: filters may want more than are shown. */
const readBesides = 4;

type Row = typeof clipSources.$inferSelect;

/** What a source asks for, whatever it is called. */
export const askedOf = (source: FeedSource): string => sha256(JSON.stringify({ ...source, id: "" }));

const at = (siteId: string, widgetId: string, sourceId: string) =>
  and(eq(clipSources.siteId, siteId), eq(clipSources.widgetId, widgetId), eq(clipSources.sourceId, sourceId));

/** When a source that failed so often is tried again. */
export function nextTry(now: Date, failures: number, reason: Reason | null): Date {
  const asked = typeof reason?.retryAfter === "number" ? reason.retryAfter * 1000 : 0;
  const usual = Math.min(longestMs, everyMs * 2 ** Math.min(10, failures));
  return new Date(now.getTime() + Math.max(usual, asked));
}

async function refreshSource(
  context: Context,
  siteId: string,
  widgetId: string,
  source: FeedSource,
  wanted: number,
  before: Row | undefined,
): Promise<void> {
  const asked = askedOf(source);
  const same = before?.asked === asked ? before : undefined;
  const known = { etag: same?.etag ?? null, lastModified: same?.lastModified ?? null, clips: same?.clips ?? [] };
  const read = await readSource(context, siteId, source, wanted, known);
  const now = context.now();
  const key = { siteId, widgetId, sourceId: source.id, asked };
  if (!read.ok) {
    const failures = (same?.failures ?? 0) + 1;
    const tried = { problem: read.reason, failures, triedAt: now, nextAt: nextTry(now, failures, read.reason) };
    // What another source had found is not what this one shows.
    const kept = same ? {} : { clips: [], about: null, etag: null, lastModified: null, goodAt: null };
    await context.db
      .insert(clipSources)
      .values({ ...key, clips: [], ...tried })
      .onDuplicateKeyUpdate({ set: { asked, ...kept, ...tried } });
    return;
  }
  const tried = { problem: null, failures: 0, triedAt: now, goodAt: now, nextAt: nextTry(now, 0, null) };
  if (read.value === "unchanged") {
    await context.db
      .update(clipSources)
      .set(tried)
      .where(at(siteId, widgetId, source.id));
    return;
  }
  // Posters that were fetched for a picture stay with it.
  const posters = new Map(known.clips.flatMap(({ picture, poster }) => (picture && poster ? [[picture, poster]] : [])));
  const clips = read.value.clips.map((clip) =>
    clip.picture && posters.has(clip.picture) ? { ...clip, poster: posters.get(clip.picture) ?? null } : clip,
  );
  const { about, etag, lastModified } = read.value;
  const found = { about, clips, etag, lastModified, ...tried };
  await context.db
    .insert(clipSources)
    .values({ ...key, ...found })
    .onDuplicateKeyUpdate({ set: { asked, ...found } });
}

/** A clip's picture as a medium of the site; null where it can't be had. */
async function fetchPoster(
  context: Context,
  site: { readonly id: string; readonly studioId: string },
  clip: FeedClip,
): Promise<string | null> {
  const answer = await fetchOutside(reachOf(context), clip.picture ?? "", {
    about: "video",
    accept: "image/*",
    mostBytes: pictureBytes,
  });
  if (!answer.ok || !answer.value.file) return null;
  try {
    const { hash } = await addPicture(context, site, `${clip.title.slice(0, 80)}.jpg`, answer.value.file);
    // It says what its card says: nobody has to describe it.
    await context.db
      .update(media)
      .set({ decorative: true })
      .where(and(eq(media.siteId, site.id), eq(media.hash, hash)));
    return hash;
  } catch (error) {
    if (error instanceof Problem) return null;
    throw error;
  }
}

/** Fetches the pictures of clips that are shown and have none yet; each address once. */
async function fetchPosters(
  context: Context,
  site: { readonly id: string; readonly studioId: string },
  widgetId: string,
  shown: readonly FeedClip[],
  told: () => Promise<void>,
): Promise<void> {
  const wanted = new Map(shown.flatMap((clip) => (clip.picture && !clip.poster ? [[clip.picture, clip]] : [])));
  if (!wanted.size) return;
  const got = new Map<string, string>();
  for (const [picture, clip] of wanted) {
    const hash = await fetchPoster(context, site, clip);
    if (hash) got.set(picture, hash);
    await told();
  }
  await inTransaction(context.db, async (tx) => {
    const rows = await tx
      .select()
      .from(clipSources)
      .where(and(eq(clipSources.siteId, site.id), eq(clipSources.widgetId, widgetId)))
      .for("update");
    for (const row of rows) {
      const clips = row.clips.map((clip) => {
        const poster = clip.picture && !clip.poster ? got.get(clip.picture) : undefined;
        return poster ? { ...clip, poster } : clip;
      });
      await tx
        .update(clipSources)
        .set({ clips })
        .where(at(site.id, widgetId, row.sourceId));
    }
  });
}

/** The feed as it stands in the studio; null where it is gone. */
async function feedAt(context: Context, siteId: string, widgetId: string) {
  const [row] = await context.db
    .select({ settings: widgets.settings, site: sites })
    .from(widgets)
    .innerJoin(sites, eq(sites.id, widgets.siteId))
    .where(and(eq(widgets.siteId, siteId), eq(widgets.id, widgetId), eq(widgets.kind, "clips")));
  return row ? { feed: row.settings as ClipFeed, site: row.site } : null;
}

/** Reads the sources of a feed that are due, or all of them; answers whether what it shows is another. */
export async function refreshClips(
  context: Context,
  siteId: string,
  widgetId: string,
  { all = false, told = async () => {} }: { readonly all?: boolean; readonly told?: () => Promise<void> } = {},
): Promise<boolean> {
  const found = await feedAt(context, siteId, widgetId);
  if (!found) return false;
  const { feed, site } = found;
  const shownNow = async () => JSON.stringify(await foundBy(context.db, siteId, widgetId, feed, site.settings));
  const before = await shownNow();
  const rows = await context.db
    .select()
    .from(clipSources)
    .where(and(eq(clipSources.siteId, siteId), eq(clipSources.widgetId, widgetId)));
  const bySource = new Map(rows.map((row) => [row.sourceId, row]));
  const wanted = Math.min(feedLimits.clips, feed.pick.most * readBesides);
  for (const source of feed.sources) {
    const row = bySource.get(source.id);
    const due = all || !row || row.asked !== askedOf(source) || row.nextAt <= context.now();
    if (due) await refreshSource(context, siteId, widgetId, source, wanted, row);
    await told();
  }
  const gone = rows.map(({ sourceId }) => sourceId).filter((id) => !feed.sources.some((source) => source.id === id));
  if (gone.length)
    await context.db
      .delete(clipSources)
      .where(
        and(eq(clipSources.siteId, siteId), eq(clipSources.widgetId, widgetId), inArray(clipSources.sourceId, gone)),
      );
  const { clips } = await foundBy(context.db, siteId, widgetId, feed, site.settings);
  await fetchPosters(context, site, widgetId, clips, told);
  return (await shownNow()) !== before;
}

const queueRefresh = (tx: Executor, siteId: string, widgetId: string, availableAt: Date): Promise<void> =>
  queueSooner(tx, { kind: "clips", siteId, payload: { widget: widgetId }, onlyOne: `clips:${widgetId}`, availableAt });

/** Has a feed read soon: after it was made or changed. */
export const readSoon = (tx: Executor, siteId: string, widgetId: string): Promise<void> =>
  queueRefresh(tx, siteId, widgetId, new Date());

/** When a feed is looked at again: as soon as a source is due, and now where one was set anew meanwhile. */
async function nextOf(tx: Executor, context: Context, siteId: string, widgetId: string): Promise<Date> {
  const [row] = await tx
    .select({ settings: widgets.settings })
    .from(widgets)
    .where(and(eq(widgets.siteId, siteId), eq(widgets.id, widgetId)));
  const sources = await tx
    .select({ id: clipSources.sourceId, asked: clipSources.asked, nextAt: clipSources.nextAt })
    .from(clipSources)
    .where(and(eq(clipSources.siteId, siteId), eq(clipSources.widgetId, widgetId)));
  const known = new Map(sources.map((one) => [one.id, one]));
  const wanted = (row?.settings as ClipFeed | undefined)?.sources ?? [];
  if (wanted.some((source) => known.get(source.id)?.asked !== askedOf(source))) return new Date();
  const next = Math.min(context.now().getTime() + everyMs, ...sources.map(({ nextAt }) => nextAt.getTime()));
  return realTime(context, new Date(next));
}

/** The job: reads what is due and comes back later, as long as the feed is there. */
export async function clipsJob(context: Context, run: JobRun): Promise<void> {
  const siteId = run.job.siteId ?? "";
  const widgetId = run.job.payload.widget ?? "";
  const changed = await refreshClips(context, siteId, widgetId, { told: () => run.progress(0, 1) });
  const found = await feedAt(context, siteId, widgetId);
  await inTransaction(context.db, async (tx) => {
    await run.finish(tx);
    if (!found) return;
    if (changed) {
      await queueRenewing(tx, siteId);
      await announce(tx, siteId, "changed", { tab: "" });
    }
    await queueRefresh(tx, siteId, widgetId, await nextOf(tx, context, siteId, widgetId));
  });
  if (changed) context.jobQueued();
}
