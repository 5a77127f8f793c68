// The life of a booking: which state it may go to from which, and who may send it there.

import { hourMs } from "@/core/time/clock";
import type { Instant } from "../booking";

export const bookingStates = [
  "held",
  "waitingApproval",
  "waitingPayment",
  "confirmed",
  "declined",
  "cancelled",
  "expired",
  // On the waiting list of a start that is full; a place there that is kept for whoever waited.
  "listed",
  "offered",
] as const;
export type BookingState = (typeof bookingStates)[number];

/** States that take the time of their resources. */
export const takingStates: readonly BookingState[] = [
  "held",
  "waitingApproval",
  "waitingPayment",
  "confirmed",
  "offered",
];

/** Of these, what is only kept for a while for whoever has not booked it yet. */
export const keptStates: readonly BookingState[] = ["held", "offered"];

/** States of what is booked, now or once it is approved or paid. */
export const bookedStates: readonly BookingState[] = takingStates.filter((state) => !keptStates.includes(state));

/** States of whoever waits for a place, or has one kept. */
export const waitingListStates: readonly BookingState[] = ["listed", "offered"];

/** How long a hold lasts. */
export const holdMs = 10 * 60_000;
/** How long a booking waits for its payment. */
export const paymentMs = 30 * 60_000;

const next: Readonly<Record<BookingState, readonly BookingState[]>> = {
  held: ["waitingApproval", "waitingPayment", "confirmed", "cancelled", "expired"],
  waitingApproval: ["confirmed", "declined", "cancelled"],
  waitingPayment: ["confirmed", "declined", "cancelled", "expired"],
  confirmed: ["cancelled"],
  declined: [],
  cancelled: [],
  listed: ["offered", "cancelled", "expired"],
  offered: ["confirmed", "waitingApproval", "waitingPayment", "cancelled", "expired"],
  // A payment that comes late brings its booking back when the time is still free.
  expired: ["confirmed"],
};

export const mayBecome = (from: BookingState, to: BookingState): boolean => next[from].includes(to);

/** States that end by themselves: a hold, a wait for payment, an offer, and a place on a waiting list at its start. */
export const endingStates: readonly BookingState[] = ["held", "waitingPayment", "listed", "offered"];

/** Whether a booking still counts at `now`: a hold, and a wait for payment, end by themselves. */
export const takesTime = (state: BookingState, endsByItselfAt: Instant | null, now: Instant): boolean =>
  takingStates.includes(state) && (endsByItselfAt === null || now < endsByItselfAt);

/** The last moment at which the client may move or cancel. */
export const clientMayChangeUntil = (start: Instant, cancelHours: number): Instant => start - cancelHours * hourMs;
