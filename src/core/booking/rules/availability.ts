// The question of booking: can this service start then, with whom, and if not, why not.

import { type DayNumber, dateOf, dayNumber, minuteMs, minutesOf } from "@/core/time/clock";
import type { Reason } from "@/core/visitor/decision";
import { type BookingSetUp, type Instant, mostDaysAhead } from "../booking";
import type { Diary, Session } from "../diary/diary";
import { meeting, type Span } from "../hours/spans";
import type { DayState } from "../public-types";
import { thinned } from "../shown";
import { chosenOfEach } from "./match";
import { lastDay } from "./notice";
import { Obstacles, type Wish } from "./obstacles";

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

/** Per set after the first: who is able, by the sessions they would join. */
type Beside = readonly ReadonlyMap<string, readonly string[]>[];
const nobodyBeside: readonly (readonly string[])[] = [];

/**
 * The availability of one service over the local days `from` to `to`. Made for one set of questions: `diary` and `now`
 * are what they were when it was made.
 */
export class Availability extends Obstacles {
  private readonly fileOrder: ReadonlyMap<string, number>;
  private readonly shown = new Map<string, ReadonlyMap<DayNumber, readonly Instant[]>>();

  constructor(
    setUp: BookingSetUp,
    wish: Wish,
    diary: Diary,
    now: Instant,
    from: DayNumber,
    to: DayNumber,
    asked: Instant = now,
  ) {
    super(setUp, wish, diary, now, from, to, asked);
    this.fileOrder = new Map(setUp.resources.map((resource, index) => [resource.id, index]));
  }

  // Starts ------------------------------------------------------------------------------------------------------------

  /** The starts of the service's pattern with this leading resource, by local day, in order. */
  private pattern(leader: string): ReadonlyMap<DayNumber, readonly Instant[]> {
    const all: Instant[] = [];
    const { starts } = this.service;
    if (this.runs) all.push(...this.runs.keys());
    else if ("at" in starts) {
      for (let day = this.from - 1; day <= this.to + 1; day++) {
        if (!this.clock.hasDay(day)) continue;
        for (const time of starts.at) {
          const start = this.clock.existingInstantAt(day, minutesOf(time));
          if (start !== null) all.push(start);
        }
      }
    } else {
      const step = starts.everyMinutes * minuteMs;
      for (const anchor of this.hoursOf(leader).anchors)
        for (let start = anchor.from; start < anchor.to; start += step) all.push(start);
    }
    return this.byDay(all.sort((one, other) => one - other));
  }

  /** Sorted starts by their local day, each once, of the days that are asked about. */
  private byDay(sorted: readonly Instant[]): ReadonlyMap<DayNumber, readonly Instant[]> {
    const days = new Map<DayNumber, Instant[]>();
    let ofDay: Instant[] = [];
    let dayEnds = Number.NEGATIVE_INFINITY;
    for (const start of sorted) {
      if (start >= dayEnds) {
        const day = this.clock.dayOf(start);
        dayEnds = this.clock.startOfDay(day + 1);
        ofDay = [];
        if (this.from <= day && day <= this.to) days.set(day, ofDay);
      }
      if (ofDay.at(-1) !== start) ofDay.push(start);
    }
    return days;
  }

  /**
   * The starts that a leading resource can have by its hours alone, by local day; online only the shown ones. They do
   * not depend on the diary or on `now`: a visitor who is filling in a form must not see the choice change.
   */
  private startsOf(leader: string): ReadonlyMap<DayNumber, readonly Instant[]> {
    let found = this.shown.get(leader);
    if (found) return found;
    const fits = this.fitting(leader, this.durationOf(leader));
    const { shownPerHalfDay } = this.resource(leader);
    found = new Map(
      [...this.pattern(leader)].map(([day, starts]) => {
        const possible = starts.filter(fits);
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

  /** What was found out about the start that is being asked about; most questions are about one, many times. */
  private readonly beside = new Map<string, Beside | null>();
  private besideAt: Instant = Number.NaN;

  /** Resources in the order in which they are taken: the fewest bookings that local day, then the earlier in the file. */
  private byPreference(ids: readonly string[], day: DayNumber): readonly string[] {
    if (ids.length < 2) return ids;
    return ids
      .map((id) => ({ id, bookings: this.diary.bookingsOn(id, day), nth: this.fileOrder.get(id) ?? 0 }))
      .sort((one, other) => one.bookings - other.bookings || one.nth - other.nth)
      .map(({ id }) => id);
  }

  private readonly preferred = new Map<DayNumber, readonly string[]>();

  private preferredOn(day: DayNumber): readonly string[] {
    let found = this.preferred.get(day);
    if (!found) {
      found = this.byPreference(this.candidates(0), day);
      this.preferred.set(day, found);
    }
    return found;
  }

  private readonly sessionNumbers = new Map<Session, number>();

  /**
   * Which sessions a resource would join on the dates of a start: resources that join the same, or begin new ones
   * together, have the same key. Where everybody has a session of their own, all have.
   */
  private joins(id: string, start: Instant, withDiary: boolean): string {
    if (!withDiary || !this.shares) return "";
    return this.datesOf(start)
      .map((date) => {
        const session = this.sessionOf(id, date);
        if (!session) return "";
        const number = this.sessionNumbers.get(session) ?? this.sessionNumbers.size;
        this.sessionNumbers.set(session, number);
        return number;
      })
      .join();
  }

  /**
   * Who can serve beside a leader, set by set, parted by the sessions they would join; null where a set has nobody. The
   * same for every leader of the same duration, so it is found out once for all of them.
   */
  private besideLeaders(start: Instant, durationMs: number, withDiary: boolean, all: boolean): Beside | null {
    if (start !== this.besideAt) {
      this.beside.clear();
      this.besideAt = start;
    }
    const key = `${withDiary} ${all} ${durationMs}`;
    let found = this.beside.get(key);
    if (found === undefined) {
      found = this.findBeside(start, durationMs, withDiary, all);
      this.beside.set(key, found);
    }
    return found;
  }

  private findBeside(start: Instant, durationMs: number, withDiary: boolean, all: boolean): Beside | null {
    const sets: Map<string, string[]>[] = [];
    // Whether a start can be is decided with one more than there are sets: any leader leaves enough for all of them.
    const enough = all || this.shares ? Number.POSITIVE_INFINITY : this.service.needs.length + 1;
    for (let set = 1; set < this.service.needs.length; set++) {
      const bySessions = new Map<string, string[]>();
      for (const id of this.candidatesOn(set, start)) {
        if (!this.fits(id, start, durationMs)) continue;
        if (withDiary && !this.isFree(id, start, durationMs)) continue;
        const key = this.joins(id, start, withDiary);
        const group = bySessions.get(key) ?? [];
        group.push(id);
        bySessions.set(key, group);
        if (group.length >= enough) break;
      }
      // Nobody for this set: whoever leads, the start can't be.
      if (!bySessions.size) return null;
      sets.push(bySessions);
    }
    return sets;
  }

  /** For each set after the first, who can fill it beside `leader`; null where a set has nobody. */
  private followers(
    leader: string,
    start: Instant,
    durationMs: number,
    withDiary: boolean,
    all: boolean,
  ): readonly (readonly string[])[] | null {
    if (this.service.needs.length < 2) return nobodyBeside;
    const beside = this.besideLeaders(start, durationMs, withDiary, all);
    if (!beside) return null;
    const key = this.joins(leader, start, withDiary);
    const sets: (readonly string[])[] = [];
    for (const bySessions of beside) {
      const able = bySessions.get(key) ?? [];
      if (!able.length || (able.length === 1 && able[0] === leader)) return null;
      sets.push(able.includes(leader) ? able.filter((id) => id !== leader) : able);
    }
    return sets;
  }

  private shareOneSession(chosen: readonly string[], start: Instant): boolean {
    return new Set(chosen.map((id) => this.joins(id, start, true))).size < 2;
  }

  /** Whether the leader and somebody for each other set can serve a start. */
  private canBeLed(leader: string, start: Instant, withDiary: boolean): boolean {
    const durationMs = this.durationOf(leader);
    const sets = this.followers(leader, start, durationMs, withDiary, false);
    if (!sets || (withDiary && !this.isFree(leader, start, durationMs))) return false;
    // With more to choose from than there are sets, there is one for each.
    return sets.every((able) => able.length >= sets.length) || chosenOfEach(sets) !== null;
  }

  /** The leader and, by preference for each set in turn, who serves beside them; one resource serves one set only. */
  private ledBy(leader: string, start: Instant): readonly string[] | null {
    const durationMs = this.durationOf(leader);
    if (!this.isFree(leader, start, durationMs)) return null;
    const sets = this.followers(leader, start, durationMs, true, true);
    const chosen = sets && chosenOfEach(sets.map((able) => this.byPreference(able, this.clock.dayOf(start))));
    return chosen && [leader, ...chosen];
  }

  private readonly leaders = new Map<DayNumber, ReadonlyMap<Instant, readonly string[]>>();

  /** The starts of a local day in order, each with the leaders who have it, by preference. */
  private startsOn(day: DayNumber): ReadonlyMap<Instant, readonly string[]> {
    let found = this.leaders.get(day);
    if (!found) {
      const led = new Map<Instant, string[]>();
      for (const leader of this.preferredOn(day))
        for (const start of this.startsOf(leader).get(day) ?? []) {
          const others = led.get(start);
          if (others) others.push(leader);
          else led.set(start, [leader]);
        }
      found = new Map([...led].sort(([one], [other]) => one - other));
      this.leaders.set(day, found);
    }
    return found;
  }

  /** Who can lead a start, by preference. */
  private leadersAt(start: Instant): readonly string[] {
    const day = this.clock.dayOf(start);
    if (this.holds("booking.notAStart")) return this.startsOn(day).get(start) ?? [];
    return this.preferredOn(day).filter((leader) => this.fits(leader, start, this.durationOf(leader)));
  }

  // Answers -----------------------------------------------------------------------------------------------------------

  /** Who would serve a start, or null when it is not offered. */
  assign(start: Instant): Assignment | null {
    if (!this.ofService(start, true).next().done) return null;
    for (const leader of this.leadersAt(start)) {
      const resources = this.ledBy(leader, start);
      if (resources) return this.assignment(resources, start);
    }
    return null;
  }

  private assignment(resources: readonly string[], start: Instant): Assignment {
    const leader = this.resource(resources[0] as string);
    const durationMs = this.durationOf(leader.id);
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
    const durationMs = this.durationOf(leader);
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
    return [...this.startsOn(day).keys()].flatMap((start) => {
      const assignment = this.assign(start);
      return assignment ? [assignment] : [];
    });
  }

  private isOffered(start: Instant): boolean {
    return this.leadersAt(start).some((leader) => this.canBeLed(leader, start, true));
  }

  /** The state of every local day asked about. */
  days(): readonly Day[] {
    const today = this.clock.dayOf(this.now);
    const leaders = this.candidates(0);
    // Without anyone who does it nothing is too far: it is closed, on every day.
    const ofLeaders = leaders.map((id) => lastDay(this.resource(id).daysAhead ?? mostDaysAhead, this.now, this.clock));
    const furthest = leaders.length ? Math.min(this.lastOfService, Math.max(...ofLeaders)) : Number.POSITIVE_INFINITY;
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
    const starts = [...this.startsOn(day).keys()].filter((start) => this.ofService(start, false).next().done);
    const left = starts.filter((start) => this.ofService(start, true).next().done && this.isOffered(start)).length;
    if (left === 0) return { state: "full", left };
    const inEmptyDiary = starts.filter((start) =>
      this.leadersAt(start).some((leader) => this.canBeLed(leader, start, false)),
    ).length;
    return { state: left <= 2 || left * 4 <= inEmptyDiary ? "few" : "free", left };
  }

  // Reasons -----------------------------------------------------------------------------------------------------------

  /** Everything that stands against a leading resource at a start. */
  private againstLeader(leader: string, start: Instant): Reason[] {
    const durationMs = this.durationOf(leader);
    const fixed = [...this.fixed(leader, start, durationMs)];
    const reasons: Reason[] = [];
    const day = this.clock.dayOf(start);
    if (this.holds("booking.notAStart")) {
      const pattern = this.pattern(leader).get(day) ?? [];
      if (!pattern.includes(start)) reasons.push(this.notAStart(leader, start, pattern));
      else if (!fixed.length && !this.startsOf(leader).get(day)?.includes(start))
        reasons.push({
          code: "booking.notShown",
          resource: leader,
          perHalfDay: this.resource(leader).shownPerHalfDay,
          shown: [...(this.startsOf(leader).get(day) ?? [])].map((shown) => this.timeWords(shown)),
        });
    }
    return [...reasons, ...fixed, ...this.timing(leader, start, durationMs), ...this.taken(leader, start, durationMs)];
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
    return [
      ...this.fixed(id, start, durationMs),
      ...this.timing(id, start, durationMs),
      ...this.taken(id, start, durationMs),
    ];
  }

  /** The sets that do not lead and that nobody can fill, each with what stands against all of its resources. */
  private againstSets(start: Instant, leader: string): Reason[] {
    const durationMs = this.durationOf(leader);
    return this.service.needs.slice(1).flatMap(({ name }, index) => {
      const ids = this.candidates(index + 1);
      const against = ids.map((id) => this.againstFollower(id, start, durationMs));
      if (against.some((one) => one.length === 0)) return [];
      return [{ code: "booking.noneOfSet", set: name, resources: ids }, ...against.flat()];
    });
  }

  /** A set for each seat of which some are free, and not as many as there are seats. */
  private tooFewOf(start: Instant, leader: string): Reason | null {
    const durationMs = this.durationOf(leader);
    for (const need of new Set(this.service.needs)) {
      const wanted = this.service.needs.filter((one) => one === need).length;
      // The first of its copies may name the one that is wished for.
      const ids = need.each ? this.candidates(this.service.needs.lastIndexOf(need)) : [];
      const free = ids.filter((id) => !this.againstFollower(id, start, durationMs).length).length;
      if (need.each && free < wanted) return { code: "booking.tooFewOfSet", set: need.name, free, wanted };
    }
    return null;
  }

  private get setsCollide(): Reason {
    return { code: "booking.setsCollide", sets: [...new Set(this.service.needs)].map(({ name }) => name) };
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
    if (free !== undefined && !sets.length && !ofService.length)
      reasons.push(this.tooFewOf(start, free) ?? this.setsCollide);
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
