// What can be booked.
import { durationWith, mostDaysAhead, offerOf, type Place, type Service } from "@/core/booking/booking";
import type { billOf } from "@/core/booking/price";
import { clockFor } from "../ask";
import { momentOf } from "../refusal";
import type { PublicCall } from "./call";

export const billParts = (bill: ReturnType<typeof billOf>) =>
  bill && {
    currency: bill.currency,
    seats: bill.seats,
    each: bill.each,
    earlierEach: bill.earlierEach,
    net: bill.net,
    tax: bill.tax,
    taxPercent: bill.taxPercent,
    gross: bill.gross,
  };

function publicPlace({ id, name, address, zone, notice }: Place) {
  return { id, name, address, zone, notice };
}

/** Everything a calendar offers, without what is not a visitor's to know. */
export function services(call: PublicCall) {
  const { setUp } = call;
  const offered = call.services
    .map((id) => setUp.services.find((service) => service.id === id))
    .filter((service): service is Service => service?.online === true);
  return {
    currency: call.site.settings.currency,
    places: setUp.places.filter(({ id }) => offered.some(({ place }) => place === id)).map(publicPlace),
    services: offered.map((service) => {
      const clock = clockFor(setUp, service);
      const leaders = (service.needs[0]?.oneOf ?? [])
        .map((id) => setUp.resources.find((resource) => resource.id === id))
        .filter((resource) => resource !== undefined)
        .filter((resource) => offerOf(resource, service.id)?.does !== false);
      return {
        id: service.id,
        place: service.place,
        name: service.name,
        words: service.words,
        category: service.category,
        durationMinutes: service.durationMinutes,
        capacity: service.capacity,
        where: service.where,
        confirm: service.confirm,
        leads: service.leads,
        price: service.price,
        tax: service.tax,
        course: service.course?.map((run) => run.map((wall) => momentOf(clock, clock.instantOf(wall)))) ?? null,
        resources: leaders.map((resource) => ({
          id: resource.id,
          name: resource.name,
          kind: resource.kind,
          durationMinutes: durationWith(service, resource),
          price: offerOf(resource, service.id)?.price ?? service.price,
          daysAhead: resource.daysAhead ?? mostDaysAhead,
          cancelHours: resource.cancelHours,
        })),
        questions: service.questions,
        terms: service.terms,
      };
    }),
  };
}
