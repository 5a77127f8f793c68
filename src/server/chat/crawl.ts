// Reading another site, a few pages at a time: what it asks not to be read is not read, what has no end is ended, and whatever
// happens in between, it goes on where it was.
import { setTimeout as wait } from "node:timers/promises";
import { and, asc, count, eq, lt, ne, sql } from "drizzle-orm";
import robotsParser from "robots-parser";
import type { ReadPage } from "@/core/chat/knows/read-page";
import { belongs, Forms, isSitemap, pageAddress, startAddress } from "@/core/crawl/address";
import { type CrawlPlan, crawlerName, crawlLimits, pauseOf } from "@/core/crawl/crawl";
import { boundedRobots } from "@/core/crawl/robots";
import { done, type Outcome, type Reason, refused } from "@/core/visitor/decision";
import { chatSourcePages, chatSources } from "@/data/chat/tables";
import { type Executor, inTransaction } from "@/data/connection";
import { type Context, sha256 } from "../context";
import { type Fetched, fetchOutside, type Validators } from "../outside/fetch";
import { reachOf } from "../outside/reach";
import { sandboxed } from "../sandbox/sandbox";

/** A slice ends after so many pages or so long: other work of the same lane waits for it. */
const slicePages = 12;
const sliceMs = 10_000;
/** A host that asks to be left alone is asked so many times. */
const mostTries = 3;
const longestWaitMs = 3_600_000;

export type SourceRow = typeof chatSources.$inferSelect;
type PageRow = typeof chatSourcePages.$inferSelect;

export const atSource = (siteId: string, key: string) => and(eq(chatSources.siteId, siteId), eq(chatSources.key, key));
export const inSource = (siteId: string, key: string) =>
  and(eq(chatSourcePages.siteId, siteId), eq(chatSourcePages.sourceKey, key));

/** How a slice ended: there is more, now or from a moment on; or everything was gone through. */
export type Sliced =
  | { readonly more: true; readonly at: Date }
  | { readonly more: false; readonly problem: Reason | null };

/** So long one page may take. */
const seconds = 10;
const html = "text/html, application/xhtml+xml;q=0.9";

const fetchPage = (context: Context, address: string, mostBytes: number, accept: string, known?: Validators) =>
  fetchOutside(reachOf(context), address, {
    about: "crawl",
    accept,
    mostBytes,
    seconds,
    ...(known ? { known } : {}),
  });

/** Its robots.txt: what can't be had because it is not there forbids nothing, what is not given out everything (RFC 9309, 2.3.1). */
async function readRobots(context: Context, start: string): Promise<Outcome<string>> {
  const address = new URL("/robots.txt", start).href;
  const found = await fetchPage(context, address, crawlLimits.robotsBytes, "text/plain");
  if (found.ok) return done(boundedRobots(found.value.file?.toString("utf8") ?? ""));
  const { code, status } = found.reason;
  if (code === "crawl.status" && Number(status) >= 400 && Number(status) < 500 && status !== 429) return done("");
  // A robots.txt that is too large is read as far as one has to be; none of it is had here, so nothing is taken for granted.
  if (["crawl.status", "crawl.timeout", "crawl.tooLarge", "crawl.redirects"].includes(code))
    return refused("crawl.robotsAway", { host: new URL(start).host });
  return found;
}

/** Pages that sitemaps name, and the sitemaps they name, as far as one site's may go. */
async function readSitemaps(
  context: Context,
  start: readonly string[],
  host: string,
  told: () => Promise<void>,
): Promise<Outcome<readonly string[]>> {
  const open = [...start];
  const seen = new Set<string>();
  const pages = new Set<string>();
  let problem: Reason | null = null;
  while (open.length && seen.size < crawlLimits.sitemaps && pages.size < crawlLimits.known) {
    const address = open.shift() as string;
    if (seen.has(address) || URL.parse(address)?.host !== host) continue;
    seen.add(address);
    await told();
    const found = await fetchPage(context, address, crawlLimits.sitemapBytes, "application/xml, text/xml");
    if (!found.ok) {
      problem ??= found.reason;
      continue;
    }
    const { file, type, address: from } = found.value;
    const read = await sandboxed(context.settings, "sitemap", { file: file ?? Buffer.alloc(0), type, from }, {});
    if ("givenUp" in read) problem ??= { code: "crawl.tooSlow", seconds: read.givenUp.seconds };
    else if (!read.answer.ok) problem ??= read.answer.reason;
    else {
      for (const page of read.answer.value.pages) if (pages.size < crawlLimits.known) pages.add(page);
      open.push(...read.answer.value.more);
    }
  }
  return problem && !pages.size ? { ok: false, reason: problem } : done([...pages]);
}

/** What one page turned out to be. */
interface Looked {
  readonly state: "read" | "left";
  readonly reason: Reason | null;
  readonly read: ReadPage | null;
  readonly validators: Validators;
  /** Addresses it leads to, as far as they may be followed. */
  readonly links: readonly string[];
  /** Where it really stands: to be looked at instead, as near as this. */
  readonly instead: string | null;
  /** Nothing was found out that would replace what is known. */
  readonly keeps: boolean;
}

const noValidators: Validators = { etag: null, lastModified: null };
const left = (reason: Reason, more: Partial<Looked> = {}): Looked => ({
  ...{ state: "left", reason, read: null, validators: noValidators, links: [], instead: null, keeps: false },
  ...more,
});

/** What was read stays as it is, and leads where it led. */
const stays = (row: PageRow, reason: Reason | null): Looked => ({
  ...{ state: "read", reason, read: null, validators: noValidators, instead: null, keeps: true },
  links: row.read?.links ?? [],
});

const isGone = ({ code, status }: Reason): boolean => code === "crawl.status" && (status === 404 || status === 410);

/** Whether a host asks to come again later. */
const asksToWait = ({ code, status }: Reason): boolean => code === "crawl.status" && (status === 429 || status === 503);

/** A header by which a page asks not to be found, or not to be followed (as the element of the same name). */
const robotsHeader = ({ headers }: Fetched): string => String(headers["x-robots-tag"] ?? "").toLowerCase();

async function lookAt(context: Context, plan: CrawlPlan, row: PageRow): Promise<Outcome<Looked>> {
  const known = row.hash ? { etag: row.etag, lastModified: row.lastModified } : undefined;
  const found = await fetchPage(context, row.address, crawlLimits.pageBytes, html, known);
  if (!found.ok) {
    if (asksToWait(found.reason) && row.tries + 1 < mostTries) return found;
    // What was read and can't be had just now is still what it said.
    const keeps = row.state === "read" && !isGone(found.reason);
    return done(keeps ? stays(row, found.reason) : left(found.reason));
  }
  const { file, address, type } = found.value;
  if (file === null) return done(stays(row, null));
  const at = pageAddress(address) ?? row.address;
  if (at !== row.address) {
    const other = belongs(plan, at);
    return done(other.ok ? left({ code: "crawl.canonical", address: at }, { instead: at }) : left(other.reason));
  }
  if (!/^(?:text\/html|application\/xhtml\+xml)\b/i.test(type))
    return done(left({ code: "crawl.type", type: type.split(";", 1)[0]?.trim().slice(0, 80) ?? "" }));
  const read = await sandboxed(context.settings, "page", { file, type }, {});
  if ("givenUp" in read) return done(left({ code: "crawl.tooSlow", seconds: read.givenUp.seconds }));
  return done(judged(plan, found.value, at, read.answer));
}

function judged(plan: CrawlPlan, fetched: Fetched, at: string, page: ReadPage): Looked {
  const robots = robotsHeader(fetched);
  const links = /\b(?:nofollow|none)\b/.test(robots) ? [] : page.links.flatMap((link) => pageAddress(link, at) ?? []);
  if (page.noindex || /\b(?:noindex|none)\b/.test(robots)) return left({ code: "crawl.noindex" }, { links });
  const canonical = page.canonical ? pageAddress(page.canonical, at) : null;
  if (canonical && canonical !== at) {
    const other = belongs(plan, canonical);
    return left({ code: "crawl.canonical", address: canonical }, { links, instead: other.ok ? canonical : null });
  }
  if (!page.sections.length && !page.tables.length) return left({ code: "crawl.empty" }, { links });
  const { etag, lastModified } = fetched;
  // Where it leads is kept with it: unchanged, it is not sent again.
  const inside = links.filter((link) => belongs(plan, link).ok);
  const read = shortened({ ...page, links: inside });
  return { state: "read", reason: null, read, validators: { etag, lastModified }, links, instead: null, keeps: false };
}

/** So much of one page elsewhere is kept: more than anybody reads. */
const keptCharacters = 60_000;

function shortened(page: ReadPage): ReadPage {
  let room = keptCharacters;
  const sections = page.sections.filter(({ lines }) => {
    room -= lines.reduce((sum, line) => sum + line.length, 0);
    return room >= 0;
  });
  const cells = page.tables.map(({ rows }) => rows.flat().reduce((sum, cell) => sum + cell.length, 0));
  let tableRoom = keptCharacters;
  const tables = page.tables.filter((_, at) => {
    tableRoom -= cells[at] ?? 0;
    return tableRoom >= 0;
  });
  const cut = sections.length < page.sections.length || tables.length < page.tables.length;
  return cut ? { ...page, sections, tables, cut } : page;
}

/** What of a page is answered from, by which two that say the same are known. */
const hashOfPage = ({ sections, tables }: ReadPage): string => sha256(JSON.stringify([sections, tables]));

/** The addresses of a source so far: how many, and of which forms. */
interface Known {
  readonly addresses: Set<string>;
  readonly forms: Forms;
  nth: number;
}

async function knownOf(db: Executor, siteId: string, key: string): Promise<Known> {
  const rows = await db
    .select({ address: chatSourcePages.address, nth: chatSourcePages.nth })
    .from(chatSourcePages)
    .where(inSource(siteId, key))
    .limit(crawlLimits.known + 1);
  const addresses = new Set(rows.map(({ address }) => address));
  return { addresses, forms: new Forms(addresses), nth: Math.max(-1, ...rows.map(({ nth }) => nth)) + 1 };
}

/** Notes addresses that were found: those that are read, those that are not with why. Other sites are not noted. */
async function note(
  tx: Executor,
  source: Pick<SourceRow, "siteId" | "key" | "round">,
  plan: CrawlPlan,
  known: Known,
  found: readonly string[],
  depth: number,
): Promise<void> {
  const rows: (typeof chatSourcePages.$inferInsert)[] = [];
  for (const address of found) {
    if (known.addresses.has(address) || known.addresses.size >= crawlLimits.known) continue;
    const may = belongs(plan, address);
    if (!may.ok && may.reason.code === "crawl.away") continue;
    const reason = !may.ok
      ? may.reason
      : depth > plan.mostDepth
        ? { code: "crawl.depth", depth: plan.mostDepth }
        : known.forms.endless(address)
          ? { code: "crawl.endless" }
          : null;
    known.addresses.add(address);
    known.forms.add(address);
    const { siteId, key: sourceKey, round } = source;
    rows.push({
      ...{ siteId, sourceKey, key: sha256(address), address, depth, nth: known.nth, reason, read: null },
      // What is due was looked at in an earlier round.
      ...(reason ? { state: "left" as const, round } : { state: "due" as const, round: round - 1 }),
    });
    known.nth += 1;
  }
  for (let at = 0; at < rows.length; at += 200)
    await tx
      .insert(chatSourcePages)
      .ignore()
      .values(rows.slice(at, at + 200));
}

/** Begins a round: what may be read is asked for first, then where to begin. */
async function begin(
  context: Context,
  source: SourceRow,
  plan: CrawlPlan,
  start: string,
  told: () => Promise<void>,
): Promise<Outcome<string>> {
  const robots = await readRobots(context, start);
  if (!robots.ok) return robots;
  const { host } = new URL(start);
  const named = robotsParser(new URL("/robots.txt", start).href, robots.value)
    .getSitemaps()
    .flatMap((address) => pageAddress(address, start) ?? []);
  const only = isSitemap(start);
  const maps = await readSitemaps(context, only ? [start] : named.slice(0, crawlLimits.sitemaps), host, told);
  // Whoever names a sitemap needs one; for the rest links are enough.
  if (only && !maps.ok) return maps;
  const seeds = [...(only ? [] : [start]), ...(maps.ok ? maps.value : [])];
  await inTransaction(context.db, async (tx) => {
    const known = await knownOf(tx, source.siteId, source.key);
    await note(tx, source, plan, known, seeds, 0);
    await tx.update(chatSources).set({ robots: robots.value }).where(atSource(source.siteId, source.key));
  });
  return robots;
}

/** Keeps what a page turned out to be, and where it leads. */
async function keep(context: Context, source: SourceRow, plan: CrawlPlan, row: PageRow, looked: Looked): Promise<void> {
  const { siteId, key } = source;
  await inTransaction(context.db, async (tx) => {
    const hash = looked.read ? hashOfPage(looked.read) : "";
    let { state, reason } = looked;
    let { links } = looked;
    if (hash && !looked.keeps) {
      const [same] = await tx
        .select({ address: chatSourcePages.address })
        .from(chatSourcePages)
        .where(and(inSource(siteId, key), eq(chatSourcePages.hash, hash), ne(chatSourcePages.key, row.key)))
        .limit(1);
      // Where nothing new is said, what it leads to is nothing new either.
      if (same) [state, reason, links] = ["left", { code: "crawl.same", address: same.address }, []];
    }
    const at = and(inSource(siteId, key), eq(chatSourcePages.key, row.key));
    const handled = { round: source.round, tries: 0, state, reason, readAt: context.now() };
    const says =
      state === "read"
        ? { hash, read: looked.read, passages: looked.read?.sections.length ?? 0 }
        : { hash: "", read: null, passages: 0 };
    const title = (looked.read?.title || looked.read?.sections[0]?.headings[0] || row.address).slice(0, 300);
    await tx
      .update(chatSourcePages)
      .set(looked.keeps ? handled : { ...handled, ...says, ...looked.validators, title })
      .where(at);
    const changed = !looked.keeps && (row.hash !== says.hash || (says.hash !== "" && row.title !== title));
    if (changed)
      await tx
        .update(chatSources)
        .set({ version: sql`${chatSources.version} + 1` })
        .where(atSource(siteId, key));
    if (!links.length && !looked.instead) return;
    const known = await knownOf(tx, siteId, key);
    if (looked.instead) await note(tx, source, plan, known, [looked.instead], row.depth);
    await note(tx, source, plan, known, links, row.depth + 1);
  });
}

/** The next page that was not looked at in this round. */
async function nextDue(context: Context, { siteId, key, round }: SourceRow): Promise<PageRow | null> {
  const [row] = await context.db
    .select()
    .from(chatSourcePages)
    .where(and(inSource(siteId, key), lt(chatSourcePages.round, round)))
    .orderBy(asc(chatSourcePages.depth), asc(chatSourcePages.nth))
    .limit(1);
  return row ?? null;
}

/** How many pages of this round were read, and how many were asked for. */
async function soFar(context: Context, { siteId, key, round }: SourceRow): Promise<{ read: number; asked: number }> {
  const rows = await context.db
    .select({ state: chatSourcePages.state, all: count(), asked: count(chatSourcePages.readAt) })
    .from(chatSourcePages)
    .where(and(inSource(siteId, key), eq(chatSourcePages.round, round)))
    .groupBy(chatSourcePages.state);
  return {
    read: rows.find(({ state }) => state === "read")?.all ?? 0,
    asked: rows.reduce((sum, { asked }) => sum + asked, 0),
  };
}

/** For each page that is read so many may be asked for in vain, and a few besides. */
const askedFor = (pages: number): number => 3 * pages + 20;

/** What is left when as many were read as were asked for, or it could not begin. */
async function leaveRest(context: Context, { siteId, key, round }: SourceRow, reason: Reason): Promise<void> {
  await inTransaction(context.db, async (tx) => {
    await tx
      .update(chatSourcePages)
      .set({ round, state: "left", reason, hash: "", read: null, passages: 0 })
      .where(and(inSource(siteId, key), lt(chatSourcePages.round, round)));
    await tx
      .update(chatSources)
      .set({ version: sql`${chatSources.version} + 1` })
      .where(atSource(siteId, key));
  });
}

const stillReading = async (context: Context, { siteId, key, round }: SourceRow): Promise<boolean> => {
  const [row] = await context.db
    .select({ state: chatSources.state, round: chatSources.round })
    .from(chatSources)
    .where(atSource(siteId, key));
  return row?.state === "reading" && row.round === round;
};

/** Why a whole site could not be read: what stood in the way of where it begins, where nothing of it was read. */
async function wholeProblem(context: Context, source: SourceRow): Promise<Reason | null> {
  if ((await soFar(context, source)).read) return null;
  const [first] = await context.db
    .select({ reason: chatSourcePages.reason })
    .from(chatSourcePages)
    .where(inSource(source.siteId, source.key))
    .orderBy(asc(chatSourcePages.depth), asc(chatSourcePages.nth))
    .limit(1);
  return first?.reason ?? { code: "crawl.empty" };
}

/**
 * Goes on with reading a site for a little. `told` is called after every page and may throw: what was read until then is kept.
 */
export async function crawlSlice(
  context: Context,
  source: SourceRow,
  plan: CrawlPlan,
  told: () => Promise<void>,
): Promise<Sliced> {
  const start = startAddress(plan.address);
  if (!start) return { more: false, problem: { code: "crawl.address" } };
  const begun = source.robots === null ? await begin(context, source, plan, start, told) : done(source.robots);
  if (!begun.ok) return { more: false, problem: begun.reason };
  const robots = robotsParser(new URL("/robots.txt", start).href, begun.value);
  const pauseMs = pauseOf(robots.getCrawlDelay(crawlerName) ?? null, context.settings.crawlPauseMs);
  const until = Date.now() + sliceMs;
  for (let nth = 0; nth < slicePages; nth++) {
    await told();
    if (!(await stillReading(context, source))) return { more: true, at: new Date(Date.now() + 1000) };
    const row = await nextDue(context, source);
    if (!row) return { more: false, problem: await wholeProblem(context, source) };
    const { read, asked } = await soFar(context, source);
    if (read >= plan.mostPages || asked >= askedFor(plan.mostPages)) {
      const enough = read >= plan.mostPages;
      await leaveRest(
        context,
        source,
        enough ? { code: "crawl.most", pages: read } : { code: "crawl.asked", pages: asked },
      );
      return { more: false, problem: read ? null : await wholeProblem(context, source) };
    }
    const may = belongs(plan, row.address);
    if (!may.ok) await keep(context, source, plan, row, left(may.reason));
    else if (robots.isAllowed(row.address, crawlerName) === false)
      await keep(context, source, plan, row, left({ code: "crawl.robots" }));
    else {
      const looked = await lookAt(context, plan, row);
      if (!looked.ok) {
        await context.db
          .update(chatSourcePages)
          .set({ tries: row.tries + 1, reason: looked.reason })
          .where(and(inSource(source.siteId, source.key), eq(chatSourcePages.key, row.key)));
        const asked = Number(looked.reason.retryAfter ?? 0) * 1000;
        return { more: true, at: new Date(Date.now() + Math.min(longestWaitMs, Math.max(asked, pauseMs, 60_000))) };
      }
      await keep(context, source, plan, row, looked.value);
      if (Date.now() > until) break;
      if (pauseMs > sliceMs / 2) return { more: true, at: new Date(Date.now() + pauseMs) };
      await wait(pauseMs);
    }
  }
  return { more: true, at: new Date(Date.now() + Math.min(pauseMs, 1000)) };
}
