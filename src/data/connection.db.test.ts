// The database as the process sees it: by a user who reads and writes rows and nothing else.
import { sql } from "drizzle-orm";
import type { Context } from "@/server/context";
import { testContext } from "@/server/testing/studio.test-kit";
import { isMigrated } from "./connection";

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
