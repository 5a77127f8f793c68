// What a person did, as each kind of widget tells it: for the Desk, and for the person's own page.
import { widgetKindNames } from "@/core/widget/kinds";
import type { Executor } from "@/data/connection";
import { forgetPerson } from "@/data/forget";
import type { Done, Known } from "../widget/half";
import { serverOf, widgetServers } from "../widget/kinds";

/** One thing that somebody did, and through which kind. */
export interface DoneBy extends Done {
  readonly by: keyof typeof widgetServers;
}

/** Everything that a person did on a site, the newest first. */
export async function everythingOf(known: Known): Promise<readonly DoneBy[]> {
  const all = await Promise.all(
    Object.entries(widgetServers).map(async ([by, { knows }]) =>
      ((await knows?.(known)) ?? []).map((done) => ({ ...done, by: by as DoneBy["by"] })),
    ),
  );
  return all.flat().sort((one, other) => other.at.getTime() - one.at.getTime());
}

/** Forgets a person: whatever they wait for ends, and every table lets go of them. Answers how much of what was. */
export async function forget(tx: Executor, siteId: string, email: string): Promise<Record<string, number>> {
  for (const kind of widgetKindNames) await serverOf(kind).beforeForgotten?.(tx, siteId, email);
  return forgetPerson(tx, siteId, email);
}
