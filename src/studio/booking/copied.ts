// A set-up of one site as it is put into another: with new ids, at the other's place, and only what is wanted of it.
import type { BookingSetUp, WeeklySpan, YearSeason } from "@/core/booking/booking";
import { seasonsMeet } from "@/core/booking/hours/hours";

export function copiedSetUp(
  setUp: BookingSetUp,
  {
    place,
    seasons,
    people,
    prices,
    newId,
  }: {
    /** Id of the place that all of it belongs to then. */
    readonly place: string;
    /** The seasons that the place has. */
    readonly seasons: readonly YearSeason[];
    readonly people: boolean;
    readonly prices: boolean;
    readonly newId: () => string;
  },
): Pick<BookingSetUp, "services" | "resources" | "prices"> & { readonly seasons: readonly YearSeason[] } {
  const renamed = <T extends { readonly id: string }>(items: readonly T[]) =>
    new Map(items.map(({ id }) => [id, newId()] as const));
  const services = renamed(setUp.services);
  const resources = renamed(people ? setUp.resources : []);
  const known = (ids: ReadonlyMap<string, string>, id: string | null) => id === null || ids.has(id);
  const taken = people ? seasonsWith(setUp, seasons, newId) : { seasons, known: new Map<string, string>() };
  const hours = <T extends readonly WeeklySpan[] | null>(list: T, of: string) =>
    (list?.flatMap((span) => {
      if (span.season === undefined) return [span];
      const season = taken.known.get(`${of} ${span.season}`);
      return season ? [{ ...span, season }] : [];
    }) ?? null) as T;
  return {
    seasons: taken.seasons,
    services: setUp.services.map(({ picture: _picture, ...service }) => ({
      ...service,
      id: services.get(service.id) ?? "",
      place,
      price: prices ? service.price : null,
      ...(service.lengths
        ? { lengths: service.lengths.map(({ minutes, price }) => ({ minutes, price: prices ? price : null })) }
        : {}),
      needs: service.needs
        .map((need) => ({ ...need, oneOf: need.oneOf.flatMap((id) => resources.get(id) ?? []) }))
        .filter(({ oneOf }) => oneOf.length > 0),
    })),
    resources: (people ? setUp.resources : []).map(({ picture: _picture, ...resource }) => ({
      ...resource,
      id: resources.get(resource.id) ?? "",
      place,
      week: hours(resource.week, resource.place),
      keptBack: hours(resource.keptBack, resource.place),
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

/**
 * A place's seasons with those of another set-up: the same days are the same season. One that would meet another can't be
 * there too, and hours that are written for it are left out.
 */
function seasonsWith(setUp: BookingSetUp, own: readonly YearSeason[], newId: () => string) {
  const known = new Map<string, string>();
  const seasons = [...own];
  for (const place of setUp.places)
    for (const season of place.seasons ?? []) {
      const same = seasons.find(({ from, to }) => from === season.from && to === season.to);
      if (!same && seasons.some((one) => seasonsMeet(one, season))) continue;
      const id = same?.id ?? newId();
      if (!same) seasons.push({ ...season, id });
      known.set(`${place.id} ${season.id}`, id);
    }
  return { seasons, known };
}
