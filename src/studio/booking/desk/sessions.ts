// What the Desk's calendar draws: bookings of one service, start and resources as one block with its seats, busy time from
// outside, and time off.
import type { BookingSetUp, LocalDate, Resource } from "@/core/booking/booking";
import type { DiaryEntry, OutsideBusy } from "@/core/booking/diary/diary";
import { hoursOf } from "@/core/booking/hours/hours";
import { dayNumber } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import type { DeskBooking } from "./booking";

/** Time off as it stands in the set-up, with whose it is. */
export interface TimeOff {
  readonly resource: string;
  readonly from: string;
  readonly to: string;
  readonly words: string;
}

/** One block of the calendar. */
export interface DeskBlock {
  readonly key: string;
  readonly start: Date;
  readonly end: Date;
  /** Whose columns it stands in. */
  readonly resources: readonly string[];
  /** Empty for what is no booking. */
  readonly bookings: readonly DeskBooking[];
  readonly service: string | null;
  readonly seats: number;
  /** The outside calendar's name; empty for all that is not from outside. */
  readonly outside: string;
  /** The time off that this is. */
  readonly off: TimeOff | null;
  /** Why somebody is off on these days of every year: that is set up under Hours, and not given free from here. */
  readonly everyYear: string | null;
  /** How many of a pool are taken, and by whom; null for what is no such count. */
  readonly inUse: InUse | null;
}

export interface InUse {
  readonly taken: number;
  readonly of: number;
  readonly bookings: readonly DeskBooking[];
}

/** A column of a day: one person or thing, or things of a kind that are counted together. */
export interface DeskColumn {
  readonly id: string;
  readonly name: string;
  readonly of: readonly Resource[];
}

const plain = { bookings: [], service: null, seats: 0, outside: "", off: null, everyYear: null, inUse: null } as const;

export const columnOf = (resource: Resource): DeskColumn => ({ id: resource.id, name: resource.name, of: [resource] });

/** Things of which services need any one: six wheels are one column, and how many of them are in use is what counts. */
export function poolsOf({ services, resources }: BookingSetUp): readonly DeskColumn[] {
  const pools = new Map<string, DeskColumn>();
  for (const { name, oneOf } of services.flatMap(({ needs }) => needs)) {
    const of = resources.filter(({ id, kind }) => kind !== "person" && oneOf.includes(id));
    const id = `pool ${of.map((one) => one.id).join(" ")}`;
    if (of.length > 1 && of.length === oneOf.length && !pools.has(id)) pools.set(id, { id, name, of });
  }
  return [...pools.values()];
}

/** The stretches in which some of a pool are taken, each as long as nothing about it changes. */
export function inUseBlocks(
  pools: readonly DeskColumn[],
  entries: readonly DiaryEntry[],
  rows: readonly DeskBooking[],
): readonly DeskBlock[] {
  const known = new Map(rows.map((row) => [row.id, row]));
  return pools.flatMap(({ id, of }) => {
    const members = new Set(of.map((one) => one.id));
    const taken = entries.flatMap(({ booking, occupied }) =>
      occupied.filter(({ resource }) => members.has(resource)).map((span) => ({ ...span, booking })),
    );
    const edges = [...new Set(taken.flatMap(({ from, to }) => [from, to]))].sort((one, other) => one - other);
    return edges.slice(0, -1).flatMap((from, nth): DeskBlock[] => {
      const to = edges[nth + 1] as number;
      const here = taken.filter((span) => span.from < to && from < span.to);
      if (!here.length) return [];
      const bookings = [...new Set(here.map(({ booking }) => booking))].flatMap((one) => known.get(one) ?? []);
      return [
        {
          ...plain,
          key: `${id} ${from}`,
          start: new Date(from),
          end: new Date(to),
          resources: [id],
          inUse: { taken: new Set(here.map(({ resource }) => resource)).size, of: of.length, bookings },
        },
      ];
    });
  });
}

/** Bookings of a stretch of days, those that share a session as one; then what is busy outside. */
export function blocksOf(
  entries: readonly DiaryEntry[],
  outside: readonly OutsideBusy[],
  rows: readonly DeskBooking[],
): readonly DeskBlock[] {
  const known = new Map(rows.map((row) => [row.id, row]));
  const sessions = new Map<string, DeskBlock>();
  for (const { booking, service, start, end, seats, occupied } of entries) {
    const resources = occupied.map(({ resource }) => resource);
    const key = `${service} ${start} ${[...resources].sort().join(",")}`;
    const before = sessions.get(key);
    const row = known.get(booking);
    sessions.set(key, {
      ...plain,
      key,
      start: new Date(start),
      end: new Date(end),
      resources,
      service,
      bookings: [...(before?.bookings ?? []), ...(row ? [row] : [])],
      seats: (before?.seats ?? 0) + seats,
    });
  }
  const busy = outside.map(
    ({ resource, from, to, calendar }): DeskBlock => ({
      ...plain,
      key: `outside ${resource} ${from} ${to}`,
      start: new Date(from),
      end: new Date(to),
      resources: [resource],
      outside: calendar,
    }),
  );
  return [...sessions.values(), ...busy];
}

/** Everybody's time off that touches the dates `from` to `to`, as blocks, each on the clock of its place. */
export function timeOffBlocks(setUp: BookingSetUp, from: LocalDate, to: LocalDate): readonly DeskBlock[] {
  const places = new Map(setUp.places.map((place) => [place.id, place]));
  return setUp.resources.flatMap((resource) => {
    const place = places.get(resource.place);
    if (!place) return [];
    const { id, timeOff } = resource;
    const clock = ZoneClock.of(place.zone);
    const [first, last] = [dayNumber(from), dayNumber(to)];
    const [begin, end] = [clock.startOfDay(first), clock.startOfDay(last + 1)];
    const once = timeOff.map(({ from, to, words }): DeskBlock => {
      return {
        ...plain,
        key: offKey({ resource: id, from, to, words }),
        start: new Date(clock.edgeOf(from)),
        end: new Date(clock.edgeOf(to)),
        resources: [id],
        off: { resource: id, from, to, words },
      };
    });
    const yearly = hoursOf(place, { ...resource, timeOff: [] }, clock, first, last).timeOff.map(
      (span): DeskBlock => ({
        ...plain,
        key: `yearly ${id} ${span.from} ${span.words}`,
        start: new Date(span.from),
        end: new Date(span.to),
        resources: [id],
        everyYear: span.words,
      }),
    );
    return [...once, ...yearly].filter((block) => block.start.getTime() < end && begin < block.end.getTime());
  });
}

/** Key of the block that some time off is. */
export const offKey = ({ resource, from, to, words }: TimeOff): string => `off ${resource} ${from} ${to} ${words}`;
