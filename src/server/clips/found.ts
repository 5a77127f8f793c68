// What the feeds of a site show, from what their sources have found.
import { and, eq, inArray } from "drizzle-orm";
import type { ClipFeed, FoundClips } from "@/core/clips/clips";
import { selectClips } from "@/core/clips/select";
import type { SiteSettings } from "@/core/site/site";
import { type SiteWidget, widgetsOfKind } from "@/core/widget/settings";
import { clipSources } from "@/data/clips/tables";
import type { Executor } from "@/data/connection";
import { mediaEntry } from "@/data/site/queries";
import { media } from "@/data/site/tables";

/** What one feed shows, of what its sources have found. */
export async function foundBy(
  db: Executor,
  siteId: string,
  widget: string,
  feed: ClipFeed,
  settings: Pick<SiteSettings, "language" | "zone">,
): Promise<FoundClips> {
  const rows = await db
    .select({ source: clipSources.sourceId, about: clipSources.about, clips: clipSources.clips })
    .from(clipSources)
    .where(and(eq(clipSources.siteId, siteId), eq(clipSources.widgetId, widget)));
  const bySource = new Map(rows.map((row) => [row.source, row]));
  const sources = feed.sources.flatMap(({ id }) => bySource.get(id) ?? []);
  const clips = selectClips(
    sources.flatMap((row) => row.clips),
    feed.pick,
    settings,
  );
  const hashes = [...new Set(clips.flatMap(({ poster }) => poster ?? []))];
  const posters = hashes.length
    ? await db
        .select()
        .from(media)
        .where(and(eq(media.siteId, siteId), inArray(media.hash, hashes)))
    : [];
  return { about: sources.find(({ about }) => about)?.about ?? null, clips, posters: posters.map(mediaEntry) };
}

/** What every feed of a site shows, by the widget. */
export async function foundOf(
  db: Executor,
  siteId: string,
  widgets: readonly SiteWidget[],
  settings: Pick<SiteSettings, "language" | "zone">,
): Promise<ReadonlyMap<string, FoundClips>> {
  const found = new Map<string, FoundClips>();
  for (const { id, settings: feed } of widgetsOfKind(widgets, "clips"))
    found.set(id, await foundBy(db, siteId, id, feed, settings));
  return found;
}
