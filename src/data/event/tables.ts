// What happened, for open studios and for the memory of other processes: written with what it tells of, kept for minutes.
import { bigint, index, mysqlTable, varchar } from "drizzle-orm/mysql-core";
import type { StudioEvent } from "@/core/event/event";
import { instant, json, siteId } from "../columns";

export const events = mysqlTable(
  "events",
  {
    id: bigint("id", { mode: "number", unsigned: true }).autoincrement().primaryKey(),
    siteId: siteId(),
    kind: varchar("kind", { length: 20 }).$type<StudioEvent["kind"]>().notNull(),
    payload: json<StudioEvent["payload"]>("payload").notNull(),
    /** By the machine's clock. */
    at: instant("at").notNull(),
  },
  (table) => [index("events_at").on(table.at)],
);
