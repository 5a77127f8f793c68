// A zone's clock as a table: wall times to instants and back, without asking Temporal for every one of them.
import { Temporal } from "temporal-polyfill";
import type { Instant, LocalDate, WallDateTime, WallTime } from "./booking";

export const minuteMs = 60_000;
export const hourMs = 3_600_000;
const dayMs = 86_400_000;

/** Days since 1970-01-01 on the local calendar. */
export type DayNumber = number;

/** "2026-03-11" as days since 1970-01-01. */
export const dayNumber = (date: LocalDate): DayNumber => Date.parse(`${date}T00:00:00Z`) / dayMs;
export const dateOf = (day: DayNumber): LocalDate => new Date(day * dayMs).toISOString().slice(0, 10);
/** ISO 8601: 1 is Monday. 1970-01-01 was a Thursday. */
export const weekdayOf = (day: DayNumber): number => ((((day + 3) % 7) + 7) % 7) + 1;

/** Minutes since 00:00; "24:00" is 1440. */
export const minutesOf = (time: WallTime): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));
const timeOf = (minutes: number): WallTime =>
  `${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}`;

interface Transition {
  readonly at: Instant;
  readonly offsetBefore: number;
  readonly offsetAfter: number;
}

/**
 * The clock of one IANA zone. Local moments are "wall milliseconds": the wall time read as if it were UTC, so that
 * arithmetic on them is plain. Offsets come from Temporal, once for each change of the clock.
 */
export class ZoneClock {
  private readonly transitions: Transition[] = [];
  private knownFrom: Instant;
  private knownTo: Instant;
  private firstOffset: number;

  private constructor(readonly zone: string) {
    this.knownFrom = Date.UTC(2000, 0, 1);
    this.knownTo = this.knownFrom;
    this.firstOffset = this.askOffset(this.knownFrom);
  }

  private static readonly known = new Map<string, ZoneClock>();

  /** The clock of a zone; the same table for every caller. Throws RangeError for an unknown zone. */
  static of(zone: string): ZoneClock {
    let clock = ZoneClock.known.get(zone);
    if (!clock) {
      clock = new ZoneClock(zone);
      ZoneClock.known.set(zone, clock);
    }
    return clock;
  }

  private at(instant: Instant): Temporal.ZonedDateTime {
    return Temporal.Instant.fromEpochMilliseconds(instant).toZonedDateTimeISO(this.zone);
  }

  private askOffset(instant: Instant): number {
    return this.at(instant).offsetNanoseconds / 1e6;
  }

  /** Fills the table so that it holds for [from, to]. */
  private know(from: Instant, to: Instant) {
    if (from < this.knownFrom) {
      const start = from - 400 * dayMs;
      this.transitions.unshift(...this.between(start, this.knownFrom));
      this.knownFrom = start;
      this.firstOffset = this.askOffset(start);
    }
    if (to > this.knownTo) {
      const end = to + 800 * dayMs;
      this.transitions.push(...this.between(this.knownTo, end));
      this.knownTo = end;
    }
  }

  private between(from: Instant, to: Instant): Transition[] {
    const found: Transition[] = [];
    for (let next = this.at(from).getTimeZoneTransition("next"); next; next = next.getTimeZoneTransition("next")) {
      const at = next.epochMilliseconds;
      if (at > to) break;
      const [offsetBefore, offsetAfter] = [this.askOffset(at - 1), this.askOffset(at)];
      if (offsetBefore !== offsetAfter) found.push({ at, offsetBefore, offsetAfter });
    }
    return found;
  }

  /** Every change of the clock in (from, to], with the offsets around it in ms. */
  changes(from: Instant, to: Instant): readonly Transition[] {
    this.know(from, to);
    return this.transitions.filter(({ at }) => at > from && at <= to);
  }

  /** Milliseconds that local time is ahead of UTC at `instant`. */
  offsetAt(instant: Instant): number {
    if (instant < this.knownFrom || instant > this.knownTo) this.know(instant, instant);
    let low = 0;
    let high = this.transitions.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((this.transitions[middle] as Transition).at <= instant) low = middle + 1;
      else high = middle;
    }
    return low ? (this.transitions[low - 1] as Transition).offsetAfter : this.firstOffset;
  }

  wallMs(instant: Instant): number {
    return instant + this.offsetAt(instant);
  }

  /** The local date of an instant. */
  dayOf(instant: Instant): DayNumber {
    return Math.floor(this.wallMs(instant) / dayMs);
  }

  /** Minutes of the local time of day. */
  minutesOf(instant: Instant): number {
    const wall = this.wallMs(instant);
    return Math.floor((wall - Math.floor(wall / dayMs) * dayMs) / minuteMs);
  }

  /**
   * The instant of a wall time: one that does not exist is moved forward by the gap, one that exists twice means the
   * first (Temporal's "compatible", RFC 5545 section 3.3.5).
   */
  instantAt(day: DayNumber, minutes: number): Instant {
    const [found, before] = this.meanings(day * dayMs + minutes * minuteMs);
    return found ?? before;
  }

  /** The same, but null for a wall time that the clock skips. */
  existingInstantAt(day: DayNumber, minutes: number): Instant | null {
    return this.meanings(day * dayMs + minutes * minuteMs)[0];
  }

  /** The first instant that shows this wall time, or null; and what the offset before a change would make of it. */
  private meanings(wall: number): [Instant | null, Instant] {
    // No zone is further than 15 hours from UTC, and no two changes of a clock are as near to each other.
    const before = this.offsetAt(wall - 15 * hourMs);
    const after = this.offsetAt(wall + 15 * hourMs);
    if (before === after) return [wall - before, wall - before];
    if (this.offsetAt(wall - before) === before) return [wall - before, wall - before];
    if (this.offsetAt(wall - after) === after) return [wall - after, wall - before];
    return [null, wall - before];
  }

  /** The instant of "2026-03-11T09:30". */
  instantOf(wall: WallDateTime): Instant {
    return this.instantAt(dayNumber(wall.slice(0, 10)), minutesOf(wall.slice(11)));
  }

  /** The instant at which a local date begins. */
  startOfDay(day: DayNumber): Instant {
    return this.instantAt(day, 0);
  }

  /** False for a date that the zone's calendar left out, as Apia did 2011-12-30. */
  hasDay(day: DayNumber): boolean {
    return this.startOfDay(day + 1) > this.startOfDay(day);
  }

  /** "2026-03-11T09:30" as the place's clock shows it. */
  wallOf(instant: Instant): WallDateTime {
    return `${dateOf(this.dayOf(instant))}T${timeOf(this.minutesOf(instant))}`;
  }
}
