// How a booking calendar looks, and its words.
import type { Surface } from "@/core/brand/brand";

/** Where a calendar departs from Brand: the ground it stands on, its corners, and what marks its button and its day. */
export interface OwnLook {
  /** A ground of its own; absent for that of its section. */
  readonly surface?: Surface;
  readonly corners?: "square" | "soft" | "round";
  /** The colour of the words instead of the accent. */
  readonly mark?: "words";
}

/** What a business may say in its own words around the calendar: its headings and its buttons. */
export const bookingWords = ["choose", "need", "who", "date", "when", "details", "book", "ask", "pay"] as const;

export interface BookingLook {
  readonly density: "compact" | "regular" | "roomy";
  /** How dates are chosen: a month as a grid, a week as a list, or the next free times as a list. */
  readonly view: "month" | "week" | "next";
  /** What is chosen first. */
  readonly first: "service" | "need" | "person" | "date";
  readonly photographs: boolean;
  readonly own?: OwnLook;
}

export type BookingWords = Readonly<Partial<Record<(typeof bookingWords)[number], string>>>;
