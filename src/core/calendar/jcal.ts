// Calendars as jCal (RFC 7265), as ical.js parses them: parts with properties, and the few value forms that busy time
// depends on. Read from the arrays themselves: an object for each property and time would cost more than all the rest.
import ICAL from "ical.js";

type Parameters = Readonly<Record<string, string | readonly string[] | undefined>>;
export type Property = readonly [name: string, parameters: Parameters, type: string, ...values: unknown[]];
type Raw = readonly [name: string, properties: readonly Property[], parts: readonly Raw[]];

/** A part of a calendar: the calendar itself, an event, a zone. */
export class Part {
  constructor(private readonly raw: Raw) {}

  get(name: string): Property | undefined {
    return this.raw[1].find((property) => property[0] === name);
  }

  all(name: string): readonly Property[] {
    return this.raw[1].filter((property) => property[0] === name);
  }

  has(test: (property: Property) => boolean): boolean {
    return this.raw[1].some(test);
  }

  /** The first value of a property as words, or "". */
  text(name: string): string {
    const value = this.get(name)?.[3];
    return typeof value === "string" || typeof value === "number" ? String(value) : "";
  }

  parts(name: string): readonly Part[] {
    return this.raw[2].filter(([of]) => of === name).map((raw) => new Part(raw));
  }

  /** How many parts of each name it holds. */
  counts(): ReadonlyMap<string, number> {
    const counts = new Map<string, number>();
    for (const [name] of this.raw[2]) counts.set(name, (counts.get(name) ?? 0) + 1);
    return counts;
  }
}

/** The calendars of a text; throws for what can't be parsed. */
export function parseCalendars(text: string): readonly Part[] {
  const parsed = ICAL.parse(text) as unknown[];
  // Several calendars in one text come as a list of lists.
  return ((typeof parsed[0] === "string" ? [parsed] : parsed) as Raw[]).map((raw) => new Part(raw));
}

export const valuesOf = ([, , , ...values]: Property): readonly unknown[] => values;

/** A parameter's first value, or "". */
export function parameter([, parameters]: Property, name: string): string {
  const value = parameters[name];
  return typeof value === "string" ? value : (value?.[0] ?? "");
}

/** A wall time as ms, read as if it were UTC. */
export type Wall = number;

export interface Time {
  readonly wall: Wall;
  readonly isDate: boolean;
  readonly utc: boolean;
}

// A date that is written without VALUE=DATE comes from the parser as a time without its parts, and one without seconds
// with an empty end.
const timeForm = /^(\d{4})-(\d{2})-(\d{2})(?:T(\d{2}):(\d{2}):(\d{2})?(Z?)|T::)?$/;

/** A value of the type date or date-time; null for one that no calendar has. */
export function timeOf(value: unknown): Time | null {
  const found = typeof value === "string" ? timeForm.exec(value) : null;
  if (!found) return null;
  const number = (at: number) => Number(found[at] ?? 0);
  const [year, month, day, hour, minute, second] = [number(1), number(2), number(3), number(4), number(5), number(6)];
  if (month < 1 || month > 12 || day < 1 || hour > 23 || minute > 59 || second > 60) return null;
  const wall = Date.UTC(year, month - 1, day, hour, minute, second);
  // A day that its month does not have would be the next month's.
  if (day > 28 && new Date(Date.UTC(year, month - 1, day)).getUTCDate() !== day) return null;
  return { wall, isDate: found[4] === undefined, utc: found[7] === "Z" };
}

export interface Duration {
  /** Days of the calendar, however long they are (RFC 5545, 3.3.6). */
  readonly days: number;
  /** Elapsed time. */
  readonly ms: number;
}

const durationForm = /^([+-]?)P(?:(\d{1,6})W)?(?:(\d{1,6})D)?(?:T(?:(\d{1,7})H)?(?:(\d{1,8})M)?(?:(\d{1,9})S)?)?$/;

export function durationOf(value: unknown): Duration | null {
  const found = typeof value === "string" ? durationForm.exec(value) : null;
  if (!found) return null;
  const [weeks, days, hours, minutes, seconds] = found.slice(2, 7).map((part) => Number(part ?? 0)) as [
    number,
    number,
    number,
    number,
    number,
  ];
  const sign = found[1] === "-" ? -1 : 1;
  return { days: sign * (weeks * 7 + days), ms: sign * (hours * 3600 + minutes * 60 + seconds) * 1000 };
}

/** A period: its start, and its end or length. */
export function periodOf(value: unknown): { start: Time; end: Time | Duration } | null {
  const [first, second] = Array.isArray(value) ? value : String(value).split("/", 2);
  const start = timeOf(first);
  const end = timeOf(second) ?? durationOf(second);
  return start && end ? { start, end } : null;
}

/** An offset ("+01:00", "-03:30:00") in ms; null for none. */
export function offsetOf(value: unknown): number | null {
  const found = typeof value === "string" ? /^([+-])(\d{2}):?(\d{2})(?::?(\d{2}))?$/.exec(value) : null;
  if (!found) return null;
  const [hours, minutes, seconds] = [Number(found[2]), Number(found[3]), Number(found[4] ?? 0)];
  return (found[1] === "-" ? -1 : 1) * (hours * 3600 + minutes * 60 + seconds) * 1000;
}
