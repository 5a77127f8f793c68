// What of a table may be a person's, said where the table is defined: by that, and by nothing else, somebody is forgotten.
import type { MySqlTable } from "drizzle-orm/mysql-core";

type Key<T extends MySqlTable> = keyof T["$inferSelect"] & string;

/** What becomes of a column: a value, or what is made of the one that is there. */
type Blank<T extends MySqlTable, K extends Key<T>> =
  | T["$inferSelect"][K]
  | ((value: NonNullable<T["$inferSelect"][K]>) => T["$inferSelect"][K]);

export interface Personal<T extends MySqlTable> {
  /** What its rows are counted as when somebody is forgotten; absent where nobody is told. */
  readonly counted?: string;
  /** Columns that are a mail address: a row is somebody's where one of them is theirs. */
  readonly by?: readonly Key<T>[];
  /** Columns in whose words a mail address may stand: a row is somebody's, too, where it names theirs. */
  readonly named?: readonly Key<T>[];
  /** Rows that belong to those of another table: they are whose those are, and those are whose these are. */
  readonly of?: { readonly table: MySqlTable; readonly here: Key<T>; readonly there: string };
  /** A column that names bytes: of a row that goes they go, too, where nothing else names them. */
  readonly bytes?: Key<T>;
  /** The row goes; or what becomes of columns while it stays. */
  readonly forgets: "row" | { readonly [K in Key<T>]?: Blank<T, K> };
}

export interface Declared {
  readonly table: MySqlTable;
  readonly how: Personal<MySqlTable>;
}

const declared = new Map<MySqlTable, Declared>();

/** Says of a table what in it may be a person's. */
export function personal<T extends MySqlTable>(table: T, how: Personal<T>): void {
  declared.set(table, { table, how: how as unknown as Personal<MySqlTable> });
}

/** What a table says of itself; undefined where it says that nobody is in it. */
export const declaredOf = (table: MySqlTable): Declared | undefined => declared.get(table);

/** Tables that say so, those that belong to others before those. */
export function personalTables(): readonly Declared[] {
  const depth = ({ how }: Declared): number => {
    const above = how.of && declared.get(how.of.table);
    return above ? 1 + depth(above) : 0;
  };
  return [...declared.values()].sort((one, other) => depth(other) - depth(one));
}
