// Databases of tests. What a test may begin from is a state: made once a run as a database of its own, each from the one
// before it, by whoever asks for it first. A process of tests has one database besides, which is put back to a state by
// statements, in a fraction of the time that making it takes.
import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { type Connection, createConnection, type RowDataPacket } from "mysql2/promise";
import { migrateTo } from "@/data/connection";

const migrations = "src/data/migrations";

/** A state that tests begin from: what is done to the one before it, in a database of its own. */
export interface State<N extends string> {
  readonly from: N | null;
  make(databaseUrl: string): Promise<void>;
}

const owner = () => process.env.WEBITOR_TEST_DATABASE_OWNER ?? "";
const urlOf = (database: string) => `${process.env.WEBITOR_TEST_DATABASE ?? ""}/${database}`;
const admin = () => createConnection({ uri: owner(), multipleStatements: true });

/** Two trees with other tables, as the copy that has a kind of its own, share no states. */
const schemaHash = (() => {
  let known: string | null = null;
  return () => {
    const sql = readdirSync(migrations).filter((file) => file.endsWith(".sql"));
    const text = sql.sort().map((file) => readFileSync(join(migrations, file), "utf8"));
    known ??= createHash("sha256").update(text.join()).digest("hex").slice(0, 10);
    return known;
  };
})();

const made = "t_made";

async function tablesOf(connection: Connection, database: string): Promise<string[]> {
  const [rows] = await connection.query<RowDataPacket[]>(
    "select table_name as name from information_schema.tables where table_schema = ? order by table_name",
    [database],
  );
  return rows.map(({ name }) => String(name)).filter((name) => name !== made);
}

const create = (connection: Connection, database: string) =>
  connection.query(`create database \`${database}\` character set utf8mb4 collate utf8mb4_bin`);

/** The empty tables of one database in another, their keys and all. */
async function copyTables(connection: Connection, from: string, to: string): Promise<void> {
  const statements = ["set foreign_key_checks = 0", `use \`${to}\``];
  for (const table of await tablesOf(connection, from)) {
    const [[row]] = await connection.query<RowDataPacket[]>(`show create table \`${from}\`.\`${table}\``);
    statements.push(String(row?.["Create Table"]));
  }
  await connection.query(statements.join(";\n"));
}

/** Which tables hold something. */
async function filled(connection: Connection, database: string, tables: readonly string[]): Promise<Set<string>> {
  const asked = tables.map((table) => `exists (select 1 from \`${database}\`.\`${table}\`) as \`${table}\``);
  const [[row]] = await connection.query<RowDataPacket[]>(`select ${asked.join(", ")}`);
  return new Set(tables.filter((table) => row?.[table]));
}

/** The columns of each table that are written, and not worked out of others. */
async function writtenColumns(connection: Connection, database: string): Promise<ReadonlyMap<string, string>> {
  const [rows] = await connection.query<RowDataPacket[]>(
    `select table_name as name, group_concat('\`', column_name, '\`' order by ordinal_position) as columns
     from information_schema.columns where table_schema = ? and generation_expression is null group by table_name`,
    [database],
  );
  return new Map(rows.map(({ name, columns }) => [String(name), String(columns)]));
}

/** Brings the rows of one database to those of another with the same tables. */
async function copyRows(connection: Connection, from: string, to: string): Promise<void> {
  await connection.query("set foreign_key_checks = 0, unique_checks = 0, group_concat_max_len = 65536");
  const tables = await tablesOf(connection, from);
  const columns = await writtenColumns(connection, from);
  const [before, wanted] = [await filled(connection, to, tables), await filled(connection, from, tables)];
  const statements = tables.flatMap((table) => {
    const written = columns.get(table);
    return [
      ...(before.has(table) ? [`delete from \`${to}\`.\`${table}\``] : []),
      ...(wanted.has(table)
        ? [`insert into \`${to}\`.\`${table}\` (${written}) select ${written} from \`${from}\`.\`${table}\``]
        : []),
    ];
  });
  await connection.query(["begin", ...statements, "commit"].join(";\n"));
}

/** The database of a state, made where it is not yet: by one process, while others that want it wait. */
async function stateDatabase<N extends string>(states: Readonly<Record<N, State<N>>>, name: N): Promise<string> {
  const database = `t_${schemaHash()}_${name}`;
  const { from, make } = states[name];
  const before = from === null ? null : await stateDatabase(states, from);
  const connection = await admin();
  try {
    await connection.query("select get_lock(?, 3600)", [database]);
    const [[there]] = await connection.query<RowDataPacket[]>(
      "select count(*) as there from information_schema.tables where table_schema = ? and table_name = ?",
      [database, made],
    );
    if (there?.there) return database;
    // What was killed while it was made is made again.
    await connection.query(`drop database if exists \`${database}\``);
    await create(connection, database);
    if (before === null) await migrateTo(`${owner()}/${database}`, migrations);
    else {
      await copyTables(connection, before, database);
      await copyRows(connection, before, database);
    }
    await make(urlOf(database));
    await connection.query(`create table \`${database}\`.\`${made}\` (done int)`);
    return database;
  } finally {
    await connection.end();
  }
}

/** This process's database, by the tables it has; made at first use. */
const own = new Map<string, Promise<string>>();

async function makeOwn(connection: Connection, from: string): Promise<string> {
  const database = `t_own_${process.pid}_${schemaHash()}`;
  await connection.query(`drop database if exists \`${database}\``);
  await create(connection, database);
  await copyTables(connection, from, database);
  return database;
}

/** Puts this process's database into a state; answers its address. */
export async function databaseIn<N extends string>(
  states: Readonly<Record<N, State<N>>>,
  name: N,
): Promise<{ readonly url: string; readonly migrationUrl: string }> {
  const state = await stateDatabase(states, name);
  const connection = await admin();
  try {
    const known = own.get(schemaHash()) ?? makeOwn(connection, state);
    own.set(schemaHash(), known);
    const database = await known;
    await copyRows(connection, state, database);
    return { url: urlOf(database), migrationUrl: `${owner()}/${database}` };
  } finally {
    await connection.end();
  }
}
