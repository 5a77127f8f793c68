// Reading another site of the same owner: how far it goes, and what is passed over.

/** How far one site is read. */
export interface CrawlPlan {
  /** Where it begins: a page, or a sitemap. */
  readonly address: string;
  /** So many pages are read. */
  readonly mostPages: number;
  /** So many links away from where it begins. */
  readonly mostDepth: number;
  /** Path patterns of pages that are passed over. */
  readonly leaveOut: readonly string[];
}

export const crawlLimits = {
  pages: 500,
  depth: 10,
  /** Addresses that are remembered of one site, read or not. */
  known: 5000,
  /** Bytes of one page, of robots.txt (RFC 9309, 2.5) and of a sitemap. */
  pageBytes: 2 * 2 ** 20,
  robotsBytes: 500 * 1024,
  sitemapBytes: 10 * 2 ** 20,
  /** Files of one sitemap. */
  sitemaps: 20,
  address: 1000,
  /** Addresses of one form, such as /calendar/2026/03, and of one path with different queries. */
  alike: 60,
  queries: 20,
} as const;

/** What the crawler is called in robots.txt and in its requests. */
export const crawlerName = "Webitor";

/** Between two requests to one host, in ms: what its robots.txt asks for counts, up to half a minute. */
export const longestPauseMs = 30_000;
export const pauseOf = (crawlDelay: number | null, usualMs: number): number =>
  crawlDelay === null || !Number.isFinite(crawlDelay) || crawlDelay < 0
    ? usualMs
    : Math.min(longestPauseMs, Math.max(usualMs, crawlDelay * 1000));
