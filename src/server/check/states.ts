// The state a page's layout is in: the hash of all it is made of, worked out from hashes that the database keeps. No page is
// read for it.
import { and, asc, eq, inArray, isNull, sum } from "drizzle-orm";
import type { LayoutFinding } from "@/core/check/layout";
import { headerFooterKinds } from "@/core/page/header-footer/standing";
import { standingPage } from "@/core/site/between";
import { checkResults } from "@/data/check/tables";
import type { Executor } from "@/data/connection";
import { documents } from "@/data/page/tables";
import { pageMetaOf, type SiteRow } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { widgets } from "@/data/widget/tables";
import { type Context, sha256 } from "../context";
import { choicesAt, standingDocuments } from "../page/headers-footers";

/** Raised when measuring finds other things in the same page. */
const measuredBy = "2";

export interface PageState {
  readonly page: string;
  readonly title: string;
  readonly state: string;
}

/** The state of every page of a site, in their order. */
export async function layoutStates(db: Executor, row: SiteRow): Promise<readonly PageState[]> {
  const { id, kind, title, slug, description, inNavigation, more, hash } = documents;
  const rows = await db
    .select({ id, kind, title, slug, description, inNavigation, more, hash })
    .from(documents)
    .where(and(eq(documents.siteId, row.id), isNull(documents.removedAt)))
    .orderBy(asc(documents.position), asc(documents.id));
  const [site] = await db
    .select({ settings: sites.settingsHash, brand: sites.brandHash })
    .from(sites)
    .where(eq(sites.id, row.id));
  const kinds = await db
    .select({ id: widgets.id, hash: widgets.hash })
    .from(widgets)
    .where(eq(widgets.siteId, row.id))
    .orderBy(asc(widgets.id));
  const all = await standingDocuments(db, row.id);
  const hashes = new Map(rows.map((one) => [one.id, String(one.hash)]));
  const shared = rows.filter((one) => one.kind === "shared").map((one) => one.hash);
  const pages = rows.filter((one) => one.kind === "page");
  const navigation = pages
    .filter((page) => page.inNavigation)
    .map((page) => [page.id, page.title, page.slug, page.more?.parent ?? ""]);
  const base = sha256(JSON.stringify([measuredBy, site, kinds, shared, navigation]));
  return pages.map((page) => {
    const choices = choicesAt(all, standingPage(pageMetaOf(page), row.settings.language));
    const around = headerFooterKinds.map((of) => hashes.get(choices[of].chosen ?? "") ?? "");
    return { page: page.id, title: page.title, state: sha256(JSON.stringify([base, page.hash, around])) };
  });
}

/** Keeps what was found in a page that was in a state. */
export async function keepFound(
  { db, now }: Pick<Context, "db" | "now">,
  siteId: string,
  page: string,
  state: string,
  findings: readonly LayoutFinding[],
): Promise<void> {
  const measuredAt = now();
  await db
    .insert(checkResults)
    .values({ siteId, page, state, findings, found: findings.length, measuredAt })
    .onDuplicateKeyUpdate({ set: { state, findings, found: findings.length, measuredAt } });
}

/** How many findings the pages of each site had when they were measured last. No page and no finding is read for it. */
export async function foundIn(db: Executor, siteIds: readonly string[]): Promise<ReadonlyMap<string, number>> {
  const rows = await db
    .select({ siteId: checkResults.siteId, all: sum(checkResults.found) })
    .from(checkResults)
    .innerJoin(documents, and(eq(documents.siteId, checkResults.siteId), eq(documents.id, checkResults.page)))
    .where(and(inArray(checkResults.siteId, [...siteIds]), isNull(documents.removedAt)))
    .groupBy(checkResults.siteId);
  return new Map(rows.map(({ siteId, all }) => [siteId, Number(all)]));
}

export interface MeasuredPage extends PageState {
  /** Null where the page has not been measured as it stands. */
  readonly findings: readonly LayoutFinding[] | null;
}

/** Every page with what measuring found in the state it is in. */
export async function measuredPages(db: Executor, row: SiteRow): Promise<readonly MeasuredPage[]> {
  const states = await layoutStates(db, row);
  const kept = await db.select().from(checkResults).where(eq(checkResults.siteId, row.id));
  const found = new Map(kept.map((one) => [one.page, one]));
  return states.map((one) => {
    const result = found.get(one.page);
    return { ...one, findings: result?.state === one.state ? result.findings : null };
  });
}
