// Column types of our own.
import { gunzipSync, gzipSync } from "node:zlib";
import { sql } from "drizzle-orm";
import { bigint, customType, int, varchar } from "drizzle-orm/mysql-core";
import { ordered } from "@/core/input/ordered";

/** The site that a row is of. */
export const siteId = () => varchar("site_id", { length: 24 }).notNull();

/** An id that stands in a document of the site, too. */
export const ownId = (name = "id") => varchar(name, { length: 40 }).notNull();

/** A row's own id, made by us. */
export const rowId = () => varchar("id", { length: 24 }).primaryKey();

/** An id that a row of ours has, elsewhere. */
export const idOf = (name: string) => varchar(name, { length: 24 }).notNull();

/** The widget that a row is of. */
export const widgetId = () => ownId("widget_id");

export const revision = () => int("revision").notNull().default(0);

/** A place in an order. */
export const position = () => int("position").notNull();

export const email = () => varchar("email", { length: 254 }).notNull();

/** BCP 47 tag. */
export const language = () => varchar("language", { length: 35 }).notNull();

/** A day of a site, "2026-11-24". */
export const day = () => varchar("day", { length: 10 }).notNull();

/** ISO 4217. */
export const currency = () => varchar("currency", { length: 3 }).notNull();

/** Minor units of a currency. */
export const minor = (name: string) => bigint(name, { mode: "number" }).notNull();

/** SHA-256, in hex. */
export const hash = () => varchar("hash", { length: 64 }).notNull();

/** JSON that is parsed on the way out: MariaDB keeps JSON as text, and the driver hands over strings. */
export const json = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => "longtext",
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (value) => JSON.parse(value) as T,
  })(name);

/** JSON whose text depends on its value alone, not on how it came to be: for columns that are hashed by the database. */
export const orderedJson = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => "longtext",
    toDriver: (value) => JSON.stringify(ordered(value)),
    fromDriver: (value) => JSON.parse(value) as T,
  })(name);

const measured = (column: string) => `char_length(${column}), ':', ${column}`;

/**
 * The SHA-256 of columns, in hex, kept by the database with every change of the row: whoever writes it can't forget it.
 * Lengths stand before the values, so that no two rows of different values are one text. Columns of `added` came later:
 * where they are null the hash is what it was without them.
 */
const hashed = (name: string, columns: readonly string[], added: readonly string[]) =>
  varchar(name, { length: 64 }).generatedAlwaysAs(
    sql.raw(
      `sha2(concat(${[...columns.map(measured), ...added.map((column) => `coalesce(concat(${measured(column)}), '')`)].join(", ")}), 256)`,
    ),
    { mode: "stored" },
  );

export const hashOf = (name: string, ...columns: readonly string[]) => hashed(name, columns, []);
export const grownHashOf = (name: string, columns: readonly string[], ...added: readonly string[]) =>
  hashed(name, columns, added);

/**
 * Large JSON that is only ever read whole: packed, since escaping megabytes of quotes costs more than packing them. `read` mends
 * what was kept in an older form.
 */
export const packedJson = <T>(name: string, read: (kept: T) => T = (kept) => kept) =>
  customType<{ data: T; driverData: Buffer }>({
    dataType: () => "longblob",
    toDriver: (value) => gzipSync(JSON.stringify(value), { level: 1 }),
    // Rows from before the column was packed begin with a brace.
    fromDriver: (value) => read(JSON.parse((value[0] === 0x7b ? value : gunzipSync(value)).toString()) as T),
  })(name);

export const longblob = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => "longblob" });

/** An instant in UTC with milliseconds, whatever the session's zone: kept as ms since the epoch. */
export const instant = (name: string) =>
  customType<{ data: Date; driverData: number }>({
    dataType: () => "bigint",
    toDriver: (value) => value.getTime(),
    fromDriver: (value) => new Date(Number(value)),
  })(name);

export const createdAt = () => instant("created_at").notNull();
export const changedAt = () => instant("changed_at").notNull();

/** An instant as a DATETIME(3) in UTC: MariaDB's periods are made of columns of this type. */
export const utcTime = (name: string) =>
  customType<{ data: Date; driverData: string }>({
    dataType: () => "datetime(3)",
    toDriver: (value) => value.toISOString().slice(0, 23).replace("T", " "),
    fromDriver: (value) => new Date(`${value.replace(" ", "T")}Z`),
  })(name);
