// Wall times and instants: what a clock on a wall shows at an instant, and which instant a wall time is.
import type { Instant, LocalDate, WallDateTime, WallTime } from "@/core/booking/booking";

export const minuteMs = 60_000;
export const hourMs = 3_600_000;
export const dayMs = 86_400_000;

/** Days since 1970-01-01 on the local calendar. */
export type DayNumber = number;

/** "2026-03-11" as days since 1970-01-01. */
export const dayNumber = (date: LocalDate): DayNumber => Date.parse(`${date}T00:00:00Z`) / dayMs;
export const dateOf = (day: DayNumber): LocalDate => new Date(day * dayMs).toISOString().slice(0, 10);
/** ISO 8601: 1 is Monday. 1970-01-01 was a Thursday. */
export const weekdayOf = (day: DayNumber): number => ((((day + 3) % 7) + 7) % 7) + 1;

/** Minutes since 00:00; "24:00" is 1440. */
export const minutesOf = (time: WallTime): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));
export const timeOf = (minutes: number): WallTime =>
  `${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}`;

export interface Transition {
  readonly at: Instant;
  readonly offsetBefore: number;
  readonly offsetAfter: number;
}

/** The offset that the changes of a clock, in order, leave at `instant`; `first` is the one before all of them. */
export function offsetAmong(transitions: readonly Transition[], first: number, instant: Instant): number {
  let low = 0;
  let high = transitions.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((transitions[middle] as Transition).at <= instant) low = middle + 1;
    else high = middle;
  }
  return low ? (transitions[low - 1] as Transition).offsetAfter : first;
}

/**
 * A clock on a wall: what it shows at an instant, and which instant a wall time is. Local moments are "wall
 * milliseconds": the wall time read as if it were UTC, so that arithmetic on them is plain.
 */
export abstract class WallClock {
  /** Milliseconds that local time is ahead of UTC at `instant`. */
  abstract offsetAt(instant: Instant): number;

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

  /** Whether the wall time that the clock shows at `instant` comes twice. */
  showsTwice(instant: Instant): boolean {
    const wall = this.wallMs(instant);
    const before = this.offsetAt(wall - 15 * hourMs);
    const after = this.offsetAt(wall + 15 * hourMs);
    return before > after && this.offsetAt(wall - before) === before && this.offsetAt(wall - after) === after;
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

  /**
   * Where a span that is written with this wall time begins or ends. A time on a date that the calendar left out is the
   * moment at which that date would have been: nothing written for it is moved to another day.
   */
  edgeOf(wall: WallDateTime): Instant {
    const day = dayNumber(wall.slice(0, 10));
    return this.hasDay(day) ? this.instantOf(wall) : this.startOfDay(day);
  }

  /** "2026-03-11T09:30" as the place's clock shows it. */
  wallOf(instant: Instant): WallDateTime {
    return `${dateOf(this.dayOf(instant))}T${timeOf(this.minutesOf(instant))}`;
  }
}
