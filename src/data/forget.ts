// Forgetting a person: in every table that says what of it may be somebody's, and in no other way.
import { and, eq, getTableColumns, inArray, like, or, type SQL, sql } from "drizzle-orm";
import { getTableConfig, type MySqlColumn, type MySqlTable } from "drizzle-orm/mysql-core";
import type { Executor } from "./connection";
import { type Declared, declaredOf, personalTables } from "./personal";
// Every table has been heard.
import "./schema";
import { escapeLike } from "./text";

const columnOf = (table: MySqlTable, key: string): MySqlColumn => {
  const column = (getTableColumns(table) as Record<string, MySqlColumn>)[key];
  if (!column) throw new Error(`${getTableConfig(table).name} has no column ${key}`);
  return column;
};

/** What an address is made of: one that stands within such letters is another. */
const within = /[\p{L}\p{N}._%+-]/u;

/** Whether words name an address, and no longer one that contains it. */
export function names(words: string, email: string): boolean {
  const text = words.toLowerCase();
  for (let at = text.indexOf(email); at >= 0; at = text.indexOf(email, at + 1)) {
    const [before = "", after = "", next = ""] = [text[at - 1], text[at + email.length], text[at + email.length + 1]];
    const goesOn = after === "." ? within.test(next) && next !== "." : after !== "" && within.test(after);
    if (!(before && within.test(before)) && !goesOn) return true;
  }
  return false;
}

/** The driver's own text of a column: JSON is kept as such. */
const textOf = (column: MySqlColumn): SQL<string | null> => sql<string | null>`cast(${column} as char)`;

type Row = Readonly<Record<string, unknown>>;

/** The rows of a table that are somebody's by what stands in them; locked. */
async function ownRows(tx: Executor, { table, how }: Declared, siteId: string, email: string): Promise<readonly Row[]> {
  const { by = [], named = [] } = how;
  if (!by.length && !named.length) return [];
  const looked = and(
    eq(columnOf(table, "siteId"), siteId),
    or(
      ...by.map((key) => eq(sql`lower(${columnOf(table, key)})`, email)),
      ...named.map((key) => like(sql`lower(${columnOf(table, key)})`, `%${escapeLike(email)}%`)),
    ),
  );
  const texts = Object.fromEntries(named.map((key) => [`text ${key}`, textOf(columnOf(table, key))]));
  const rows = await tx
    .select({ ...(getTableColumns(table) as Record<string, MySqlColumn>), ...texts })
    .from(table)
    .where(looked)
    .for("update");
  return rows.filter(
    (row: Row) =>
      by.some((key) => String(row[key] ?? "").toLowerCase() === email) ||
      named.some((key) => names(String(row[`text ${key}`] ?? ""), email)),
  );
}

/** Those columns by which a row is found again. */
function keysOf(table: MySqlTable): readonly string[] {
  const columns = Object.entries(getTableColumns(table) as Record<string, MySqlColumn>);
  const [composed] = getTableConfig(table).primaryKeys;
  const primary = composed ? composed.columns : columns.flatMap(([, column]) => (column.primary ? [column] : []));
  return columns.flatMap(([key, column]) => (primary.includes(column) ? [key] : []));
}

/** So many rows are looked for at once by what they belong to. */
const atOnce = 500;

async function rowsOf(tx: Executor, { table }: Declared, siteId: string, here: string, ids: readonly unknown[]) {
  const found: Row[] = [];
  for (let at = 0; at < ids.length; at += atOnce)
    found.push(
      ...(await tx
        .select(getTableColumns(table) as Record<string, MySqlColumn>)
        .from(table)
        .where(and(eq(columnOf(table, "siteId"), siteId), inArray(columnOf(table, here), ids.slice(at, at + atOnce))))
        .for("update")),
    );
  return found;
}

async function forget(tx: Executor, { table, how }: Declared, siteId: string, row: Row): Promise<void> {
  const at = and(
    eq(columnOf(table, "siteId"), siteId),
    ...keysOf(table).map((key) => eq(columnOf(table, key), row[key])),
  );
  if (how.forgets === "row") {
    await tx.delete(table).where(at);
    return;
  }
  const set = Object.fromEntries(
    Object.entries(how.forgets as Record<string, unknown>).map(([key, blank]) => [
      key,
      typeof blank === "function" ? (row[key] === null ? null : blank(row[key])) : blank,
    ]),
  );
  await tx.update(table).set(set).where(at);
}

export interface Forgotten {
  /** How many rows, by what they are counted as. */
  readonly counts: Readonly<Record<string, number>>;
  /** Keys of bytes that went with their rows: to be let go of where nothing else names them. */
  readonly bytes: readonly string[];
}

/** Forgets whoever has a mail address on a site, in every table that says what of it may be somebody's. */
export async function forgetPerson(tx: Executor, siteId: string, email: string): Promise<Forgotten> {
  const person = email.toLowerCase();
  const tables = personalTables();
  const theirs = new Map<MySqlTable, Map<string, Row>>();
  const add = ({ table }: Declared, rows: readonly Row[]) => {
    const known = theirs.get(table) ?? new Map<string, Row>();
    theirs.set(table, known);
    for (const row of rows) known.set(JSON.stringify(keysOf(table).map((key) => row[key])), row);
  };
  // What names somebody makes the whole it belongs to theirs, and with that its other parts.
  for (const one of tables) {
    add(one, await ownRows(tx, one, siteId, person));
    const { of } = one.how;
    const above = of && declaredOf(of.table);
    if (!of || !above) continue;
    const ids = [...new Set([...(theirs.get(one.table)?.values() ?? [])].map((row) => row[of.here]))];
    add(above, await rowsOf(tx, above, siteId, of.there, ids));
  }
  for (const one of [...tables].reverse()) {
    const { of } = one.how;
    if (!of) continue;
    const ids = [...new Set([...(theirs.get(of.table)?.values() ?? [])].map((row) => row[of.there]))];
    add(one, await rowsOf(tx, one, siteId, of.here, ids));
  }
  const counts: Record<string, number> = {};
  const bytes: string[] = [];
  for (const one of tables) {
    const rows = [...(theirs.get(one.table)?.values() ?? [])];
    for (const row of rows) await forget(tx, one, siteId, row);
    const { counted, bytes: named } = one.how;
    if (named && one.how.forgets === "row") bytes.push(...rows.map((row) => String(row[named])));
    if (counted) counts[counted] = (counts[counted] ?? 0) + rows.length;
  }
  return { counts, bytes };
}
