// Writing and reading the outbox of events.
import { gt, inArray, lt, max, or } from "drizzle-orm";
import type { EventKind, StudioEvents } from "@/core/event/event";
import type { Database, Executor } from "../connection";
import { events } from "./tables";

export type EventRow = typeof events.$inferSelect;

/** Tells of something, in the caller's transaction: nobody hears of what was not done. */
export async function announce<K extends EventKind>(
  db: Executor,
  siteId: string,
  kind: K,
  payload: StudioEvents[K],
): Promise<void> {
  await db.insert(events).values({ siteId, kind, payload, at: new Date() });
}

/** The number of the newest event; 0 before the first. */
export async function newestEvent(db: Database): Promise<number> {
  const [row] = await db.select({ id: max(events.id) }).from(events);
  return row?.id ?? 0;
}

/** At most `most` events after `id`, or of these numbers, oldest first. */
export const eventsAfter = (db: Database, id: number, numbers: readonly number[], most: number): Promise<EventRow[]> =>
  db
    .select()
    .from(events)
    .where(numbers.length ? or(gt(events.id, id), inArray(events.id, [...numbers])) : gt(events.id, id))
    .orderBy(events.id)
    .limit(most);

/** Removes events from before `before`. */
export async function sweepOutbox(db: Database, before: Date): Promise<void> {
  await db.delete(events).where(lt(events.at, before)).limit(5000);
}
