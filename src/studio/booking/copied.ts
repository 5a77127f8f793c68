// A set-up of one site as it is put into another: with new ids, at the other's place, and only what is wanted of it.
import type { BookingSetUp } from "@/core/booking/booking";

export function copiedSetUp(
  setUp: BookingSetUp,
  {
    place,
    people,
    prices,
    newId,
  }: {
    /** Id of the place that all of it belongs to then. */
    readonly place: string;
    readonly people: boolean;
    readonly prices: boolean;
    readonly newId: () => string;
  },
): Pick<BookingSetUp, "services" | "resources" | "prices"> {
  const renamed = <T extends { readonly id: string }>(items: readonly T[]) =>
    new Map(items.map(({ id }) => [id, newId()] as const));
  const services = renamed(setUp.services);
  const resources = renamed(people ? setUp.resources : []);
  const known = (ids: ReadonlyMap<string, string>, id: string | null) => id === null || ids.has(id);
  return {
    services: setUp.services.map(({ picture: _picture, ...service }) => ({
      ...service,
      id: services.get(service.id) ?? "",
      place,
      price: prices ? service.price : null,
      needs: service.needs
        .map((need) => ({ ...need, oneOf: need.oneOf.flatMap((id) => resources.get(id) ?? []) }))
        .filter(({ oneOf }) => oneOf.length > 0),
    })),
    resources: (people ? setUp.resources : []).map(({ picture: _picture, ...resource }) => ({
      ...resource,
      id: resources.get(resource.id) ?? "",
      place,
      offers: resource.offers.map((offer) => ({
        ...offer,
        service: services.get(offer.service) ?? "",
        price: prices ? offer.price : null,
      })),
    })),
    prices: (prices ? setUp.prices : [])
      .filter((rule) => known(services, rule.service) && known(resources, rule.resource))
      .map((rule) => ({
        ...rule,
        id: newId(),
        service: rule.service && (services.get(rule.service) ?? null),
        resource: rule.resource && (resources.get(rule.resource) ?? null),
      })),
  };
}
