// What is taken already: bookings and busy time from outside, indexed so that one question is one search.

import { type DayNumber, hourMs } from "@/core/time/clock";
import type { ZoneClock } from "@/core/time/zone-clock";
import type { Instant } from "../booking";
import type { Span } from "../hours/spans";

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

const dayMs = 24 * hourMs;

interface ResourceDiary {
  readonly taken: Taken[];
  /** For each stretch the latest end up to it, so that looking back can stop. */
  latestEnd: Instant[];
  readonly perDay: Map<DayNumber, number>;
}

/** What is indexed at once, in ms of UTC: a diary of years is asked about a month, and the rest of it is never looked into. */
const pageMs = 8 * dayMs;
const pageOf = (instant: Instant): number => Math.floor(instant / pageMs);
/** What reaches further than this from its start is looked at on every page, in ms. */
const mostReach = 16 * dayMs;
/** No local day begins or ends further than this from the UTC day of its number. */
const zoneMs = 15 * hourMs;

/** One page of the diary: what takes time in it, by resource, and how many bookings start in it. */
interface Page {
  readonly resources: ReadonlyMap<string, ResourceDiary>;
  readonly servicePerDay: ReadonlyMap<string, ReadonlyMap<DayNumber, number>>;
}

const addOne = (counts: Map<DayNumber, number>, day: DayNumber) => counts.set(day, (counts.get(day) ?? 0) + 1);

function valueIn<Key, Value>(map: Map<Key, Value>, key: Key, make: () => Value): Value {
  let value = map.get(key);
  if (value === undefined) {
    value = make();
    map.set(key, value);
  }
  return value;
}

/** Whether a booking is of a session: of its service and start, and of exactly its resources. */
const isOf = (entry: DiaryEntry, session: Session) =>
  entry.start === session.start &&
  entry.service === session.service &&
  entry.occupied.length === session.resources.length &&
  entry.occupied.every(({ resource }) => session.resources.includes(resource));

export class Diary {
  /** By start; how far they reach before and after it, but for those that are `long`. */
  private readonly sorted: readonly DiaryEntry[];
  private before = 0;
  private after = 0;
  private readonly long = new Set<DiaryEntry>();
  /** Pages that were asked about. */
  private readonly pages = new Map<number, Page>();
  /** By service and start; made when seats are asked about for the first time. */
  private sessions: Map<string, Session[]> | null = null;

  constructor(
    private readonly entries: readonly DiaryEntry[],
    private readonly outside: readonly OutsideBusy[],
    private readonly clock: ZoneClock,
  ) {
    let inOrder = true;
    let last = Number.NEGATIVE_INFINITY;
    for (const entry of entries) {
      const { start, occupied } = entry;
      let from = start;
      let to = start + 1;
      for (let nth = 0; nth < occupied.length; nth++) {
        const span = occupied[nth] as Span;
        if (span.from < from) from = span.from;
        if (span.to > to) to = span.to;
      }
      if (to - from > mostReach) this.long.add(entry);
      else {
        if (start - from > this.before) this.before = start - from;
        if (to - start > this.after) this.after = to - start;
      }
      inOrder &&= last <= start;
      last = start;
    }
    this.sorted = inOrder ? entries : [...entries].sort((one, other) => one.start - other.start);
  }

  /** What takes time on a page, and perhaps some of what lies beside it. */
  private *around(number: number): Generator<DiaryEntry> {
    const to = firstFrom(this.sorted, (number + 1) * pageMs + this.before);
    for (let at = firstFrom(this.sorted, number * pageMs - this.after); at < to; at++) {
      const entry = this.sorted[at] as DiaryEntry;
      if (!this.long.has(entry)) yield entry;
    }
    yield* this.long;
  }

  private page(number: number): Page {
    return valueIn(this.pages, number, () => this.index(number));
  }

  private index(number: number): Page {
    const resources = new Map<string, ResourceDiary>();
    const servicePerDay = new Map<string, Map<DayNumber, number>>();
    const of = (resource: string) =>
      valueIn(resources, resource, (): ResourceDiary => ({ taken: [], latestEnd: [], perDay: new Map() }));
    for (const entry of this.around(number)) {
      // A booking counts on the page of its start only, and takes time on all that it reaches into.
      const day = pageOf(entry.start) === number ? this.clock.dayOf(entry.start) : null;
      if (day !== null)
        addOne(
          valueIn(servicePerDay, entry.service, () => new Map()),
          day,
        );
      for (const { resource, from, to } of entry.occupied) {
        const diary = of(resource);
        if (day !== null) addOne(diary.perDay, day);
        diary.taken.push({ from, to, entry, calendar: null });
      }
    }
    for (const { resource, from, to, calendar } of this.outside) {
      if (from < (number + 1) * pageMs && number * pageMs < to)
        of(resource).taken.push({ from, to, entry: null, calendar });
    }
    for (const diary of resources.values()) {
      diary.taken.sort((one, other) => one.from - other.from);
      let latest = Number.NEGATIVE_INFINITY;
      diary.latestEnd = diary.taken.map(({ to }) => {
        latest = Math.max(latest, to);
        return latest;
      });
    }
    return { resources, servicePerDay };
  }

  /** Sums what is counted for a local day over the pages it lies on: one, or two. */
  private countOn(day: DayNumber, counts: (page: Page) => ReadonlyMap<DayNumber, number> | undefined): number {
    const first = pageOf(day * dayMs - zoneMs);
    const last = pageOf((day + 1) * dayMs + zoneMs);
    let sum = 0;
    for (let number = first; number <= last; number++) sum += counts(this.page(number))?.get(day) ?? 0;
    return sum;
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
    return this.countOn(day, ({ resources }) => resources.get(resource)?.perDay);
  }

  /** Bookings of a service that start on a local day. */
  serviceBookingsOn(service: string, day: DayNumber): number {
    return this.countOn(day, ({ servicePerDay }) => servicePerDay.get(service));
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
    for (let number = pageOf(to - 1); number >= pageOf(from); number--) {
      const diary = this.page(number).resources.get(resource);
      if (!diary) continue;
      for (let at = startingBefore(diary, to) - 1; at >= 0 && (diary.latestEnd[at] as number) > from; at--) {
        const taken = diary.taken[at] as Taken;
        // What reaches over several pages is told on the first of them that is asked about.
        const told = pageOf(Math.max(taken.from, from)) === number;
        if (told && taken.to > from && !(but && taken.entry && isOf(taken.entry, but))) yield taken;
      }
    }
  }

  /** Whether anything takes `resource` in [from, to): what `takenIn` yields, for many questions at once. */
  isTaken(resource: string, from: Instant, to: Instant): boolean {
    for (let number = pageOf(from); number <= pageOf(to - 1); number++) {
      const diary = this.page(number).resources.get(resource);
      if (!diary) continue;
      const last = startingBefore(diary, to) - 1;
      if (last >= 0 && (diary.latestEnd[last] as number) > from) return true;
    }
    return false;
  }
}

/** Index of the first entry that starts at an instant or later. */
function firstFrom(sorted: readonly DiaryEntry[], instant: Instant): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sorted[middle] as DiaryEntry).start < instant) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** How many of what takes a resource's time start before an instant. */
function startingBefore({ taken }: ResourceDiary, instant: Instant): number {
  let low = 0;
  let high = taken.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((taken[middle] as Taken).from < instant) low = middle + 1;
    else high = middle;
  }
  return low;
}
