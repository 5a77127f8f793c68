// Long work as rows, and the counters of rate limits.
import { bigint, index, int, mysqlEnum, mysqlTable, varchar } from "drizzle-orm/mysql-core";
import { createdAt, instant, json, rowId } from "../columns";
import { personal } from "../personal";

export const jobs = mysqlTable(
  "jobs",
  {
    id: rowId(),
    siteId: varchar("site_id", { length: 24 }),
    kind: varchar("kind", { length: 30 }).notNull(),
    payload: json<Record<string, string>>("payload").notNull(),
    state: mysqlEnum("state", ["queued", "running", "done", "failed"]).notNull(),
    /** Steps done of steps in all, for the screen. */
    done: int("done").notNull().default(0),
    total: int("total").notNull().default(0),
    attempts: int("attempts").notNull().default(0),
    availableAt: instant("available_at").notNull(),
    /** The last sign of life of the process that runs it. */
    heartbeatAt: instant("heartbeat_at"),
    worker: varchar("worker", { length: 40 }),
    error: varchar("error", { length: 1000 }),
    /** What a job that makes something has made. */
    result: json<Record<string, unknown>>("result"),
    /** While a job of a key is queued or running there is no second one: null once it has ended. */
    onlyOne: varchar("only_one", { length: 80 }).unique(),
    createdAt: createdAt(),
  },
  (table) => [index("jobs_next").on(table.state, table.availableAt), index("jobs_site").on(table.siteId)],
);
// What a mail server said of somebody; and what was going to be found out for them.
personal(jobs, { named: ["payload", "error"], forgets: "row" });

/** Points taken in the window that ends at `expire`, in ms since the epoch. */
export const rateLimits = mysqlTable("rate_limits", {
  key: varchar("key", { length: 255 }).primaryKey(),
  points: int("points").notNull().default(0),
  expire: bigint("expire", { mode: "number", unsigned: true }),
});
