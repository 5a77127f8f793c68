// Pages that the server itself answers on a site's host (address confirmed, a booking cancelled): between the header
// and footer that visitors know, in the site's brand.

import { LRUCache } from "lru-cache";
import { sourceLocale } from "@/core/locale/site-locale";
import { payCss } from "@/core/payment/page";
import { documentHtml, noticeHtml, noticeCss as noticeRules } from "@/core/render/document";
import { escapeHtml } from "@/core/render/markup";
import { createRenderer, usedFamilies } from "@/core/render/render";
import { inTransaction } from "@/data/connection";
import { keptSite } from "@/data/release/page-states";
import { findSite, frameOf, type SiteRow } from "@/data/site/queries";
import { type Context, standInOrigins } from "../context";
import { keptOfDatabase } from "../kept";
import { notFound } from "../problem";
import { loadKeptSite } from "../site/whole";
import { fontAssets, releasedPicture } from "./assets";

type Notice = Parameters<typeof noticeHtml>[0];

interface HeaderFooter {
  readonly css: string;
  html(main: string): string;
  readonly icon: string;
}

const headersFooters = keptOfDatabase(new LRUCache<string, HeaderFooter>({ max: 100 }));

/** Anybody may ask for these pages, and it takes the whole site to make them: they are made once for each state of it. */
async function headerFooterOf(context: Context, row: SiteRow): Promise<HeaderFooter> {
  const key = `${row.id} ${row.liveReleaseId ?? `r${row.revision}`}`;
  const kept = headersFooters.get(key);
  if (kept) return kept;
  const frame = frameOf(
    (await keptSite(context.db, row.id, row.liveReleaseId)) ??
      (await inTransaction(context.db, (tx) => loadKeptSite(tx, row))),
  );
  const fonts = await fontAssets(usedFamilies(frame));
  const renderer = createRenderer(frame, {
    locale: sourceLocale(frame),
    linkBase: "",
    origin: null,
    mediaUrl: releasedPicture,
    // The live release may have gone out before they were made.
    waits: () => true,
    documentUrl: () => "",
    fontUrl: (file) => fonts.get(file)?.path ?? "",
    standIn: standInOrigins(context.settings),
  });
  const made = {
    css: renderer.framed("").css + noticeRules + payCss,
    html: (main: string) => renderer.framed(main).html,
    icon: renderer.icon,
  };
  headersFooters.set(key, made);
  return made;
}

/** A notice as a whole page of the site; in plain words where there is no such site. */
export const noticePage = (context: Context, siteKey: string, notice: Notice): Promise<string> =>
  sitePage(context, siteKey, { title: notice.title, main: noticeHtml(notice) });

/** What stands in `main` as a whole page of the site; `head` is what its head has besides. */
export async function sitePage(
  context: Context,
  siteKey: string,
  { title, main, head = "" }: { readonly title: string; readonly main: string; readonly head?: string },
): Promise<string> {
  const row = await findSite(context.db, siteKey);
  const headerFooter = row && (await headerFooterOf(context, row));
  return documentHtml({
    language: row?.settings.language ?? "en",
    head: `<title>${escapeHtml(`${title} · ${row?.name ?? siteKey}`)}</title><meta name="robots" content="noindex">${head}${headerFooter?.icon ?? ""}`,
    html: headerFooter?.html(main) ?? main,
    css: { href: "/_w/v1/notice.css" },
    widgets: null,
  });
}

/** Style sheet of those pages. */
export async function noticeCss(context: Context, siteKey: string): Promise<string> {
  const row = await findSite(context.db, siteKey);
  if (!row) throw notFound("This site");
  return (await headerFooterOf(context, row)).css;
}
