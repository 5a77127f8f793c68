// Payments taken and given back.
import { and, eq } from "drizzle-orm";
import { bookings } from "@/data/booking/tables";
import { notFound } from "../../problem";
import { availabilityNow, clockFor, ofBooking, serviceIn } from "../ask";
import { queueDecision } from "../decisions";
import { onlineWish } from "../refusal";
import { takeTime } from "../take";
import { type BookingRow, queueReminder } from "../tell";
import { change, end, tellOf } from "./change";
import { bookingOf, type Locked } from "./lock";

export interface PaymentTaken {
  readonly approved: boolean;
  readonly reference: string;
}

/** What a payment's answer makes of its booking. An answer that comes twice, or for a booking that is over, harms nothing. */
export async function takePayment(locked: Locked, { approved, reference }: PaymentTaken): Promise<string> {
  const { context, tx, site, setUp } = locked;
  const [found] = await tx
    .select({ id: bookings.id })
    .from(bookings)
    .where(and(eq(bookings.siteId, site.id), eq(bookings.paymentReference, reference)));
  if (!found) throw notFound("This payment's booking");
  const booking = await bookingOf(locked, found.id);
  if (booking.state === "waitingPayment") {
    if (!approved) {
      await end(locked, booking, "payment", "declined", "declined");
      return "declined";
    }
    await paid(locked, booking);
    return "confirmed";
  }
  if (!approved || booking.state === "confirmed") return "nothing to do";
  if (booking.state !== "expired") return refund(locked, booking);
  // Late: the time was given back. It is taken again if nobody has it by now.
  const service = serviceIn(setUp, booking.serviceId);
  const day = clockFor(setUp, service).dayOf(booking.startsAt.getTime());
  const { minutes, part } = ofBooking(setUp, service, booking);
  const wish = onlineWish(service.id, null, booking.seats, { minutes, part });
  const { availability } = await availabilityNow(tx, {
    siteId: site.id,
    setUp,
    wish,
    now: locked.now,
    judgedAt: booking.createdAt,
    from: day,
    to: day,
  });
  const assignment = availability.assign(booking.startsAt.getTime());
  if (!assignment) return refund(locked, booking);
  const { capacity } = serviceIn(setUp, booking.serviceId);
  await takeTime(
    context,
    tx,
    { siteId: site.id, bookingId: booking.id, service: booking.serviceId, capacity, seats: booking.seats },
    assignment,
  );
  await queueDecision(context, tx, site.id, service, booking.startsAt);
  await paid(locked, { ...booking, resources: assignment.resources });
  return "confirmed late";
}

async function paid(locked: Locked, booking: BookingRow) {
  const { context, tx, setUp } = locked;
  const confirmed = await change(locked, booking, "payment", "confirmed", {
    state: "confirmed",
    paid: booking.payNow ?? 0,
    endsByItselfAt: null,
    resources: booking.resources,
    sequence: booking.sequence + 1,
  });
  await tellOf(locked, confirmed, "booked", "payment");
  await queueReminder(context, tx, setUp, confirmed);
}

async function refund(locked: Locked, booking: BookingRow): Promise<string> {
  await change(locked, booking, "payment", "refundDue", { refundDue: true, paid: booking.payNow ?? 0 });
  return "refund due";
}
