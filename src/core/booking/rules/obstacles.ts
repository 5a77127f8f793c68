// What can stand against a booking. Every rule stands here once, as an obstacle with its values: asking stops at the
// first, explaining reads them all.

import { type DayNumber, dateOf, hourMs, minuteMs } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import type { Reason } from "@/core/visitor/decision";
import {
  type BookingSetUp,
  type CoursePart,
  chosenLength,
  decidedAt,
  durationWith,
  type Instant,
  mostDaysAhead,
  needsFor,
  offerOf,
  type Place,
  type Resource,
  type Service,
  sellsPart,
  sharesStarts,
  type TidyUp,
  takesForEach,
  tidyUpOn,
} from "../booking";
import type { Diary, Session } from "../diary/diary";
import { firstMeeting, type Hours, hoursOf, mondayBefore, placeDaysOf } from "../hours/hours";
import { meeting, type Span, within, withinAll } from "../hours/spans";
import { type Runs, runsOf } from "./course";
import { earliestStart, lastDay } from "./notice";

/** What somebody wants to book. */
export interface Wish {
  readonly service: string;
  /** A resource of one of the service's sets, or null for any. */
  readonly resource: string | null;
  readonly seats: number;
  /** The length that was chosen, where the service leaves it to the client; without one it is the first. */
  readonly minutes?: number | null;
  /** How much of a course; without it a whole run. */
  readonly part?: CoursePart | null;
  /** By a visitor. By hand, kept-back and unshown times can be given away too. */
  readonly online: boolean;
  /** Who wants it, by e-mail address, where that is known. */
  readonly client?: string;
  /** Codes of rules that the business has set aside for this booking. */
  readonly waived?: readonly string[];
}

/** Rules that may be set aside by hand. That a resource is taken can't be: nobody serves two at once. */
export const waivable = [
  "booking.notSold",
  "booking.notAStart",
  "booking.outsideHours",
  "booking.closure",
  "booking.timeOff",
  "booking.tooSoon",
  "booking.tooFar",
  "booking.serviceTooSoon",
  "booking.serviceTooFar",
  "booking.resourceDayFull",
  "booking.serviceDayFull",
  "booking.groupTooSmall",
  "booking.busyOutside",
] as const;

/** The days around those asked about whose hours can matter: a start's span, its tidy-up, and hours past midnight. */
const daysAround = 2;

/** One wish over the local days `from` to `to`, with what can stand against it. */
export class Obstacles {
  /** What is wished for; a set for each seat stands among its needs once for each. */
  readonly service: Service;
  /** Whether other clients may be at the same start. */
  protected readonly shares: boolean;
  readonly place: Place;
  readonly clock: ZoneClock;
  private readonly resources: ReadonlyMap<string, Resource>;
  private readonly hours = new Map<string, Hours>();
  private placeDays: ReturnType<typeof placeDaysOf> | null = null;
  private readonly members: (readonly string[])[] = [];
  /** For a course: the dates that are booked together, by the first of them. */
  protected readonly runs: Runs | null;
  private readonly hoursFrom: DayNumber;
  private readonly hoursTo: DayNumber;

  constructor(
    setUp: BookingSetUp,
    protected readonly wish: Wish,
    protected readonly diary: Diary,
    protected readonly now: Instant,
    protected readonly from: DayNumber,
    protected readonly to: DayNumber,
    /** The moment it is asked at, where it is judged as of an earlier one: what was decided since stays decided. */
    private readonly asked: Instant = now,
  ) {
    const service = setUp.services.find(({ id }) => id === wish.service);
    const place = setUp.places.find(({ id }) => id === service?.place);
    if (!service || !place) throw new Error(`There is no service “${wish.service}” with a place`);
    this.service = takesForEach(service) ? { ...service, needs: needsFor(service, wish.seats) } : service;
    this.shares = sharesStarts(service);
    this.length = chosenLength(service, wish.minutes);
    this.place = place;
    this.clock = ZoneClock.of(place.zone);
    this.resources = new Map(setUp.resources.map((resource) => [resource.id, resource]));
    this.runs = service.course && runsOf(service.course, this.clock, wish.part ?? "whole");
    const longest = Math.max(
      this.length ?? service.durationMinutes,
      ...service.needs.flatMap((need) => this.minutesWith(need.oneOf)),
    );
    const wanted = [...(this.runs ?? [])].filter(([start]) => {
      const day = this.clock.dayOf(start);
      return from <= day && day <= to;
    });
    const runDays = wanted.flatMap(([, dates]) => dates.map((date) => this.clock.dayOf(date)));
    this.hoursFrom = Math.min(from, ...runDays) - daysAround;
    this.hoursTo = Math.max(to, ...runDays) + daysAround + Math.ceil(longest / 1440);
  }

  /** The length that the client chose; null where it is not theirs to choose. */
  protected readonly length: number | null;

  /** How long it takes where this resource leads, in ms. */
  protected durationOf(leader: string): number {
    return (this.length ?? durationWith(this.service, this.resource(leader))) * minuteMs;
  }

  private minutesWith(ids: readonly string[]): number[] {
    return ids.map((id) => {
      const tidyUp = tidyUpOn(this.service, this.resource(id));
      return this.durationOf(id) / minuteMs + tidyUp.beforeMinutes + tidyUp.afterMinutes;
    });
  }

  protected resource(id: string): Resource {
    const resource = this.resources.get(id);
    if (!resource) throw new Error(`There is no resource “${id}”`);
    return resource;
  }

  protected hoursOf(id: string): Hours {
    let hours = this.hours.get(id);
    if (!hours) {
      this.placeDays ??= placeDaysOf(this.place, this.clock, this.hoursFrom, this.hoursTo);
      hours = hoursOf(this.place, this.resource(id), this.clock, this.hoursFrom, this.hoursTo, this.placeDays);
      this.hours.set(id, hours);
    }
    return hours;
  }

  /** The resources of a set that do this service; only the wished one where it is of this set. */
  protected candidates(set: number): readonly string[] {
    let found = this.members[set];
    if (!found) {
      found = this.membersOf(set);
      this.members[set] = found;
    }
    return found;
  }

  private readonly membersOn = new Map<string, readonly string[]>();

  /** Those of a set's candidates who have any time at all on the local day of a start; the others need not be asked. */
  protected candidatesOn(set: number, start: Instant): readonly string[] {
    const all = this.candidates(set);
    // What is set aside by hand may be any of the reasons that take a day away.
    if (this.wish.waived?.length) return all;
    const day = this.clock.dayOf(start);
    const key = `${set} ${day}`;
    let found = this.membersOn.get(key);
    if (!found) {
      const [from, to] = [this.clock.startOfDay(day), this.clock.startOfDay(day + 1)];
      found = all.filter((id) => meeting(this.hoursOf(id).usable, from, to) !== undefined);
      this.membersOn.set(key, found);
    }
    return found;
  }

  private membersOf(set: number): readonly string[] {
    const all = (this.service.needs[set]?.oneOf ?? []).filter(
      (id) => offerOf(this.resource(id), this.service.id)?.does !== false,
    );
    const { resource } = this.wish;
    const own = resource !== null && this.service.needs.findIndex((need) => need.oneOf.includes(resource)) === set;
    return own ? all.filter((id) => id === resource) : all;
  }

  protected datesOf(start: Instant): readonly Instant[] {
    return this.runs?.get(start) ?? [start];
  }

  /** Asks about each date of a start; the same as `datesOf(start).every(ask)`, without a list for what has one date. */
  private onAllDates(ask: (date: Instant) => boolean): (start: Instant) => boolean {
    const { runs } = this;
    return runs ? (start) => this.datesOf(start).every(ask) : ask;
  }

  protected holds(code: string): boolean {
    return !this.wish.waived?.includes(code);
  }

  private readonly tidyUps = new Map<string, TidyUp>();

  private tidyUpOf(id: string): TidyUp {
    let found = this.tidyUps.get(id);
    if (!found) {
      found = tidyUpOn(this.service, this.resource(id));
      this.tidyUps.set(id, found);
    }
    return found;
  }

  /** The time a resource is taken by a date, tidy-up included. */
  protected occupiedBy(id: string, date: Instant, durationMs: number): Span {
    const { beforeMinutes, afterMinutes } = this.tidyUpOf(id);
    return { from: date - beforeMinutes * minuteMs, to: date + durationMs + afterMinutes * minuteMs };
  }

  // What stands against a resource whatever the diary says ------------------------------------------------------------

  protected *fixed(id: string, start: Instant, durationMs: number): Generator<Reason> {
    const hours = this.hoursOf(id);
    for (const date of this.datesOf(start)) {
      const end = date + durationMs;
      const occupied = this.occupiedBy(id, date, durationMs);
      if (!within(hours.open, date, end) && this.holds("booking.outsideHours")) yield this.outsideHours(id, date, end);
      const away = meeting(hours.away, occupied.from, occupied.to) !== undefined;
      const closure = away ? firstMeeting(hours.closures, occupied.from, occupied.to) : undefined;
      if (closure && this.holds("booking.closure"))
        yield { code: "booking.closure", words: closure.words, from: closure.from, to: closure.to };
      const off = away ? firstMeeting(hours.timeOff, occupied.from, occupied.to) : undefined;
      if (off && this.holds("booking.timeOff"))
        yield { code: "booking.timeOff", resource: id, words: off.words, from: off.from, to: off.to };
      const kept = this.keepsBack(id) ? meeting(hours.keptBack, date, end) : undefined;
      if (kept) yield { code: "booking.keptBack", resource: id, from: kept.from, to: kept.to, released: null };
    }
  }

  /** Whether what a resource keeps back is kept for good; where it is given free again, the moment of asking decides. */
  private keepsBack(id: string): boolean {
    return this.wish.online && (this.resource(id).releasedHours ?? null) === null;
  }

  /** Whether nothing fixed stands against a resource: what `fixed` yields nothing for; `fitting` for many starts at once. */
  protected fits(id: string, start: Instant, durationMs: number): boolean {
    return this.fitting(id, durationMs)(start);
  }

  protected fitting(id: string, durationMs: number): (start: Instant) => boolean {
    if (this.wish.waived?.length) return (start) => !!this.fixed(id, start, durationMs).next().done;
    const { open, away, keptBack } = this.hoursOf(id);
    const { beforeMinutes, afterMinutes } = this.tidyUpOf(id);
    const keeps = this.keepsBack(id) && keptBack.length > 0;
    const isOpen = withinAll(open);
    const fitsOn = (date: Instant) => {
      const end = date + durationMs;
      if (!isOpen(date, end)) return false;
      if (away.length && meeting(away, date - beforeMinutes * minuteMs, end + afterMinutes * minuteMs)) return false;
      return !keeps || !meeting(keptBack, date, end);
    };
    return this.onAllDates(fitsOn);
  }

  private outsideHours(id: string, start: Instant, end: Instant): Reason {
    const day = this.clock.dayOf(start);
    const dayFrom = this.clock.startOfDay(day);
    const dayTo = this.clock.startOfDay(day + 1);
    const open = this.hoursOf(id).open.filter((span) => span.from < dayTo && dayFrom < span.to);
    return {
      code: "booking.outsideHours",
      resource: id,
      start,
      end,
      open: open.map((span) => `${this.timeWords(span.from)}–${this.timeWords(span.to)}`),
    };
  }

  protected timeWords(instant: Instant): string {
    return this.clock.wallOf(instant).slice(11);
  }

  // What the moment of asking and the diary add -----------------------------------------------------------------------

  private readonly limits = new Map<string, { readonly earliest: Instant; readonly last: DayNumber }>();

  /** The first moment and the last day for which a resource takes bookings now. */
  private limitsOf(id: string) {
    let found = this.limits.get(id);
    if (!found) {
      const { notice, daysAhead } = this.resource(id);
      found = {
        earliest: earliestStart(notice, this.now, this.clock),
        last: lastDay(daysAhead ?? mostDaysAhead, this.now, this.clock),
      };
      this.limits.set(id, found);
    }
    return found;
  }

  protected *timing(id: string, start: Instant, durationMs: number): Generator<Reason> {
    const { notice, daysAhead, releasedHours = null } = this.resource(id);
    const { earliest, last } = this.limitsOf(id);
    if (start < earliest && this.holds("booking.tooSoon"))
      yield { code: "booking.tooSoon", resource: id, earliest, notice: notice.kind };
    if (this.clock.dayOf(start) > last && this.holds("booking.tooFar"))
      yield { code: "booking.tooFar", resource: id, last: dateOf(last), daysAhead: daysAhead ?? mostDaysAhead };
    if (!this.wish.online || releasedHours === null) return;
    const released = start - releasedHours * hourMs;
    if (this.now >= released) return;
    for (const date of this.datesOf(start)) {
      const kept = meeting(this.hoursOf(id).keptBack, date, date + durationMs);
      if (kept) yield { code: "booking.keptBack", resource: id, from: kept.from, to: kept.to, released };
    }
  }

  /**
   * Whether neither the moment of asking nor the diary stands against a resource: what `timing` and `taken` yield nothing for,
   * for many starts at once.
   */
  protected isFree(id: string, start: Instant, durationMs: number): boolean {
    const { perDay, releasedHours = null } = this.resource(id);
    if (this.wish.waived?.length || this.shares || this.service.least || perDay !== null || releasedHours !== null)
      return !!this.timing(id, start, durationMs).next().done && !!this.taken(id, start, durationMs).next().done;
    const { earliest, last } = this.limitsOf(id);
    if (start < earliest || this.clock.dayOf(start) > last || this.service.capacity < this.wish.seats) return false;
    const { beforeMinutes, afterMinutes } = this.tidyUpOf(id);
    const isFreeOn = (date: Instant) =>
      !this.diary.isTaken(id, date - beforeMinutes * minuteMs, date + durationMs + afterMinutes * minuteMs);
    return this.onAllDates(isFreeOn)(start);
  }

  /** The session that a booking with this resource would join on a date, if there is one with seats left. */
  protected sessionOf(id: string, date: Instant): Session | undefined {
    if (!this.shares) return undefined;
    const session = this.diary.sessionAt(this.service.id, date, id);
    return session?.resources.length === this.service.needs.length ? session : undefined;
  }

  protected *taken(id: string, start: Instant, durationMs: number): Generator<Reason> {
    const { perDay } = this.resource(id);
    for (const date of this.datesOf(start)) {
      const day = this.clock.dayOf(date);
      const bookings = perDay === null ? 0 : this.diary.bookingsOn(id, day);
      if (perDay !== null && bookings >= perDay && this.holds("booking.resourceDayFull"))
        yield { code: "booking.resourceDayFull", resource: id, date: dateOf(day), bookings, most: perDay };
      const session = this.sessionOf(id, date);
      const left = this.service.capacity - (session?.seats ?? 0);
      if (left < this.wish.seats) yield { code: "booking.seatsGone", resource: id, left, wanted: this.wish.seats };
      yield* this.leastGroup(id, start, session?.booked ?? 0);
      const { from, to } = this.occupiedBy(id, date, durationMs);
      for (const taken of this.diary.takenIn(id, from, to, session)) {
        if (!taken.entry) {
          if (this.holds("booking.busyOutside"))
            yield {
              code: "booking.busyOutside",
              resource: id,
              calendar: taken.calendar,
              from: taken.from,
              to: taken.to,
            };
          continue;
        }
        const other = taken.entry;
        const own = other.start < date + durationMs && date < other.end;
        yield {
          code: own ? "booking.taken" : "booking.tidyUp",
          resource: id,
          service: other.service,
          start: other.start,
          end: other.end,
          from: taken.from,
          to: taken.to,
        };
      }
    }
  }

  /** Once it is decided whether a start takes place, only who makes its group large enough can still come. */
  private *leastGroup(id: string, start: Instant, booked: number): Generator<Reason> {
    const { least } = this.service;
    const decided = decidedAt(this.service, start);
    if (!least || decided === null || this.asked < decided || booked + this.wish.seats >= least.seats) return;
    if (this.holds("booking.groupTooSmall"))
      yield { code: "booking.groupTooSmall", resource: id, booked, least: least.seats, wanted: this.wish.seats };
  }

  private *timingOfService(start: Instant): Generator<Reason> {
    const { service, earliestOfService: earliest, lastOfService: last } = this;
    if (start < earliest && this.holds("booking.serviceTooSoon"))
      yield { code: "booking.serviceTooSoon", service: service.id, earliest };
    if (this.clock.dayOf(start) > last && this.holds("booking.serviceTooFar"))
      yield {
        code: "booking.serviceTooFar",
        service: service.id,
        last: dateOf(last),
        daysAhead: service.daysAhead ?? null,
      };
  }

  /** Bookings of the client by the Monday of their week: every start of it asks. */
  private readonly ofClient = new Map<DayNumber, number>();

  private *weekOfClient(start: Instant): Generator<Reason> {
    const { client } = this.wish;
    const most = this.service.perClientWeek ?? null;
    if (!this.wish.online || client === undefined || most === null) return;
    const monday = mondayBefore(this.clock.dayOf(start));
    const [from, to] = [this.clock.startOfDay(monday), this.clock.startOfDay(monday + 7)];
    let bookings = this.ofClient.get(monday);
    if (bookings === undefined) {
      bookings = this.diary.bookingsOfClient(this.service.id, client, from, to);
      this.ofClient.set(monday, bookings);
    }
    if (bookings >= most)
      yield { code: "booking.clientWeekFull", service: this.service.id, monday: dateOf(monday), bookings, most };
  }

  /** The first moment for which the service itself takes bookings now; without a notice of its own any. */
  private get earliestOfService(): Instant {
    const { notice } = this.service;
    return notice && notice.kind !== "none" ? earliestStart(notice, this.now, this.clock) : Number.NEGATIVE_INFINITY;
  }

  /** The last day for which the service itself takes bookings now. */
  protected get lastOfService(): DayNumber {
    const daysAhead = this.service.daysAhead ?? null;
    return daysAhead === null ? Number.POSITIVE_INFINITY : lastDay(daysAhead, this.now, this.clock);
  }

  // What stands against the service as a whole ------------------------------------------------------------------------

  /** What stands against the service as a whole at a start. */
  protected *ofService(start: Instant, withDiary: boolean): Generator<Reason> {
    const { service } = this;
    if (this.wish.online && !service.online) yield { code: "booking.notOnline", service: service.id };
    const part = this.wish.part ?? "whole";
    if (this.wish.online && !sellsPart(service, part) && this.holds("booking.partNotSold"))
      yield { code: "booking.partNotSold", service: service.id, part };
    const { from, to } = service.sold;
    const date = from === null && to === null ? "" : dateOf(this.clock.dayOf(start));
    if (((from !== null && date < from) || (to !== null && date > to)) && this.holds("booking.notSold"))
      yield { code: "booking.notSold", service: service.id, from, to };
    const most = service.mostSeats ?? null;
    if (this.wish.online && most !== null && this.wish.seats > most)
      yield { code: "booking.tooManySeats", service: service.id, most, wanted: this.wish.seats };
    if (!withDiary) return;
    yield* this.timingOfService(start);
    yield* this.weekOfClient(start);
    if (service.perDay === null || !this.holds("booking.serviceDayFull")) return;
    for (const each of this.datesOf(start)) {
      const day = this.clock.dayOf(each);
      const bookings = this.diary.serviceBookingsOn(service.id, day);
      if (bookings >= service.perDay)
        yield {
          code: "booking.serviceDayFull",
          service: service.id,
          date: dateOf(day),
          bookings,
          most: service.perDay,
        };
    }
  }
}
