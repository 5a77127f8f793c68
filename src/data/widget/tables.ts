// Widgets of a site: configured working parts of every kind.
import { int, mysqlTable, primaryKey, varchar } from "drizzle-orm/mysql-core";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import { hashOf, instant, orderedJson } from "../columns";

export const widgets = mysqlTable(
  "widgets",
  {
    siteId: varchar("site_id", { length: 24 }).notNull(),
    id: varchar("id", { length: 40 }).notNull(),
    kind: varchar("kind", { length: 30 }).$type<WidgetKindName>().notNull(),
    name: varchar("name", { length: 80 }).notNull(),
    settings: orderedJson<SiteWidget["settings"]>("settings").notNull(),
    /** Hash of what pages show of its kind's part of the site; "" for kinds that show nothing. */
    shown: varchar("shown", { length: 64 }).notNull().default(""),
    hash: hashOf("hash", "name", "settings", "shown"),
    position: int("position").notNull(),
    revision: int("revision").notNull().default(0),
    changedAt: instant("changed_at").notNull(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.id] })],
);
