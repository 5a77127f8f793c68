// Widgets on pages of sites that were built elsewhere: what their scripts need to draw them there, and who may have them.
import { readFile } from "node:fs/promises";
import { join } from "node:path";
import { and, eq, like, or } from "drizzle-orm";
import Joi from "joi";
import { LRUCache } from "lru-cache";
import { brandForOtherSite } from "@/core/brand/css";
import type { OtherSiteKind } from "@/core/widget/snippet";
import { keptSite } from "@/data/release/page-states";
import { releaseFiles } from "@/data/release/tables";
import type { SiteRow } from "@/data/site/queries";
import { type Context, sha256, siteOrigin } from "../context";
import { tagged, type VisitorCall } from "../edge/endpoint";
import { keptOfDatabase } from "../kept";
import { notFound, Problem } from "../problem";
import { releasedPictures } from "../release/assets";

/** What every script on another site's page is told. */
export interface OtherSiteWidget<Form> {
  readonly language: string;
  /** Address of the site that the widget belongs to. */
  readonly home: string;
  readonly form: Form;
  /** Custom properties of the brand. */
  readonly brand: Readonly<Record<string, string>>;
}

const brands = keptOfDatabase(new LRUCache<string, OtherSiteWidget<unknown>["brand"]>({ max: 200 }));

/** The brand of the live release. A release never changes, so it is read once. */
async function brandOf(context: Context, { id, liveReleaseId }: SiteRow): Promise<OtherSiteWidget<unknown>["brand"]> {
  const kept = liveReleaseId === null ? undefined : brands.get(liveReleaseId);
  if (kept) return kept;
  const site = await keptSite(context.db, id, liveReleaseId);
  if (!site || liveReleaseId === null) throw notFound("This site");
  const made = brandForOtherSite(site.brand);
  brands.set(liveReleaseId, made);
  return made;
}

/** What stands around a form on another site's page. */
export const forOtherSite = async <Form>(
  context: Context,
  site: SiteRow,
  form: Form,
): Promise<OtherSiteWidget<Form>> => ({
  language: site.settings.language,
  home: siteOrigin(context.settings, site.key),
  form,
  brand: await brandOf(context, site),
});

/**
 * Judges a page of `origin` (null: the site's own, or nobody's page); 403 with a sentence for whoever looks after that page where
 * the business has not allowed its site.
 */
export function judgeOrigin(
  context: Context,
  site: SiteRow,
  origin: string | null,
  { allowed, what, allow }: { readonly allowed: readonly string[]; readonly what: string; readonly allow: string },
): void {
  if (origin === null || origin === siteOrigin(context.settings, site.key) || allowed.includes(origin)) return;
  const message = `${what} may not stand on pages of ${origin}. Whoever looks after ${site.name} can allow it: ${allow}.`;
  throw new Problem(403, "otherOrigin", message, [{ path: "Origin", message }]);
}

/**
 * The smallest files that the live release has of some pictures, as whole addresses by their hashes: what no page of the site shows
 * stays at home.
 */
export async function picturesForOtherSite(
  context: Context,
  { id, key, liveReleaseId }: SiteRow,
  wanted: Iterable<string>,
): Promise<Readonly<Record<string, string>>> {
  const hashes = [...new Set(wanted)];
  if (!hashes.length || liveReleaseId === null) return {};
  const rows = await context.db
    .select({ path: releaseFiles.path })
    .from(releaseFiles)
    .where(
      and(
        eq(releaseFiles.siteId, id),
        eq(releaseFiles.releaseId, liveReleaseId),
        or(...hashes.map((hash) => like(releaseFiles.path, `${releasedPictures(hash)}%.webp`))),
      ),
    );
  const home = siteOrigin(context.settings, key);
  return Object.fromEntries(
    hashes.flatMap((hash) => {
      const own = rows.map(({ path }) => path).filter((path) => path.startsWith(releasedPictures(hash)));
      const width = (path: string) =>
        Number(/^(\d+)\./.exec(path.slice(releasedPictures(hash).length))?.[1] ?? Infinity);
      const smallest = own.sort((one, other) => width(one) - width(other))[0];
      return smallest ? [[hash, `${home}${smallest}`]] : [];
    }),
  );
}

const scripts = new Map<string, Promise<{ readonly text: string; readonly etag: string }>>();

/** The script of a build, read once. */
function scriptOf(buildFolder: string, kind: OtherSiteKind) {
  const path = join(buildFolder, "elsewhere", `${kind}.js`);
  const kept = scripts.get(path);
  if (kept) return kept;
  const read = readFile(path, "utf8").then((text) => ({ text, etag: `"${sha256(text).slice(0, 20)}"` }));
  scripts.set(path, read);
  // A failure is not kept: the next one asks again.
  read.catch(() => scripts.delete(path));
  return read;
}

/** The script that a snippet loads. Its address never changes: a new build is asked for within minutes. */
export async function otherSiteScript(call: VisitorCall, kind: OtherSiteKind): Promise<Response> {
  const { text, etag } = await scriptOf(call.context.settings.buildFolder, kind);
  const response = tagged(call, text, etag, "text/javascript; charset=utf-8");
  response.headers.set("cache-control", "public, max-age=300");
  return response;
}

const addressOf = "Write an address of the other site as https://its-host.example.";

/** An address on another site, as its origin. */
export const originSchema = Joi.string()
  .max(300)
  .required()
  .custom((value: string, helpers) => {
    // An address of a page is as good as its site's.
    if (!URL.canParse(value)) return helpers.error("origin.none");
    const { origin: found, protocol } = new URL(value);
    return /^https?:$/.test(protocol) ? found : helpers.error("origin.none");
  })
  .messages({ "origin.none": addressOf, "string.empty": addressOf });

/** What a page of another site would be answered: what it shows, or the sentence that it would read. */
export async function triedFromOtherSite(
  origin: string,
  told: () => Promise<readonly string[]>,
): Promise<{ readonly origin: string; readonly shows: readonly string[]; readonly refused: string }> {
  try {
    return { origin, shows: await told(), refused: "" };
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return { origin, shows: [], refused: error.message };
  }
}
