// Bookings moved and cancelled.
import type { Instant } from "@/core/booking/booking";
import { clientMayChangeUntil } from "@/core/booking/state";
import { conflict } from "../../problem";
import { serviceIn } from "../ask";
import { queueDecision } from "../decisions";
import { freeTime, takeTime } from "../take";
import { type BookingRow, queueReminder } from "../tell";
import { change, end, stateWords, tellOf } from "./change";
import { arrange, type Choice, plainDates } from "./choosing";
import { bookingOf, type Locked } from "./lock";

/**
 * Another start (or resource) for a booking: the old time is free and the new one taken, or neither. `quiet` writes no
 * letter: somebody has told the client.
 */
export async function move(
  locked: Locked,
  bookingId: string,
  by: string,
  choice: Choice,
  quiet = false,
): Promise<BookingRow> {
  const { context, tx, site, setUp } = locked;
  const booking = await bookingOf(locked, bookingId);
  if (booking.state !== "confirmed" && booking.state !== "waitingApproval")
    throw conflict("wrongState", `This booking is ${stateWords[booking.state]}; it can't be moved.`);
  const assignment = await arrange(locked, { ...choice, without: booking.id });
  await freeTime(tx, site.id, booking.id, booking.seats);
  const service = serviceIn(setUp, booking.serviceId);
  await takeTime(
    context,
    tx,
    { siteId: site.id, bookingId, service: service.id, capacity: service.capacity, seats: booking.seats },
    assignment,
  );
  const [first] = assignment.dates;
  const moved = await change(
    locked,
    booking,
    by,
    "moved",
    {
      startsAt: new Date(first?.start as Instant),
      endsAt: new Date(first?.end as Instant),
      dates: plainDates(assignment),
      resources: assignment.resources,
      // What was agreed to be paid holds.
      sequence: booking.sequence + 1,
    },
    choice.wish.waived?.length ? { waived: choice.wish.waived } : {},
  );
  await queueDecision(context, tx, site.id, service, moved.startsAt);
  if (!quiet) await tellOf(locked, moved, "moved", by);
  if (moved.state === "confirmed") await queueReminder(context, tx, setUp, moved);
  return moved;
}

export async function cancel(locked: Locked, bookingId: string, by: string, words = ""): Promise<BookingRow> {
  const booking = await bookingOf(locked, bookingId);
  if (booking.state === "cancelled") return booking;
  return end(locked, booking, by, "cancelled", booking.state === "held" ? null : "cancelled", words);
}

/** Refuses a client's change after the cancellation period. */
export function clientMayChange({ now }: Locked, booking: BookingRow): void {
  const until = clientMayChangeUntil(booking.startsAt.getTime(), booking.cancelHours);
  if (now.getTime() > until)
    throw conflict(
      "tooLate",
      `This could be moved or cancelled until ${booking.cancelHours} hours before. Please write or ring.`,
    );
}
