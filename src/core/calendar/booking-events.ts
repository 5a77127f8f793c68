// A booking as calendar events: one for each of its dates, with the same UID as long as it lives.
import type { BookingState } from "@/core/booking/state";
import type { CalendarEvent, CalendarPerson } from "./write";

export interface BookingForCalendar {
  readonly id: string;
  readonly sequence: number;
  readonly state: BookingState;
  readonly dates: readonly { readonly start: number; readonly end: number }[];
  readonly summary: string;
  readonly description: string;
  readonly location: string;
  readonly organizer: CalendarPerson | null;
  readonly attendee: CalendarPerson | null;
}

/** The events of a booking. `host` makes the UIDs unique in the world; a moved booking keeps them. */
export function eventsOf(booking: BookingForCalendar, host: string, stamp: number): CalendarEvent[] {
  const ended = ["cancelled", "declined", "expired"].includes(booking.state);
  return booking.dates.map(({ start, end }, index) => ({
    uid: `${booking.id}${index ? `-${index + 1}` : ""}@${host}`,
    sequence: booking.sequence,
    start,
    end,
    stamp,
    summary: booking.dates.length > 1 ? `${booking.summary} (${index + 1}/${booking.dates.length})` : booking.summary,
    description: booking.description,
    location: booking.location,
    status: ended ? "CANCELLED" : booking.state === "confirmed" ? "CONFIRMED" : "TENTATIVE",
    organizer: booking.organizer,
    attendee: booking.attendee,
  }));
}
