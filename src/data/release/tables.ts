// Releases: for every path of the site what is answered, and the answers themselves, compressed once.
import { index, int, mysqlEnum, mysqlTable, primaryKey, unique, varchar } from "drizzle-orm/mysql-core";
import type { SiteFile } from "@/core/site/site";
import { instant, json, longblob, packedJson } from "../columns";

export const releases = mysqlTable(
  "releases",
  {
    id: varchar("id", { length: 24 }).primaryKey(),
    siteId: varchar("site_id", { length: 24 }).notNull(),
    number: int("number").notNull(),
    state: mysqlEnum("state", ["building", "complete"]).notNull(),
    /** The site as it stood when publishing began: what a resumed job goes on with, and what changes are told from. */
    snapshot: packedJson<SiteFile>("snapshot").notNull(),
    /** The snapshot's widgets: what visitors' calls are answered by, without unpacking the whole. */
    widgets: json<SiteFile["widgets"]>("widgets").notNull(),
    userId: varchar("user_id", { length: 24 }).notNull(),
    pages: int("pages").notNull().default(0),
    /** Pages rendered for this release; the others were carried over. */
    rendered: int("rendered").notNull().default(0),
    createdAt: instant("created_at").notNull(),
  },
  (table) => [unique("releases_number").on(table.siteId, table.number)],
);

/** What a release took, unit by unit, by its hash: what has changed since is counted without reading any of it. */
export const releaseUnits = mysqlTable(
  "release_units",
  {
    siteId: varchar("site_id", { length: 24 }).notNull(),
    releaseId: varchar("release_id", { length: 24 }).notNull(),
    /** As changes name them: "page", "widget", "brand" … */
    of: varchar("unit_of", { length: 12 }).notNull(),
    id: varchar("unit_id", { length: 130 }).notNull(),
    hash: varchar("hash", { length: 64 }).notNull(),
    /** Place among the pages. */
    position: int("position").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.releaseId, table.of, table.id] }),
    index("release_units_site").on(table.siteId),
  ],
);

export const releaseFiles = mysqlTable(
  "release_files",
  {
    siteId: varchar("site_id", { length: 24 }).notNull(),
    releaseId: varchar("release_id", { length: 24 }).notNull(),
    path: varchar("path", { length: 240 }).notNull(),
    type: varchar("type", { length: 80 }).notNull(),
    blob: varchar("blob", { length: 64 }).notNull(),
    /** Hash of all that the file was made from; equal inputs are carried over without rendering. */
    input: varchar("input", { length: 64 }).notNull(),
    /** Paths of the assets a page refers to, so that a carried page brings its own along. */
    assets: json<readonly string[]>("assets").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.releaseId, table.path] }),
    // A page that a visitor still holds may ask for the asset of an older release.
    unique("release_files_path").on(table.siteId, table.path, table.releaseId),
  ],
);

export const blobs = mysqlTable(
  "blobs",
  {
    siteId: varchar("site_id", { length: 24 }).notNull(),
    hash: varchar("hash", { length: 64 }).notNull(),
    bytes: longblob("bytes").notNull(),
    /** Null where compressing does not pay, as for pictures and fonts. */
    gzip: longblob("gzip"),
    brotli: longblob("brotli"),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.hash] })],
);
