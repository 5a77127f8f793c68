// iCalendar out (RFC 5545, RFC 5546 for METHOD): events with their zone, so that any calendar shows the same moment.
import ICAL from "ical.js";
import type { Instant } from "@/core/booking/booking";
import { ZoneClock } from "@/core/booking/zone";

export interface CalendarPerson {
  readonly name: string;
  readonly email: string;
}

export interface CalendarEvent {
  /** Stable over every change of the event, so that calendars update instead of doubling (RFC 5545, 3.8.4.7). */
  readonly uid: string;
  /** Rises with every change (3.8.7.4). */
  readonly sequence: number;
  readonly start: Instant;
  readonly end: Instant;
  /** When this description of it was made. */
  readonly stamp: Instant;
  readonly summary: string;
  readonly description: string;
  readonly location: string;
  readonly status: "CONFIRMED" | "TENTATIVE" | "CANCELLED";
  readonly organizer: CalendarPerson | null;
  readonly attendee: CalendarPerson | null;
}

export interface CalendarFile {
  readonly name: string;
  /** A message to a client has one; a calendar that is subscribed to has none. */
  readonly method: "REQUEST" | "CANCEL" | null;
  /** IANA zone the events are written in. */
  readonly zone: string;
  readonly events: readonly CalendarEvent[];
}

/** How far around the events the zone's changes are written, in ms: a year, so that a shifted event still finds its rule. */
const around = 366 * 86_400_000;

/** A wall time without a zone of its own; its property names the zone. */
const floating = (wallMs: number) => {
  const at = new Date(wallMs);
  return ICAL.Time.fromData({
    year: at.getUTCFullYear(),
    month: at.getUTCMonth() + 1,
    day: at.getUTCDate(),
    hour: at.getUTCHours(),
    minute: at.getUTCMinutes(),
    second: at.getUTCSeconds(),
    isDate: false,
  });
};

const utc = (instant: Instant) => {
  const time = floating(instant);
  time.zone = ICAL.Timezone.utcTimezone;
  return time;
};

/** VTIMEZONE with every change of the clock from `from` to `to` written out: exact for any zone, whatever its rules. */
function timezoneOf(zone: string, from: Instant, to: Instant): ICAL.Component {
  const clock = ZoneClock.of(zone);
  const timezone = new ICAL.Component("vtimezone");
  timezone.addPropertyWithValue("tzid", zone);
  const observance = (kind: string, wallMs: number, offsetFrom: number, offsetTo: number) => {
    const part = new ICAL.Component(kind);
    part.addPropertyWithValue("dtstart", floating(wallMs));
    part.addPropertyWithValue("tzoffsetfrom", ICAL.UtcOffset.fromSeconds(offsetFrom / 1000));
    part.addPropertyWithValue("tzoffsetto", ICAL.UtcOffset.fromSeconds(offsetTo / 1000));
    timezone.addSubcomponent(part);
  };
  const first = clock.offsetAt(from);
  observance("standard", from + first, first, first);
  // DTSTART of an observance is the wall time before the change (3.6.5).
  for (const { at, offsetBefore, offsetAfter } of clock.changes(from, to))
    observance(offsetAfter > offsetBefore ? "daylight" : "standard", at + offsetBefore, offsetBefore, offsetAfter);
  return timezone;
}

function person(component: ICAL.Component, name: "organizer" | "attendee", { name: words, email }: CalendarPerson) {
  const property = component.addPropertyWithValue(name, `mailto:${email}`);
  // Quotes and control characters can't be written in a parameter (3.2): a line break would begin a line of its own.
  property.setParameter("cn", words.replaceAll('"', "”").replace(/\p{Cc}+/gu, " "));
  return property;
}

/** The calendar as text: CRLF, lines folded at 75 octets, text escaped. */
export function calendarText({ name, method, zone, events }: CalendarFile): string {
  const calendar = new ICAL.Component("vcalendar");
  calendar.addPropertyWithValue("prodid", "-//Webitor//Booking//EN");
  calendar.addPropertyWithValue("version", "2.0");
  if (method) calendar.addPropertyWithValue("method", method);
  else calendar.addPropertyWithValue("x-wr-calname", name);
  const clock = ZoneClock.of(zone);
  if (events.length)
    calendar.addSubcomponent(
      timezoneOf(
        zone,
        Math.min(...events.map(({ start }) => start)) - around,
        Math.max(...events.map(({ end }) => end)) + around,
      ),
    );
  for (const event of events) {
    const part = new ICAL.Component("vevent");
    part.addPropertyWithValue("uid", event.uid);
    part.addPropertyWithValue("dtstamp", utc(event.stamp));
    part.addPropertyWithValue("sequence", event.sequence);
    for (const [key, instant] of [
      ["dtstart", event.start],
      ["dtend", event.end],
    ] as const)
      part.addPropertyWithValue(key, floating(clock.wallMs(instant))).setParameter("tzid", zone);
    part.addPropertyWithValue("summary", event.summary);
    if (event.description) part.addPropertyWithValue("description", event.description);
    if (event.location) part.addPropertyWithValue("location", event.location);
    part.addPropertyWithValue("status", event.status);
    if (event.organizer) person(part, "organizer", event.organizer);
    if (event.attendee) {
      const attendee = person(part, "attendee", event.attendee);
      attendee.setParameter("partstat", "ACCEPTED");
      attendee.setParameter("role", "REQ-PARTICIPANT");
    }
    calendar.addSubcomponent(part);
  }
  return `${calendar.toString()}\r\n`;
}
