// Clips of other hosts that stand on pages by themselves: whether their hosts still show them.
import { mysqlTable, primaryKey, varchar } from "drizzle-orm/mysql-core";
import type { Reason } from "@/core/visitor/decision";
import { instant, json, siteId } from "../columns";

export const clipChecks = mysqlTable(
  "clip_checks",
  {
    siteId: siteId(),
    /** Names the clip: SHA-256 of its source. */
    clip: varchar("clip", { length: 64 }).notNull(),
    askedAt: instant("asked_at").notNull(),
    /** When it was first found gone; null while it is there. */
    goneSince: instant("gone_since"),
    /** Why it can't be shown. */
    problem: json<Reason>("problem"),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.clip] })],
);
