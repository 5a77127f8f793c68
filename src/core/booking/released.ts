// What a page carries for the calendar's script, and where it asks. Light enough for the visitor's browser.
import type { Surface } from "@/core/brand/brand";
import type { ReleasedThanks } from "@/core/field/field";
import type { PublicServices, ReleasedService } from "./told";

/** Where a calendar departs from Brand: the ground it stands on, its corners, and what marks its button and its day. */
export interface OwnLook {
  /** A ground of its own; absent for that of its section. */
  readonly surface?: Surface;
  readonly corners?: "square" | "soft" | "round";
  /** The colour of the words instead of the accent. */
  readonly mark?: "words";
}

export interface BookingLook {
  readonly density: "compact" | "regular" | "roomy";
  /** How dates are chosen: a month as a grid, a week as a list, or the next free times as a list. */
  readonly view: "month" | "week" | "next";
  /** What is chosen first. */
  readonly first: "service" | "need" | "person" | "date";
  readonly photographs: boolean;
  readonly own?: OwnLook;
}

export const usualLook: BookingLook = { density: "regular", view: "month", first: "service", photographs: true };

/** What a business may say in its own words around the calendar: its headings and its buttons. */
export const bookingWords = ["choose", "need", "who", "date", "when", "details", "book", "ask", "pay"] as const;

export type BookingWords = Readonly<Partial<Record<(typeof bookingWords)[number], string>>>;

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
