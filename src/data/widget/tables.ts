// Widgets of a site: configured working parts of every kind.
import { mysqlTable, primaryKey, varchar } from "drizzle-orm/mysql-core";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import { changedAt, hashOf, orderedJson, ownId, position, revision, siteId } from "../columns";

export const widgets = mysqlTable(
  "widgets",
  {
    siteId: siteId(),
    id: ownId(),
    kind: varchar("kind", { length: 30 }).$type<WidgetKindName>().notNull(),
    name: varchar("name", { length: 80 }).notNull(),
    settings: orderedJson<SiteWidget["settings"]>("settings").notNull(),
    /** Hash of what pages show of its kind's part of the site; "" for kinds that show nothing. */
    shown: varchar("shown", { length: 64 }).notNull().default(""),
    hash: hashOf("hash", "name", "settings", "shown"),
    position: position(),
    revision: revision(),
    changedAt: changedAt(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.id] })],
);
