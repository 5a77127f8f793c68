// Visitors without a password: links that were sent to them, each used once, and the devices they came in on.
import { index, mysqlEnum, mysqlTable, primaryKey, varchar } from "drizzle-orm/mysql-core";
import { createdAt, email, instant, siteId } from "../columns";
import { personal } from "../personal";

export const visitorSessions = mysqlTable(
  "visitor_sessions",
  {
    siteId: siteId(),
    /** Hash of what the letter or the browser has. */
    id: varchar("id", { length: 64 }).notNull(),
    of: mysqlEnum("session_of", ["link", "device"]).notNull(),
    email: email(),
    createdAt: createdAt(),
    expiresAt: instant("expires_at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.siteId, table.id] }),
    index("visitor_sessions_email").on(table.siteId, table.email),
    index("visitor_sessions_expiry").on(table.expiresAt),
  ],
);
personal(visitorSessions, { by: ["email"], forgets: "row" });
