// Payments taken and given back.

import type { Locked } from "@/server/booking/commands/locked";
import { giveBack, openPayment, type PaymentRow, paymentsOf } from "../../payment/payments";
import { connectorOf, offeredPayments, waysFor } from "../../payment/set-up";
import { conflict } from "../../problem";
import { availabilityNow, clockFor, ofBooking, serviceIn } from "../ask";
import { queueDecision } from "../decisions";
import { type BookingRow, queueReminder } from "../notify";
import { onlineWish } from "../refusal";
import { takeTime } from "../take";
import { change, noticeOf } from "./change";

/** Opens the payment that a booking waits for, by the first way that is switched on: its payer may choose another. */
export async function askForPayment({ context, tx, site }: Locked, booking: BookingRow): Promise<void> {
  const amount = booking.payNow ?? 0;
  const [way] = waysFor(await offeredPayments(tx, site.id), { thing: "booking", amount, fetched: false });
  if (!way) {
    const message = "This is paid when it is booked, and that is not possible here just now. Please get in touch.";
    throw conflict("noPayment", message, [{ path: "hold", message }]);
  }
  const { mode } = await connectorOf(tx, site.id, way.by);
  await openPayment(context, tx, site.id, {
    ...{ of: "booking", target: booking.id, by: way.by, mode, amount },
    currency: booking.bill?.currency ?? site.settings.currency,
  });
}

/** Money that was given back by whoever was paid, as far as payments hold it; what was paid otherwise is given back by hand. */
export const payBack = async ({ context, tx, site }: Locked, booking: string, amount: number): Promise<number> =>
  giveBack(context, tx, await paymentsOf(tx, site.id, "booking", booking, true), amount);

/** What a payment that has come makes of its booking; one that comes for nothing goes back by itself. */
export async function takePayment(locked: Locked, booking: BookingRow, payment: PaymentRow): Promise<void> {
  const { context, tx, site, setUp } = locked;
  if (booking.state === "waitingPayment") return paid(locked, booking);
  if (booking.state === "confirmed") {
    await giveBack(context, tx, [payment], payment.amount);
    return;
  }
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
  await noticeOf(locked, confirmed, "booked", "payment");
  await queueReminder(context, tx, setUp, confirmed);
}

/** The time is somebody else's by now: what came goes back. */
async function refund(locked: Locked, booking: BookingRow): Promise<void> {
  const amount = booking.payNow ?? 0;
  const due = await change(locked, booking, "payment", "refundDue", { refundDue: true, paid: amount });
  const given = await payBack(locked, booking.id, amount);
  if (given >= amount)
    await change(locked, due, "payment", "givenBack", { refundDue: false, givenBack: due.givenBack + given });
}
