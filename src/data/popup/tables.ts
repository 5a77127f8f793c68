// What visitors sent through popups, and how often popups were seen.
import { index, int, mysqlEnum, mysqlTable, primaryKey, unique, varchar } from "drizzle-orm/mysql-core";
import { createdAt, day, email, instant, json, language, rowId, siteId, widgetId } from "../columns";
import { personal } from "../personal";

export const signupStates = ["waiting", "confirmed", "withdrawn"] as const;
export type SignupState = (typeof signupStates)[number];

export const signups = mysqlTable(
  "signups",
  {
    id: rowId(),
    siteId: siteId(),
    widgetId: widgetId(),
    email: email(),
    name: varchar("name", { length: 120 }).notNull(),
    /** What was answered, by field key. */
    answers: json<Record<string, string | boolean>>("answers").notNull(),
    state: mysqlEnum("state", signupStates).notNull(),
    page: varchar("page", { length: 400 }).notNull(),
    language: language(),
    /** The wording agreed to, as it stood that day. */
    consent: varchar("consent", { length: 600 }).notNull(),
    createdAt: createdAt(),
    confirmedAt: instant("confirmed_at"),
    withdrawnAt: instant("withdrawn_at"),
  },
  (table) => [
    unique("signups_once").on(table.siteId, table.widgetId, table.email),
    index("signups_time").on(table.siteId, table.createdAt),
  ],
);
personal(signups, { counted: "signups", by: ["email"], forgets: "row" });

export const popupCounts = mysqlTable(
  "popup_counts",
  {
    siteId: siteId(),
    widgetId: widgetId(),
    /** Day in the site's zone, "2026-11-24". */
    day: day(),
    shown: int("shown").notNull().default(0),
    closed: int("closed").notNull().default(0),
    signedUp: int("signed_up").notNull().default(0),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.widgetId, table.day] })],
);
