// What a booking costs: the rule that holds, and the tax of each line.
import { shareOfAmount, withTax } from "@/core/money/money";
import { dateOf, dayNumber, minutesOf, weekdayOf } from "@/core/time/clock";
import type { ZoneClock } from "@/core/time/zone-clock";
import type {
  BookingSetUp,
  CoursePart,
  Instant,
  Length,
  LocalDate,
  Price,
  PriceRule,
  Resource,
  Service,
} from "../booking";
import { chosenLength, offerOf } from "../booking";
import type { PublicBill } from "../public-types";
import { shareOf } from "../rules/course";

export interface PriceAsked {
  readonly service: Service;
  /** Who and what serves, the leading resource first. */
  readonly serving: readonly Resource[];
  readonly start: Instant;
  readonly seats: number;
  /** The length that the client chose; null or absent where it is not theirs to choose. */
  readonly minutes?: number | null;
  /** How much of a course; null or absent for a whole run. */
  readonly part?: CoursePart | null;
}

/** The resources with these ids, in their order; what is no longer there is left out. */
export const servingOf = (
  { resources }: Pick<BookingSetUp, "resources">,
  ids: readonly string[],
): readonly Resource[] => ids.flatMap((id) => resources.find((one) => one.id === id) ?? []);

/** What a rule may ask of a start. */
export const priceConditions = ["service", "resource", "weekdays", "hours", "dates", "seats", "minutes"] as const;
export type PriceCondition = (typeof priceConditions)[number];

const conditionsOf = (rule: PriceRule): number => priceConditions.filter((one) => (rule[one] ?? null) !== null).length;

/** A start as rules look at it. */
interface Start {
  readonly service: string;
  readonly serving: readonly string[];
  readonly seats: number;
  readonly weekday: number;
  readonly date: string;
  /** Minutes since 00:00. */
  readonly minutes: number;
  /** The length that was chosen; null where there is no choice. */
  readonly length: Length | null;
}

const lengthOf = ({ service, minutes }: Pick<PriceAsked, "service" | "minutes">): Length | null => {
  const chosen = chosenLength(service, minutes);
  if (chosen === null) return null;
  return service.lengths?.find((one) => one.minutes === chosen) ?? { minutes: chosen, price: null };
};

const startOf = (asked: PriceAsked, clock: ZoneClock): Start => {
  const { service, serving, start, seats } = asked;
  const day = clock.dayOf(start);
  const date = dateOf(day);
  return {
    service: service.id,
    serving: serving.map(({ id }) => id),
    seats,
    weekday: weekdayOf(day),
    date,
    minutes: clock.minutesOf(start),
    length: lengthOf(asked),
  };
};

/** Whether each condition of a rule holds for a start; what is not asked holds. */
const holdsFor: { readonly [C in PriceCondition]: (rule: PriceRule, start: Start) => boolean } = {
  service: ({ service }, start) => service === null || service === start.service,
  resource: ({ resource }, start) => resource === null || start.serving.includes(resource),
  weekdays: ({ weekdays }, start) => weekdays === null || weekdays.includes(start.weekday),
  hours: ({ hours }, { minutes }) =>
    hours === null || (minutesOf(hours.from) <= minutes && minutes < minutesOf(hours.to)),
  dates: ({ dates }, { date }) => dates === null || (dates.from <= date && date <= dates.to),
  seats: ({ seats }, start) => seats === null || (seats.from <= start.seats && start.seats <= seats.to),
  // What a length costs by itself is changed only by who means this length.
  minutes: ({ minutes = null }, { length }) => (minutes === null ? !length?.price : minutes === length?.minutes),
};

/** Whether every condition of the rule holds for the local start. */
const matches = (rule: PriceRule, start: Start): boolean => priceConditions.every((one) => holdsFor[one](rule, start));

/** Whether `one` goes before `other`, where both match and stand in this order in the file. */
const outranks = (one: PriceRule, other: PriceRule): boolean =>
  one.priority > other.priority || (one.priority === other.priority && conditionsOf(one) > conditionsOf(other));

/** Rules in the order in which they win: priority, then more conditions, then the earlier in the file. */
export const byRank = (rules: readonly PriceRule[]): readonly PriceRule[] =>
  [...rules].sort((one, other) => (outranks(one, other) ? -1 : outranks(other, one) ? 1 : 0));

/** One rule in the contest for a start. */
export interface Contestant {
  readonly rule: PriceRule;
  /** Conditions that do not hold; where there are none it lost to the one that won, or is it. */
  readonly fails: readonly PriceCondition[];
  readonly wins: boolean;
}

/** Every rule in the order in which they win, with what it lost by. */
export function priceContest(asked: PriceAsked, rules: readonly PriceRule[], clock: ZoneClock): readonly Contestant[] {
  const start = startOf(asked, clock);
  let won = false;
  return byRank(rules).map((rule) => {
    const fails = priceConditions.filter((one) => !holdsFor[one](rule, start));
    const wins = !won && !fails.length;
    won ||= wins;
    return { rule, fails, wins };
  });
}

/** Whether each condition of `inner` asks for no more than `outer` allows. */
const liesWithin: { readonly [C in PriceCondition]: (inner: PriceRule, outer: PriceRule) => boolean } = {
  service: (inner, outer) => outer.service === null || outer.service === inner.service,
  resource: (inner, outer) => outer.resource === null || outer.resource === inner.resource,
  weekdays: ({ weekdays }, outer) =>
    (outer.weekdays?.length ?? 7) === 7 || !!weekdays?.every((one) => outer.weekdays?.includes(one)),
  hours: ({ hours }, outer) =>
    outer.hours === null || (hours !== null && outer.hours.from <= hours.from && hours.to <= outer.hours.to),
  dates: ({ dates }, outer) =>
    outer.dates === null || (dates !== null && outer.dates.from <= dates.from && dates.to <= outer.dates.to),
  seats: ({ seats }, outer) =>
    outer.seats === null || (seats !== null && outer.seats.from <= seats.from && seats.to <= outer.seats.to),
  minutes: (inner, outer) => (outer.minutes ?? null) === (inner.minutes ?? null),
};

/** Rules that never win, each with the one that always goes before it. */
export function neverWinning(
  rules: readonly PriceRule[],
): readonly { readonly rule: PriceRule; readonly before: PriceRule }[] {
  const ranked = byRank(rules);
  return ranked.flatMap((rule, index) => {
    const before = ranked.slice(0, index).find((one) => priceConditions.every((what) => liesWithin[what](rule, one)));
    return before ? [{ rule, before }] : [];
  });
}

/** A stretch of a weekday with one price. */
export interface PriceBand {
  /** Minutes since 00:00. */
  readonly from: number;
  readonly to: number;
  readonly found: PriceFound | null;
}

/** The prices of starts on each day of the week of `monday`, Monday first, as bands. */
export function priceWeek(
  asked: Omit<PriceAsked, "start">,
  rules: readonly PriceRule[],
  clock: ZoneClock,
  monday: LocalDate,
): readonly (readonly PriceBand[])[] {
  const edges = rules.flatMap(({ hours }) => (hours ? [minutesOf(hours.from), minutesOf(hours.to)] : []));
  const sorted = [...new Set([0, ...edges, 24 * 60])].sort((one, other) => one - other);
  return Array.from({ length: 7 }, (_, nth) => {
    const bands: PriceBand[] = [];
    sorted.slice(0, -1).forEach((from, index) => {
      const start = clock.instantAt(dayNumber(monday) + nth, from);
      const found = priceOf({ ...asked, start }, rules, clock);
      const to = sorted[index + 1] as number;
      const last = bands.at(-1);
      const same = last && JSON.stringify(last.found) === JSON.stringify(found);
      if (last && same) bands[bands.length - 1] = { ...last, to };
      else bands.push({ from, to, found });
    });
    return bands;
  });
}

/** Where a price comes from. */
export interface PriceFound {
  readonly price: Price;
  /** Id of the rule; "one", "length", "resource" or "service" for their own price. */
  readonly by: string;
}

/** A price for so many of the dates that it is for. */
function sharedPrice({ price: { amount, earlier }, by }: PriceFound, dates: number, of: number): PriceFound {
  const share = (whole: number) => shareOfAmount(whole, dates, of);
  return { price: { amount: share(amount), earlier: earlier === null ? null : share(earlier) }, by };
}

/**
 * The price of one seat. One date of a course has its own where there is one; any other part of it costs its share of the
 * whole run, by its dates, rounded half up. Null where nothing says a price.
 */
export function priceOf(asked: PriceAsked, rules: readonly PriceRule[], clock: ZoneClock): PriceFound | null {
  const { service, start, part } = asked;
  if (!service.course || !part || part === "whole") return wholePrice(asked, rules, clock);
  if (part === "one" && service.joining?.one) return { price: service.joining.one, by: "one" };
  const share = shareOf(service.course, clock, start, part);
  const found = wholePrice(asked, rules, clock);
  return found && share && sharedPrice(found, share.dates, share.of);
}

/**
 * The price of one seat of what is whole: of the rules that match the local start the one of the highest priority, among equals the one
 * with more conditions, then the earlier in the file; without a rule that of the chosen length; then the own price of the first that has one of those who
 * serve, the leading one first; then the service's. Null where nothing says a price.
 */
function wholePrice(asked: PriceAsked, rules: readonly PriceRule[], clock: ZoneClock): PriceFound | null {
  const start = startOf(asked, clock);
  let best: PriceRule | null = null;
  for (const rule of rules) if (matches(rule, start) && (!best || outranks(rule, best))) best = rule;
  if (best) return { price: best.price, by: best.id };
  if (start.length?.price) return { price: start.length.price, by: "length" };
  for (const resource of asked.serving) {
    const own = offerOf(resource, asked.service.id)?.price;
    if (own) return { price: own, by: "resource" };
  }
  return asked.service.price ? { price: asked.service.price, by: "service" } : null;
}

export interface Bill extends PublicBill {
  /** Where the price comes from: see `PriceFound`. */
  readonly by: string;
}

/** One line: the seats at their price, with its tax. Null for what has no price. */
export function billOf(
  asked: PriceAsked,
  rules: readonly PriceRule[],
  clock: ZoneClock,
  currency: string,
): Bill | null {
  const found = priceOf(asked, rules, clock);
  if (!found) return null;
  return {
    currency,
    seats: asked.seats,
    each: found.price.amount,
    earlierEach: found.price.earlier,
    taxPercent: asked.service.tax?.percent ?? 0,
    by: found.by,
    ...withTax(found.price.amount * asked.seats, asked.service.tax),
  };
}
