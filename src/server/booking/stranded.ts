// Bookings that a new set-up would strand, in sentences for whoever changes it.
import { and, asc, eq, gt, inArray } from "drizzle-orm";
import type { BookingSetUp } from "@/core/booking/booking";
import { takingStates } from "@/core/booking/rules/state";
import { type StandingBooking, strandedBy } from "@/core/booking/rules/stranded";
import { momentWords, studioWords } from "@/core/booking/words/words";
import { loadSetUp } from "@/data/booking/set-up";
import { bookings } from "@/data/booking/tables";
import type { Executor } from "@/data/connection";
import { clockOfBooking } from "./ask";

/** Bookings that are looked through, the next ones first: a change is judged within a bound. */
const mostStanding = 5000;
const mostTold = 8;

/** A sentence for each booking to come that `after` leaves without its hours and the set-up that counts now does not. */
export async function strandedSentences(
  tx: Executor,
  siteId: string,
  after: BookingSetUp,
  now: Date,
): Promise<readonly string[]> {
  const rows = await tx
    .select()
    .from(bookings)
    .where(and(eq(bookings.siteId, siteId), inArray(bookings.state, [...takingStates]), gt(bookings.endsAt, now)))
    .orderBy(asc(bookings.startsAt), asc(bookings.id))
    .limit(mostStanding);
  if (!rows.length) return [];
  const before = (await loadSetUp(tx, siteId)) ?? null;
  const standing = rows.map(
    (row): StandingBooking => ({
      id: row.id,
      service: row.serviceId,
      resources: row.resources,
      // Dates of a course that are past stand on nothing any more.
      dates: (row.dates ?? [{ start: row.startsAt.getTime(), end: row.endsAt.getTime() }]).filter(
        ({ end }) => end > now.getTime(),
      ),
    }),
  );
  const byId = new Map(rows.map((row) => [row.id, row]));
  const stranded = strandedBy(before, after, standing);
  const told = stranded.slice(0, mostTold).map(({ booking, reasons: [reason] }) => {
    const row = byId.get(booking);
    if (!row || !reason) return "";
    // What is gone has its name in the set-up before.
    const wording = {
      clock: clockOfBooking(after, row),
      setUp: before ?? after,
      language: "en-GB",
      now: now.getTime(),
    };
    const who = row.name || row.serviceName;
    return `${who}, ${row.serviceName}, ${momentWords(wording, row.startsAt.getTime())}: ${studioWords(reason, wording)}`;
  });
  const more = stranded.length - told.length;
  return more > 0 ? [...told, `And ${more} more.`] : told;
}
