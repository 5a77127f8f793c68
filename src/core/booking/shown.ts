// How many of a half-day's starts are shown: a thin, even choice that does not change as bookings come in.
import type { Instant } from "./booking";

/**
 * Of the m possible starts of a half-day those with index round(i * (m - 1) / (n - 1)), i = 0 … n - 1, halves up.
 * n = 1 is the first; n of m or more is all.
 */
export function thinned(starts: readonly Instant[], n: number): readonly Instant[] {
  const m = starts.length;
  if (n >= m) return starts;
  if (n === 1) return starts.slice(0, 1);
  const indexes = Array.from({ length: n }, (_, i) => Math.floor((2 * i * (m - 1) + (n - 1)) / (2 * (n - 1))));
  return [...new Set(indexes)].map((index) => starts[index] as Instant);
}
