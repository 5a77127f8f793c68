// iCalendar out (RFC 5545, RFC 5546 for METHOD): events with their zone, so that any calendar shows the same moment.
import ICAL from "ical.js";
import type { Instant } from "@/core/booking/booking";
import { ZoneClock } from "@/core/time/zone-clock";

export interface CalendarPerson {
  readonly name: string;
  readonly email: string;
}

export interface CalendarEvent {
  /** Stable over every change of the event, so that calendars update instead of doubling (RFC 5545, 3.8.4.7). */
  readonly uid: string;
  /** Rises with every change (3.8.7.4). */
  readonly sequence: number;
  /** In order, at least one; those after the first are further dates of the same event. */
  readonly dates: readonly { readonly start: Instant; readonly end: Instant }[];
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
  /** Around when the zone is described where there are no events. */
  readonly at: Instant;
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

/** Words without what can't be written: a line break inside of a value would begin a line of its own. */
const clean = (words: string): string => words.replace(/\r\n?/g, "\n").replace(/[^\P{Cc}\n]/gu, " ");
const oneLine = (words: string): string => words.replace(/\p{Cc}+/gu, " ");

function person(component: ICAL.Component, name: "organizer" | "attendee", { name: words, email }: CalendarPerson) {
  const property = component.addPropertyWithValue(name, `mailto:${email}`);
  // Quotes can't be written in a parameter (3.2).
  property.setParameter("cn", oneLine(words.replaceAll('"', "”")));
  return property;
}

const encoder = new TextEncoder();
const lineOctets = 75;

/** A line folded after at most 75 octets, the leading space of the next ones among them, between letters (3.1). */
function folded(line: string): string {
  const parts: string[] = [];
  let part = "";
  let octets = 0;
  for (const letter of line) {
    const size = encoder.encode(letter).length;
    if (octets + size > lineOctets) {
      parts.push(part);
      part = " ";
      octets = 1;
    }
    part += letter;
    octets += size;
  }
  return [...parts, part].join("\r\n");
}

/** The stretch that a VTIMEZONE has to describe. */
function stretchOf(events: readonly CalendarEvent[], at: Instant): readonly [Instant, Instant] {
  const dates = events.flatMap((event) => event.dates);
  // By whole years where there is nothing to describe, so that an unchanged calendar is the same text.
  const year = new Date(at).getUTCFullYear();
  if (!dates.length) return [Date.UTC(year, 0, 1), Date.UTC(year + 2, 0, 1)];
  let [from, to] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const { start, end } of dates) {
    from = Math.min(from, start);
    to = Math.max(to, end);
  }
  return [from - around, to + around];
}

/** DTSTART, DTEND and, for further dates, RDATE: on the zone's clock, or in UTC where that clock shows a time twice. */
function addDates(part: ICAL.Component, dates: CalendarEvent["dates"], clock: ZoneClock): void {
  const [first] = dates;
  if (!first) return;
  const twice = dates.some(({ start, end }) => clock.showsTwice(start) || clock.showsTwice(end));
  const write = (property: ICAL.Property) => {
    if (!twice) property.setParameter("tzid", clock.zone);
  };
  const time = (instant: Instant) => (twice ? utc(instant) : floating(clock.wallMs(instant)));
  write(part.addPropertyWithValue("dtstart", time(first.start)));
  write(part.addPropertyWithValue("dtend", time(first.end)));
  const further = dates.slice(1);
  if (!further.length) return;
  // A further date is as long as the first; one that is not brings its own end.
  const alike = further.every(({ start, end }) => end - start === first.end - first.start);
  const property = new ICAL.Property("rdate");
  if (!alike) property.resetType("period");
  property.setValues(
    further.map(({ start, end }) =>
      alike ? time(start) : ICAL.Period.fromData({ start: time(start), end: time(end) }),
    ) as never[],
  );
  write(property);
  part.addProperty(property);
}

/** The calendar as text: CRLF, lines folded at 75 octets, text escaped. */
export function calendarText({ name, method, zone, at, events }: CalendarFile): string {
  const calendar = new ICAL.Component("vcalendar");
  calendar.addPropertyWithValue("prodid", "-//Webitor//Booking//EN");
  calendar.addPropertyWithValue("version", "2.0");
  if (method) calendar.addPropertyWithValue("method", method);
  // Of no type that ical.js knows, so it is escaped here (3.3.11).
  else calendar.addPropertyWithValue("x-wr-calname", oneLine(name).replace(/[\\;,]/g, "\\$&"));
  const clock = ZoneClock.of(zone);
  // Without any part a calendar is none (3.6): an empty one has its zone.
  calendar.addSubcomponent(timezoneOf(zone, ...stretchOf(events, at)));
  for (const event of events) {
    const part = new ICAL.Component("vevent");
    part.addPropertyWithValue("uid", event.uid);
    part.addPropertyWithValue("dtstamp", utc(event.stamp));
    part.addPropertyWithValue("sequence", event.sequence);
    addDates(part, event.dates, clock);
    part.addPropertyWithValue("summary", oneLine(event.summary));
    if (event.description) part.addPropertyWithValue("description", clean(event.description));
    if (event.location) part.addPropertyWithValue("location", oneLine(event.location));
    part.addPropertyWithValue("status", event.status);
    if (event.organizer) person(part, "organizer", event.organizer);
    if (event.attendee) {
      const attendee = person(part, "attendee", event.attendee);
      attendee.setParameter("partstat", "ACCEPTED");
      attendee.setParameter("role", "REQ-PARTICIPANT");
    }
    calendar.addSubcomponent(part);
  }
  const lines = calendar.toString().replaceAll("\r\n ", "").split("\r\n");
  return `${lines.map(folded).join("\r\n")}\r\n`;
}
