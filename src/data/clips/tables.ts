// What feeds of clips have found: the last good state of each of their sources.
import { int, mysqlTable, primaryKey, varchar } from "drizzle-orm/mysql-core";
import type { FeedAbout, FeedClip } from "@/core/clips/clips";
import type { Reason } from "@/core/visitor/decision";
import { instant, json, packedJson, siteId, widgetId } from "../columns";

export const clipSources = mysqlTable(
  "clip_sources",
  {
    siteId: siteId(),
    widgetId: widgetId(),
    sourceId: varchar("source_id", { length: 40 }).notNull(),
    /** What was asked: the source as it was set, so that another one is read anew. */
    asked: varchar("asked", { length: 64 }).notNull(),
    etag: varchar("etag", { length: 300 }),
    lastModified: varchar("last_modified", { length: 100 }),
    about: json<FeedAbout>("about"),
    clips: packedJson<readonly FeedClip[]>("clips").notNull(),
    goodAt: instant("good_at"),
    triedAt: instant("tried_at"),
    nextAt: instant("next_at").notNull(),
    /** Why it could not be read the last time; null where it could. */
    problem: json<Reason>("problem"),
    /** So many times one after the other. */
    failures: int("failures").notNull().default(0),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.widgetId, table.sourceId] })],
);
