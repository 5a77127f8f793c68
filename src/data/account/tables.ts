// Studios, their people, who is signed in, and what happened to accounts.
import { boolean, index, int, mysqlEnum, mysqlTable, primaryKey, varchar } from "drizzle-orm/mysql-core";
import { roles } from "@/core/account/rights";
import { createdAt, idOf, instant, json, rowId, siteId } from "../columns";

export const studios = mysqlTable("studios", {
  id: rowId(),
  name: varchar("name", { length: 120 }).notNull(),
  /** Whether everyone of the studio needs a second factor. */
  secondFactor: boolean("second_factor").notNull().default(false),
  createdAt: createdAt(),
});

export const users = mysqlTable("users", {
  id: rowId(),
  email: varchar("email", { length: 200 }).notNull().unique(),
  name: varchar("name", { length: 120 }).notNull(),
  /** Empty until an invitation is accepted: nothing fits it. */
  passwordHash: varchar("password_hash", { length: 200 }).notNull(),
  /** The sealed key of the second factor (RFC 6238), and when it began to count; null without one. */
  totpKey: varchar("totp_key", { length: 200 }),
  totpSince: instant("totp_since"),
  /** The last time step whose code was used: a code counts once (RFC 6238, section 5.2). */
  totpStep: int("totp_step"),
  createdAt: createdAt(),
});

/** Codes for when the second factor is lost; each works once. */
export const recoveryCodes = mysqlTable(
  "recovery_codes",
  {
    userId: idOf("user_id"),
    codeHash: varchar("code_hash", { length: 64 }).notNull(),
    usedAt: instant("used_at"),
  },
  (table) => [primaryKey({ columns: [table.userId, table.codeHash] })],
);

/** Links in letters about accounts. Only the hash of a token is kept, and each works once. */
export const accountLinks = mysqlTable(
  "account_links",
  {
    tokenHash: varchar("token_hash", { length: 64 }).primaryKey(),
    userId: idOf("user_id"),
    purpose: mysqlEnum("purpose", ["invitation", "recovery"]).notNull(),
    createdAt: createdAt(),
    expiresAt: instant("expires_at").notNull(),
    usedAt: instant("used_at"),
  },
  (table) => [index("account_links_user").on(table.userId)],
);

export const members = mysqlTable(
  "members",
  {
    studioId: idOf("studio_id"),
    userId: idOf("user_id"),
    role: mysqlEnum("role", roles).notNull(),
    /** All sites of the studio, or those chosen in member_sites. An owner has all. */
    sites: mysqlEnum("sites", ["all", "chosen"]).notNull().default("all"),
  },
  (table) => [primaryKey({ columns: [table.studioId, table.userId] }), index("members_user").on(table.userId)],
);

/** The sites that a member with chosen sites may work on. */
export const memberSites = mysqlTable(
  "member_sites",
  {
    studioId: idOf("studio_id"),
    userId: idOf("user_id"),
    siteId: siteId(),
  },
  (table) => [
    primaryKey({ columns: [table.studioId, table.userId, table.siteId] }),
    index("member_sites_site").on(table.siteId),
  ],
);

/** Only the hash of a session's token is kept: a copy of the table opens no session. */
export const sessions = mysqlTable(
  "sessions",
  {
    tokenHash: varchar("token_hash", { length: 64 }).primaryKey(),
    userId: idOf("user_id"),
    /** What the list of one's sessions calls it by; opens nothing. */
    publicId: idOf("public_id").default(""),
    /** Browser and network it began with, for the same list. */
    device: varchar("device", { length: 120 }).notNull().default(""),
    network: varchar("network", { length: 60 }).notNull().default(""),
    createdAt: createdAt(),
    /** The last command or look, within a minute. */
    seenAt: instant("seen_at").notNull(),
    /** When the password was last shown: sensitive commands want it fresh. */
    confirmedAt: instant("confirmed_at").notNull(),
    expiresAt: instant("expires_at").notNull(),
  },
  (table) => [index("sessions_user").on(table.userId)],
);

/** What happened that concerns the safety of accounts and sites, for the owners of a studio. */
export const securityEvents = mysqlTable(
  "security_events",
  {
    id: rowId(),
    studioId: varchar("studio_id", { length: 24 }),
    siteId: varchar("site_id", { length: 24 }),
    /** Who did it, where that is known. */
    userId: varchar("user_id", { length: 24 }),
    kind: varchar("kind", { length: 40 }).notNull(),
    details: json<Readonly<Record<string, string>>>("details").notNull(),
    /** The network it came from, without the part that names a single machine. */
    network: varchar("network", { length: 60 }).notNull(),
    at: instant("at").notNull(),
  },
  (table) => [index("security_events_studio").on(table.studioId, table.at), index("security_events_time").on(table.at)],
);
