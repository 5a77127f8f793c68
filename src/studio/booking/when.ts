// The moment that the set-up is looked at from: the rehearsal's, on the clock of a place.
import type { BookingSetUp } from "@/core/booking/booking";
import { dateOf } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { useSite } from "@/studio/frame/site-context";
import { useChosenVisitor } from "@/studio/rehearse/chosen";
import { momentOf } from "@/studio/rehearse/moment";

/** The rehearsal's moment, and its date at a place; null means the first place. */
export function useWhen(
  part: BookingSetUp,
  placeId: string | null,
): { readonly now: number; readonly today: string; readonly clock: ZoneClock } {
  const { settings, clockAheadMs } = useSite();
  const { chosen } = useChosenVisitor();
  const place = part.places.find(({ id }) => id === placeId) ?? part.places[0];
  const clock = ZoneClock.of(place?.zone ?? settings.zone);
  // On whole minutes, so that what is worked out from it holds for one.
  const now = Math.floor(momentOf(chosen, settings.zone, clockAheadMs) / 60_000) * 60_000;
  return { now, today: dateOf(clock.dayOf(now)), clock };
}
