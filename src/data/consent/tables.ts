// What visitors chose, without a word about who they are; and how often they were asked.
import { index, int, mysqlTable, primaryKey, varchar } from "drizzle-orm/mysql-core";
import type { Optional } from "@/core/consent/category";
import type { Consent } from "@/core/consent/consent";
import type { RegionKey } from "@/core/consent/rules";
import { day, instant, json, language, siteId, widgetId } from "../columns";

/** One choice. Its id is the visitor's own proof; no address is kept. */
export const consents = mysqlTable(
  "consents",
  {
    siteId: siteId(),
    id: varchar("id", { length: 24 }).notNull(),
    widgetId: widgetId(),
    at: instant("at").notNull(),
    region: varchar("region", { length: 12 }).$type<RegionKey>().notNull(),
    rule: varchar("rule", { length: 12 }).$type<Exclude<RegionKey, "elsewhere">>().notNull(),
    given: json<readonly Optional[]>("given").notNull(),
    /** Of the texts and the table that it was made by. */
    version: varchar("version", { length: 12 }).notNull(),
    how: varchar("how", { length: 12 }).notNull(),
    /** The host of the one thing that was pressed; null for a choice about purposes. */
    thing: varchar("thing", { length: 255 }),
    language: language(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.id] }), index("consents_time").on(table.siteId, table.at)],
);

/** Texts and table by their version, as long as a choice names it. */
export const consentVersions = mysqlTable(
  "consent_versions",
  {
    siteId: siteId(),
    version: varchar("version", { length: 12 }).notNull(),
    settings: json<Consent>("settings").notNull(),
    at: instant("at").notNull(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.version] })],
);

/** Per day and region: how often it was shown, and what came of it. */
export const consentCounts = mysqlTable(
  "consent_counts",
  {
    siteId: siteId(),
    widgetId: widgetId(),
    /** Date in the site's zone. */
    day: day(),
    region: varchar("region", { length: 12 }).notNull(),
    shown: int("shown").notNull().default(0),
    accepted: int("accepted").notNull().default(0),
    refused: int("refused").notNull().default(0),
    some: int("some").notNull().default(0),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.widgetId, table.day, table.region] })],
);
