// What ends by itself, and what is old.
import { and, eq, inArray, isNull, lt } from "drizzle-orm";
import { endingStates } from "@/core/booking/rules/state";
import { bookingHistory, bookingRequests, bookings } from "@/data/booking/tables";
import { workLocked } from "@/server/booking/commands/lock";
import type { Locked } from "@/server/booking/commands/locked";
import type { JobRun } from "@/server/job/run";
import type { Context } from "../../context";
import { queueEnding } from "./holding";

const dayMs = 86_400_000;

/** Forgets what nobody can come back to: answers kept for repeated requests, and holds that came to nothing. */
async function sweep({ tx, site, now }: Locked) {
  const old = new Date(now.getTime() - dayMs);
  await tx.delete(bookingRequests).where(and(eq(bookingRequests.siteId, site.id), lt(bookingRequests.createdAt, old)));
  const gone = await tx
    .select({ id: bookings.id })
    .from(bookings)
    .where(
      and(
        eq(bookings.siteId, site.id),
        eq(bookings.state, "expired"),
        eq(bookings.email, ""),
        isNull(bookings.paymentReference),
        lt(bookings.changedAt, old),
      ),
    )
    .limit(1000);
  if (!gone.length) return;
  const ids = gone.map(({ id }) => id);
  await tx
    .delete(bookingHistory)
    .where(and(eq(bookingHistory.siteId, site.id), inArray(bookingHistory.bookingId, ids)));
  await tx.delete(bookings).where(and(eq(bookings.siteId, site.id), inArray(bookings.id, ids)));
}

/** The job: clears away what has ended by itself, and looks again when the next one will. */
export const endingJob = (context: Context, run: JobRun): Promise<void> =>
  workLocked(context, run, async (locked) => {
    await sweep(locked);
    const { tx, site } = locked;
    const [next] = await tx
      .select({ endsByItselfAt: bookings.endsByItselfAt })
      .from(bookings)
      .where(and(eq(bookings.siteId, site.id), inArray(bookings.state, [...endingStates])))
      .orderBy(bookings.endsByItselfAt)
      .limit(1);
    if (next?.endsByItselfAt) await queueEnding(locked, next.endsByItselfAt);
  });
