// How soon before a start a visitor may still book it, and how far ahead.

import { type DayNumber, hourMs } from "@/core/time/clock";
import type { ZoneClock } from "@/core/time/zone-clock";
import type { Instant, Notice } from "../booking";

/** The first moment a start may have, booked at `now`. */
export function earliestStart(notice: Notice, now: Instant, clock: ZoneClock): Instant {
  switch (notice.kind) {
    case "none":
      return now;
    case "hours":
      return now + notice.hours * hourMs;
    case "nextDay":
      return clock.startOfDay(clock.dayOf(now) + 1);
  }
}

/** The last local day a start may be on, booked at `now`. */
export const lastDay = (daysAhead: number, now: Instant, clock: ZoneClock): DayNumber => clock.dayOf(now) + daysAhead;
