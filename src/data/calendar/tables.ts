// Calendars: the secret addresses ours are read at, and those of others that are read for busy time.
import { index, int, mysqlEnum, mysqlTable, primaryKey, unique, varchar } from "drizzle-orm/mysql-core";
import { createdAt, idOf, instant, json, longblob, siteId } from "../columns";

/** Who may read a calendar of ours. Only a hash of the address's secret is kept. */
export const calendarAddresses = mysqlTable(
  "calendar_addresses",
  {
    siteId: siteId(),
    id: varchar("id", { length: 24 }).notNull(),
    kind: mysqlEnum("kind", ["resource", "place"]).notNull(),
    /** Id of the resource or place. */
    of: varchar("of_id", { length: 40 }).notNull(),
    secretHash: varchar("secret_hash", { length: 64 }).notNull(),
    createdAt: createdAt(),
    revokedAt: instant("revoked_at"),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.id] }), unique("calendar_secret").on(table.secretHash)],
);

/** A calendar of somebody else's that makes a resource busy. */
export const busyFeeds = mysqlTable(
  "busy_feeds",
  {
    siteId: siteId(),
    id: varchar("id", { length: 24 }).notNull(),
    resourceId: varchar("resource_id", { length: 40 }).notNull(),
    name: varchar("name", { length: 120 }).notNull(),
    /** The owner's mail address, whose "declined" frees a time; may be empty. */
    owner: varchar("owner", { length: 200 }).notNull(),
    /** Where it is fetched; null for an uploaded file. */
    address: varchar("address", { length: 1000 }),
    /** The last file that could be read, whole: spans further ahead come from it as time goes on. */
    file: longblob("file"),
    events: int("events").notNull().default(0),
    notes: json<readonly string[]>("notes").notNull(),
    etag: varchar("etag", { length: 300 }),
    lastModified: varchar("last_modified", { length: 100 }),
    goodAt: instant("good_at"),
    triedAt: instant("tried_at"),
    /** Why the last try failed; null when it did not. The busy spans are then those of the last good one. */
    problem: varchar("problem", { length: 500 }),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.id] })],
);

export const busySpans = mysqlTable(
  "busy_spans",
  {
    siteId: siteId(),
    feedId: idOf("feed_id"),
    resourceId: varchar("resource_id", { length: 40 }).notNull(),
    from: instant("starts_at").notNull(),
    to: instant("ends_at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.siteId, table.feedId, table.from] }),
    index("busy_spans_time").on(table.siteId, table.to),
  ],
);
