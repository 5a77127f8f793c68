// What a page carries for the calendar's script, and where it asks. Light enough for the visitor's browser.

import type { PublicServices, ReleasedService } from "@/core/booking/public-types";
import type { BookingLook, BookingWords } from "@/core/booking/words/look";
import type { ReleasedThanks } from "@/core/field/field";

export const usualLook: BookingLook = { density: "regular", view: "month", first: "service", photographs: true };

export interface ReleasedBooking extends Omit<PublicServices, "services"> {
  readonly services: readonly ReleasedService[];
  readonly look: BookingLook;
  /** Instead of the usual ones; absent for none. */
  readonly words?: BookingWords;
  /** What follows a booking besides what was booked; absent for nothing. */
  readonly thanks?: ReleasedThanks;
  /** Addresses of small pictures by their hashes. */
  readonly pictures: Readonly<Record<string, string>>;
}
