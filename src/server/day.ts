// Days as the site's own calendar has them.
import { dateOf } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";

/** "2026-11-24" in a zone. */
export const dayIn = (zone: string, now: Date): string => {
  const clock = ZoneClock.of(zone);
  return dateOf(clock.dayOf(now.getTime()));
};
