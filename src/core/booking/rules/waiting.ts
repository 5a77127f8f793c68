// Who waits for a start that is full: which starts those are, and for how long an offer is kept.

import type { DayNumber } from "@/core/time/clock";
import type { Instant, Service } from "../booking";
import type { Availability } from "./availability";

const startsOn = (availability: Availability, day: DayNumber): readonly Instant[] =>
  availability.timesOn(day).flatMap(({ dates }) => dates[0]?.start ?? []);

/**
 * The starts of a local day that are taken by other bookings alone, in order: an empty diary would offer them. `emptied` is the
 * same question without bookings; what is closed, too soon or away elsewhere is not waited for.
 */
export function fullStarts(availability: Availability, emptied: Availability, day: DayNumber): readonly Instant[] {
  const offered = new Set(startsOn(availability, day));
  return startsOn(emptied, day).filter((start) => !offered.has(start));
}

/** The moment until which an offer made at `now` is kept: never beyond the start. Null where nobody waits for a service. */
export const offeredUntil = ({ waiting }: Pick<Service, "waiting">, start: Instant, now: Instant): Instant | null =>
  waiting ? Math.min(start, now + waiting.offerMinutes * 60_000) : null;

/** How many may wait for one start, and for all of a site's. */
export const mostWaiting = { start: 30, site: 500 } as const;
