// What visitors said back.
import { int, mysqlTable, varchar } from "drizzle-orm/mysql-core";
import { personal } from "../personal";

export const echoes = mysqlTable("echoes", {
  id: varchar("id", { length: 24 }).primaryKey(),
  siteId: varchar("site_id", { length: 24 }).notNull(),
  said: varchar("said", { length: 80 }).notNull(),
  email: varchar("email", { length: 254 }).notNull(),
  day: varchar("day", { length: 10 }).notNull(),
});
personal(echoes, { counted: "echoes", by: ["email"], forgets: "row" });

export const echoParts = mysqlTable("echo_parts", {
  siteId: varchar("site_id", { length: 24 }).primaryKey(),
  before: varchar("before_text", { length: 8 }).notNull(),
  version: int("version").notNull().default(1),
});
