// The question of booking: can this service start then, with whom, and if not, why not.
import type { Reason } from "@/core/visitor/decision";
import { type BookingSetUp, durationWith, type Instant, mostDaysAhead } from "./booking";
import type { Diary } from "./diary";
import { lastDay } from "./notice";
import { Obstacles, type Wish } from "./obstacles";
import { thinned } from "./shown";
import { meeting, type Span } from "./spans";
import { type DayNumber, dateOf, dayNumber, minuteMs, minutesOf } from "./zone";

/** Who serves, and the time each is taken on each date. The leading resource is the first. */
export interface Assignment {
  readonly resources: readonly string[];
  readonly dates: readonly {
    readonly start: Instant;
    readonly end: Instant;
    readonly occupied: readonly (Span & { readonly resource: string })[];
  }[];
  /** Seats that are left before this booking. */
  readonly seatsLeft: number;
}

export type DayState = "past" | "tooFar" | "closed" | "full" | "few" | "free";

export interface Day {
  readonly date: string;
  readonly state: DayState;
  /** Starts that can be booked. */
  readonly left: number;
}

export interface Explanation {
  readonly offered: boolean;
  /** All that stands against it, in the order of the rules; empty when it is offered. */
  readonly reasons: readonly Reason[];
}

/**
 * The availability of one service over the local days `from` to `to`. Made for one set of questions: `diary` and `now`
 * are what they were when it was made.
 */
export class Availability extends Obstacles {
  private readonly fileOrder: ReadonlyMap<string, number>;
  private readonly shown = new Map<string, ReadonlyMap<DayNumber, readonly Instant[]>>();

  constructor(setUp: BookingSetUp, wish: Wish, diary: Diary, now: Instant, from: DayNumber, to: DayNumber) {
    super(setUp, wish, diary, now, from, to);
    this.fileOrder = new Map(setUp.resources.map((resource, index) => [resource.id, index]));
  }

  // Starts ------------------------------------------------------------------------------------------------------------

  /** The starts of the service's pattern with this leading resource, by local day, in order. */
  private pattern(leader: string): ReadonlyMap<DayNumber, readonly Instant[]> {
    const byDay = new Map<DayNumber, Set<Instant>>();
    const add = (start: Instant) => {
      const day = this.clock.dayOf(start);
      if (day < this.from || day > this.to) return;
      const starts = byDay.get(day);
      if (starts) starts.add(start);
      else byDay.set(day, new Set([start]));
    };
    const { starts } = this.service;
    if (this.runs) for (const start of this.runs.keys()) add(start);
    else if ("at" in starts) {
      for (let day = this.from - 1; day <= this.to + 1; day++) {
        if (!this.clock.hasDay(day)) continue;
        for (const time of starts.at) {
          const start = this.clock.existingInstantAt(day, minutesOf(time));
          if (start !== null) add(start);
        }
      }
    } else {
      const step = starts.everyMinutes * minuteMs;
      for (const anchor of this.hoursOf(leader).anchors)
        for (let start = anchor.from; start < anchor.to; start += step) add(start);
    }
    return new Map([...byDay].map(([day, set]) => [day, [...set].sort((one, other) => one - other)]));
  }

  /**
   * The starts that a leading resource can have by its hours alone, by local day; online only the shown ones. They do
   * not depend on the diary or on `now`: a visitor who is filling in a form must not see the choice change.
   */
  private startsOf(leader: string): ReadonlyMap<DayNumber, readonly Instant[]> {
    let found = this.shown.get(leader);
    if (found) return found;
    const durationMs = durationWith(this.service, this.resource(leader)) * minuteMs;
    const { shownPerHalfDay } = this.resource(leader);
    found = new Map(
      [...this.pattern(leader)].map(([day, starts]) => {
        const possible = starts.filter((start) => this.fixed(leader, start, durationMs).next().done);
        if (shownPerHalfDay === null || !this.wish.online) return [day, possible];
        const noon = 12 * 60;
        return [
          day,
          [
            ...thinned(
              possible.filter((start) => this.clock.minutesOf(start) < noon),
              shownPerHalfDay,
            ),
            ...thinned(
              possible.filter((start) => this.clock.minutesOf(start) >= noon),
              shownPerHalfDay,
            ),
          ],
        ];
      }),
    );
    this.shown.set(leader, found);
    return found;
  }

  // Who serves --------------------------------------------------------------------------------------------------------

  /** Whether a resource that does not lead can serve. */
  private canFollow(id: string, start: Instant, durationMs: number, withDiary: boolean): boolean {
    if (!this.fixed(id, start, durationMs).next().done) return false;
    return !withDiary || this.isFree(id, start, durationMs);
  }

  private isFree(id: string, start: Instant, durationMs: number): boolean {
    return !!this.timing(id, start).next().done && !!this.taken(id, start, durationMs).next().done;
  }

  /** Resources in the order in which they are taken: the fewest bookings that local day, then the earlier in the file. */
  private byPreference(ids: readonly string[], start: Instant): readonly string[] {
    const day = this.clock.dayOf(start);
    return [...ids].sort(
      (one, other) =>
        this.diary.bookingsOn(one, day) - this.diary.bookingsOn(other, day) ||
        (this.fileOrder.get(one) ?? 0) - (this.fileOrder.get(other) ?? 0),
    );
  }

  /**
   * Fills the sets after those in `chosen`, each with the first by preference with which the rest can be filled too:
   * one resource serves one set only, and seats are shared with a session only by exactly its resources.
   */
  private fill(
    chosen: readonly string[],
    start: Instant,
    durationMs: number,
    withDiary: boolean,
  ): readonly string[] | null {
    if (withDiary && !this.shareOneSession(chosen, start)) return null;
    if (chosen.length === this.service.needs.length) return chosen;
    const ids = this.candidates(chosen.length).filter((id) => !chosen.includes(id));
    for (const id of withDiary ? this.byPreference(ids, start) : ids) {
      if (!this.canFollow(id, start, durationMs, withDiary)) continue;
      const filled = this.fill([...chosen, id], start, durationMs, withDiary);
      if (filled) return filled;
    }
    return null;
  }

  private shareOneSession(chosen: readonly string[], start: Instant): boolean {
    if (this.service.capacity === 1) return true;
    return this.datesOf(start).every((date) => {
      const [first, ...others] = chosen.map((id) => this.sessionOf(id, date));
      return others.every((session) => session === first);
    });
  }

  private ledBy(leader: string, start: Instant, withDiary: boolean): readonly string[] | null {
    const durationMs = durationWith(this.service, this.resource(leader)) * minuteMs;
    if (withDiary && !this.isFree(leader, start, durationMs)) return null;
    return this.fill([leader], start, durationMs, withDiary);
  }

  private isStartOf(leader: string, start: Instant): boolean {
    return this.startsOf(leader).get(this.clock.dayOf(start))?.includes(start) ?? false;
  }

  private leadersAt(start: Instant): readonly string[] {
    const leaders = this.candidates(0);
    if (this.holds("booking.notAStart")) return leaders.filter((leader) => this.isStartOf(leader, start));
    return leaders.filter((leader) => {
      const durationMs = durationWith(this.service, this.resource(leader)) * minuteMs;
      return this.fixed(leader, start, durationMs).next().done;
    });
  }

  // Answers -----------------------------------------------------------------------------------------------------------

  /** Who would serve a start, or null when it is not offered. */
  assign(start: Instant): Assignment | null {
    if (!this.ofService(start, true).next().done) return null;
    for (const leader of this.byPreference(this.leadersAt(start), start)) {
      const resources = this.ledBy(leader, start, true);
      if (resources) return this.assignment(resources, start);
    }
    return null;
  }

  private assignment(resources: readonly string[], start: Instant): Assignment {
    const leader = this.resource(resources[0] as string);
    const durationMs = durationWith(this.service, leader) * minuteMs;
    const dates = this.datesOf(start);
    return {
      resources,
      dates: dates.map((date) => ({
        start: date,
        end: date + durationMs,
        occupied: resources.map((id) => {
          return { resource: id, ...this.occupiedBy(id, date, durationMs) };
        }),
      })),
      seatsLeft: Math.min(
        ...dates.map((date) => this.service.capacity - (this.sessionOf(leader.id, date)?.seats ?? 0)),
      ),
    };
  }

  /**
   * Everything that stands against exactly these resources at a start, the leading one first; empty when they can
   * serve. For a booking that is held by them and is about to be confirmed.
   */
  against(start: Instant, resources: readonly string[]): readonly Reason[] {
    const [leader = "", ...others] = resources;
    const durationMs = durationWith(this.service, this.resource(leader)) * minuteMs;
    const reasons = [
      ...this.ofService(start, true),
      ...this.againstLeader(leader, start),
      ...others.flatMap((id) => this.againstFollower(id, start, durationMs)),
    ];
    if (!reasons.length && !this.shareOneSession(resources, start)) reasons.push(this.setsCollide);
    return unique(reasons);
  }

  /** Every start of a local day that can be booked, in order, with who would serve it. */
  timesOn(day: DayNumber): readonly Assignment[] {
    const starts = new Set(this.candidates(0).flatMap((leader) => this.startsOf(leader).get(day) ?? []));
    return [...starts]
      .sort((one, other) => one - other)
      .flatMap((start) => {
        const assignment = this.assign(start);
        return assignment ? [assignment] : [];
      });
  }

  private isOffered(start: Instant): boolean {
    return this.leadersAt(start).some((leader) => this.ledBy(leader, start, true) !== null);
  }

  /** The state of every local day asked about. */
  days(): readonly Day[] {
    const today = this.clock.dayOf(this.now);
    const leaders = this.candidates(0);
    const furthest = Math.max(
      ...leaders.map((id) => lastDay(this.resource(id).daysAhead ?? mostDaysAhead, this.now, this.clock)),
    );
    const days: Day[] = [];
    for (let day = this.from; day <= this.to; day++) {
      const date = dateOf(day);
      if (day < today) days.push({ date, state: "past", left: 0 });
      else if (day > furthest) days.push({ date, state: "tooFar", left: 0 });
      else days.push({ date, ...this.openDay(day, leaders) });
    }
    return days;
  }

  private openDay(day: DayNumber, leaders: readonly string[]): Pick<Day, "state" | "left"> {
    const from = this.clock.startOfDay(day);
    const to = this.clock.startOfDay(day + 1);
    const courseDay = !this.runs || [...this.runs.keys()].some((start) => from <= start && start < to);
    // A date that the zone left out begins and ends at the same instant.
    const open = courseDay && from < to && leaders.some((id) => meeting(this.hoursOf(id).usable, from, to));
    if (!open) return { state: "closed", left: 0 };
    const starts = [...new Set(leaders.flatMap((id) => this.startsOf(id).get(day) ?? []))].filter(
      (start) => this.ofService(start, false).next().done,
    );
    const left = starts.filter((start) => this.ofService(start, true).next().done && this.isOffered(start)).length;
    if (left === 0) return { state: "full", left };
    const inEmptyDiary = starts.filter((start) =>
      this.leadersAt(start).some((leader) => this.ledBy(leader, start, false) !== null),
    ).length;
    return { state: left <= 2 || left * 4 <= inEmptyDiary ? "few" : "free", left };
  }

  // Reasons -----------------------------------------------------------------------------------------------------------

  /** Everything that stands against a leading resource at a start. */
  private againstLeader(leader: string, start: Instant): Reason[] {
    const durationMs = durationWith(this.service, this.resource(leader)) * minuteMs;
    const fixed = [...this.fixed(leader, start, durationMs)];
    const reasons: Reason[] = [];
    const day = this.clock.dayOf(start);
    if (this.holds("booking.notAStart")) {
      const pattern = this.pattern(leader).get(day) ?? [];
      if (!pattern.includes(start)) reasons.push(this.notAStart(leader, start, pattern));
      else if (!fixed.length && !this.isStartOf(leader, start))
        reasons.push({
          code: "booking.notShown",
          resource: leader,
          perHalfDay: this.resource(leader).shownPerHalfDay,
          shown: (this.startsOf(leader).get(day) ?? []).map((shown) => this.timeWords(shown)),
        });
    }
    return [...reasons, ...fixed, ...this.timing(leader, start), ...this.taken(leader, start, durationMs)];
  }

  private notAStart(leader: string, start: Instant, pattern: readonly Instant[]): Reason {
    const { starts } = this.service;
    const day = this.clock.dayOf(start);
    const skipped =
      "at" in starts && !this.runs
        ? starts.at.filter((time) => this.clock.existingInstantAt(day, minutesOf(time)) === null)
        : [];
    return {
      code: "booking.notAStart",
      resource: leader,
      before: pattern.findLast((one) => one < start) ?? null,
      after: pattern.find((one) => one > start) ?? null,
      skipped,
    };
  }

  private againstFollower(id: string, start: Instant, durationMs: number): Reason[] {
    return [...this.fixed(id, start, durationMs), ...this.timing(id, start), ...this.taken(id, start, durationMs)];
  }

  /** The sets that do not lead and that nobody can fill, each with what stands against all of its resources. */
  private againstSets(start: Instant, leader: string): Reason[] {
    const durationMs = durationWith(this.service, this.resource(leader)) * minuteMs;
    return this.service.needs.slice(1).flatMap(({ name }, index) => {
      const ids = this.candidates(index + 1);
      const against = ids.map((id) => this.againstFollower(id, start, durationMs));
      if (against.some((one) => one.length === 0)) return [];
      return [{ code: "booking.noneOfSet", set: name, resources: ids }, ...against.flat()];
    });
  }

  private get setsCollide(): Reason {
    return { code: "booking.setsCollide", sets: this.service.needs.map(({ name }) => name) };
  }

  /** The complete chain of what stands against a start. */
  explain(start: Instant): Explanation {
    if (this.assign(start)) return { offered: true, reasons: [] };
    const ofService = [...this.ofService(start, true)];
    const reasons = [...ofService];
    const leaders = this.candidates(0);
    if (!leaders.length)
      reasons.push({ code: "booking.nobodyServes", service: this.service.id, resource: this.wish.resource });
    let free: string | undefined;
    for (const leader of leaders) {
      const against = this.againstLeader(leader, start);
      if (!against.length) free ??= leader;
      reasons.push(...against);
    }
    const [first] = leaders;
    const sets = first === undefined ? [] : this.againstSets(start, free ?? first);
    reasons.push(...sets);
    // A leader without an obstacle of its own lacks someone beside it, or someone else than itself.
    if (free !== undefined && !sets.length && !ofService.length) reasons.push(this.setsCollide);
    return { offered: false, reasons: unique(reasons) };
  }
}

/** The same closure stands against every tutor; it is said once. */
function unique(reasons: readonly Reason[]): readonly Reason[] {
  const seen = new Set<string>();
  return reasons.filter((reason) => {
    const text = JSON.stringify(reason);
    return seen.has(text) ? false : seen.add(text);
  });
}

/** Availability for local dates, both included. */
export const availabilityOn = (
  setUp: BookingSetUp,
  wish: Wish,
  diary: Diary,
  now: Instant,
  from: string,
  to: string,
): Availability => new Availability(setUp, wish, diary, now, dayNumber(from), dayNumber(to));
