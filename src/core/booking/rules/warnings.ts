// What a set-up says that its business will not have meant: nothing is wrong with its form, and yet nobody can book, or
// something can never hold. Each with what it is about, so that one can go there.

import { dayNumber, hourMs, minuteMs } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { newResource } from "../blank";
import { type BookingSetUp, mostDaysAhead, offerOf, type Resource, type Service } from "../booking";
import { firstMeeting, hoursOf } from "../hours/hours";
import { mondayOf, startsAWeek } from "../hours/starts-week";
import { neverWinning } from "../money/price";

/** Steps of the set-up that a warning belongs to. */
export type WarningStep = "services" | "people" | "hours" | "prices" | "where";

export interface Warning {
  readonly code: string;
  readonly step: WarningStep;
  /** Id of the service, resource, rule or place it is about. */
  readonly about: string;
  readonly values: Readonly<Record<string, string>>;
}

/** More than so many choices on the first screen are not read. */
export const mostChoices = 8;
/** How far hours lost to closures are looked for, in days. */
const closureDays = 56;

const doing = (setUp: BookingSetUp, service: Service, set: number): readonly Resource[] =>
  (service.needs[set]?.oneOf ?? []).flatMap((id) => {
    const resource = setUp.resources.find((one) => one.id === id);
    return resource && offerOf(resource, service.id)?.does !== false ? [resource] : [];
  });

function* ofService(setUp: BookingSetUp, service: Service, today: string | null): Generator<Warning> {
  const about = { about: service.id, values: { service: service.name } };
  const empty = service.needs.length === 0 || service.needs.some((_, set) => !doing(setUp, service, set).length);
  if (empty) yield { code: "check.bookingNobody", step: "services", ...about };
  else if (!service.course && today) {
    const starts = startsAWeek(setUp, service.id, null, mondayOf(today));
    if (starts.every((count) => count === 0)) yield { code: "check.bookingNoHours", step: "hours", ...about };
  }
  const priced =
    service.price !== null ||
    service.lengths?.every((length) => length.price) ||
    setUp.prices.some((rule) => rule.service === null || rule.service === service.id) ||
    doing(setUp, service, 0).some((leader) => offerOf(leader, service.id)?.price);
  if (!priced) yield { code: "check.bookingNoPrice", step: "prices", ...about };
  const place = setUp.places.find(({ id }) => id === service.place);
  if (service.confirm === "approval" && place && !place.notify)
    yield {
      code: "check.bookingNoAddress",
      step: "where",
      about: place.id,
      values: { service: service.name, place: place.name },
    };
  yield* ofCourse(setUp, service);
}

function* ofCourse(setUp: BookingSetUp, service: Service): Generator<Warning> {
  const place = setUp.places.find(({ id }) => id === service.place);
  const dates = service.course?.flat() ?? [];
  if (!place || !dates.length) return;
  const clock = ZoneClock.of(place.zone);
  const days = dates.map((wall) => dayNumber(wall.slice(0, 10)));
  const anybody = newResource("", place.id, "");
  const { closures } = hoursOf(place, anybody, clock, Math.min(...days) - 1, Math.max(...days) + 2);
  for (const wall of dates) {
    const start = clock.instantOf(wall);
    const closure = firstMeeting(closures, start, start + service.durationMinutes * minuteMs);
    if (closure)
      yield {
        code: "check.bookingCourseClosed",
        step: "services",
        about: service.id,
        values: { service: service.name, date: wall.replace("T", " "), closure: closure.words },
      };
  }
}

/** Services of one calendar that visitors could not tell apart. */
function* alike(services: readonly Service[]): Generator<Warning> {
  const named = new Map<string, Service>();
  for (const service of services) {
    const key = service.name.trim().toLocaleLowerCase();
    const other = named.get(key);
    if (other)
      yield {
        code: "check.bookingAlike",
        step: "services",
        about: service.id,
        values: { service: service.name },
      };
    named.set(key, service);
  }
}

function* ofPlaces(setUp: BookingSetUp, today: string): Generator<Warning> {
  for (const place of setUp.places) {
    const clock = ZoneClock.of(place.zone);
    const from = dayNumber(today);
    let open = 0;
    let usable = 0;
    for (const resource of setUp.resources.filter((one) => one.place === place.id && one.week !== null)) {
      const hours = hoursOf(place, { ...resource, timeOff: [] }, clock, from, from + closureDays);
      const sum = (spans: readonly { from: number; to: number }[]) =>
        spans.reduce((all, span) => all + (span.to - span.from), 0);
      open += sum(hours.open);
      usable += sum(hours.usable);
    }
    const lost = Math.round((open - usable) / hourMs);
    if (lost > 0)
      yield {
        code: "check.bookingHoursLost",
        step: "hours",
        about: place.id,
        values: { place: place.name, lost: String(lost), open: String(Math.round(open / hourMs)) },
      };
  }
}

/** A calendar from outside whose last try failed; its busy time is that of the last good one. */
export interface BrokenFeed {
  readonly resource: string;
  readonly name: string;
  readonly problem: string;
}

/** People and things of the offered services whose busy time is not up to date: their calendar could not be read. */
export function* feedWarnings(
  setUp: BookingSetUp,
  offered: readonly string[],
  feeds: readonly BrokenFeed[],
): Generator<Warning> {
  const serving = new Set(
    setUp.services.filter(({ id }) => offered.includes(id)).flatMap(({ needs }) => needs.flatMap(({ oneOf }) => oneOf)),
  );
  for (const { resource: id, name, problem } of feeds) {
    const resource = setUp.resources.find((one) => one.id === id);
    if (resource && serving.has(id))
      yield {
        code: "check.bookingFeed",
        step: "people",
        about: id,
        values: { resource: resource.name, calendar: name, problem },
      };
  }
}

/**
 * What is worth a look in a set-up and in the services that one calendar offers. `today` is a date of the place; without
 * one (null) only what does not depend on it is told.
 */
export function* bookingWarnings(
  setUp: BookingSetUp,
  offered: readonly string[],
  today: string | null,
): Generator<Warning> {
  const services = offered.flatMap((id) => setUp.services.find((service) => service.id === id) ?? []);
  for (const service of services) yield* ofService(setUp, service, today);
  const shown = services.filter(({ online }) => online);
  yield* alike(shown);
  const choices = new Set(shown.map(({ id, category }) => category || id)).size;
  if (choices > mostChoices)
    yield {
      code: "check.bookingManyChoices",
      step: "services",
      about: "",
      values: { count: String(choices), most: String(mostChoices) },
    };
  for (const { id, name, notice, daysAhead } of setUp.resources)
    if (notice.kind === "hours" && notice.hours >= (daysAhead ?? mostDaysAhead) * 24)
      yield {
        code: "check.bookingNotice",
        step: "people",
        about: id,
        values: { resource: name, hours: String(notice.hours), days: String(daysAhead ?? mostDaysAhead) },
      };
  for (const { id, name, notice, daysAhead } of setUp.services)
    if (notice?.kind === "hours" && notice.hours >= (daysAhead ?? mostDaysAhead) * 24)
      yield {
        code: "check.bookingNotice",
        step: "services",
        about: id,
        values: { resource: name, hours: String(notice.hours), days: String(daysAhead ?? mostDaysAhead) },
      };
  for (const { rule, before } of neverWinning(setUp.prices))
    yield { code: "check.bookingRule", step: "prices", about: rule.id, values: { rule: rule.id, before: before.id } };
  if (today) yield* ofPlaces(setUp, today);
}
