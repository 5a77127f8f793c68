// Lists that grow at their newer end, read a page at a time from there.
import { and, desc, eq, lt, or, type SQL } from "drizzle-orm";
import type { MySqlColumn, MySqlTable } from "drizzle-orm/mysql-core";
import type { Executor } from "./connection";

/** A list: its table, the columns of its order, and whose rows are meant. */
export interface Listed {
  readonly table: MySqlTable;
  readonly at: MySqlColumn;
  readonly id: MySqlColumn;
  readonly mine: SQL;
}

/** A page, and the id to ask for the next one with; null behind the last. */
export interface Page<Row> {
  readonly rows: readonly Row[];
  readonly more: string | null;
}

/**
 * The newest rows, or those behind the row `before`; at most `most`. `read` fetches rows that meet a condition, in the
 * order it is given. Rows of one moment are neither passed over nor told twice. Rows go from the old end, so behind one
 * that has gone there is nothing left.
 */
export async function pageOf<Row extends { readonly id: string }>(
  db: Executor,
  { table, at, id, mine }: Listed,
  before: string | null,
  most: number,
  read: (where: SQL | undefined, order: readonly SQL[]) => Promise<Row[]>,
): Promise<Page<Row>> {
  let behind: SQL | undefined;
  if (before !== null) {
    const [last] = await db
      .select({ at })
      .from(table)
      .where(and(mine, eq(id, before)));
    if (!last) return { rows: [], more: null };
    behind = or(lt(at, last.at), and(eq(at, last.at), lt(id, before)));
  }
  const rows = await read(and(mine, behind), [desc(at), desc(id)]);
  return { rows, more: rows.length === most ? (rows.at(-1)?.id ?? null) : null };
}
