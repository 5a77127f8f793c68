// Lists that grow at their newer end, read a page at a time from there.
import { and, eq, lt, or, type SQL } from "drizzle-orm";
import type { MySqlColumn } from "drizzle-orm/mysql-core";

/** Of rows ordered by `at` and then `id`, newest first: those behind a given one. Rows of one moment are never skipped. */
export const behind = (at: MySqlColumn, id: MySqlColumn, row: { readonly at: Date; readonly id: string }): SQL =>
  or(lt(at, row.at), and(eq(at, row.at), lt(id, row.id))) as SQL;
