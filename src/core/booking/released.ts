// What a page carries for the calendar's script, and where it asks. Light enough for the visitor's browser.
import type { ReleasedThanks } from "@/core/field/field";
import type { PublicServices, ReleasedService } from "./told";

export interface BookingLook {
  readonly density: "compact" | "regular" | "roomy";
  /** How dates are chosen: a month as a grid, a week as a list, or the next free times as a list. */
  readonly view: "month" | "week" | "next";
  /** What is chosen first. */
  readonly first: "service" | "need" | "person";
  readonly photographs: boolean;
}

export const usualLook: BookingLook = { density: "regular", view: "month", first: "service", photographs: true };

/** What a business may say in its own words around the calendar: its headings and its buttons. */
export const bookingWords = ["choose", "need", "who", "when", "details", "book", "ask", "pay"] as const;

export type BookingWords = Readonly<Partial<Record<(typeof bookingWords)[number], string>>>;

export interface ReleasedBooking extends Omit<PublicServices, "services"> {
  readonly services: readonly ReleasedService[];
  readonly look: BookingLook;
  /** Instead of the usual ones; absent for none. */
  readonly words?: BookingWords;
  /** What follows a booking besides what was booked; absent for nothing. */
  readonly thanks?: ReleasedThanks;
  /** Pictures by their hash. */
  readonly pictures: Readonly<
    Record<string, { readonly src: string; readonly width: number; readonly height: number }>
  >;
}
