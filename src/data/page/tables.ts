// Documents of a site (pages, headers, footers, shared sections, patterns of pages) and every edit made to them.
import { boolean, index, int, mysqlEnum, mysqlTable, primaryKey, unique, varchar } from "drizzle-orm/mysql-core";
import type { Sends } from "@/core/kind/holder";
import type { Edit } from "@/core/page/editing/edit";
import type { PageNode } from "@/core/page/node";
import type { PageMore } from "@/core/site/site";
import type { Reason } from "@/core/visitor/decision";
import * as columns from "../columns";

export const documents = mysqlTable(
  "documents",
  {
    siteId: columns.siteId(),
    id: columns.ownId(),
    kind: mysqlEnum("kind", ["page", "header", "footer", "shared", "pattern"]).notNull(),
    title: varchar("title", { length: 120 }).notNull(),
    /** Null for what is no page, and for removed pages, which hold no address. */
    slug: varchar("slug", { length: 120 }),
    /** The slug a removed page had, to have it back when it is restored. */
    slugBefore: varchar("slug_before", { length: 120 }),
    description: varchar("description", { length: 300 }).notNull(),
    inNavigation: boolean("in_navigation").notNull(),
    /** What only some pages say of themselves; null where this one says nothing. */
    more: columns.orderedJson<PageMore>("more"),
    position: columns.position(),
    body: columns.orderedJson<PageNode>("body").notNull(),
    /** Shared sections that stand in it; null where there are none. See data/page/shared. */
    shared: columns.json<readonly string[]>("shared"),
    /** Media that stand in it, by their hashes; null where that was not worked out yet. */
    media: columns.json<readonly string[]>("media"),
    /** Who hears of visitors because of its blocks; null where that was not worked out yet. */
    sends: columns.json<readonly Sends[]>("sends"),
    /** Of all that a release would take from it; see data/release/units. */
    hash: columns.grownHashOf("hash", ["title", "coalesce(slug, '')", "description", "in_navigation", "body"], "more"),
    revision: columns.revision(),
    /** Edits up to this revision are folded into the body: they are no longer kept one by one. */
    foldedTo: int("folded_to").notNull().default(0),
    changedAt: columns.changedAt(),
    removedAt: columns.instant("removed_at"),
  },
  (table) => [
    primaryKey({ columns: [table.siteId, table.id] }),
    unique("documents_slug").on(table.siteId, table.slug),
    // What counts changes: without the bodies.
    index("documents_units").on(table.siteId, table.removedAt, table.kind, table.id, table.hash, table.position),
  ],
);

/** One batch of edits as a browser sent it. The batch's own id makes a repeated sending harmless. */
export const documentEdits = mysqlTable(
  "document_edits",
  {
    siteId: columns.siteId(),
    documentId: varchar("document_id", { length: 40 }).notNull(),
    revision: int("revision").notNull(),
    batch: varchar("batch", { length: 40 }).notNull(),
    edits: columns.json<readonly Edit[]>("edits").notNull(),
    refusals: columns.json<readonly { edit: Edit; reason: Reason }[]>("refusals").notNull(),
    userId: columns.idOf("user_id"),
    createdAt: columns.createdAt(),
  },
  (table) => [
    primaryKey({ columns: [table.siteId, table.documentId, table.revision] }),
    unique("document_edits_batch").on(table.siteId, table.batch),
    index("document_edits_time").on(table.siteId, table.createdAt),
  ],
);

/** Where a tab of the studio is: which page, which block. */
export const presences = mysqlTable(
  "presences",
  {
    siteId: columns.siteId(),
    tab: varchar("tab", { length: 40 }).notNull(),
    page: varchar("page", { length: 40 }).notNull(),
    node: varchar("node", { length: 40 }),
    userId: columns.idOf("user_id"),
    seenAt: columns.instant("seen_at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.siteId, table.tab] }),
    index("presences_page").on(table.siteId, table.page, table.seenAt),
  ],
);

/** Sections and groups of blocks that a studio keeps for its own sites. */
export const ownShelf = mysqlTable(
  "own_shelf",
  {
    id: columns.ownId(),
    studioId: columns.idOf("studio_id"),
    /** The one site it is for; null for all of the studio's. */
    siteId: varchar("site_id", { length: 24 }),
    /** The site it was made on, whose pictures it shows. */
    originId: columns.idOf("origin_id"),
    name: varchar("name", { length: 60 }).notNull(),
    tags: columns.json<readonly string[]>("tags").notNull(),
    /** Of the node; see core/page/carry. */
    format: int("format").notNull(),
    node: columns.json<PageNode>("node").notNull(),
    userId: columns.idOf("user_id"),
    changedAt: columns.changedAt(),
  },
  (table) => [primaryKey({ columns: [table.studioId, table.id] })],
);
