// Taking and freeing time: the rows that make a booking's resources busy. Always under the site's lock, and held by
// constraints of the database besides: two sessions of one resource can't overlap, seats can't go beyond the capacity.
import { and, eq, inArray, sql } from "drizzle-orm";
import type { Assignment } from "@/core/booking/rules/availability";
import { raiseDiary } from "@/data/booking/diary";
import { bookingDates, bookingOccupancies, bookingSessions, bookings } from "@/data/booking/tables";
import type { Executor } from "@/data/connection";
import { queueOnly } from "@/server/job/queue";
import type { Context } from "../context";

interface Taking {
  readonly siteId: string;
  readonly bookingId: string;
  readonly service: string;
  readonly capacity: number;
  readonly seats: number;
}

/** Takes the time of an assignment for a booking: joins sessions with seats left, and begins the others. */
export async function takeTime(context: Context, tx: Executor, taking: Taking, assignment: Assignment): Promise<void> {
  const { siteId, bookingId } = taking;
  const resources = [...assignment.resources].sort().join(" ");
  for (const [position, date] of assignment.dates.entries()) {
    const id = context.newId();
    const startsAt = new Date(date.start);
    const here = and(
      eq(bookingSessions.siteId, siteId),
      eq(bookingSessions.serviceId, taking.service),
      eq(bookingSessions.startsAt, startsAt),
      eq(bookingSessions.resources, resources),
    );
    const [known] =
      taking.capacity > 1 ? await tx.select({ id: bookingSessions.id }).from(bookingSessions).where(here) : [];
    if (known)
      await tx
        .update(bookingSessions)
        .set({ seatsTaken: sql`seats_taken + ${taking.seats}`, capacity: taking.capacity })
        .where(and(eq(bookingSessions.siteId, siteId), eq(bookingSessions.id, known.id)));
    else {
      await tx.insert(bookingSessions).values({
        id,
        siteId,
        serviceId: taking.service,
        startsAt,
        endsAt: new Date(date.end),
        resources,
        capacity: taking.capacity,
        seatsTaken: taking.seats,
      });
      await tx.insert(bookingOccupancies).values(
        date.occupied.map(({ resource, from, to }) => ({
          siteId,
          sessionId: id,
          resourceId: resource,
          from: new Date(from),
          to: new Date(to),
        })),
      );
    }
    await tx.insert(bookingDates).values({ siteId, bookingId, position, sessionId: known?.id ?? id });
  }
  await raiseDiary(tx, siteId);
}

/** Lets a job look after who waits for what has become free; one for a site is enough. */
export async function queueOffers(tx: Executor, siteId: string): Promise<void> {
  const [one] = await tx
    .select({ id: bookings.id })
    .from(bookings)
    .where(and(eq(bookings.siteId, siteId), eq(bookings.state, "listed")))
    .limit(1);
  if (one) await queueOnly(tx, { kind: "offer", siteId, payload: {}, onlyOne: `offer:${siteId}` });
}

/** Frees all the time a booking takes. Sessions end with their last booking. */
export async function freeTime(tx: Executor, siteId: string, bookingId: string, seats: number): Promise<void> {
  const dates = await tx
    .select({ session: bookingDates.sessionId })
    .from(bookingDates)
    .where(and(eq(bookingDates.siteId, siteId), eq(bookingDates.bookingId, bookingId)));
  if (!dates.length) return;
  const ids = dates.map(({ session }) => session);
  await tx.delete(bookingDates).where(and(eq(bookingDates.siteId, siteId), eq(bookingDates.bookingId, bookingId)));
  const shared = await tx
    .select({ session: bookingDates.sessionId })
    .from(bookingDates)
    .where(and(eq(bookingDates.siteId, siteId), inArray(bookingDates.sessionId, ids)));
  const kept = new Set(shared.map(({ session }) => session));
  const ended = ids.filter((id) => !kept.has(id));
  if (ended.length) {
    await tx
      .delete(bookingOccupancies)
      .where(and(eq(bookingOccupancies.siteId, siteId), inArray(bookingOccupancies.sessionId, ended)));
    await tx.delete(bookingSessions).where(and(eq(bookingSessions.siteId, siteId), inArray(bookingSessions.id, ended)));
  }
  if (kept.size)
    await tx
      .update(bookingSessions)
      .set({ seatsTaken: sql`seats_taken - ${seats}` })
      .where(and(eq(bookingSessions.siteId, siteId), inArray(bookingSessions.id, [...kept])));
  await raiseDiary(tx, siteId);
  await queueOffers(tx, siteId);
}
