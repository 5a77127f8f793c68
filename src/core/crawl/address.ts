// Addresses of pages as a crawler knows them: one page under one name, and those that look as if they had no end left out.
import { pathMatches } from "@/core/opening/rule";
import { done, type Outcome, refused } from "@/core/visitor/decision";
import { type CrawlPlan, crawlLimits } from "./crawl";

/** Parts of a query that name a visit and no page. */
const visitParts = /^(?:phpsessid|jsessionid|sid|session(?:_?id)?)$/i;

/**
 * An address as the crawler keeps it: without a fragment, without parts that name a visit, its query in one order. Null for what
 * is no page of the web.
 */
export function pageAddress(address: string, from?: string): string | null {
  const url = URL.parse(address.trim(), from);
  if (!url || !/^https?:$/.test(url.protocol) || url.username || url.password) return null;
  url.hash = "";
  for (const name of [...url.searchParams.keys()]) if (visitParts.test(name)) url.searchParams.delete(name);
  url.searchParams.sort();
  return url.href.length > crawlLimits.address ? null : url.href;
}

/** A plan's own address as one can type it: without a scheme it is https. Null for what is none. */
export const startAddress = (typed: string): string | null =>
  pageAddress(/^[a-z][a-z\d+.-]*:\/\//i.test(typed.trim()) ? typed : `https://${typed.trim()}`);

/** Whether an address leads to a sitemap rather than to a page. */
export const isSitemap = (address: string): boolean => /\.xml(?:\.gz)?$/i.test(URL.parse(address)?.pathname ?? "");

/** The folder that a path lies in: "/shop/" of "/shop/list". */
const folderOf = (path: string): string => path.slice(0, path.lastIndexOf("/") + 1);

/** A path with what differs from page to page taken out: "/calendar/#/#". */
export const formOf = (path: string): string => path.replace(/\d+/g, "#");

/** Whether a path goes in circles: one part of it three times over, or deeper than anybody's site. */
function circles(path: string): boolean {
  const parts = path.split("/").filter(Boolean);
  if (parts.length > 12) return true;
  const counts = new Map<string, number>();
  for (const part of parts) counts.set(part, (counts.get(part) ?? 0) + 1);
  return [...counts.values()].some((count) => count > 2);
}

/** How many addresses of each form are known already. */
export class Forms {
  private readonly counts = new Map<string, number>();

  constructor(known: Iterable<string> = []) {
    for (const address of known) this.add(address);
  }

  private keysOf({ pathname, search }: URL): readonly (readonly [key: string, most: number])[] {
    const form = formOf(pathname);
    return [
      ...(form === pathname ? [] : [[form, crawlLimits.alike] as const]),
      ...(search ? [[`${form}?`, crawlLimits.queries] as const] : []),
    ];
  }

  add(address: string): void {
    const url = URL.parse(address);
    for (const [key] of url ? this.keysOf(url) : []) this.counts.set(key, (this.counts.get(key) ?? 0) + 1);
  }

  /** Whether there are so many of its form that there is no end to them. */
  endless(address: string): boolean {
    const url = URL.parse(address);
    return url ? this.keysOf(url).some(([key, most]) => (this.counts.get(key) ?? 0) >= most) : false;
  }
}

/**
 * Whether a page belongs to what a plan reads. Refused with `crawl.away` for other hosts and other parts of the site,
 * `crawl.pattern`, `crawl.circles` or `crawl.file` for what is no page by its name.
 */
export function belongs(plan: CrawlPlan, address: string): Outcome<string> {
  const start = URL.parse(startAddress(plan.address) ?? "");
  const url = URL.parse(address);
  if (!start || !url) return refused("crawl.away", { host: address.slice(0, 100) });
  if (url.host !== start.host) return refused("crawl.away", { host: url.host });
  const within = isSitemap(start.href) ? "/" : folderOf(start.pathname);
  if (!url.pathname.startsWith(within)) return refused("crawl.outside", { folder: within });
  const pattern = plan.leaveOut.find((one) => pathMatches(one, url.pathname));
  if (pattern !== undefined) return refused("crawl.pattern", { pattern });
  if (circles(url.pathname)) return refused("crawl.circles");
  if (noPage.test(url.pathname))
    return refused("crawl.file", { type: url.pathname.slice(url.pathname.lastIndexOf(".") + 1) });
  return done(address);
}

/** Endings of what is no page. */
const noPage =
  /\.(?:jpe?g|png|gif|webp|avif|svg|ico|css|m?js|json|xml|rss|atom|zip|gz|rar|7z|exe|dmg|mp[34]|webm|mov|avi|wav|ogg|woff2?|ttf|ics|csv|xlsx?|docx?|pptx?|pdf)$/i;
