// What visitors are told of services: the same from the API, in a rehearsal, and in the form that a page carries.
import type { WallClock } from "@/core/time/clock";
import { LocalClock } from "@/core/time/local-clock";
import {
  type BookingSetUp,
  chosenLength,
  durationWith,
  type Instant,
  mostDaysAhead,
  offerOf,
  type Service,
  sharesStarts,
} from "./booking";
import type { Moment, PublicService, PublicServices } from "./public-types";
import { askedQuestions } from "./words/asked-questions";

/** An instant as the API writes it, with what the clock at the place shows. */
export const momentAt = (clock: WallClock, instant: Instant): Moment => ({
  instant: new Date(instant).toISOString(),
  place: clock.wallOf(instant),
});

/** The dates of a course, part by part. */
function courseOf(setUp: BookingSetUp, { course, place }: Service): PublicService["course"] {
  if (!course) return null;
  const clock = new LocalClock(setUp.places.find(({ id }) => id === place)?.zone ?? "UTC");
  return course.map((run) => run.map((wall) => momentAt(clock, clock.instantOf(wall))));
}

function publicService(setUp: BookingSetUp, service: Service): PublicService {
  const leaders = (service.needs[0]?.oneOf ?? [])
    .map((id) => setUp.resources.find((resource) => resource.id === id))
    .filter((resource) => resource !== undefined)
    .filter((resource) => offerOf(resource, service.id)?.does !== false);
  const first = chosenLength(service, null);
  return {
    id: service.id,
    place: service.place,
    name: service.name,
    words: service.words,
    category: service.category,
    picture: service.picture ?? "",
    durationMinutes: first ?? service.durationMinutes,
    lengths: service.lengths ?? null,
    joining: (service.course && service.joining) ?? null,
    capacity: sharesStarts(service) ? service.capacity : 1,
    mostSeats: Math.min(service.capacity, service.mostSeats ?? service.capacity),
    least: service.least ?? null,
    waiting: service.waiting !== undefined,
    where: service.where,
    confirm: service.confirm,
    leads: service.leads,
    price: service.lengths?.[0]?.price ?? service.price,
    tax: service.tax,
    course: courseOf(setUp, service),
    resources: leaders.map((resource) => ({
      id: resource.id,
      name: resource.name,
      kind: resource.kind,
      words: resource.words ?? "",
      picture: resource.picture ?? "",
      durationMinutes: first ?? durationWith(service, resource),
      price: offerOf(resource, service.id)?.price ?? service.price,
      daysAhead: Math.min(resource.daysAhead ?? mostDaysAhead, service.daysAhead ?? mostDaysAhead),
      cancelHours: resource.cancelHours,
    })),
    questions: askedQuestions(service),
    terms: service.terms,
  };
}

/** Everything that the services with these ids offer to visitors. */
export function publicServices(setUp: BookingSetUp, ids: readonly string[], currency: string): PublicServices {
  const offered = ids
    .map((id) => setUp.services.find((service) => service.id === id))
    .filter((service): service is Service => service?.online === true);
  return {
    currency,
    places: setUp.places
      .filter(({ id }) => offered.some(({ place }) => place === id))
      .map(({ id, name, address, zone, notice, textMessages = false }) => ({
        ...{ id, name, address, zone, notice, textMessages },
      })),
    services: offered.map((service) => publicService(setUp, service)),
  };
}
