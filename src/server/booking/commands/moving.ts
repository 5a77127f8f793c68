// Bookings moved and cancelled.
import type { Instant } from "@/core/booking/booking";
import { balanceOf, cancellingCosts, isLate } from "@/core/booking/money/deposit";
import { waitingListStates } from "@/core/booking/rules/state";
import { moneyWords } from "@/core/money/money";
import { bookingOf } from "@/server/booking/commands/lock";
import type { Locked } from "@/server/booking/commands/locked";
import { conflict, Problem } from "../../problem";
import { serviceIn } from "../ask";
import { queueDecision } from "../decisions";
import { type BookingRow, queueReminder } from "../notify";
import { freeTime, takeTime } from "../take";
import { change, end, noticeOf, stateWords } from "./change";
import { arrange, type Choice, plainDates } from "./choosing";
import { payBack } from "./paying";

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
  if (!quiet) await noticeOf(locked, moved, "moved", by);
  if (moved.state === "confirmed") await queueReminder(context, tx, setUp, moved);
  return moved;
}

/** What whoever is cancelled reads. */
const letterOf = ({ state }: BookingRow) =>
  state === "held" ? null : waitingListStates.includes(state) ? "unlisted" : "cancelled";

/** `fee` is what cancelling late costs, where it does. */
export async function cancel(locked: Locked, bookingId: string, by: string, words = "", fee = 0): Promise<BookingRow> {
  const booking = await bookingOf(locked, bookingId);
  if (booking.state === "cancelled") return booking;
  return end(locked, booking, by, "cancelled", letterOf(booking), words, fee);
}

const tooLate = ({ cancelHours }: BookingRow) =>
  conflict("tooLate", `This could be moved or cancelled until ${cancelHours} hours before. Please write or ring.`);

const cancellable = (booking: BookingRow) => ({ ...booking, startsAt: booking.startsAt.getTime() });

/** Refuses a client's change after the cancellation period. */
export function clientMayChange({ now }: Locked, booking: BookingRow): void {
  if (isLate(cancellable(booking), now.getTime())) throw tooLate(booking);
}

/** What cancelling costs the client now; refused where they can't any more, or have not agreed to exactly that. */
export function clientCancelsFor({ now }: Locked, booking: BookingRow, agreed: number): number {
  const fee = cancellingCosts(cancellable(booking), now.getTime());
  if (fee === null) throw tooLate(booking);
  if (fee === agreed) return fee;
  // Without a price there is no fee, and no currency to write it in.
  const cost =
    fee && booking.bill ? moneyWords({ amount: fee, currency: booking.bill.currency }, booking.language) : "";
  const message = cost ? `Cancelling costs ${cost} now. Agree to that to go on.` : "Cancelling costs nothing now.";
  throw new Problem(409, "fee", message, [{ path: "fee", message }]);
}

/** Notes that what was due of a booking that has ended was given back, or that its fee was paid. */
export async function settle(locked: Locked, bookingId: string, by: string): Promise<BookingRow> {
  const booking = await bookingOf(locked, bookingId);
  const { back, owed } = balanceOf(booking);
  if (booking.refundDue) {
    await payBack(locked, booking.id, back);
    return change(locked, booking, by, "givenBack", { refundDue: false, givenBack: booking.givenBack + back });
  }
  if (!owed) throw conflict("nothingDue", "Nothing of this booking is to be given back or paid.");
  return change(locked, booking, by, "feePaid", { paid: booking.paid + owed });
}
