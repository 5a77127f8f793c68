// The calendar on pages of sites that were built elsewhere: what its script needs to draw it there, and who may have it.
import { readFile } from "node:fs/promises";
import { join } from "node:path";
import { and, eq, like, or } from "drizzle-orm";
import { LRUCache } from "lru-cache";
import { type ReleasedBooking, usualLook } from "@/core/booking/released";
import { snippetOf } from "@/core/booking/snippet";
import { booking } from "@/core/booking/widget";
import { brandAway } from "@/core/brand/css";
import { keptSite } from "@/data/release/page-states";
import { releaseFiles } from "@/data/release/tables";
import { type Context, sha256, siteOrigin } from "../../context";
import { tagged, type VisitorCall } from "../../edge/endpoint";
import { notFound, Problem } from "../../problem";
import { releasedPictures } from "../../release/assets";
import { noticePage } from "../../release/notice";
import { pageWords } from "../page-words";
import { allowedOrigins, type PublicCall } from "./call";

/** What the script on another site's page is told. */
export interface Elsewhere {
  readonly language: string;
  /** Address of the site that the calendar belongs to. */
  readonly home: string;
  readonly form: ReleasedBooking;
  /** Custom properties of the brand. */
  readonly brand: Readonly<Record<string, string>>;
}

const brands = new LRUCache<string, Elsewhere["brand"]>({ max: 200 });

/** The brand of the live release. A release never changes, so it is read once. */
async function brandOf(context: Context, siteId: string, releaseId: string | null): Promise<Elsewhere["brand"]> {
  const kept = releaseId === null ? undefined : brands.get(releaseId);
  if (kept) return kept;
  const site = await keptSite(context.db, siteId, releaseId);
  if (!site || releaseId === null) throw notFound("This calendar", "widget");
  const made = brandAway(site.brand);
  brands.set(releaseId, made);
  return made;
}

const photographs = new LRUCache<string, ReleasedBooking["pictures"]>({ max: 200 });

/** The smallest files of a calendar's photographs that the live release has, by their hashes. */
async function picturesOf(call: PublicCall, home: string): Promise<ReleasedBooking["pictures"]> {
  const { context, site, setUp, settings, versions } = call;
  const { liveReleaseId } = site;
  const wanted = new Set((settings.look ?? usualLook).photographs ? booking.pictures?.(settings, setUp) : []);
  if (!wanted.size || liveReleaseId === null) return {};
  const key = JSON.stringify([liveReleaseId, versions.setUp, call.widget]);
  const kept = photographs.get(key);
  if (kept) return kept;
  const rows = await context.db
    .select({ path: releaseFiles.path })
    .from(releaseFiles)
    .where(
      and(
        eq(releaseFiles.siteId, site.id),
        eq(releaseFiles.releaseId, liveReleaseId),
        or(...[...wanted].map((hash) => like(releaseFiles.path, `${releasedPictures(hash)}%.webp`))),
      ),
    );
  const found = Object.fromEntries(
    [...wanted].flatMap((hash) => {
      const own = rows.map(({ path }) => path).filter((path) => path.startsWith(releasedPictures(hash)));
      const width = (path: string) =>
        Number(/^(\d+)\./.exec(path.slice(releasedPictures(hash).length))?.[1] ?? Infinity);
      const smallest = own.sort((one, other) => width(one) - width(other))[0];
      return smallest ? [[hash, `${home}${smallest}`]] : [];
    }),
  );
  photographs.set(key, found);
  return found;
}

/**
 * The calendar for a page of `origin` (null: the site's own, or nobody's page); 403 with a sentence for whoever looks after that page where the business has not
 * allowed its site. Photographs are those that the live release has: what no page of the site shows stays at home.
 */
export async function elsewhere(call: PublicCall, origin: string | null): Promise<Elsewhere> {
  const { context, site, setUp, settings } = call;
  const home = siteOrigin(context.settings, site.key);
  if (origin !== null && origin !== home && !allowedOrigins(setUp).includes(origin)) {
    const message = `This calendar may not stand on pages of ${origin}. Whoever looks after ${site.name} can allow it: Widgets, the calendar, Where, Other sites.`;
    throw new Problem(403, "otherOrigin", message, [{ path: "Origin", message }]);
  }
  // Somebody who books on another site stays there.
  const { thanks, ...others } = settings;
  const form = booking.released(
    thanks?.kind === "page" ? others : settings,
    {
      currency: site.settings.currency,
      language: site.settings.language,
      zone: site.settings.zone,
      pageHref: () => null,
      picture: () => null,
    },
    setUp,
  );
  return {
    language: site.settings.language,
    home,
    form: { ...(form as ReleasedBooking), pictures: await picturesOf(call, home) },
    brand: await brandOf(context, site.id, site.liveReleaseId),
  };
}

const scripts = new Map<string, Promise<{ readonly text: string; readonly etag: string }>>();

/** The script of a build, read once. */
function scriptOf(buildFolder: string) {
  const kept = scripts.get(buildFolder);
  if (kept) return kept;
  const read = readFile(join(buildFolder, "elsewhere.js"), "utf8").then((text) => ({
    text,
    etag: `"${sha256(text).slice(0, 20)}"`,
  }));
  scripts.set(buildFolder, read);
  // A failure is not kept: the next one asks again.
  read.catch(() => scripts.delete(buildFolder));
  return read;
}

/** The script that a snippet loads. Its address never changes: a new build is asked for within minutes. */
export async function elsewhereScript(call: VisitorCall): Promise<Response> {
  const { text, etag } = await scriptOf(call.context.settings.buildFolder);
  const response = tagged(call, text, etag, "text/javascript; charset=utf-8");
  response.headers.set("cache-control", "public, max-age=300");
  return response;
}

/** The page for whoever builds the other site: the lines, where they work, and what to ask for where they do not. */
export async function snippetPage({
  context,
  site,
  setUp,
  widget,
}: PublicCall): Promise<{ status: number; html: string }> {
  const words = pageWords(site.settings.language);
  const home = siteOrigin(context.settings, site.key);
  const allowed = allowedOrigins(setUp);
  return {
    status: 200,
    html: await noticePage(context, site.key, {
      title: words.snippet(site.name),
      text: allowed.length ? words.snippetText(allowed.join(", ")) : words.snippetNowhere,
      code: snippetOf(home, widget, words.snippetLink),
      then: { href: "/", words: words.toSite },
    }),
  };
}
