// Reading a sitemap (the sitemaps protocol, version 0.9): the pages it names, and the sitemaps it is made of. It comes from a
// stranger: no entity of its own is resolved, and it ends where enough is known.
import { parseMarkup } from "@/core/input/markup";
import { done, type Outcome, refused } from "@/core/visitor/decision";
import { pageAddress } from "./address";
import { crawlLimits } from "./crawl";

export interface Sitemap {
  /** Addresses of pages, in their order. */
  readonly pages: readonly string[];
  /** Addresses of further sitemaps. */
  readonly more: readonly string[];
  /** It names more than is taken. */
  readonly cut: boolean;
}

const local = (name: string): string => name.slice(name.indexOf(":") + 1).toLowerCase();

/** Refused with `crawl.noSitemap` for what is none, `crawl.doctype` for one with entities of its own. */
export function readSitemap(text: string, from: string): Outcome<Sitemap> {
  if (/<!(?:DOCTYPE|ENTITY)/i.test(text.slice(0, 4096))) return refused("crawl.doctype");
  const pages = new Set<string>();
  const more = new Set<string>();
  let root = "";
  let depth = 0;
  let inside = "";
  let loc: string | null = null;
  let cut = false;
  const whole = parseMarkup(
    text,
    {
      onopentagname: (name) => {
        const tag = local(name);
        depth += 1;
        root ||= tag;
        if (tag === "url" || tag === "sitemap") inside = tag;
        if (tag === "loc" && depth === 3) loc = "";
      },
      ontext: (words) => {
        if (loc !== null && loc.length < 4 * crawlLimits.address) loc += words;
      },
      onclosetag: (name) => {
        depth -= 1;
        if (local(name) !== "loc" || loc === null) return;
        const address = pageAddress(loc, from);
        const into = inside === "sitemap" ? more : pages;
        if (address && into.size < crawlLimits.known) into.add(address);
        else if (address) cut = true;
        loc = null;
      },
    },
    { xmlMode: true },
  );
  if (root !== "urlset" && root !== "sitemapindex") return refused("crawl.noSitemap");
  return done({ pages: [...pages], more: [...more], cut: cut || !whole });
}
