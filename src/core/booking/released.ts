// What a page carries for the calendar's script, and where it asks. Light enough for the visitor's browser.
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

export interface ReleasedBooking extends Omit<PublicServices, "services"> {
  readonly services: readonly ReleasedService[];
  readonly look: BookingLook;
  /** Pictures by their hash. */
  readonly pictures: Readonly<
    Record<string, { readonly src: string; readonly width: number; readonly height: number }>
  >;
}
