// Studios, their people, and who is signed in.
import { index, mysqlEnum, mysqlTable, primaryKey, varchar } from "drizzle-orm/mysql-core";
import { instant } from "../columns";

/** From the one who may most to the one who may least. */
export const roles = ["owner", "designer", "editor"] as const;
export type Role = (typeof roles)[number];

export const studios = mysqlTable("studios", {
  id: varchar("id", { length: 24 }).primaryKey(),
  name: varchar("name", { length: 120 }).notNull(),
  createdAt: instant("created_at").notNull(),
});

export const users = mysqlTable("users", {
  id: varchar("id", { length: 24 }).primaryKey(),
  email: varchar("email", { length: 200 }).notNull().unique(),
  name: varchar("name", { length: 120 }).notNull(),
  passwordHash: varchar("password_hash", { length: 200 }).notNull(),
  createdAt: instant("created_at").notNull(),
});

export const members = mysqlTable(
  "members",
  {
    studioId: varchar("studio_id", { length: 24 }).notNull(),
    userId: varchar("user_id", { length: 24 }).notNull(),
    role: mysqlEnum("role", roles).notNull(),
  },
  (table) => [primaryKey({ columns: [table.studioId, table.userId] }), index("members_user").on(table.userId)],
);

/** Only the hash of a session's token is kept: a copy of the table opens no session. */
export const sessions = mysqlTable(
  "sessions",
  {
    tokenHash: varchar("token_hash", { length: 64 }).primaryKey(),
    userId: varchar("user_id", { length: 24 }).notNull(),
    createdAt: instant("created_at").notNull(),
    expiresAt: instant("expires_at").notNull(),
  },
  (table) => [index("sessions_user").on(table.userId)],
);
