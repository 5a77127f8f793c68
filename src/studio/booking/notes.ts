// What lists say of services and resources in a line.
import { type BookingSetUp, deskColours, offerOf, type Resource, type Service } from "@/core/booking/booking";
import { moneyWords } from "@/core/money/money";
import { words } from "./words";

/** "1 h 30", "45 min". */
export function lengthWords(minutes: number): string {
  if (minutes < 60) return words.minutes(minutes);
  const rest = minutes % 60;
  return rest ? words.hoursAndMinutes(Math.floor(minutes / 60), rest) : words.wholeHours(minutes / 60);
}

interface Money {
  readonly currency: string;
  readonly language: string;
}

/** "2 h · €38.00 · Maren, Tobi". */
export function serviceNote(service: Service, setUp: BookingSetUp, { currency, language }: Money): string {
  const names = membersOf(setUp, service, 0).map(({ name }) => name);
  return [
    service.course ? words.courseRuns(service.course.length) : "",
    (service.lengths?.map(({ minutes }) => minutes) ?? [service.durationMinutes]).map(lengthWords).join(" / "),
    service.price ? moneyWords({ amount: service.price.amount, currency }, language) : "",
    service.capacity > 1 ? words.seatsCount(service.capacity) : "",
    names.length > 3 ? words.namesAndMore(names.slice(0, 2), names.length - 2) : names.join(", "),
    service.online ? "" : words.byHandOnly,
  ]
    .filter(Boolean)
    .join(" · ");
}

/** Who of a service's set does it. */
export const membersOf = (setUp: BookingSetUp, service: Service, set: number): readonly Resource[] =>
  (service.needs[set]?.oneOf ?? []).flatMap((id) => {
    const found = setUp.resources.find((one) => one.id === id);
    return found && offerOf(found, service.id)?.does !== false ? [found] : [];
  });

/** The Desk's colour of a service: its own, or that of its place in the list. */
export const colourOf = (setUp: BookingSetUp, service: Service): number =>
  service.colour ?? setUp.services.findIndex(({ id }) => id === service.id) % deskColours;

/** The token of one of the Desk's colours. */
export const colourToken = (colour: number): string => `desk${colour % deskColours}`;

/** A name that ends with a number, as what stands before it and the number; null for others. */
function numberedName({ name }: Resource): readonly [stem: string, number: number] | null {
  const digits = /\d{1,6}$/.exec(name);
  return digits ? [name.slice(0, digits.index), Number(digits[0])] : null;
}

/** "Wheel 1 to Wheel 6" for names that only count on; others one by one, "Maren, Tobi or Ilse". */
export function namesOf(resources: readonly Resource[]): string {
  const numbered = resources.map(numberedName);
  const [first] = numbered;
  const counts =
    resources.length > 2 &&
    first &&
    numbered.every((one, index) => one?.[0] === first[0] && one[1] === first[1] + index);
  if (counts) return words.firstToLast(resources[0]?.name ?? "", resources.at(-1)?.name ?? "");
  return new Intl.ListFormat("en-GB", { type: "disjunction" }).format(resources.map(({ name }) => name));
}

/** What a service needs, as a sentence: "one of Maren, Tobi or Ilse, and one of Wheel 1 to Wheel 6". */
export function needsSentence(setUp: BookingSetUp, service: Service): string {
  const sets = service.needs.map((_, set) => {
    const members = membersOf(setUp, service, set);
    if (!members.length) return words.nobodyYet;
    const said = members.length === 1 ? namesOf(members) : words.oneOf(namesOf(members));
    return service.needs[set]?.each ? words.forEachSeat(said) : said;
  });
  return sets.length ? words.needsSentence(new Intl.ListFormat("en-GB").format(sets)) : words.needsNobody;
}
