// Sites and their media.
import { boolean, index, int, mysqlTable, primaryKey, varchar } from "drizzle-orm/mysql-core";
import type { Brand } from "@/core/brand/brand";
import type { MediaEntry } from "@/core/media/entry";
import type { Retention } from "@/core/site/retention";
import type { SiteSettings } from "@/core/site/site";
import * as columns from "../columns";

export const sites = mysqlTable(
  "sites",
  {
    id: columns.rowId(),
    studioId: columns.idOf("studio_id"),
    key: varchar("site_key", { length: 40 }).notNull().unique(),
    name: varchar("name", { length: 80 }).notNull(),
    settings: columns.orderedJson<SiteSettings>("settings").notNull(),
    brand: columns.orderedJson<Brand>("brand").notNull(),
    settingsHash: columns.hashOf("settings_hash", "name", "settings"),
    brandHash: columns.hashOf("brand_hash", "brand"),
    /** Raised by every change of name, settings or brand. */
    revision: columns.revision(),
    /** How long what visitors sent is kept; null is the usual. Not of the site file: it is about people, not pages. */
    retention: columns.json<Retention | null>("retention"),
    /** The one pointer that publishing and going back flip. */
    liveReleaseId: varchar("live_release_id", { length: 24 }),
    /** How often pages of a live release were made anew, because what a feed shows has changed. */
    renewed: int("renewed").notNull().default(0),
    createdAt: columns.createdAt(),
  },
  (table) => [index("sites_studio").on(table.studioId)],
);

export const media = mysqlTable(
  "media",
  {
    siteId: columns.siteId(),
    hash: columns.hash(),
    name: varchar("name", { length: 200 }).notNull(),
    type: varchar("type", { length: 80 }).$type<MediaEntry["type"]>().notNull(),
    /** 0 of documents, but for films. */
    widthPx: int("width_px").notNull(),
    heightPx: int("height_px").notNull(),
    /** Of a film. */
    lengthMs: int("length_ms"),
    /** Size of the file as it came; variants are not counted. */
    bytes: int("bytes").notNull().default(0),
    alt: varchar("alt", { length: 400 }).notNull().default(""),
    decorative: boolean("decorative").notNull().default(false),
    tags: columns.json<readonly string[]>("tags"),
    focus: columns.json<NonNullable<MediaEntry["focus"]>>("focus"),
    tint: varchar("tint", { length: 7 }),
    moves: boolean("moves").notNull().default(false),
    /** What a picture looks like (core/media/alike); null until that was worked out. */
    print: varchar("print", { length: 240 }),
    /** Whether what pages ask for of it was made; what was not is made when it is asked for. */
    made: boolean("made").notNull().default(false),
    createdAt: columns.createdAt(),
    /** Put away: no screen shows it, and after some time it goes. */
    removedAt: columns.instant("removed_at"),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.hash] }), index("media_hash").on(table.hash)],
);

/** Addresses that lead on: to where a page is now, or to a path or an address elsewhere. */
export const redirects = mysqlTable(
  "redirects",
  {
    siteId: columns.siteId(),
    from: varchar("from_path", { length: 121 }).notNull(),
    /** Null where it leads to no page of the site by its id. */
    page: varchar("page", { length: 40 }),
    to: varchar("to_address", { length: 500 }),
    createdAt: columns.createdAt(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.from] })],
);

/** Keys a site had: its old hosts lead to the new one, and nobody else may take them. */
export const formerKeys = mysqlTable(
  "former_keys",
  {
    key: varchar("site_key", { length: 40 }).primaryKey(),
    siteId: columns.siteId(),
    createdAt: columns.createdAt(),
  },
  (table) => [index("former_keys_site").on(table.siteId)],
);

/** The home page of a site as a picture for lists, and the state of the site that it shows. */
export const sitePictures = mysqlTable("site_pictures", {
  siteId: varchar("site_id", { length: 24 }).primaryKey(),
  state: varchar("state", { length: 32 }).notNull(),
  svg: columns.longblob("svg").notNull(),
});
