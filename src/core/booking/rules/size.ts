// How much a question about a service can ask of the machine: its starts of a day, each tried with every resource of
// its sets. A set-up beyond the limit is refused where it is made, so that no visitor's question takes long.

import { minutesOf } from "@/core/time/clock";
import { type BookingSetUp, partsSold, type Resource, type Service } from "../booking";

/** The most starts of a day times resources. Measured: 62 days of the largest are answered within a second. */
export const mostTried = 12_000;

const wholeDay = 24 * 60;

/** The most minutes that a resource is open on one day of its week. */
function openMinutes(resource: Resource): number {
  const { week } = resource;
  if (week === null) return wholeDay;
  const days = [1, 2, 3, 4, 5, 6, 7].map((weekday) =>
    week
      .filter(({ weekdays }) => weekdays.includes(weekday))
      .reduce((sum, { from, to }) => {
        const minutes = minutesOf(to) - minutesOf(from);
        // Past midnight.
        return sum + (minutes > 0 ? minutes : minutes + wholeDay);
      }, 0),
  );
  return Math.min(wholeDay, Math.max(0, ...days));
}

/** Whether the days of all these services can be looked at in one question: together they are no larger than one may be. */
export const mayAskAll = (setUp: BookingSetUp, ids: readonly string[]): boolean =>
  setUp.services
    .filter(({ id, online }) => online && ids.includes(id))
    .reduce((sum, service) => sum + triedOn(service, setUp) * partsSold(service).length, 0) <= mostTried;

/** Starts of the fullest day times resources of all sets, those of a set for each seat once for each. */
export function triedOn(service: Service, setUp: BookingSetUp): number {
  const leaders = new Set(service.needs[0]?.oneOf);
  const { starts } = service;
  const perDay =
    "at" in starts
      ? starts.at.length
      : Math.max(
          0,
          ...setUp.resources
            .filter(({ id }) => leaders.has(id))
            .map((resource) => Math.ceil(openMinutes(resource) / starts.everyMinutes)),
        );
  const resources = service.needs.reduce(
    (sum, { oneOf, each }) => sum + oneOf.length * (each ? service.capacity : 1),
    0,
  );
  return (service.course ? 1 : perDay) * resources;
}
