// What a booking costs: the rule that holds, and the tax of each line.
import type { TaxedAmount } from "@/core/money/money";
import { withTax } from "@/core/money/money";
import type { Instant, Price, PriceRule, Resource, Service } from "./booking";
import { offerOf } from "./booking";
import { dateOf, minutesOf, weekdayOf, type ZoneClock } from "./zone";

export interface PriceAsked {
  readonly service: Service;
  /** The leading resource. */
  readonly leader: Resource;
  readonly start: Instant;
  readonly seats: number;
}

const conditionsOf = (rule: PriceRule): number =>
  [rule.service, rule.resource, rule.weekdays, rule.hours, rule.dates, rule.seats].filter((one) => one !== null).length;

/** Whether every condition of the rule holds for the local start. */
function matches(rule: PriceRule, { service, leader, start, seats }: PriceAsked, clock: ZoneClock): boolean {
  const day = clock.dayOf(start);
  const minutes = clock.minutesOf(start);
  const date = dateOf(day);
  return (
    (rule.service === null || rule.service === service.id) &&
    (rule.resource === null || rule.resource === leader.id) &&
    (rule.weekdays === null || rule.weekdays.includes(weekdayOf(day))) &&
    (rule.hours === null || (minutesOf(rule.hours.from) <= minutes && minutes < minutesOf(rule.hours.to))) &&
    (rule.dates === null || (rule.dates.from <= date && date <= rule.dates.to)) &&
    (rule.seats === null || (rule.seats.from <= seats && seats <= rule.seats.to))
  );
}

/** Where a price comes from. */
export interface PriceFound {
  readonly price: Price;
  /** Id of the rule; "resource" or "service" for their own price. */
  readonly by: string;
}

/**
 * The price of one seat: of the rules that match the local start the one of the highest priority, among equals the one
 * with more conditions, then the earlier in the file; without a rule the leading resource's own price, then the
 * service's. Null where nothing says a price.
 */
export function priceOf(asked: PriceAsked, rules: readonly PriceRule[], clock: ZoneClock): PriceFound | null {
  let best: PriceRule | null = null;
  for (const rule of rules) {
    if (!matches(rule, asked, clock)) continue;
    const better =
      !best ||
      rule.priority > best.priority ||
      (rule.priority === best.priority && conditionsOf(rule) > conditionsOf(best));
    if (better) best = rule;
  }
  if (best) return { price: best.price, by: best.id };
  const own = offerOf(asked.leader, asked.service.id)?.price;
  if (own) return { price: own, by: "resource" };
  return asked.service.price ? { price: asked.service.price, by: "service" } : null;
}

export interface Bill extends TaxedAmount {
  readonly currency: string;
  readonly seats: number;
  /** Minor units for one seat, as the price is written. */
  readonly each: number;
  /** The earlier price of one seat, or null. */
  readonly earlierEach: number | null;
  readonly taxPercent: number;
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
