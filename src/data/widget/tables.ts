// Widgets of a site: configured working parts of every kind.
import { int, mysqlTable, primaryKey, varchar } from "drizzle-orm/mysql-core";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import { instant, json } from "../columns";

export const widgets = mysqlTable(
  "widgets",
  {
    siteId: varchar("site_id", { length: 24 }).notNull(),
    id: varchar("id", { length: 40 }).notNull(),
    kind: varchar("kind", { length: 30 }).$type<WidgetKindName>().notNull(),
    name: varchar("name", { length: 80 }).notNull(),
    settings: json<SiteWidget["settings"]>("settings").notNull(),
    position: int("position").notNull(),
    revision: int("revision").notNull().default(0),
    changedAt: instant("changed_at").notNull(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.id] })],
);
