// What a person did, as each kind of widget tells it: for the Desk, and for the person's own page.
import { and, eq } from "drizzle-orm";
import type { Executor } from "@/data/connection";
import { visitorSessions } from "@/data/own/tables";
import type { Done, Known } from "../widget/half";
import { widgetServers } from "../widget/kinds";

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

/** Forgets a person in every kind, and signs their devices out; answers how much of what was. */
export async function forgetIn(tx: Executor, siteId: string, email: string): Promise<Record<string, number>> {
  const erased: Record<string, number> = {};
  for (const { erases } of Object.values(widgetServers))
    if (erases) erased[erases.what] = await erases.run(tx, siteId, email);
  await tx.delete(visitorSessions).where(and(eq(visitorSessions.siteId, siteId), eq(visitorSessions.email, email)));
  return erased;
}
