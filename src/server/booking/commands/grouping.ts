// Whether a start takes place: with a group that is large enough it does, and each of it reads so; otherwise it is called
// off, and nobody owes anything.
import { and, eq, inArray } from "drizzle-orm";
import { decidedAt } from "@/core/booking/booking";
import { bookedStates, takingStates } from "@/core/booking/rules/state";
import { bookingDates, bookingSessions, bookings } from "@/data/booking/tables";
import { workLocked } from "@/server/booking/commands/lock";
import type { Locked } from "@/server/booking/commands/locked";
import type { JobRun } from "@/server/job/run";
import type { Context } from "../../context";
import { queueDecision } from "../decisions";
import type { BookingRow } from "../notify";
import { end, expire, noticeOf, writeHistory } from "./change";

/** Everybody who is there at a start, session by session: two tutors at one time have a group each. */
async function groupsOf({ tx, site }: Locked, serviceId: string, startsAt: Date) {
  const rows = await tx
    .select({ booking: bookings, session: bookingSessions.id })
    .from(bookingSessions)
    .innerJoin(
      bookingDates,
      and(eq(bookingDates.siteId, bookingSessions.siteId), eq(bookingDates.sessionId, bookingSessions.id)),
    )
    .innerJoin(bookings, and(eq(bookings.siteId, bookingDates.siteId), eq(bookings.id, bookingDates.bookingId)))
    .where(
      and(
        eq(bookingSessions.siteId, site.id),
        eq(bookingSessions.serviceId, serviceId),
        eq(bookingSessions.startsAt, startsAt),
        inArray(bookings.state, [...takingStates]),
      ),
    );
  const groups = new Map<string, BookingRow[]>();
  for (const { booking, session } of rows) groups.set(session, [...(groups.get(session) ?? []), booking]);
  return [...groups.values()];
}

async function runs(locked: Locked, group: readonly BookingRow[]) {
  const { tx, site, now } = locked;
  for (const booking of group) {
    await writeHistory(tx, site.id, booking.id, now, "time", "runs", {}, {});
    if (booking.state === "confirmed") await noticeOf(locked, booking, "runs", "time");
  }
}

async function callOff(locked: Locked, group: readonly BookingRow[]) {
  for (const booking of group) {
    if (booking.state === "held") {
      await expire(locked, booking);
      continue;
    }
    await end(locked, booking, "time", "cancelled", "calledOff");
  }
}

/** Decides one start of a service; asked too early, such as after its hours were changed, it is asked again in time. */
export async function decide(locked: Locked, serviceId: string, startsAt: Date): Promise<void> {
  const { context, tx, site, setUp, now } = locked;
  const service = setUp.services.find(({ id }) => id === serviceId);
  const at = service ? decidedAt(service, startsAt.getTime()) : null;
  if (!service?.least || at === null) return;
  if (now.getTime() < at) return queueDecision(context, tx, site.id, service, startsAt);
  for (const group of await groupsOf(locked, serviceId, startsAt)) {
    // Whoever comes for a course that has begun counts, but was decided on with its first date.
    const begins = group.filter((booking) => booking.startsAt.getTime() === startsAt.getTime());
    const booked = group.filter(({ state }) => bookedStates.includes(state)).reduce((sum, { seats }) => sum + seats, 0);
    if (booked >= service.least.seats) await runs(locked, begins);
    else await callOff(locked, begins);
  }
}

/** The job: decides, once. */
export const groupJob = (context: Context, run: JobRun): Promise<void> =>
  workLocked(context, run, (locked) => {
    const { service = "", start = "" } = run.job.payload;
    return decide(locked, service, new Date(Number(start)));
  });
