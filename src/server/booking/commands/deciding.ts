// What the business decides: approved, declined, who came.

import { bookingOf } from "@/server/booking/commands/lock";
import type { Locked } from "@/server/booking/commands/locked";
import { conflict } from "../../problem";
import { type BookingRow, queueReminder } from "../notify";
import { change, end, noticeOf, stateWords, wrongState } from "./change";

export async function approve(locked: Locked, bookingId: string, by: string): Promise<BookingRow> {
  const { context, tx, setUp } = locked;
  const booking = await bookingOf(locked, bookingId);
  if (booking.state !== "waitingApproval") throw wrongState(booking, "confirmed");
  const approved = await change(locked, booking, by, "approved", {
    state: "confirmed",
    sequence: booking.sequence + 1,
  });
  await noticeOf(locked, approved, "approved", by);
  await queueReminder(context, tx, setUp, approved);
  return approved;
}

/** `words` stand in the letter, as the business wrote them. */
export async function decline(locked: Locked, bookingId: string, by: string, words = ""): Promise<BookingRow> {
  return end(locked, await bookingOf(locked, bookingId), by, "declined", "declined", words);
}

/** Whether the client came, once the start has passed; it can be set right later. */
export async function noteAttendance(
  locked: Locked,
  bookingId: string,
  by: string,
  attendance: "came" | "didNotCome" | null,
): Promise<BookingRow> {
  const booking = await bookingOf(locked, bookingId);
  if (booking.state !== "confirmed") throw conflict("wrongState", `This booking is ${stateWords[booking.state]}.`);
  if (locked.now < booking.startsAt) throw conflict("notYet", "This booking has not begun yet.");
  return change(locked, booking, by, "attendance", { attendance });
}
