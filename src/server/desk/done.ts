// What a person did, as each kind of widget tells it: for the Desk, and for the person's own page.
import { widgetKindNames } from "@/core/widget/all-facts";
import { type Executor, inTransaction } from "@/data/connection";
import { forgetPerson } from "@/data/forget";
import { namedBytes } from "@/data/site/sweep";
import { realNow } from "../bytes/store";
import type { Context } from "../context";
import type { Done, PersonAsked } from "../widget/half";
import { serverOf, widgetServers } from "../widget/kinds";

/** One thing that somebody did, and through which kind. */
export interface DoneBy extends Done {
  readonly by: keyof typeof widgetServers;
}

/** Everything that a person did on a site, the newest first. */
export async function everythingOf(known: PersonAsked): Promise<readonly DoneBy[]> {
  const all = await Promise.all(
    Object.entries(widgetServers).map(async ([by, { knows }]) =>
      ((await knows?.(known)) ?? []).map((done) => ({ ...done, by: by as DoneBy["by"] })),
    ),
  );
  return all.flat().sort((one, other) => other.at.getTime() - one.at.getTime());
}

/**
 * Forgets a person: whatever they wait for ends, every table lets go of them, and of their files. Answers how much of what was; `also`
 * is done with it or not at all.
 */
export async function forget(
  context: Context,
  siteId: string,
  email: string,
  also: (tx: Executor, counts: Readonly<Record<string, number>>) => Promise<void> = async () => {},
): Promise<Readonly<Record<string, number>>> {
  const began = realNow();
  const { counts, bytes } = await inTransaction(context.db, async (tx) => {
    const own: string[] = [];
    for (const kind of widgetKindNames)
      own.push(...((await serverOf(kind).beforeForgotten?.(tx, siteId, email)) ?? []));
    const gone = await forgetPerson(tx, siteId, email);
    await also(tx, gone.counts);
    return { ...gone, bytes: [...new Set([...own, ...gone.bytes])] };
  });
  const named = await namedBytes(context.db, bytes);
  await context.bytes.remove(
    bytes.filter((key) => !named.has(key)),
    began,
  );
  return counts;
}
