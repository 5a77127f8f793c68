// What the Desk's calendar draws: bookings of one service, start and resources as one block with its seats, busy time from
// outside, and time off.
import type { BookingSetUp } from "@/core/booking/booking";
import type { DiaryEntry, OutsideBusy } from "@/core/booking/diary";
import { ZoneClock } from "@/core/booking/zone";
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
}

const plain = { bookings: [], service: null, seats: 0, outside: "", off: null } as const;

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

/** Everybody's time off as blocks, each on the clock of its place. */
export function timeOffBlocks(setUp: BookingSetUp): readonly DeskBlock[] {
  const zones = new Map(setUp.places.map(({ id, zone }) => [id, zone]));
  return setUp.resources.flatMap(({ id: resource, place, timeOff }) => {
    const zone = zones.get(place);
    if (!zone) return [];
    const clock = ZoneClock.of(zone);
    return timeOff.map(({ from, to, words }): DeskBlock => {
      const [start, end] = [clock.edgeOf(from), clock.edgeOf(to)];
      return {
        ...plain,
        key: `off ${resource} ${from} ${to} ${words}`,
        start: new Date(start),
        end: new Date(end),
        resources: [resource],
        off: { resource, from, to, words },
      };
    });
  });
}
