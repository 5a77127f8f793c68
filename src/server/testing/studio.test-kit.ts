// A real database for integration tests: one migrated per test file, with two studios and their people.
import { join } from "node:path";
import { createConnection } from "mysql2/promise";
import { nanoid } from "nanoid";
import type { Role } from "@/core/account/rights";
import { members, studios, users } from "@/data/account/tables";
import { migrateTo } from "@/data/connection";
import { findSite } from "@/data/site/queries";
import type { Account } from "@/server/account/session";
import { type Context, createContext } from "@/server/context";
import { jobKinds } from "@/server/job/kinds";
import { startRunner } from "@/server/job/queue";
import type { Incoming } from "@/server/operation";
import { type OperationName, operations, type Takes } from "@/server/operations";
import { installWays, paymentsInside } from "@/server/payment/inside";
import { readSettings } from "@/server/settings";
import { importSite } from "@/server/site/file";
import { readSiteFiles } from "../../../scripts/lib/studio";

export type Person = Role | "stranger" | "nobody";

export interface TestStudio {
  readonly context: Context;
  /** Performs an operation as one of the people. */
  as<N extends OperationName>(person: Person, name: N, input: Takes<N>): Promise<unknown>;
  incoming(person: Person): Incoming;
  studioId: string;
  /** Runs queued jobs until none is left. */
  work(): Promise<void>;
  close(): Promise<void>;
}

/** A context on a database of its own in the MariaDB of this test run. */
export async function testContext(): Promise<{ context: Context; drop(): Promise<void> }> {
  const server = process.env.WEBITOR_TEST_DATABASE ?? "";
  const owner = process.env.WEBITOR_TEST_DATABASE_OWNER ?? "";
  const name = `t_${nanoid(10).replace(/[^\w]/g, "").toLowerCase()}`;
  const admin = await createConnection({ uri: owner });
  await admin.query(`create database \`${name}\` character set utf8mb4 collate utf8mb4_bin`);
  const context = createContext(
    readSettings({
      WEBITOR_DATABASE_URL: `${server}/${name}`,
      WEBITOR_LOG_LEVEL: "silent",
      WEBITOR_PORT: "4499",
      WEBITOR_SECRET: "a-secret-for-integration-tests",
    }),
  );
  await migrateTo(`${owner}/${name}`, "src/data/migrations");
  Object.assign(context, { payments: paymentsInside(context.db) });
  return {
    context,
    drop: async () => {
      await context.close();
      await admin.query(`drop database \`${name}\``);
      await admin.end();
    },
  };
}

/** A studio with an owner, a designer and an editor, the demo site "wrenfield", and a stranger of another studio. */
export async function testStudio(): Promise<TestStudio> {
  const { context, drop } = await testContext();
  const createdAt = context.now();
  const studioId = "marrowfield";
  await context.db.insert(studios).values([
    { id: studioId, name: "Marrowfield", createdAt },
    { id: "other", name: "Other", createdAt },
  ]);
  const account = (id: string, name: string, email: string): Account => ({ id, name, email, needsSecondFactor: false });
  const people: Readonly<Record<Exclude<Person, "nobody">, Account>> = {
    owner: account("owner", "Rowan", "rowan@m.example"),
    designer: account("designer", "Ines", "ines@m.example"),
    editor: account("editor", "Maren", "maren@m.example"),
    stranger: account("stranger", "Stranger", "stranger@o.example"),
  };
  for (const [role, { needsSecondFactor: _, ...person }] of Object.entries(people)) {
    await context.db.insert(users).values({ ...person, passwordHash: "-", createdAt });
    const stranger = role === "stranger";
    await context.db.insert(members).values({
      studioId: stranger ? "other" : studioId,
      userId: person.id,
      role: stranger ? "owner" : (role as Role),
    });
  }
  await importSite(context, studioId, readSiteFiles(join("demo", "wrenfield")));
  const site = await findSite(context.db, "wrenfield");
  if (site) await installWays(context, site, { card: {} });
  const incoming = (person: Person): Incoming => ({
    context,
    account: person === "nobody" ? null : people[person],
    session: person === "nobody" ? null : { tokenHash: "-", publicId: "-", confirmedAt: context.now() },
    address: "127.0.0.1",
    agent: "A test",
    tab: "",
    setSession: () => {},
  });
  return {
    context,
    studioId,
    incoming,
    as: async (person, name, input) => operations[name].perform(incoming(person), input),
    work: () => work(context),
    close: drop,
  };
}

/** Runs jobs until none is due; what is queued for later stays. */
export async function work(context: Context): Promise<void> {
  const runner = startRunner(context, jobKinds, 20);
  const { sql } = await import("drizzle-orm");
  for (;;) {
    const [rows] = (await context.db.execute(
      sql`select count(*) as open from jobs where state = 'running' or (state = 'queued' and available_at <= ${Date.now()})`,
    )) as unknown as [{ open: number }[]];
    if (Number(rows[0]?.open) === 0) break;
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  await runner.stop();
}
