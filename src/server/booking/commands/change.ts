// A booking's state changes, and its history tells of it.
import { and, eq, max } from "drizzle-orm";
import { balanceOf } from "@/core/booking/money/deposit";
import { type BookingState, mayBecome } from "@/core/booking/rules/state";
import type { LetterKind } from "@/core/booking/words/letter-kinds";
import { bookingHistory, bookings } from "@/data/booking/tables";
import type { Executor } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import type { Locked } from "@/server/booking/commands/locked";
import { closePayments } from "../../payment/payments";
import { conflict } from "../../problem";
import { type BookingRow, notify } from "../notify";
import { freeTime } from "../take";

type Change = Partial<
  Pick<
    BookingRow,
    | "state"
    | "attendance"
    | "endsByItselfAt"
    | "startsAt"
    | "endsAt"
    | "dates"
    | "resources"
    | "bill"
    | "sequence"
    | "refundDue"
    | "paid"
    | "fee"
    | "givenBack"
    | "payNow"
    | "lateFee"
    | "paymentReference"
    | "cancelHours"
  >
>;

/** Changes a booking, and writes down who changed what from what to what. */
export async function change(
  { tx, site, now }: Locked,
  booking: BookingRow,
  by: string,
  what: string,
  changes: Change,
  remarks: Record<string, unknown> = {},
): Promise<BookingRow> {
  const changed = { ...booking, ...changes, changedAt: now };
  await tx
    .update(bookings)
    .set({ ...changes, changedAt: now })
    .where(and(eq(bookings.siteId, site.id), eq(bookings.id, booking.id)));
  const keys = Object.keys(changes).filter(
    (key) => JSON.stringify(booking[key as keyof BookingRow]) !== JSON.stringify(changed[key as keyof BookingRow]),
  );
  const pick = (row: BookingRow) => Object.fromEntries(keys.map((key) => [key, row[key as keyof BookingRow]]));
  await writeHistory(tx, site.id, booking.id, now, by, what, pick(booking), { ...pick(changed), ...remarks });
  return changed;
}

export async function writeHistory(
  tx: Executor,
  siteId: string,
  bookingId: string,
  at: Date,
  by: string,
  what: string,
  before: Record<string, unknown>,
  after: Record<string, unknown>,
) {
  const [last] = await tx
    .select({ position: max(bookingHistory.position) })
    .from(bookingHistory)
    .where(and(eq(bookingHistory.siteId, siteId), eq(bookingHistory.bookingId, bookingId)));
  await tx
    .insert(bookingHistory)
    .values({ siteId, bookingId, position: (last?.position ?? 0) + 1, at, by, what, before, after });
  // A time that is kept while a visitor fills in a form is nothing for the Desk yet.
  if (what !== "held") await announce(tx, siteId, "desk", { of: "booking", arrival: by === "client" });
}

/** Tells client and business; that a letter was held back stands in the booking's history. */
export async function noticeOf(locked: Locked, booking: BookingRow, kind: LetterKind, by: string, words = "") {
  const { context, tx, site, setUp, now } = locked;
  if (await notify(context, tx, site, setUp, booking, kind, by, words)) return;
  await writeHistory(tx, site.id, booking.id, now, by, "letterHeldBack", {}, { letter: kind });
}

export const wrongState = (booking: BookingRow, to: BookingState) =>
  conflict("wrongState", `This booking is ${stateWords[booking.state]}; it can't be ${stateWords[to]} any more.`);

export const stateWords: Readonly<Record<BookingState, string>> = {
  held: "held",
  waitingApproval: "waiting for approval",
  waitingPayment: "waiting for payment",
  confirmed: "confirmed",
  declined: "declined",
  cancelled: "cancelled",
  expired: "over: the time it was kept for has passed",
  listed: "on the waiting list",
  offered: "offered: it waits to be taken",
};

/** Ends a booking: its time is free, client and business are told. What was paid beyond the `fee` is to be given back. */
export async function end(
  locked: Locked,
  booking: BookingRow,
  by: string,
  to: BookingState,
  letter: LetterKind | null,
  words = "",
  fee = 0,
) {
  if (!mayBecome(booking.state, to)) throw wrongState(booking, to);
  const { tx, site } = locked;
  await freeTime(tx, site.id, booking.id, booking.seats);
  if (booking.state === "waitingPayment") await closePayments(tx, site.id, "booking", booking.id);
  const { paid, givenBack } = booking;
  const changes = {
    state: to,
    endsByItselfAt: null,
    sequence: booking.sequence + 1,
    fee,
    refundDue: balanceOf({ paid, fee, givenBack }).back > 0,
  };
  const ended = await change(locked, booking, by, to, changes, words ? { words } : {});
  if (letter) await noticeOf(locked, ended, letter, by, words);
  return ended;
}

/** What a client reads when something of theirs ends by itself; nothing of what they have only looked at. */
const overLetters: Readonly<Partial<Record<BookingState, LetterKind>>> = {
  waitingPayment: "cancelled",
  offered: "offerOver",
};

export const expire = (locked: Locked, booking: BookingRow) =>
  end(locked, booking, "time", "expired", overLetters[booking.state] ?? null);
