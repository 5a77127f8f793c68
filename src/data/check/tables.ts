// What measuring pages found, kept for the state of the page it was found in.
import { int, mysqlTable, primaryKey, varchar } from "drizzle-orm/mysql-core";
import type { LayoutFinding } from "@/core/check/layout";
import { instant, json, siteId } from "../columns";

export const checkResults = mysqlTable(
  "check_results",
  {
    siteId: siteId(),
    page: varchar("page", { length: 40 }).notNull(),
    /** Hash of all that the page's layout is made of: another one makes this result none. */
    state: varchar("state", { length: 64 }).notNull(),
    findings: json<readonly LayoutFinding[]>("findings").notNull(),
    /** How many that are: the list of sites counts them without reading any. */
    found: int("found").notNull().default(0),
    measuredAt: instant("measured_at").notNull(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.page] })],
);
