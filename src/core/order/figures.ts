// How a shop did over some days: what a screen and a bookkeeper read.

/** One day: minor units that came in by orders of that day, tax included, and how many they were. */
export interface DayFigures {
  readonly day: string;
  readonly orders: number;
  readonly gross: number;
}

const dayMs = 86_400_000;

/** Every day from the first to the last, both included, as local days; at most a year and a day. */
export function daysBetween(from: string, to: string): readonly string[] {
  const [first, last] = [Date.parse(`${from}T00:00:00Z`), Date.parse(`${to}T00:00:00Z`)];
  const count = Math.min(367, Math.max(0, Math.round((last - first) / dayMs) + 1));
  return Array.from({ length: count }, (_, nth) => new Date(first + nth * dayMs).toISOString().slice(0, 10));
}

/** Days without an order stand there, too: as nothing. */
export function wholeDays(from: string, to: string, some: readonly DayFigures[]): readonly DayFigures[] {
  const known = new Map(some.map((one) => [one.day, one]));
  return daysBetween(from, to).map((day) => known.get(day) ?? { day, orders: 0, gross: 0 });
}
