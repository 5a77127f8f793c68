// What the Desk's calendar draws: bookings of one service, start and resources as one block with its seats, and busy time
// from outside.
import type { DiaryEntry, OutsideBusy } from "@/core/booking/diary";
import type { DeskBooking } from "./booking";

/** One block of the calendar. */
export interface DeskBlock {
  readonly key: string;
  readonly start: Date;
  readonly end: Date;
  /** Whose columns it stands in. */
  readonly resources: readonly string[];
  /** Empty for busy time from outside. */
  readonly bookings: readonly DeskBooking[];
  readonly service: string | null;
  readonly seats: number;
  /** The outside calendar's name; empty for bookings. */
  readonly outside: string;
}

/** Blocks of a stretch of days: sessions first, then what is busy outside. */
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
      key,
      start: new Date(start),
      end: new Date(end),
      resources,
      service,
      outside: "",
      bookings: [...(before?.bookings ?? []), ...(row ? [row] : [])],
      seats: (before?.seats ?? 0) + seats,
    });
  }
  const busy = outside.map(
    ({ resource, from, to, calendar }): DeskBlock => ({
      key: `outside ${resource} ${from} ${to}`,
      start: new Date(from),
      end: new Date(to),
      resources: [resource],
      service: null,
      outside: calendar,
      bookings: [],
      seats: 0,
    }),
  );
  return [...sessions.values(), ...busy];
}
