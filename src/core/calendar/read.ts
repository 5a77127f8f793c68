// iCalendar in: which time a calendar makes busy, over a stretch of time (RFC 5545). ical.js parses the text and rrule
// steps through rules, on wall times; what they mean for a clock (zones, ends, exceptions) is worked out here, in instants.
import type { Instant } from "@/core/booking/booking";
import { merged, type Span } from "@/core/booking/hours/spans";
import { done, type Outcome, refused } from "@/core/visitor/decision";
import {
  durationOf,
  type Part,
  parameter,
  parseCalendars,
  periodOf,
  type Time,
  timeOf,
  valuesOf,
  type Wall,
} from "./jcal";
import { passedOver, type Rule, ruleOf } from "./rule";
import { unfold } from "./unfold";
import { Zones, zoneOf } from "./zones";

export interface CalendarAsked {
  /** The stretch that matters; recurrences are followed no further. */
  readonly from: Instant;
  readonly to: Instant;
  /** IANA zone of whole days and floating times. */
  readonly zone: string;
  /** Address of the calendar's owner, whose "declined" frees the time; empty where it is not known. */
  readonly owner: string;
  /** What the UIDs of our own events end with ("@wrenfield.example"): they are bookings already. Empty for none. */
  readonly own?: string;
}

export interface CalendarRead {
  /** Busy time in order, with what meets or touches made one. */
  readonly busy: readonly Span[];
  /** Events in the file, and how many of them make no time busy (transparent, cancelled, declined, our own). */
  readonly events: number;
  readonly free: number;
  /** Sentences about what could not be followed. */
  readonly notes: readonly string[];
}

/** Limits that keep a calendar from strangers from taking the machine. */
export const calendarLimits = { bytes: 10 << 20, events: 100_000, occurrences: 20_000, steps: 5_000_000, notes: 20 };

const dayMs = 86_400_000;
const dateOf = (wall: Wall): string => new Date(wall).toISOString().slice(0, 10);

interface Timing {
  readonly start: Wall;
  readonly isDate: boolean;
  readonly tzid: string;
  /** How a start becomes its end. */
  endOf(start: Wall, startInstant: Instant): Instant;
}

/** The parts of an event that decide whether it takes time. */
function takesTime(event: Part, owner: string): boolean {
  if (event.text("transp").toUpperCase() === "TRANSPARENT") return false;
  if (event.text("status").toUpperCase() === "CANCELLED") return false;
  // Some calendars say it in a property of their own, whoever made them.
  const free = event.has(
    ([name, , , value]) =>
      name.startsWith("x-") && name.endsWith("busystatus") && String(value).toUpperCase() === "FREE",
  );
  if (free) return false;
  const attendees = event.all("attendee");
  const declined = (attendee: (typeof attendees)[number]) =>
    parameter(attendee, "partstat").toUpperCase() === "DECLINED";
  const mine = attendees.find(([, , , who]) => owner && String(who).toLowerCase() === `mailto:${owner.toLowerCase()}`);
  if (mine) return !declined(mine);
  return attendees.length === 0 || !attendees.every(declined);
}

/** Properties that make dates of an event different from what its rule says. */
const exceptional = new Set(["rdate", "exrule", "exdate"]);

/** How an event's versions are ordered: by SEQUENCE, then by when each was written (RFC 5546, 2.1.5). */
const isNewer = (one: Part, other: Part): number =>
  (Number(one.text("sequence")) || 0) - (Number(other.text("sequence")) || 0) ||
  (timeOf(one.text("dtstamp"))?.wall ?? 0) - (timeOf(other.text("dtstamp"))?.wall ?? 0);

/** The newest versions among parts of one UID: one, or those that nothing tells apart. */
function newestOf(parts: readonly Part[]): readonly Part[] {
  if (parts.length < 2) return parts;
  const newest = parts.reduce((best, part) => (isNewer(part, best) > 0 ? part : best));
  return parts.filter((part) => isNewer(part, newest) === 0);
}

/** A value of EXDATE or RDATE; only periods bring an end of their own. */
interface Listed {
  readonly wall: Wall;
  readonly instant: Instant;
  readonly isDate: boolean;
  readonly end: Instant | null;
}

/** Takes note of busy time. */
type Keep = (from: Instant, to: Instant) => void;

class Reader {
  private steps = 0;
  private readonly rules = new Map<string, Rule>();
  /** Wall times by rule and beginning, and how many more of them are kept. */
  private readonly expanded = new Map<string, readonly Wall[]>();
  private room = 500_000;

  constructor(
    private readonly zones: Zones,
    private readonly asked: CalendarAsked,
    private readonly notes: Set<string>,
  ) {}

  private readonly found = new Map<Part, boolean>();

  /** Whether an event takes its time, found out once. */
  takes(event: Part): boolean {
    const known = this.found.get(event);
    if (known !== undefined) return known;
    const takes = takesTime(event, this.asked.owner);
    this.found.set(event, takes);
    return takes;
  }

  private timingOf(event: Part): Timing | null {
    const property = event.get("dtstart");
    const time = timeOf(property?.[3]);
    if (!property || !time) return null;
    const { isDate, wall: start } = time;
    const tzid = zoneOf(property, time);
    const common = { start, isDate, tzid };
    const later = (wall: Wall, days: number, ms: number): Instant => this.zones.instant(wall + days * dayMs, tzid) + ms;
    const endProperty = event.get("dtend");
    const end = timeOf(endProperty?.[3]);
    if (endProperty && end) {
      // Whole days go from midnight to midnight, however long the days are.
      if (isDate) {
        const days = Math.max(1, Math.round((end.wall - start) / dayMs));
        return { ...common, endOf: (wall) => later(wall, days, 0) };
      }
      const length = this.zones.instant(end.wall, zoneOf(endProperty, end)) - this.zones.instant(start, tzid);
      return { ...common, endOf: (_wall, instant) => instant + Math.max(0, length) };
    }
    const duration = durationOf(event.get("duration")?.[3]);
    // Days of a duration are days of the calendar, hours are elapsed (3.3.6).
    if (duration?.days === 0) return { ...common, endOf: (_wall, instant) => instant + duration.ms };
    if (duration) return { ...common, endOf: (wall) => later(wall, duration.days, duration.ms) };
    return { ...common, endOf: (wall, instant) => (isDate ? later(wall, 1, 0) : instant) };
  }

  private counted(found: number): boolean {
    if (++this.steps <= calendarLimits.steps && found <= calendarLimits.occurrences) return true;
    this.notes.add("A rule repeats too often to be followed to its end.");
    return false;
  }

  /** The rule a value says, parsed once for all events that repeat alike. Throws for what is none. */
  private ruleFor(value: unknown): Rule {
    const key = JSON.stringify(value);
    let rule = this.rules.get(key);
    if (!rule) {
      rule = ruleOf(value);
      this.rules.set(key, rule);
    }
    return rule;
  }

  /**
   * Wall times of a rule that begins at `begins`, up to shortly after the stretch. Many events repeat alike: what was
   * worked out for one beginning is kept.
   */
  private wallsOf(rule: Rule, begins: Wall): readonly Wall[] {
    const key = `${begins} ${rule.text}`;
    const kept = this.expanded.get(key);
    if (kept) return kept;
    const walls: Wall[] = [];
    // No clock is further than a day from UTC.
    const last = this.asked.to + 2 * dayMs;
    rule.step(begins, (wall) => {
      if (wall > last || !this.counted(walls.length)) return false;
      walls.push(wall);
      return true;
    });
    this.room -= walls.length;
    if (this.room > 0) this.expanded.set(key, walls);
    return walls;
  }

  /** Starts of a rule up to the end of the stretch, and from shortly before it. */
  private byRule(rule: Rule, timing: Timing, take: (wall: Wall, instant: Instant) => void): void {
    const { until } = rule;
    // UNTIL is an instant where it is written in UTC, and a local day or time otherwise (3.3.10).
    const untilUtc = until?.utc ? until.wall : null;
    const untilWall = until && untilUtc === null ? until.wall + (until.isDate ? dayMs - 1 : 0) : null;
    const start = passedOver(rule, timing.start, this.asked.from);
    // Where only dates repeat, the dates are the same for every time of day.
    const timeOfDay = rule.byDates ? ((start % dayMs) + dayMs) % dayMs : 0;
    for (const begun of this.wallsOf(rule, start - timeOfDay)) {
      const wall = begun + timeOfDay;
      if (untilWall !== null && wall > untilWall) break;
      const instant = this.zones.instant(wall, timing.tzid);
      if ((untilUtc !== null && instant > untilUtc) || instant >= this.asked.to) break;
      take(wall, instant);
    }
  }

  /** Starts of every rule of a name. One that can't be followed is said; the rest of the calendar stands. */
  private byRules(
    event: Part,
    name: "rrule" | "exrule",
    timing: Timing,
    take: (wall: Wall, instant: Instant) => void,
  ): void {
    for (const property of event.all(name)) {
      try {
        this.byRule(this.ruleFor(property[3]), timing, take);
      } catch {
        this.notes.add(
          `The rule of “${event.text("summary").slice(0, 60)}” can't be followed; only what stands in it date by date counts.`,
        );
      }
    }
  }

  /** Instants and local days of every value of EXDATE or RDATE. */
  private listed(event: Part, name: "exdate" | "rdate"): Listed[] {
    const at = (property: Parameters<typeof zoneOf>[0], time: Time) =>
      this.zones.instant(time.wall, zoneOf(property, time));
    return event.all(name).flatMap((property) =>
      valuesOf(property).flatMap((value): Listed[] => {
        const time = timeOf(value);
        if (time) return [{ wall: time.wall, isDate: time.isDate, instant: at(property, time), end: null }];
        const period = periodOf(value);
        if (!period) return [];
        const { start, end } = period;
        const instant = at(property, start);
        return [
          {
            wall: start.wall,
            isDate: false,
            instant,
            end: "ms" in end ? instant + end.days * dayMs + end.ms : at(property, end),
          },
        ];
      }),
    );
  }

  /** What replaces single dates of a series, by the instant of the date; of several versions the newest. */
  private replacements(overrides: readonly Part[]) {
    const at = new Map<Instant, Part[]>();
    for (const override of overrides) {
      const property = override.get("recurrence-id");
      const id = timeOf(property?.[3]);
      if (!property || !id) continue;
      const instant = this.zones.instant(id.wall, zoneOf(property, id));
      at.set(instant, [...(at.get(instant) ?? []), override]);
    }
    return new Map([...at].map(([instant, versions]) => [instant, newestOf(versions).at(-1) as Part]));
  }

  /** Tells `keep` the busy time of an event and of what replaces single dates of it. */
  busyOf(master: Part, overrides: readonly Part[], keep: Keep): void {
    const timing = this.timingOf(master);
    if (!timing) {
      this.notes.add("An event without a start that can be read was left out.");
      return;
    }
    const busy = this.takes(master);
    const begins = this.zones.instant(timing.start, timing.tzid);
    if (!overrides.length && !master.has(([name]) => exceptional.has(name))) {
      if (!busy) return;
      keep(begins, timing.endOf(timing.start, begins));
      this.byRules(master, "rrule", timing, (wall, instant) => keep(instant, timing.endOf(wall, instant)));
      return;
    }
    const replaced = this.replacements(overrides);
    const onwards: { from: Instant; by: Instant; event: Part; timing: Timing }[] = [];
    for (const [instant, override] of replaced) {
      const range = parameter(override.get("recurrence-id") ?? ["", {}, ""], "range").toUpperCase();
      const own = this.timingOf(override);
      if (own && range === "THISANDFUTURE")
        onwards.push({
          from: instant,
          by: this.zones.instant(own.start, own.tzid) - instant,
          event: override,
          timing: own,
        });
      else if (range && range !== "THISANDFUTURE")
        this.notes.add(`A change for “${range.slice(0, 30)}” is not followed; it counts for its one date.`);
    }
    onwards.sort((one, other) => other.from - one.from);
    const excluded = this.listed(master, "exdate");
    const excludedAt = new Set(excluded.filter(({ isDate }) => !isDate || timing.isDate).map(({ instant }) => instant));
    this.byRules(master, "exrule", timing, (_wall, instant) => excludedAt.add(instant));
    const excludedDays = new Set(
      excluded.filter(({ isDate }) => isDate && !timing.isDate).map(({ wall }) => dateOf(wall)),
    );
    const add = (wall: Wall, instant: Instant, end: Instant) => {
      if (replaced.has(instant) || excludedAt.has(instant)) return;
      if (excludedDays.size && excludedDays.has(dateOf(wall))) return;
      const changed = onwards.find(({ from }) => from <= instant);
      if (!changed) {
        if (busy) keep(instant, end);
        return;
      }
      if (!this.takes(changed.event)) return;
      const began = this.zones.instant(changed.timing.start, changed.timing.tzid);
      const from = instant + changed.by;
      keep(from, from + changed.timing.endOf(changed.timing.start, began) - began);
    };
    const seen = new Set<Instant>();
    const once = (wall: Wall, instant: Instant, end: Instant | null) => {
      if (seen.has(instant)) return;
      seen.add(instant);
      add(wall, instant, end ?? timing.endOf(wall, instant));
    };
    // The start itself is the first of the set, whatever the rule says (3.8.5.3).
    once(timing.start, begins, null);
    this.byRules(master, "rrule", timing, (wall, instant) => once(wall, instant, null));
    for (const { wall, instant, end } of this.listed(master, "rdate")) once(wall, instant, end);
    for (const override of replaced.values()) this.single(override, keep);
  }

  /** The same of an event that stands for itself. */
  single(event: Part, keep: Keep): void {
    const timing = this.timingOf(event);
    if (!timing || !this.takes(event)) return;
    const from = this.zones.instant(timing.start, timing.tzid);
    keep(from, timing.endOf(timing.start, from));
  }

  /** Busy time that is told without events (3.6.4). */
  freeBusy(part: Part, keep: Keep): void {
    for (const property of part.all("freebusy")) {
      if (parameter(property, "fbtype").toUpperCase() === "FREE") continue;
      for (const value of valuesOf(property)) {
        const period = periodOf(value);
        if (!period) continue;
        const { start, end } = period;
        const from = this.zones.instant(start.wall, zoneOf(property, start));
        keep(
          from,
          "ms" in end ? from + end.days * dayMs + end.ms : this.zones.instant(end.wall, zoneOf(property, end)),
        );
      }
    }
  }
}

/** What a text that is no calendar seems to be, for the sentence about it. */
function looksLike(text: string): string {
  if (!text.trim()) return "empty";
  if (text.trimStart().startsWith("<")) return "a web page";
  return "not a calendar";
}

interface Group {
  readonly masters: Part[];
  readonly overrides: Part[];
}

/** Events by their UID; those without one stand each for itself. */
function groupsOf(events: readonly Part[]): Iterable<Group> {
  const byUid = new Map<string, Group>();
  for (const [index, event] of events.entries()) {
    const uid = event.text("uid") || `without ${index}`;
    let group = byUid.get(uid);
    if (!group) {
      group = { masters: [], overrides: [] };
      byUid.set(uid, group);
    }
    (event.get("recurrence-id") ? group.overrides : group.masters).push(event);
  }
  return byUid.values();
}

/** Parts that say something about time and are not read. */
const notFollowed: Readonly<Record<string, string>> = {
  vavailability: "Hours of availability (VAVAILABILITY) in it are not followed.",
};

function readOne(calendar: Part, asked: CalendarAsked, notes: Set<string>, keep: Keep) {
  const all = calendar.parts("vevent");
  const own = asked.own ?? "";
  const events = own ? all.filter((event) => !event.text("uid").endsWith(own)) : all;
  if (events.length < all.length)
    notes.add(`${all.length - events.length} of the events are bookings of this site; they were left out.`);
  const reader = new Reader(new Zones(calendar, asked, asked.zone, notes), asked, notes);
  for (const [name] of calendar.counts()) {
    const note = Object.hasOwn(notFollowed, name) ? notFollowed[name] : undefined;
    if (note) notes.add(note);
  }
  for (const { masters, overrides } of groupsOf(events)) {
    if (masters.length)
      newestOf(masters).forEach((master, index) => {
        reader.busyOf(master, index === 0 ? overrides : [], keep);
      });
    else for (const override of overrides) reader.single(override, keep);
  }
  for (const part of calendar.parts("vfreebusy")) reader.freeBusy(part, keep);
  return {
    events: all.length,
    free: all.length - events.length + events.filter((event) => !reader.takes(event)).length,
  };
}

/**
 * The busy time of an iCalendar file. Refused (`calendar.notCalendar`, `calendar.broken`, `calendar.tooLarge`,
 * `calendar.tooMany`) as a whole when it can't be read: half a calendar would make taken time look free.
 */
export function readCalendar(file: Uint8Array, asked: CalendarAsked): Outcome<CalendarRead> {
  if (file.length > calendarLimits.bytes) return refused("calendar.tooLarge", { mostMiB: calendarLimits.bytes >> 20 });
  const body = unfold(file)
    .replace(/^\uFEFF/, "")
    .trim();
  if (!/^BEGIN:VCALENDAR/i.test(body)) return refused("calendar.notCalendar", { looksLike: looksLike(body) });
  if (!/^END:VCALENDAR$/i.test(body.slice(body.lastIndexOf("\n") + 1).trim()))
    return refused("calendar.broken", { message: "it ends in the middle" });
  const notes = new Set<string>();
  // The latest end by each start: many events take the same time, and each is kept once.
  const ends = new Map<Instant, Instant>();
  const keep: Keep = (from, to) => {
    if (from < asked.to && asked.from < to && to > (ends.get(from) ?? from)) ends.set(from, to);
  };
  let events = 0;
  let free = 0;
  try {
    const calendars = parseCalendars(body);
    const all = calendars.reduce((sum, calendar) => sum + (calendar.counts().get("vevent") ?? 0), 0);
    if (all > calendarLimits.events) return refused("calendar.tooMany", { most: calendarLimits.events });
    for (const calendar of calendars) {
      const read = readOne(calendar, asked, notes, keep);
      events += read.events;
      free += read.free;
    }
  } catch (error) {
    return refused("calendar.broken", { message: String((error as Error).message).slice(0, 200) });
  }
  const busy = merged(Array.from(ends, ([from, to]) => ({ from, to })));
  return done({ busy, events, free, notes: [...notes].slice(0, calendarLimits.notes) });
}
