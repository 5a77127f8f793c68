// How many starts a painted week gives: hours alone, without a diary, closures and what a single date says.

import { dateOf, dayNumber, hourMs } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { type BookingSetUp, type LocalDate, offerOf, type Service } from "../booking";
import { Diary } from "../diary/diary";
import { Availability } from "../rules/availability";
import { mondayBefore } from "./hours";

/** A set-up as its weeks alone are: nothing that holds for single dates. */
const weeksOf = (setUp: BookingSetUp): BookingSetUp => ({
  ...setUp,
  places: setUp.places.map((place) => ({ ...place, closures: [] })),
  resources: setUp.resources.map((resource) => ({
    ...resource,
    exceptions: [],
    timeOff: [],
    yearlyOff: [],
    keptBackOn: [],
    releasedHours: null,
  })),
  services: setUp.services.map((service) => ({ ...service, sold: { from: null, to: null } })),
});

/** The Monday of a date's week. */
export function mondayOf(date: LocalDate): LocalDate {
  const day = dayNumber(date);
  return dateOf(mondayBefore(day));
}

/** Starts that visitors can be offered on each weekday, Monday first. */
export type WeekStarts = readonly number[];

/** Services that need a resource, in the order of the file. */
export const servicesOf = (setUp: BookingSetUp, resource: string): readonly Service[] =>
  setUp.services.filter(({ id, needs }) => {
    const found = setUp.resources.find((one) => one.id === resource);
    return needs.some(({ oneOf }) => oneOf.includes(resource)) && found && offerOf(found, id)?.does !== false;
  });

/**
 * The starts of a service in the week of `monday` by hours alone, with one resource or (null) with any. A course has those
 * of its runs that begin in it.
 */
export function startsAWeek(
  setUp: BookingSetUp,
  service: string,
  resource: string | null,
  monday: LocalDate,
): WeekStarts {
  const weeks = weeksOf(setUp);
  const place = weeks.places.find(({ id }) => id === weeks.services.find((one) => one.id === service)?.place);
  if (!place) return [0, 0, 0, 0, 0, 0, 0];
  const clock = ZoneClock.of(place.zone);
  const first = dayNumber(monday);
  // Asked well before: notice and days ahead are another matter.
  const now = clock.startOfDay(first) - 24 * hourMs;
  const waived = ["booking.tooSoon", "booking.tooFar", "booking.serviceTooSoon", "booking.serviceTooFar"];
  const wish = { service, resource, seats: 1, online: true, waived };
  const availability = new Availability(weeks, wish, new Diary([], [], clock), now, first, first + 6);
  return Array.from({ length: 7 }, (_, nth) => availability.timesOn(first + nth).length);
}
