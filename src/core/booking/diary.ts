// What is taken already: bookings and busy time from outside, indexed so that one question is one search.
import type { Instant } from "./booking";
import type { Span } from "./spans";
import type { DayNumber, ZoneClock } from "./zone";

/** One date of a booking that counts: held, waiting or confirmed. A course has one of these for each of its dates. */
export interface DiaryEntry {
  readonly booking: string;
  readonly service: string;
  readonly start: Instant;
  readonly end: Instant;
  readonly seats: number;
  /** The time each resource is taken, tidy-up included. */
  readonly occupied: readonly (Span & { readonly resource: string })[];
}

/** Busy time read from a calendar outside. */
export interface OutsideBusy extends Span {
  readonly resource: string;
  /** Name of the calendar. */
  readonly calendar: string;
}

/** Bookings of the same service, start and resources: they share the seats. */
export interface Session {
  readonly service: string;
  readonly start: Instant;
  readonly end: Instant;
  readonly resources: readonly string[];
  seats: number;
}

interface Taken extends Span {
  /** Null is busy time from outside. */
  readonly session: Session | null;
  readonly calendar: string | null;
}

interface ResourceDiary {
  readonly taken: Taken[];
  /** For each entry the latest end up to it, so that looking back can stop. */
  latestEnd: Instant[];
  readonly perDay: Map<DayNumber, number>;
}

const sameResources = (one: readonly string[], other: readonly string[]) =>
  one.length === other.length && one.every((resource) => other.includes(resource));

export class Diary {
  private readonly resources = new Map<string, ResourceDiary>();
  private readonly servicePerDay = new Map<string, Map<DayNumber, number>>();
  /** By service and start; few sessions share both. */
  private readonly sessions = new Map<string, Session[]>();

  constructor(entries: readonly DiaryEntry[], outside: readonly OutsideBusy[], clock: ZoneClock) {
    for (const entry of entries) this.enter(entry, clock);
    for (const busy of outside)
      this.of(busy.resource).taken.push({ from: busy.from, to: busy.to, session: null, calendar: busy.calendar });
    for (const diary of this.resources.values()) {
      diary.taken.sort((one, other) => one.from - other.from);
      let latest = Number.NEGATIVE_INFINITY;
      diary.latestEnd = diary.taken.map(({ to }) => {
        latest = Math.max(latest, to);
        return latest;
      });
    }
  }

  private of(resource: string): ResourceDiary {
    let diary = this.resources.get(resource);
    if (!diary) {
      diary = { taken: [], latestEnd: [], perDay: new Map() };
      this.resources.set(resource, diary);
    }
    return diary;
  }

  private enter(entry: DiaryEntry, clock: ZoneClock) {
    const day = clock.dayOf(entry.start);
    const perDay = this.servicePerDay.get(entry.service) ?? new Map<DayNumber, number>();
    this.servicePerDay.set(entry.service, perDay.set(day, (perDay.get(day) ?? 0) + 1));
    const key = `${entry.service} ${entry.start}`;
    const resources = entry.occupied.map(({ resource }) => resource);
    const beside = this.sessions.get(key) ?? [];
    let session = beside.find((one) => sameResources(one.resources, resources));
    const first = !session;
    if (!session) {
      session = { service: entry.service, start: entry.start, end: entry.end, resources, seats: 0 };
      this.sessions.set(key, [...beside, session]);
    }
    session.seats += entry.seats;
    for (const { resource, from, to } of entry.occupied) {
      const diary = this.of(resource);
      diary.perDay.set(day, (diary.perDay.get(day) ?? 0) + 1);
      // Bookings that share seats take the time once.
      if (first) diary.taken.push({ from, to, session, calendar: null });
    }
  }

  /** Bookings of a resource that start on a local day. */
  bookingsOn(resource: string, day: DayNumber): number {
    return this.resources.get(resource)?.perDay.get(day) ?? 0;
  }

  /** Bookings of a service that start on a local day. */
  serviceBookingsOn(service: string, day: DayNumber): number {
    return this.servicePerDay.get(service)?.get(day) ?? 0;
  }

  /** The session of a service at a start that `resource` serves, if there is one. */
  sessionAt(service: string, start: Instant, resource: string): Session | undefined {
    return this.sessions.get(`${service} ${start}`)?.find((session) => session.resources.includes(resource));
  }

  /** Everything that takes `resource` in [from, to), the latest first; `but` is not counted. */
  *takenIn(resource: string, from: Instant, to: Instant, but?: Session): Generator<Taken> {
    const diary = this.resources.get(resource);
    if (!diary) return;
    let low = 0;
    let high = diary.taken.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((diary.taken[middle] as Taken).from < to) low = middle + 1;
      else high = middle;
    }
    for (let at = low - 1; at >= 0 && (diary.latestEnd[at] as number) > from; at--) {
      const taken = diary.taken[at] as Taken;
      if (taken.to > from && (!but || taken.session !== but)) yield taken;
    }
  }

  /** Whether anything takes `resource` in [from, to) but `session`. */
  isTaken(resource: string, from: Instant, to: Instant, but?: Session): boolean {
    return !this.takenIn(resource, from, to, but).next().done;
  }
}
