// The database as the process sees it: by a user who reads and writes rows and nothing else.

import { type AddressInfo, createServer, type Socket } from "node:net";
import { sql } from "drizzle-orm";
import { createConnection } from "mysql2/promise";
import type { Context } from "@/server/context";
import { anotherWaits, deadlocksSoFar } from "@/server/testing/locks.test-kit";
import { testContext } from "@/server/testing/studio.test-kit";
import { connect, isMigrated, isUnreachable } from "./connection";
import { rateLimits } from "./job/tables";

let context: Context;
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ context, drop } = await testContext());
});
afterAll(() => drop());

test.each([
  "create table mine (id int)",
  "alter table users add column extra int",
  "drop table users",
  "create index extra on users (name)",
  "create user 'other'@'127.0.0.1' identified by 'x'",
  "grant all on *.* to current_user",
  "select * from mysql.global_priv",
  "select load_file('/etc/passwd') from mysql.user",
  "set global general_log = 1",
])("the user of the process may not: %s", async (statement) => {
  await expect(context.db.execute(sql.raw(statement))).rejects.toMatchObject({
    cause: { code: expect.stringMatching(/ACCESS_DENIED|DENIED/) },
  });
});

test("whether the newest migration was carried out is seen without changing anything", async () => {
  expect(await isMigrated(context.db, "src/data/migrations")).toBe(true);
  await context.db.execute(sql`delete from __drizzle_migrations order by created_at desc limit 1`);
  expect(await isMigrated(context.db, "src/data/migrations")).toBe(false);
});

test("a statement outside of a transaction is run again after a deadlock, and counts once", async () => {
  await context.db.insert(rateLimits).values([
    { key: "one", points: 0 },
    { key: "two", points: 0 },
  ]);
  const before = await deadlocksSoFar(context);
  const other = await createConnection({ uri: context.settings.databaseUrl });
  await other.beginTransaction();
  // Much written, so that MariaDB ends the lighter one: ours.
  await other.query("insert into rate_limits (`key`, points, expire) select concat('z', seq), 1, 1 from seq_1_to_3000");
  await other.query("update rate_limits set points = 10 where `key` = 'two'");
  const counted = context.db.execute(
    sql`update rate_limits set points = points + 1 where \`key\` in ('one', 'two') order by \`key\``,
  );
  await anotherWaits(context);
  await other.query("update rate_limits set points = 10 where `key` = 'one'");
  await other.commit();
  await other.end();
  await counted;
  expect(await deadlocksSoFar(context)).toBeGreaterThan(before);
  const [rows] = (await context.db.execute(
    sql`select points from rate_limits where \`key\` in ('one', 'two')`,
  )) as unknown as [{ points: number }[]];
  expect(rows).toEqual([{ points: 11 }, { points: 11 }]);
});

test("what does not answer in time is away; the next statement has a connection of its own", async () => {
  const { db, pool } = connect(context.settings.databaseUrl, 1, 200);
  const error = await db.execute(sql`select sleep(600)`).catch((thrown: unknown) => thrown);
  expect(isUnreachable(error)).toBe(true);
  const [rows] = (await db.execute(sql`select 7 as seven`)) as unknown as [{ seven: number }[]];
  expect(rows).toEqual([{ seven: 7 }]);
  await expect(db.execute(sql`select nothing`)).rejects.toMatchObject({ cause: { code: "ER_BAD_FIELD_ERROR" } });
  await pool.end();
});

test("a database that takes connections and says nothing is away, for all who wait", async () => {
  const taken: Socket[] = [];
  const mute = createServer((socket) => taken.push(socket));
  await new Promise<void>((resolve) => mute.listen(0, "127.0.0.1", resolve));
  const { db, pool } = connect(`mysql://a:b@127.0.0.1:${(mute.address() as AddressInfo).port}/none`, 1, 50);
  const all = await Promise.all(
    Array.from({ length: 5 }, () => db.execute(sql`select 1`).catch((error: unknown) => isUnreachable(error))),
  );
  expect(all).toEqual([true, true, true, true, true]);
  mute.close();
  for (const socket of taken) socket.destroy();
  // It complains of the connection that never began.
  await pool.end().catch(() => {});
});
