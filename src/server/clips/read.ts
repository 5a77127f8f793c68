// Reading one source of a feed: page by page, with the validators of the last good answer, apart from the process.
import { and, eq, isNull } from "drizzle-orm";
import { type FeedAbout, type FeedClip, type FeedSource, feedLimits } from "@/core/clips/clips";
import type { FeedRead } from "@/core/clips/read";
import { tagsIn } from "@/core/input/tags";
import { isFilm } from "@/core/media/documents";
import { isPicture } from "@/core/media/entry";
import { webAddress } from "@/core/video/oembed";
import { providerNames, providers } from "@/core/video/providers";
import { pageAddress, readNamed } from "@/core/video/source";
import { done, type Outcome, refused } from "@/core/visitor/decision";
import { mediaEntry } from "@/data/site/queries";
import { media } from "@/data/site/tables";
import { type Context, standInOrigins } from "../context";
import { type Fetched, fetchOutside, type Validators } from "../outside/fetch";
import { reachOf } from "../outside/reach";
import { sandboxed } from "../sandbox/sandbox";
import { factsOf } from "../video/clip";

export interface SourceRead extends Validators {
  readonly about: FeedAbout | null;
  readonly clips: readonly FeedClip[];
}

/** "unchanged" where the host says that nothing has. */
export type SourceOutcome = Outcome<SourceRead | "unchanged">;

const noValidators: Validators = { etag: null, lastModified: null };
const feedTypes = "application/rss+xml, application/atom+xml, application/xml;q=0.9, text/html;q=0.5";
/** Largest page of a host that is asked for so many clips at once. */
const pageSize = 50;

async function readInSandbox(context: Context, file: Fetched): Promise<Outcome<FeedRead>> {
  const given = {
    text: (file.file ?? Buffer.alloc(0)).toString("utf8"),
    from: file.address,
    standIns: Object.fromEntries(
      ["clips", "cdn.clips"].map((label) => [label, standInOrigins(context.settings)(label)]),
    ),
  };
  const found = await sandboxed(context.settings, "feed", given, {});
  if ("answer" in found) return found.answer;
  return refused("feed.tooSlow", { seconds: found.givenUp.seconds });
}

/** Address of the feed that a page names in its head; null for none. */
function feedIn(html: string, from: string): string | null {
  for (const { type = "", href } of tagsIn(html, "link")) {
    if (!/^application\/(?:rss|atom)\+xml\b/i.test(type.trim())) continue;
    const found = webAddress(href, from);
    if (found) return found;
  }
  return null;
}

const fetchFeed = (context: Context, address: string, known: Validators): Promise<Outcome<Fetched>> =>
  fetchOutside(reachOf(context), address, {
    about: "video",
    accept: feedTypes,
    mostBytes: feedLimits.bytes,
    known,
  });

/** Reads a feed at an address, or at that which a page there names, until `wanted` clips have come. */
async function readFeedAt(
  context: Context,
  address: string,
  wanted: number,
  known: Validators,
): Promise<SourceOutcome> {
  let first = await fetchFeed(context, address, known);
  if (first.ok && first.value.file && /^text\/html\b/i.test(first.value.type)) {
    const named = feedIn(first.value.file.toString("utf8"), first.value.address);
    if (!named) return refused("feed.notFeed");
    first = await fetchFeed(context, named, known);
  }
  if (!first.ok) return first;
  if (first.value.file === null) return done("unchanged");
  const { etag, lastModified } = first.value;
  const read = await readInSandbox(context, first.value);
  if (!read.ok) return read;
  const clips = new Map(read.value.clips.map((clip) => [clip.id, clip]));
  const seen = new Set([first.value.address]);
  let { next } = read.value;
  for (let pages = 1; next && clips.size < Math.min(wanted, feedLimits.clips) && pages < feedLimits.pages; pages++) {
    // A feed whose last page leads to its first would never end.
    if (seen.has(next)) break;
    seen.add(next);
    const more = await fetchFeed(context, next, noValidators);
    if (!more.ok) return more;
    const page = await readInSandbox(context, more.value);
    if (!page.ok) return page;
    for (const clip of page.value.clips) if (!clips.has(clip.id)) clips.set(clip.id, clip);
    next = page.value.next;
  }
  return done({ about: read.value.about, clips: [...clips.values()].slice(0, feedLimits.clips), etag, lastModified });
}

/** Address of a channel, playlist or search of a known host as its feed; any other as it stands. */
function feedAddress(typed: string, context: Context): Outcome<string> {
  const standIns = standInOrigins(context.settings);
  const named = readNamed(typed, standIns);
  if (!named) return refused("video.address");
  if (named.is === "clip") return refused("feed.noChannel");
  if (named.is === "page") return done(named.address);
  const provider = providers[named.provider];
  return done(`${provider.origin(standIns)}${provider.feed(named.of, named.name)}?size=${pageSize}`);
}

/** Clips picked one by one; what is known of one already is not asked for again. */
async function readPicked(
  context: Context,
  picked: readonly string[],
  known: readonly FeedClip[],
): Promise<SourceOutcome> {
  const before = new Map(known.map((clip) => [clip.id, clip]));
  const clips: FeedClip[] = [];
  let failed: Outcome<never> | null = null;
  for (const typed of picked) {
    const kept = before.get(typed);
    const found = kept ? null : await factsOf(context, typed);
    if (kept) clips.push(kept);
    else if (found?.ok) {
      const { source, told } = found.value;
      const page = pageAddress(source, standInOrigins(context.settings)) ?? "";
      clips.push({
        id: typed,
        source,
        page,
        title: told.title || typed,
        words: "",
        published: null,
        seconds: told.lengthSeconds,
        views: null,
        ratio: told.ratio,
        picture: told.picture,
        poster: null,
      });
    } else if (found) failed ??= found as Outcome<never>;
  }
  // One that is gone is left out; where none can be had, that is told.
  return !clips.length && failed ? failed : done({ about: null, clips, ...noValidators });
}

const stem = (name: string) => name.replace(/\.\w+$/, "").toLowerCase();

/** Films among the site's media, with the picture of the same name as their poster. */
async function readMedia(context: Context, siteId: string, tag: string): Promise<SourceOutcome> {
  const rows = await context.db
    .select()
    .from(media)
    .where(and(eq(media.siteId, siteId), isNull(media.removedAt)));
  const pictures = new Map(rows.filter(isPicture).map((row) => [stem(row.name), row.hash]));
  const clips = rows
    .filter((row) => isFilm(row) && (!tag || (row.tags ?? []).includes(tag)))
    .map((row): FeedClip => {
      const { hash, name, widthPx, heightPx, lengthMs = 0, alt = "" } = mediaEntry(row);
      return {
        id: hash,
        source: { from: "file", media: hash },
        page: `media:${hash}`,
        title: name.replace(/\.\w+$/, ""),
        words: alt,
        published: row.createdAt.getTime(),
        seconds: Math.round(lengthMs / 1000),
        views: null,
        ratio: Math.round((widthPx / Math.max(1, heightPx)) * 10_000) / 10_000,
        picture: null,
        poster: pictures.get(stem(name)) ?? null,
      };
    });
  return done({ about: null, clips, ...noValidators });
}

/** Reads a source; `known` is what was found of it the last time. Refused with a code of clips or of feeds. */
export async function readSource(
  context: Context,
  siteId: string,
  source: FeedSource,
  wanted: number,
  known: Validators & { readonly clips: readonly FeedClip[] },
): Promise<SourceOutcome> {
  const readers: {
    readonly [Of in FeedSource["of"]]: (of: Extract<FeedSource, { of: Of }>) => Promise<SourceOutcome>;
  } = {
    address: async ({ address }) => {
      const at = feedAddress(address, context);
      return at.ok ? readFeedAt(context, at.value, wanted, known) : at;
    },
    search: ({ words }) => {
      const standIns = standInOrigins(context.settings);
      // The first host that can be searched.
      const searched = providerNames.find((name) => providers[name].feedPaths.search);
      if (!searched) return Promise.resolve(refused("feed.notFeed"));
      const provider = providers[searched];
      const address = `${provider.origin(standIns)}${provider.feed("search", words)}?size=${pageSize}`;
      return readFeedAt(context, address, wanted, known);
    },
    picked: ({ clips }) => readPicked(context, clips, known.clips),
    media: ({ tag }) => readMedia(context, siteId, tag),
  };
  return (readers[source.of] as (of: FeedSource) => Promise<SourceOutcome>)(source);
}
