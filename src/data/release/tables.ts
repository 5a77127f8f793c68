// Releases: for every path of the site what is answered, and the answers themselves, compressed once.
import { boolean, index, int, mysqlEnum, mysqlTable, primaryKey, unique, varchar } from "drizzle-orm/mysql-core";
import type { PageNode } from "@/core/page/node";
import type { Use } from "@/core/render/markup";
import { withNamesOfToday } from "@/core/site/old-names";
import type { KeptSite, SiteFile } from "@/core/site/site";
import { createdAt, hash, idOf, json, packedJson, position, rowId, siteId } from "../columns";

export const releases = mysqlTable(
  "releases",
  {
    id: rowId(),
    siteId: siteId(),
    number: int("number").notNull(),
    state: mysqlEnum("state", ["building", "complete"]).notNull(),
    /** The site as it stood when publishing began: what a resumed job goes on with, and what changes are told from. */
    snapshot: packedJson<KeptSite>("snapshot", withNamesOfToday).notNull(),
    /** The snapshot's widgets: what visitors' calls are answered by, without unpacking the whole. */
    widgets: json<SiteFile["widgets"]>("widgets").notNull(),
    userId: idOf("user_id"),
    pages: int("pages").notNull().default(0),
    /** Pages rendered for this release; the others were carried over. */
    rendered: int("rendered").notNull().default(0),
    createdAt: createdAt(),
  },
  (table) => [unique("releases_number").on(table.siteId, table.number)],
);

/** What a release took, unit by unit, by its hash: what has changed since is counted without reading any of it. */
export const releaseUnits = mysqlTable(
  "release_units",
  {
    siteId: siteId(),
    releaseId: idOf("release_id"),
    /** As changes name them: "page", "widget", "brand" … */
    of: varchar("unit_of", { length: 12 }).notNull(),
    id: varchar("unit_id", { length: 130 }).notNull(),
    hash: hash(),
    /** Place among the pages. */
    position: position(),
  },
  (table) => [
    primaryKey({ columns: [table.releaseId, table.of, table.id] }),
    // Whether any release still has a page's state.
    index("release_units_hash").on(table.siteId, table.hash),
  ],
);

/** States of pages that releases have, each kept once: by the hash that the page's document and the release's unit have. */
export const pageStates = mysqlTable(
  "page_states",
  {
    siteId: siteId(),
    hash: hash(),
    body: packedJson<PageNode>("body").notNull(),
    /** Ids of its nodes: which pages hold a block is asked without unpacking them. */
    nodes: json<readonly string[]>("nodes").notNull(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.hash] })],
);

export const releaseFiles = mysqlTable(
  "release_files",
  {
    siteId: siteId(),
    releaseId: idOf("release_id"),
    path: varchar("path", { length: 240 }).notNull(),
    type: varchar("type", { length: 80 }).notNull(),
    /** Key of its bytes. */
    blob: varchar("blob", { length: 64 }).notNull(),
    /** Whether its bytes are kept compressed, too: ".br" and ".gz". */
    packed: boolean("packed").notNull().default(false),
    /** Hash of all that the file was made from; equal inputs are carried over without rendering. */
    input: varchar("input", { length: 64 }).notNull(),
    /** What of the site a page was made from, besides itself. */
    uses: json<readonly Use[]>("uses").notNull(),
    /** SHA-256 of the style sheet inside a page, in base64; "" where it has none. */
    styles: varchar("styles", { length: 44 }).notNull().default(""),
    /** Origins outside the site that a page's frames may show: they stand in its policy. */
    frames: json<readonly string[]>("frames"),
    /** Origins that custom code may reach, of a document of it: it is answered with a policy of its own. */
    code: json<readonly string[]>("code"),
    /** What may run on a page besides its own scripts: origins, and hashes of scripts inside, as a policy names them. */
    runs: json<readonly string[]>("runs"),
    /** It has holes that are filled when somebody asks for it. */
    live: boolean("live").notNull().default(false),
    /** BCP 47 tag of the language it is in; "" for what has none. */
    locale: varchar("locale", { length: 35 }).notNull().default(""),
    /** Paths of the assets a page refers to, so that a carried page brings its own along. */
    assets: json<readonly string[]>("assets").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.releaseId, table.path] }),
    // A page that a visitor still holds may ask for the asset of an older release.
    unique("release_files_path").on(table.siteId, table.path, table.releaseId),
    // Whether anything still names some bytes.
    index("release_files_blob").on(table.blob),
  ],
);
