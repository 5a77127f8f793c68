// Who waits for whom in the database, for tests that make transactions meet.
import { sql } from "drizzle-orm";
import { createConnection } from "mysql2/promise";
import type { Context } from "../context";

/** Deadlocks that the server has ended since it started; other test files on the same server may add to them. */
export async function deadlocksSoFar(context: Context): Promise<number> {
  const [rows] = (await context.db.execute(sql`show global status like 'Innodb_deadlocks'`)) as unknown as [
    { Value: string }[],
  ];
  return Number(rows[0]?.Value);
}

/** Resolves once somebody waits for a lock in the context's database. */
export async function anotherWaits(context: Context): Promise<void> {
  const name = new URL(context.settings.databaseUrl).pathname.slice(1);
  // Who waits for whom is not the application's to see.
  const overseer = await createConnection({ uri: process.env.WEBITOR_TEST_DATABASE_OWNER ?? "" });
  for (;;) {
    const [rows] = (await overseer.query(
      `select count(*) as waiting from information_schema.innodb_trx
       join information_schema.processlist on processlist.id = innodb_trx.trx_mysql_thread_id
       where innodb_trx.trx_state = 'LOCK WAIT' and processlist.db = ?`,
      [name],
    )) as unknown as [{ waiting: number }[]];
    if (Number(rows[0]?.waiting) > 0) break;
    // Wait: MariaDB renews this table only when nobody has read it for a tenth of a second.
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
  await overseer.end();
}
