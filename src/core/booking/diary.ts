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
  /** Only kept while somebody fills in a form; absent for what is booked. */
  readonly held?: boolean;
  /** The client's e-mail address; absent where it was not asked for. */
  readonly client?: string;
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
  readonly resources: readonly string[];
  readonly seats: number;
  /** Of the seats those that are booked, not only held. */
  readonly booked: number;
}

/** A stretch of a resource's time that is taken, by a booking or (with null) by busy time from outside. */
export interface Taken extends Span {
  readonly entry: DiaryEntry | null;
  readonly calendar: string | null;
}

interface ResourceDiary {
  readonly taken: Taken[];
  /** For each stretch the latest end up to it, so that looking back can stop. */
  latestEnd: Instant[];
  readonly perDay: Map<DayNumber, number>;
}

const addOne = (counts: Map<DayNumber, number>, day: DayNumber) => counts.set(day, (counts.get(day) ?? 0) + 1);

/** Whether a booking is of a session: of its service and start, and of exactly its resources. */
const isOf = (entry: DiaryEntry, session: Session) =>
  entry.start === session.start &&
  entry.service === session.service &&
  entry.occupied.length === session.resources.length &&
  entry.occupied.every(({ resource }) => session.resources.includes(resource));

export class Diary {
  private readonly resources = new Map<string, ResourceDiary>();
  private readonly servicePerDay = new Map<string, Map<DayNumber, number>>();
  /** By service and start; made when seats are asked about for the first time. */
  private sessions: Map<string, Session[]> | null = null;

  constructor(
    private readonly entries: readonly DiaryEntry[],
    outside: readonly OutsideBusy[],
    clock: ZoneClock,
  ) {
    for (const entry of entries) {
      const day = clock.dayOf(entry.start);
      let perDay = this.servicePerDay.get(entry.service);
      if (!perDay) {
        perDay = new Map();
        this.servicePerDay.set(entry.service, perDay);
      }
      addOne(perDay, day);
      for (const { resource, from, to } of entry.occupied) {
        const diary = this.of(resource);
        addOne(diary.perDay, day);
        diary.taken.push({ from, to, entry, calendar: null });
      }
    }
    for (const { resource, from, to, calendar } of outside)
      this.of(resource).taken.push({ from, to, entry: null, calendar });
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

  private sessionsOf(service: string, start: Instant): readonly Session[] {
    if (!this.sessions) {
      this.sessions = new Map();
      for (const entry of this.entries) {
        const key = `${entry.service} ${entry.start}`;
        const beside = this.sessions.get(key) ?? [];
        const known = beside.find((session) => isOf(entry, session));
        const { service: of, start: at } = entry;
        const resources = known?.resources ?? entry.occupied.map(({ resource }) => resource);
        const joined = {
          service: of,
          start: at,
          resources,
          seats: (known?.seats ?? 0) + entry.seats,
          booked: (known?.booked ?? 0) + (entry.held ? 0 : entry.seats),
        };
        this.sessions.set(key, [...beside.filter((session) => session !== known), joined]);
      }
    }
    return this.sessions.get(`${service} ${start}`) ?? [];
  }

  /** Bookings of a resource that start on a local day. */
  bookingsOn(resource: string, day: DayNumber): number {
    return this.resources.get(resource)?.perDay.get(day) ?? 0;
  }

  /** Bookings of a service that start on a local day. */
  serviceBookingsOn(service: string, day: DayNumber): number {
    return this.servicePerDay.get(service)?.get(day) ?? 0;
  }

  /** Bookings of a service by one client with a date in [from, to); a course with several of its dates there is one. */
  bookingsOfClient(service: string, client: string, from: Instant, to: Instant): number {
    const who = client.toLowerCase();
    const own = this.entries.filter(
      (entry) =>
        entry.service === service &&
        from <= entry.start &&
        entry.start < to &&
        entry.client !== undefined &&
        entry.client.toLowerCase() === who,
    );
    return new Set(own.map(({ booking }) => booking)).size;
  }

  /** The session of a service at a start that `resource` serves, if there is one. */
  sessionAt(service: string, start: Instant, resource: string): Session | undefined {
    return this.sessionsOf(service, start).find(({ resources }) => resources.includes(resource));
  }

  /** Everything that takes `resource` in [from, to), the latest first; bookings of the session `but` are not counted. */
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
      if (taken.to > from && !(but && taken.entry && isOf(taken.entry, but))) yield taken;
    }
  }
}
