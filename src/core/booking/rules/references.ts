// What a set-up's parts say about each other: names of things that are not there, and rules that can never hold.
import type { Fault } from "@/core/input/fault";
import { type BookingSetUp, mostOfEach } from "../booking";
import { mostTried, triedOn } from "./size";

/** Every reference of a set-up to something it does not hold, with its path. */
export function setUpFaults(setUp: BookingSetUp): Fault[] {
  const faults: Fault[] = [];
  const places = new Set(setUp.places.map(({ id }) => id));
  const services = new Set(setUp.services.map(({ id }) => id));
  const resources = new Map(setUp.resources.map((resource) => [resource.id, resource]));
  const wanted = (known: boolean, path: string, what: string) => {
    if (!known) faults.push({ path, message: `There is no ${what} with this id.` });
  };
  setUp.services.forEach((service, at) => {
    const path = `services[${at}]`;
    wanted(places.has(service.place), `${path}.place`, "place");
    service.needs.forEach((need, set) => {
      const most = Math.min(need.oneOf.length, mostOfEach);
      if (need.each && service.capacity > most)
        faults.push({
          path: `${path}.needs[${set}].each`,
          message: `One for each seat: with ${need.oneOf.length} of ${need.name} a booking has at most ${most} seats, not ${service.capacity}.`,
        });
      need.oneOf.forEach((id, index) => {
        const resource = resources.get(id);
        wanted(resource !== undefined, `${path}.needs[${set}].oneOf[${index}]`, "resource");
        if (resource && resource.place !== service.place)
          faults.push({
            path: `${path}.needs[${set}].oneOf[${index}]`,
            message: `“${resource.name}” belongs to another place.`,
          });
      });
    });
    const tried = triedOn(service, setUp);
    if (tried > mostTried)
      faults.push({
        path: `${path}.needs`,
        message: `The starts of a day times the resources of the sets are ${tried}; at most ${mostTried} can be looked through for a visitor. Let starts be further apart, or name fewer resources.`,
      });
    service.screening.forEach((screening, index) => {
      const question = service.questions.find(({ key }) => key === screening.question);
      const at = `${path}.screening[${index}]`;
      if (!question) faults.push({ path: `${at}.question`, message: "There is no question with this key." });
      else if (question.kind === "choice" || question.kind === "several")
        screening.refuses.forEach((answer, nth) => {
          if (!question.options.includes(answer))
            faults.push({ path: `${at}.refuses[${nth}]`, message: "This is not among the question's options." });
        });
    });
  });
  setUp.resources.forEach((resource, at) => {
    wanted(places.has(resource.place), `resources[${at}].place`, "place");
    const seasons = setUp.places.find(({ id }) => id === resource.place)?.seasons ?? [];
    for (const list of ["week", "keptBack"] as const)
      resource[list]?.forEach(({ season }, index) => {
        if (season !== undefined)
          wanted(
            seasons.some(({ id }) => id === season),
            `resources[${at}].${list}[${index}].season`,
            "season",
          );
      });
    resource.offers.forEach((offer, index) => {
      wanted(services.has(offer.service), `resources[${at}].offers[${index}].service`, "service");
    });
  });
  setUp.prices.forEach((rule, at) => {
    if (rule.service !== null) wanted(services.has(rule.service), `prices[${at}].service`, "service");
    if (rule.resource !== null) wanted(resources.has(rule.resource), `prices[${at}].resource`, "resource");
  });
  return faults;
}
