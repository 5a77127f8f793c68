// A booking as a calendar event, with the same UID as long as it lives.
import type { BookingState } from "@/core/booking/rules/state";
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

/**
 * A booking as one event with all its dates: a message that calendars follow holds one UID (RFC 5546, 3.2.2), and a
 * moved booking keeps it. `host` makes it unique in the world.
 */
export function eventOf(booking: BookingForCalendar, host: string, stamp: number): CalendarEvent {
  const ended = ["cancelled", "declined", "expired"].includes(booking.state);
  return {
    uid: `${booking.id}@${host}`,
    sequence: booking.sequence,
    dates: booking.dates,
    stamp,
    summary: booking.summary,
    description: booking.description,
    location: booking.location,
    status: ended ? "CANCELLED" : booking.state === "confirmed" ? "CONFIRMED" : "TENTATIVE",
    organizer: booking.organizer,
    attendee: booking.attendee,
  };
}
