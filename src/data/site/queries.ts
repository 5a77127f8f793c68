// Sites as rows: finding, loading whole, storing whole, removing whole. Every query names the site.
import { and, asc, count, eq, getTableColumns, inArray, isNull, sql } from "drizzle-orm";
import type { MySqlColumn, MySqlTable } from "drizzle-orm/mysql-core";
import { isPicture, type MediaEntry } from "@/core/media/entry";
import type { PageNode } from "@/core/page/node";
import { withLineIds } from "@/core/page/words/words";
import {
  type HeaderFooter,
  type KeptSite,
  metaOf,
  moreOf,
  type PageMeta,
  type Redirect,
  type SiteFile,
  type SiteFrame,
} from "@/core/site/site";
import type { SiteWidget } from "@/core/widget/settings";
import type { Executor } from "../connection";
import { bodyColumns } from "../page/shared";
import { documents } from "../page/tables";
import * as schema from "../schema";
import { widgets } from "../widget/tables";
import { formerKeys, media, redirects, sites } from "./tables";

export type SiteRow = typeof sites.$inferSelect;

export async function findSite(db: Executor, key: string): Promise<SiteRow | undefined> {
  return (await db.select().from(sites).where(eq(sites.key, key)))[0];
}

/** The key of the site that had this one before; undefined when none had it. */
export async function keyAfter(db: Executor, former: string): Promise<string | undefined> {
  const [row] = await db
    .select({ key: sites.key })
    .from(formerKeys)
    .innerJoin(sites, eq(sites.id, formerKeys.siteId))
    .where(eq(formerKeys.key, former));
  return row?.key;
}

/** Addresses of a site that lead on, by their paths. */
export async function redirectsOf(db: Executor, siteId: string): Promise<readonly Redirect[]> {
  const rows = await db
    .select({ from: redirects.from, page: redirects.page, to: redirects.to })
    .from(redirects)
    .where(eq(redirects.siteId, siteId))
    .orderBy(asc(redirects.from));
  return rows.map(({ from, page, to }) => ({ from, ...(page === null ? { to: to ?? "/" } : { page }) }));
}

export const mediaEntry = (row: typeof media.$inferSelect): MediaEntry => ({
  hash: row.hash,
  name: row.name,
  type: row.type,
  widthPx: row.widthPx,
  heightPx: row.heightPx,
  ...(row.lengthMs ? { lengthMs: row.lengthMs } : {}),
  ...(isPicture(row) ? {} : { bytes: row.bytes }),
  ...(row.alt ? { alt: row.alt } : {}),
  ...(row.decorative ? { decorative: true } : {}),
  ...(row.tags?.length ? { tags: row.tags } : {}),
  ...(row.focus ? { focus: row.focus } : {}),
  ...(row.tint ? { tint: row.tint } : {}),
  ...(row.moves ? { moves: true } : {}),
});

/** Whether a site has a picture. */
export async function isPictureOf(db: Executor, siteId: string, hash: string): Promise<boolean> {
  const [row] = await db
    .select({ type: media.type })
    .from(media)
    .where(and(eq(media.siteId, siteId), eq(media.hash, hash)));
  return row !== undefined && isPicture(row);
}

export async function mediaOf(db: Executor, siteId: string): Promise<readonly MediaEntry[]> {
  return (
    await db
      .select()
      .from(media)
      .where(and(eq(media.siteId, siteId), isNull(media.removedAt)))
      .orderBy(asc(media.createdAt), asc(media.hash))
  ).map(mediaEntry);
}

export async function widgetsOf(db: Executor, siteId: string): Promise<readonly (SiteWidget & { revision: number })[]> {
  const rows = await db
    .select()
    .from(widgets)
    .where(eq(widgets.siteId, siteId))
    .orderBy(asc(widgets.position), asc(widgets.id));
  return rows.map(
    ({ id, kind, name, settings, revision }) =>
      ({ id, kind, name, settings, revision }) as SiteWidget & { revision: number },
  );
}

/** All of a site but its pages, header, footer and the parts that kinds of widgets keep. */
async function loadAround(db: Executor, site: SiteRow, pages: readonly { readonly id: string }[]) {
  const known = new Set(pages.map((page) => page.id));
  // Those of removed pages lead nowhere, and are there again with their page.
  const leading = (await redirectsOf(db, site.id)).filter(({ page }) => page === undefined || known.has(page));
  return {
    format: 1 as const,
    key: site.key,
    name: site.name,
    settings: site.settings,
    brand: site.brand,
    ...(leading.length ? { redirects: leading } : {}),
    widgets: (await widgetsOf(db, site.id)).map(({ revision: _revision, ...widget }) => widget),
    media: await mediaOf(db, site.id),
  };
}

type DocumentRow = typeof documents.$inferSelect;

function around(rows: readonly Pick<DocumentRow, "id" | "kind" | "title" | "body">[], site: SiteRow) {
  const body = (kind: "header" | "footer") => {
    const row = rows.find((document) => document.id === kind);
    if (!row) throw new Error(`Site ${site.key} has no ${kind}`);
    return withLineIds(row.body);
  };
  const shared = rows.filter((row) => row.kind === "shared");
  const headersFooters = rows.flatMap(({ id, kind, title, body }): readonly HeaderFooter[] =>
    (kind === "header" || kind === "footer") && id !== kind
      ? [{ id, of: kind, name: title, body: withLineIds(body) }]
      : [],
  );
  return {
    header: body("header"),
    footer: body("footer"),
    ...(headersFooters.length ? { headersFooters } : {}),
    ...(shared.length
      ? { shared: shared.map(({ id, title, body }) => ({ id, name: title, body: withLineIds(body) })) }
      : {}),
  };
}

/** What a page's row says of it. */
export const pageMetaOf = ({
  more,
  slug,
  ...row
}: Pick<DocumentRow, "id" | "title" | "slug" | "description" | "inNavigation" | "more">): PageMeta =>
  metaOf({ ...row, slug: slug ?? "", ...more });

/** Pages whose parent is gone stand at the top. */
function withKnownParents(pages: readonly PageMeta[]): readonly PageMeta[] {
  const known = new Set(pages.map(({ id }) => id));
  return pages.map((page) => {
    if (page.parent === undefined || known.has(page.parent)) return page;
    const { parent: _gone, ...rest } = page;
    return rest;
  });
}

/** The columns that what is said of a page fills. */
export function metaColumns(page: PageMeta) {
  const { id, title, slug, description, inNavigation } = page;
  const more = moreOf(page);
  return { id, title, slug, description, inNavigation, more: Object.keys(more).length ? more : null };
}

const ofSite = (site: SiteRow) => and(eq(documents.siteId, site.id), isNull(documents.removedAt));
const inOrder = [asc(documents.position), asc(documents.id)];

/** The working state of a site without the parts that kinds of widgets keep. */
export async function loadDocuments(db: Executor, site: SiteRow): Promise<SiteFile> {
  const rows = await db
    .select()
    .from(documents)
    .where(ofSite(site))
    .orderBy(...inOrder);
  const pages = rows.filter((row) => row.kind === "page");
  const patterns = rows.filter((row) => row.kind === "pattern");
  return {
    ...(await loadAround(db, site, pages)),
    ...around(rows, site),
    ...(patterns.length
      ? { patterns: patterns.map(({ id, title, body }) => ({ id, name: title, body: withLineIds(body) })) }
      : {}),
    pages: withKnownParents(pages.map(pageMetaOf)).map((page, index) => ({
      ...page,
      body: withLineIds((pages[index] as DocumentRow).body),
    })),
  };
}

/** The same without the pages' bodies: each page names the state it is in. To be called in a transaction. */
export async function loadKept(tx: Executor, site: SiteRow): Promise<KeptSite> {
  const { id, title, slug, description, inNavigation, more, hash } = documents;
  const pages = await tx
    .select({ id, title, slug, description, inNavigation, more, hash })
    .from(documents)
    .where(and(ofSite(site), eq(documents.kind, "page")))
    .orderBy(...inOrder);
  const rows = await tx
    .select({ id: documents.id, kind: documents.kind, title: documents.title, body: documents.body })
    .from(documents)
    .where(and(ofSite(site), inArray(documents.kind, ["header", "footer", "shared"])))
    .orderBy(...inOrder);
  return {
    ...(await loadAround(tx, site, pages)),
    ...around(rows, site),
    pages: withKnownParents(pages.map(pageMetaOf)).map((page, index) => ({
      ...page,
      state: String(pages[index]?.hash),
    })),
  };
}

/** The frame of a loaded site: all but the pages' bodies. */
export function frameOf(site: SiteFile | KeptSite): SiteFrame {
  const { format: _format, redirects: _redirects, locales: _locales, patterns: _patterns, pages, ...rest } = site;
  return {
    ...rest,
    pages: pages.map(metaOf),
  };
}

/** Rows of documents that have a name and a place among their kind. */
const named =
  (kind: DocumentRow["kind"], common: { readonly siteId: string; readonly changedAt: Date }) =>
  ({ id, name, body }: { readonly id: string; readonly name: string; readonly body: PageNode }, position: number) => ({
    ...common,
    id,
    kind,
    title: name,
    description: "",
    inNavigation: false,
    position,
    ...bodyColumns(body),
  });

/** Stores a new site but for its pictures. To be called in a transaction: a site is there whole or not at all. */
export async function storeSite(
  tx: Executor,
  row: { id: string; studioId: string; createdAt: Date },
  site: SiteFile,
): Promise<void> {
  const { id: siteId, createdAt } = row;
  await tx.insert(sites).values({ ...row, key: site.key, name: site.name, settings: site.settings, brand: site.brand });
  const common = { siteId, changedAt: createdAt };
  const documentRows: (typeof documents.$inferInsert)[] = [
    ...(["header", "footer"] as const).map((kind) => ({
      ...common,
      id: kind,
      kind,
      title: kind === "header" ? "Header" : "Footer",
      description: "",
      inNavigation: false,
      position: -1,
      ...bodyColumns(site[kind]),
    })),
    ...(["header", "footer"] as const).flatMap((kind) =>
      (site.headersFooters ?? []).filter(({ of }) => of === kind).map(named(kind, common)),
    ),
    ...(site.shared ?? []).map(named("shared", common)),
    ...(site.patterns ?? []).map(named("pattern", common)),
    ...site.pages.map((page, position) => ({
      ...common,
      ...metaColumns(page),
      ...bodyColumns(page.body),
      kind: "page" as const,
      position,
    })),
  ];
  for (let at = 0; at < documentRows.length; at += 50)
    await tx.insert(documents).values(documentRows.slice(at, at + 50));
  if (site.widgets.length)
    await tx.insert(widgets).values(site.widgets.map((widget, position) => ({ ...common, ...widget, position })));
  if (site.redirects?.length)
    await tx.insert(redirects).values(site.redirects.map((redirect) => ({ siteId, ...redirect, createdAt })));
}

/** Stores the names of a new site's pictures, whose bytes are kept already; their order is that of their times. */
export async function storeMedia(
  tx: Executor,
  siteId: string,
  createdAt: Date,
  entries: readonly (MediaEntry & { readonly bytes: number })[],
): Promise<void> {
  const rows = entries.map((entry, nth) => ({ siteId, ...entry, createdAt: new Date(createdAt.getTime() + nth) }));
  for (let at = 0; at < rows.length; at += 500) await tx.insert(media).values(rows.slice(at, at + 500));
}

/** Everything that is kept of a medium, besides whose it is. */
const ofMedium = sql.join(
  Object.values(getTableColumns(media))
    .filter((column) => column !== media.siteId && column !== media.removedAt)
    .map(({ name }) => sql.identifier(name)),
  sql`, `,
);

/** Gives a new site the media of another. */
export async function copyMedia(tx: Executor, from: string, to: string): Promise<void> {
  await tx.execute(
    sql`insert into media (site_id, ${ofMedium}) select ${to}, ${ofMedium}
      from media where site_id = ${from} and removed_at is null`,
  );
}

/** How many pictures a site has, and their bytes as they came. */
export async function mediaRoom(db: Executor, siteId: string): Promise<{ pictures: number; bytes: number }> {
  const [row] = await db
    .select({ pictures: count(), bytes: sql<string>`coalesce(sum(${media.bytes}), 0)` })
    .from(media)
    .where(eq(media.siteId, siteId));
  return { pictures: row?.pictures ?? 0, bytes: Number(row?.bytes ?? 0) };
}

/** Tables whose rows belong to a site: every one that names it. */
const tablesOfSites = Object.values(schema).filter(
  (table): table is typeof table & { siteId: MySqlColumn } => typeof table === "object" && "siteId" in table,
);

export async function removeSite(tx: Executor, siteId: string): Promise<void> {
  for (const table of tablesOfSites) await tx.delete(table as MySqlTable).where(eq(table.siteId, siteId));
  await tx.delete(sites).where(eq(sites.id, siteId));
}
