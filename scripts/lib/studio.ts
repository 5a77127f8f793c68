// What the command line does in the name of a studio's owner.
import { createReadStream, readdirSync, readFileSync, statSync } from "node:fs";
import { join, relative } from "node:path";
import { eq } from "drizzle-orm";
import { members, users } from "@/data/account/tables";
import { jobs } from "@/data/job/tables";
import { findSite } from "@/data/site/queries";
import type { Context } from "@/server/context";
import { jobKinds } from "@/server/job/kinds";
import { startRunner } from "@/server/job/queue";
import type { Incoming } from "@/server/operation";
import { onSite } from "@/server/operation";
import { type OperationName, operations } from "@/server/operations";
import { startPublishing } from "@/server/release/publish";

/** The owner in whose name the command line works, and their studio. */
export async function theOwner(context: Context) {
  const [row] = await context.db
    .select({ studioId: members.studioId, id: users.id, name: users.name, email: users.email })
    .from(members)
    .innerJoin(users, eq(users.id, members.userId))
    .where(eq(members.role, "owner"))
    .limit(1);
  return row ?? null;
}

export function callAs(context: Context, account: { id: string; name: string; email: string }): Incoming {
  return {
    context,
    account: { ...account, needsSecondFactor: false },
    session: null,
    address: "command line",
    agent: "",
    tab: "",
    setSession: () => {},
  };
}

/** Asks operations of one site in somebody's name. */
export const operator =
  (context: Context, account: Parameters<typeof callAs>[1], key: string) =>
  // biome-ignore lint/suspicious/noExplicitAny: each operation takes and gives what its own type says
  (name: OperationName, input: object): Promise<any> =>
    operations[name].perform(callAs(context, account), { site: key, ...input } as never) as Promise<unknown>;

/** A site file's bytes, or the files of an unpacked one by their names. */
export function readSiteFiles(path: string): AsyncIterable<Uint8Array> | Map<string, Uint8Array> {
  // A zip may be larger than what can be read at once.
  if (!statSync(path).isDirectory()) return createReadStream(path, { highWaterMark: 1 << 20 });
  const files = new Map<string, Uint8Array>();
  const walk = (folder: string) => {
    for (const name of readdirSync(folder)) {
      const file = join(folder, name);
      if (statSync(file).isDirectory()) walk(file);
      else files.set(relative(path, file), readFileSync(file));
    }
  };
  walk(path);
  return files;
}

/** Publishes a site with the runner at hand, and waits until it is live; says how far it is. */
export async function publishBeside(
  context: Context,
  account: { id: string; name: string; email: string },
  key: string,
  say: (words: string) => void,
) {
  if (!(await findSite(context.db, key))) throw new Error(`There is no site “${key}”.`);
  const call = await onSite(callAs(context, account), key, "releases.make");
  const { job, number } = await startPublishing(call);
  for (let said = ""; ; ) {
    const [row] = await context.db.select().from(jobs).where(eq(jobs.id, job));
    const words = `${key}: release ${number}, ${row?.done} of ${row?.total}`;
    if (words !== said) say(words);
    said = words;
    if (row?.state === "done") return number;
    if (row?.state === "failed") throw new Error(row.error ?? "The release failed.");
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

/** Publishes a site with a runner of its own, and waits for all that it works at; says how far it is. */
export async function publishNow(...[context, ...of]: Parameters<typeof publishBeside>): Promise<number> {
  const runner = startRunner(context, jobKinds, 100);
  try {
    return await publishBeside(context, ...of);
  } finally {
    await runner.stop();
  }
}
