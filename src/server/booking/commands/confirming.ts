// A hold becomes a booking; or somebody of the studio books by hand.
import { and, eq } from "drizzle-orm";
import type { Service } from "@/core/booking/booking";
import { paymentMs } from "@/core/booking/rules/state";
import type { Answers } from "@/core/booking/words/answers";
import { raiseDiary } from "@/data/booking/diary";
import { bookings } from "@/data/booking/tables";
import type { Locked } from "@/server/booking/commands/locked";
import { availabilityNow, clockFor, ofBooking, serviceIn } from "../ask";
import { type BookingRow, queueReminder } from "../notify";
import { onlineWish, Refused } from "../refusal";
import { change, noticeOf } from "./change";
import { begin, type Choice, type Client } from "./choosing";
import { heldOf, queueEnding } from "./holding";
import { askForPayment } from "./paying";

export interface Confirmation {
  readonly client: Client;
  readonly answers: Answers;
}

/**
 * Makes a held time a booking. The rules are asked again with everything as it stands, but as of the moment of the
 * hold: notice that ran out while the form was filled in is not held against anyone.
 */
export async function confirm(locked: Locked, bookingId: string, given: Confirmation): Promise<BookingRow> {
  const { tx, site, setUp, now } = locked;
  const held = await heldOf(locked, bookingId);
  const service = serviceIn(setUp, held.serviceId);
  const day = clockFor(setUp, service).dayOf(held.startsAt.getTime());
  const asked = {
    siteId: site.id,
    setUp,
    wish: onlineWish(service.id, null, held.seats, { ...ofBooking(setUp, service, held), client: given.client.email }),
    now,
    judgedAt: held.createdAt,
    without: held.id,
  };
  const { availability } = await availabilityNow(tx, { ...asked, from: day, to: day });
  const known = held.resources.every((id) => setUp.resources.some((resource) => resource.id === id));
  const against = known
    ? availability.against(held.startsAt.getTime(), held.resources)
    : [{ code: "booking.nobodyServes", service: service.id, resource: held.resources[0] ?? null }];
  if (against.length) throw new Refused(asked, held.startsAt.getTime(), against);

  const details = { ...given.client, answers: given.answers, terms: service.terms };
  await tx
    .update(bookings)
    .set(details)
    .where(and(eq(bookings.siteId, site.id), eq(bookings.id, held.id)));
  return settleConfirmed(locked, { ...held, ...details }, service);
}

/** A time that is the client's becomes their booking: at once, or once it is approved or paid. */
export async function settleConfirmed(locked: Locked, mine: BookingRow, service: Service): Promise<BookingRow> {
  const { context, tx, site, setUp, now } = locked;
  const payment = service.confirm === "payment" && (mine.payNow ?? 0) > 0;
  const state = payment ? "waitingPayment" : service.confirm === "approval" ? "waitingApproval" : "confirmed";
  const endsByItselfAt = payment ? new Date(now.getTime() + paymentMs) : null;
  const booking = await change(locked, mine, "client", state, {
    ...{ state, endsByItselfAt },
    paymentReference: payment ? `pay-${mine.id}` : null,
  });
  // What is booked counts for a least group; what was held did not.
  if (service.least) await raiseDiary(tx, site.id);
  if (payment) {
    await queueEnding(locked, endsByItselfAt as Date);
    await askForPayment(locked, booking);
  }
  const letter = payment ? "waitingPayment" : state === "waitingApproval" ? "waiting" : "booked";
  await noticeOf(locked, booking, letter, "client");
  if (state === "confirmed") await queueReminder(context, tx, setUp, booking);
  return booking;
}

/** A booking by hand on behalf of a client; `waived` names the rules set aside. */
export async function bookByHand(
  locked: Locked,
  choice: Choice,
  by: string,
  client: Client,
  answers: Answers,
  quiet = false,
): Promise<BookingRow> {
  const { context, tx, setUp } = locked;
  const booking = await begin(locked, choice, null, by, {
    state: "confirmed",
    endsByItselfAt: null,
    client,
    answers,
  });
  if (quiet) return booking;
  await noticeOf(locked, booking, "booked", by);
  await queueReminder(context, tx, setUp, booking);
  return booking;
}
