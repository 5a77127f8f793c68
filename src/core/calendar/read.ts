// iCalendar in: which time a calendar makes busy, over a stretch of time (RFC 5545). ical.js reads the text and rrule
// steps through rules, on wall times; what they mean for a clock (zones, ends, exceptions) is worked out here, in instants.
import ICAL from "ical.js";
import * as rrule from "rrule";
import type { Instant } from "@/core/booking/booking";
import { merged, type Span } from "@/core/booking/spans";
import { ZoneClock } from "@/core/booking/zone";
import { done, type Outcome, refused } from "@/core/visitor/decision";

export interface CalendarAsked {
  /** The stretch that matters; recurrences are followed no further. */
  readonly from: Instant;
  readonly to: Instant;
  /** IANA zone of whole days and floating times. */
  readonly zone: string;
  /** Address of the calendar's owner, whose "declined" frees the time; empty where it is not known. */
  readonly owner: string;
}

export interface CalendarRead {
  /** Busy time in order, with what meets or touches made one. */
  readonly busy: readonly Span[];
  /** Events in the file, and how many of them make no time busy (transparent, cancelled, declined). */
  readonly events: number;
  readonly free: number;
  /** Sentences about what could not be followed. */
  readonly notes: readonly string[];
}

/** Limits that keep a calendar from strangers from taking the machine. */
export const calendarLimits = { bytes: 10 << 20, events: 100_000, occurrences: 20_000, steps: 5_000_000 };

// Node sees the package as CommonJS, bundlers as a module.
const RRule = rrule.RRule ?? (rrule as unknown as { default: typeof rrule }).default.RRule;

const dayMs = 86_400_000;
/** A wall time as ms, read as if it were UTC. */
type Wall = number;

const wallOf = (time: ICAL.Time): Wall =>
  Date.UTC(time.year, time.month - 1, time.day, time.hour, time.minute, time.second);

const timeOf = (wall: Wall): ICAL.Time => ICAL.Time.fromDateTimeString(new Date(wall).toISOString().slice(0, 19));

const dateOf = (wall: Wall): string => new Date(wall).toISOString().slice(0, 10);

/** jCal (RFC 7265): name, properties, parts. */
type JCal = [name: string, properties: unknown[], parts: JCal[]];

/**
 * The parts of a calendar, each standing for itself: as parts of the whole, ical.js would look through all of it for
 * the zone of every time.
 */
const partsOf = ([, , parts]: JCal, name: string): ICAL.Component[] =>
  parts.filter((part) => part[0] === name).map((part) => new ICAL.Component(part as never));

/** Times of a calendar as instants, by its own VTIMEZONEs first (3.2.19), then by the zone's IANA name. */
class Zones {
  readonly unknown = new Set<string>();
  private readonly own = new Map<string, ICAL.Timezone>();
  private readonly home: ZoneClock;
  private readonly named = new Map<string, ZoneClock | null>();

  constructor(calendar: JCal, zone: string) {
    this.home = ZoneClock.of(zone);
    for (const part of partsOf(calendar, "vtimezone")) {
      const tzid = part.getFirstPropertyValue("tzid");
      if (typeof tzid === "string") this.own.set(tzid, new ICAL.Timezone(part));
    }
  }

  private clockOf(tzid: string): ZoneClock | null {
    let clock = this.named.get(tzid);
    if (clock === undefined) {
      try {
        clock = ZoneClock.of(tzid);
      } catch {
        clock = null;
        this.unknown.add(tzid);
      }
      this.named.set(tzid, clock);
    }
    return clock;
  }

  /** The instant of a wall time in a zone; "Z" is UTC, null is floating: the reader's own zone. */
  instant(wall: Wall, tzid: string | null): Instant {
    if (tzid === "Z") return wall;
    const own = tzid === null ? undefined : this.own.get(tzid);
    if (own) return wall - own.utcOffset(timeOf(wall)) * 1000;
    const clock = (tzid === null ? null : this.clockOf(tzid)) ?? this.home;
    const day = Math.floor(wall / dayMs);
    const rest = wall - day * dayMs;
    return clock.instantAt(day, Math.floor(rest / 60_000)) + (rest % 60_000);
  }
}

/** The zone a date-time property is written in: "Z", a TZID, or null for floating. */
function zoneOf(property: ICAL.Property, time: ICAL.Time): string | null {
  if (time.zone === ICAL.Timezone.utcTimezone) return "Z";
  const tzid = property.getFirstParameter("tzid");
  return typeof tzid === "string" && tzid ? tzid : null;
}

interface Timing {
  readonly start: Wall;
  readonly isDate: boolean;
  readonly tzid: string | null;
  /** How a start becomes its end. */
  endOf(start: Wall, startInstant: Instant): Instant;
}

function timingOf(event: ICAL.Component, zones: Zones): Timing | null {
  const property = event.getFirstProperty("dtstart");
  const time = property?.getFirstValue();
  if (!property || !(time instanceof ICAL.Time)) return null;
  const { isDate } = time;
  const common = { start: wallOf(time), isDate, tzid: zoneOf(property, time) };
  const { start, tzid } = common;
  const endProperty = event.getFirstProperty("dtend");
  const end = endProperty?.getFirstValue();
  const duration = event.getFirstPropertyValue("duration");
  const later = (wall: Wall, days: number, seconds: number): Instant =>
    zones.instant(wall + days * dayMs, tzid) + seconds * 1000;
  if (endProperty && end instanceof ICAL.Time) {
    // Whole days go from midnight to midnight, however long the days are.
    if (isDate) {
      const days = Math.max(1, Math.round((wallOf(end) - start) / dayMs));
      return { ...common, endOf: (wall) => later(wall, days, 0) };
    }
    const length = zones.instant(wallOf(end), zoneOf(endProperty, end)) - zones.instant(start, tzid);
    return { ...common, endOf: (_wall, instant) => instant + Math.max(0, length) };
  }
  if (duration instanceof ICAL.Duration) {
    const days = duration.weeks * 7 + duration.days;
    const seconds = duration.hours * 3600 + duration.minutes * 60 + duration.seconds;
    // Days of a duration are days of the calendar, hours are elapsed (3.3.6).
    return { ...common, endOf: (wall) => later(wall, days, seconds) };
  }
  return { ...common, endOf: (wall, instant) => (isDate ? later(wall, 1, 0) : instant) };
}

/** Whether an event takes its time: opaque, not cancelled, not declined by the owner (or by everyone asked). */
function takesTime(event: ICAL.Component, owner: string): boolean {
  if (String(event.getFirstPropertyValue("transp") ?? "").toUpperCase() === "TRANSPARENT") return false;
  if (String(event.getFirstPropertyValue("status") ?? "").toUpperCase() === "CANCELLED") return false;
  const attendees = event.getAllProperties("attendee");
  const declined = (attendee: ICAL.Property) =>
    String(attendee.getFirstParameter("partstat") ?? "").toUpperCase() === "DECLINED";
  const mine = attendees.find(
    (attendee) => owner && String(attendee.getFirstValue()).toLowerCase() === `mailto:${owner.toLowerCase()}`,
  );
  if (mine) return !declined(mine);
  return attendees.length === 0 || !attendees.every(declined);
}

/** Lengths of the periods whose rules look alike in every period, so that whole periods can be passed over. */
const periodMs: Readonly<Record<string, number>> = {
  SECONDLY: 1000,
  MINUTELY: 60_000,
  HOURLY: 3_600_000,
  DAILY: dayMs,
  WEEKLY: 7 * dayMs,
};

/**
 * A start moved forward by whole intervals to shortly before `from`, so that a rule of twenty years' standing is not
 * stepped through. Only for rules without COUNT, whose occurrences do not depend on how many came before.
 */
function passedOver(rule: ICAL.Recur, start: Wall, from: Instant): Wall {
  const back = from - start - 40 * dayMs;
  if (rule.count || back <= 0) return start;
  const period = periodMs[rule.freq];
  if (period) return start + Math.floor(back / (period * rule.interval)) * period * rule.interval;
  // Months repeat by years where the day exists in every month; years are few enough to be stepped through.
  const time = timeOf(start);
  if (rule.freq !== "MONTHLY" || time.day > 28) return start;
  time.year += Math.floor(back / (366 * dayMs) / rule.interval) * rule.interval;
  return wallOf(time);
}

interface Occurrence {
  readonly wall: Wall;
  readonly instant: Instant;
}

/** A value of EXDATE or RDATE; only periods bring an end of their own. */
interface Listed extends Occurrence {
  readonly isDate: boolean;
  readonly end: Instant | null;
}

class Reader {
  readonly notes: string[] = [];
  private steps = 0;

  constructor(
    private readonly zones: Zones,
    private readonly asked: CalendarAsked,
  ) {}

  /** Starts of a rule up to the end of the stretch, and from shortly before it. */
  private byRule(rule: ICAL.Recur, timing: Timing): readonly Occurrence[] {
    const { until } = rule;
    // UNTIL is an instant where it is written in UTC, and a local day or time otherwise (3.3.10).
    const untilUtc = until && !until.isDate && until.zone === ICAL.Timezone.utcTimezone ? wallOf(until) : null;
    const untilWall = until && untilUtc === null ? wallOf(until) + (until.isDate ? dayMs - 1 : 0) : null;
    const { until: _until, ...options } = RRule.parseString(rule.toString());
    const dtstart = new Date(passedOver(rule, timing.start, this.asked.from));
    const found: Occurrence[] = [];
    new RRule({ ...options, dtstart }, true).all((date) => {
      if (++this.steps > calendarLimits.steps || found.length > calendarLimits.occurrences) {
        this.notes.push("A rule repeats too often to be followed to its end.");
        return false;
      }
      const wall = date.getTime();
      if (untilWall !== null && wall > untilWall) return false;
      const instant = this.zones.instant(wall, timing.tzid);
      if ((untilUtc !== null && instant > untilUtc) || instant >= this.asked.to) return false;
      found.push({ wall, instant });
      return true;
    });
    return found;
  }

  /** Instants and local days of every value of EXDATE or RDATE. */
  private listed(event: ICAL.Component, name: "exdate" | "rdate"): Listed[] {
    return event.getAllProperties(name).flatMap((property) =>
      property.getValues().flatMap((value: unknown): Listed[] => {
        if (value instanceof ICAL.Time) {
          const wall = wallOf(value);
          const instant = this.zones.instant(wall, zoneOf(property, value));
          return [{ wall, isDate: value.isDate, instant, end: null }];
        }
        if (value instanceof ICAL.Period) {
          const wall = wallOf(value.start);
          const instant = this.zones.instant(wall, zoneOf(property, value.start));
          const end = value.end
            ? this.zones.instant(wallOf(value.end), zoneOf(property, value.end))
            : instant + value.getDuration().toSeconds() * 1000;
          return [{ wall, isDate: false, instant, end }];
        }
        return [];
      }),
    );
  }

  /** The busy spans of an event and what replaces single dates of it. */
  spansOf(master: ICAL.Component, overrides: readonly ICAL.Component[]): Span[] {
    const timing = timingOf(master, this.zones);
    if (!timing) return [];
    const busy = takesTime(master, this.asked.owner);
    const replaced = new Map<Instant, ICAL.Component>();
    const onwards: { from: Instant; by: Instant; event: ICAL.Component; timing: Timing }[] = [];
    for (const override of overrides) {
      const property = override.getFirstProperty("recurrence-id");
      const id = property?.getFirstValue();
      if (!property || !(id instanceof ICAL.Time)) continue;
      const instant = this.zones.instant(wallOf(id), zoneOf(property, id));
      replaced.set(instant, override);
      const own = timingOf(override, this.zones);
      if (own && String(property.getFirstParameter("range") ?? "").toUpperCase() === "THISANDFUTURE")
        onwards.push({
          from: instant,
          by: this.zones.instant(own.start, own.tzid) - instant,
          event: override,
          timing: own,
        });
    }
    onwards.sort((one, other) => other.from - one.from);
    const excluded = this.listed(master, "exdate");
    const excludedAt = new Set(excluded.filter(({ isDate }) => !isDate || timing.isDate).map(({ instant }) => instant));
    const excludedDays = new Set(
      excluded.filter(({ isDate }) => isDate && !timing.isDate).map(({ wall }) => dateOf(wall)),
    );
    const spans: Span[] = [];
    const add = (wall: Wall, instant: Instant, end: Instant) => {
      if (replaced.has(instant) || excludedAt.has(instant)) return;
      if (excludedDays.size && excludedDays.has(dateOf(wall))) return;
      const changed = onwards.find(({ from }) => from <= instant);
      if (!changed) {
        if (busy) spans.push({ from: instant, to: end });
        return;
      }
      if (!takesTime(changed.event, this.asked.owner)) return;
      const began = this.zones.instant(changed.timing.start, changed.timing.tzid);
      const from = instant + changed.by;
      spans.push({ from, to: from + changed.timing.endOf(changed.timing.start, began) - began });
    };
    const rules = master.getAllProperties("rrule");
    const seen = new Set<Instant>();
    const once = (wall: Wall, instant: Instant, end: Instant | null) => {
      if (seen.has(instant)) return;
      seen.add(instant);
      add(wall, instant, end ?? timing.endOf(wall, instant));
    };
    // The start itself is the first of the set, whatever the rule says (3.8.5.3).
    once(timing.start, this.zones.instant(timing.start, timing.tzid), null);
    for (const property of rules) {
      const rule = property.getFirstValue();
      if (rule instanceof ICAL.Recur)
        for (const { wall, instant } of this.byRule(rule, timing)) once(wall, instant, null);
    }
    for (const { wall, instant, end } of this.listed(master, "rdate")) once(wall, instant, end);
    for (const override of replaced.values()) spans.push(...this.single(override));
    return spans;
  }

  /** The span of an event that stands for itself. */
  single(event: ICAL.Component): Span[] {
    const timing = timingOf(event, this.zones);
    if (!timing || !takesTime(event, this.asked.owner)) return [];
    const from = this.zones.instant(timing.start, timing.tzid);
    return [{ from, to: timing.endOf(timing.start, from) }];
  }
}

/** What a text that is no calendar seems to be, for the sentence about it. */
function looksLike(text: string): string {
  if (!text.trim()) return "empty";
  if (/^\s*(<!doctype|<html|<\?xml|<)/i.test(text)) return "a web page";
  return "not a calendar";
}

/**
 * The busy time of an iCalendar text. Refused (`calendar.notCalendar`, `calendar.broken`, `calendar.tooLarge`) as a
 * whole when it can't be read: half a calendar would make taken time look free.
 */
export function readCalendar(text: string, asked: CalendarAsked): Outcome<CalendarRead> {
  if (text.length > calendarLimits.bytes) return refused("calendar.tooLarge", { mostMiB: calendarLimits.bytes >> 20 });
  const body = text.replace(/^\uFEFF/, "").trimStart();
  if (!/^BEGIN:VCALENDAR/i.test(body)) return refused("calendar.notCalendar", { looksLike: looksLike(body) });
  if (!/END:VCALENDAR\s*$/i.test(body)) return refused("calendar.broken", { message: "it ends in the middle" });
  let calendars: JCal[];
  try {
    const parsed = ICAL.parse(body) as unknown[];
    // Several calendars in one text come as a list of lists.
    calendars = (typeof parsed[0] === "string" ? [parsed] : parsed) as JCal[];
  } catch (error) {
    return refused("calendar.broken", { message: String((error as Error).message).slice(0, 200) });
  }
  const spans: Span[] = [];
  const notes: string[] = [];
  let events = 0;
  let free = 0;
  try {
    for (const calendar of calendars) {
      const parts = partsOf(calendar, "vevent");
      events += parts.length;
      if (events > calendarLimits.events) return refused("calendar.tooMany", { most: calendarLimits.events });
      const zones = new Zones(calendar, asked.zone);
      const reader = new Reader(zones, asked);
      const byUid = new Map<string, { masters: ICAL.Component[]; overrides: ICAL.Component[] }>();
      for (const [index, part] of parts.entries()) {
        const uid = String(part.getFirstPropertyValue("uid") ?? `without ${index}`);
        const group = byUid.get(uid) ?? { masters: [], overrides: [] };
        byUid.set(uid, group);
        (part.hasProperty("recurrence-id") ? group.overrides : group.masters).push(part);
        if (!takesTime(part, asked.owner)) free += 1;
      }
      for (const { masters, overrides } of byUid.values()) {
        const found = masters.length
          ? masters.flatMap((master, index) => reader.spansOf(master, index === 0 ? overrides : []))
          : overrides.flatMap((override) => reader.single(override));
        for (const span of found) if (span.from < asked.to && asked.from < span.to) spans.push(span);
      }
      notes.push(...new Set(reader.notes));
      for (const tzid of zones.unknown)
        notes.push(
          `The zone “${tzid}” is not known and not described in the file; its times were read as ${asked.zone}.`,
        );
    }
  } catch (error) {
    return refused("calendar.broken", { message: String((error as Error).message).slice(0, 200) });
  }
  return done({ busy: merged(spans), events, free, notes });
}
