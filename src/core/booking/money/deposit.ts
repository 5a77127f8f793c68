// What is paid before a booking holds, what cancelling it late costs, and what is given back or still owed at its end.
import { shareOfAmount } from "@/core/money/money";
import type { Instant, Portion, Service } from "../booking";
import { type BookingState, clientMayChangeUntil } from "../rules/state";

/** What a portion is taken of. */
interface Charged {
  /** Minor units. */
  readonly gross: number;
  readonly seats: number;
}

/** A portion in minor units, rounded half up and never more than the whole. */
export function portionOf(portion: Portion, { gross, seats }: Charged): number {
  const wanted = portion.kind === "share" ? shareOfAmount(gross, portion.percent, 100) : portion.amount * seats;
  return Math.min(gross, wanted);
}

/** What is paid before a booking holds; null where nothing is. */
export function payNowOf({ confirm, deposit }: Pick<Service, "confirm" | "deposit">, bill: Charged | null) {
  if (confirm !== "payment" || !bill?.gross) return null;
  return deposit ? portionOf(deposit, bill) : bill.gross;
}

/** Names of the services of a calendar that are paid before a booking holds: without a way to pay nobody books them. */
export const paidFirst = (
  services: readonly Pick<Service, "id" | "name" | "confirm">[],
  offered: readonly string[],
): readonly string[] =>
  services.filter(({ id, confirm }) => confirm === "payment" && offered.includes(id)).map(({ name }) => name);

/** What cancelling late costs; null where a client can't cancel late at all. */
export const lateFeeOf = ({ lateFee }: Pick<Service, "lateFee">, bill: Charged | null): number | null =>
  lateFee && bill ? portionOf(lateFee, bill) : null;

export interface Cancellable {
  readonly state: BookingState;
  readonly startsAt: Instant;
  readonly cancelHours: number;
  /** As it was agreed when it was booked. */
  readonly lateFee: number | null;
}

/** Whether it is too late to cancel for nothing. */
export const isLate = ({ startsAt, cancelHours }: Pick<Cancellable, "startsAt" | "cancelHours">, now: Instant) =>
  now > clientMayChangeUntil(startsAt, cancelHours);

/** What cancelling costs the client at `now`; null where they can't any more. */
export function cancellingCosts(booking: Cancellable, now: Instant): number | null {
  if (!isLate(booking, now)) return 0;
  return booking.state === "confirmed" && now < booking.startsAt ? booking.lateFee : null;
}

/** What was paid for a booking, what its end cost, and what was given back of it; minor units. */
export interface Paid {
  readonly paid: number;
  readonly fee: number;
  readonly givenBack: number;
}

/** Of a booking that has ended: what is still to be given back, and what is still owed. One of the two is nothing. */
export const balanceOf = ({ paid, fee, givenBack }: Paid): { readonly back: number; readonly owed: number } => ({
  back: Math.max(0, paid - fee - givenBack),
  owed: Math.max(0, fee - paid),
});
