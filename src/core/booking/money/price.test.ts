import { ZoneClock } from "@/core/time/zone-clock";
import { newPriceRule } from "../blank";
import type { PriceRule } from "../booking";
import { aResource, aService } from "../sample.test-kit";
import { billOf, priceOf } from "./price";

const clock = ZoneClock.of("Europe/Dublin");
const service = aService("throw", { tax: { percent: 13.5, included: true } });
const maren = aResource("maren");

const rule = (id: string, amount: number, more: Partial<PriceRule> = {}): PriceRule => ({
  ...newPriceRule(id, amount),
  ...more,
});

const by = (rules: readonly PriceRule[], start = "2026-03-11T10:00", seats = 1, leader = maren) =>
  priceOf({ service, serving: [leader], start: clock.instantOf(start), seats }, rules, clock)?.by;

test("the highest priority, then more conditions, then the earlier in the file", () => {
  const plain = rule("plain", 1);
  const wednesdays = rule("wednesdays", 2, { weekdays: [3] });
  const mornings = rule("mornings", 3, { hours: { from: "09:00", to: "12:00" } });
  expect(by([])).toBe("service");
  expect(by([plain, wednesdays])).toBe("wednesdays");
  expect(by([wednesdays, mornings])).toBe("wednesdays");
  expect(by([mornings, wednesdays])).toBe("mornings");
  expect(by([wednesdays, rule("first", 9, { priority: 1 })])).toBe("first");
});

test("conditions are about the local start: the hour's end is not in it, dates and seats are", () => {
  const mornings = [rule("mornings", 3, { hours: { from: "09:00", to: "12:00" } })];
  expect(by(mornings, "2026-03-11T12:00")).toBe("service");
  // A quarter to twelve in summer is a quarter to eleven in UTC.
  expect(by(mornings, "2026-07-01T11:45")).toBe("mornings");
  const group = [rule("group", 3, { seats: { from: 6, to: 8 } })];
  expect([by(group, undefined, 5), by(group, undefined, 6), by(group, undefined, 8)]).toEqual([
    "service",
    "group",
    "group",
  ]);
  const winter = [rule("winter", 3, { dates: { from: "2026-03-01", to: "2026-03-11" } })];
  expect([by(winter), by(winter, "2026-03-12T00:00")]).toEqual(["winter", "service"]);
});

test("a tutor's own price stands before the service's and behind the rules", () => {
  const tobi = aResource("tobi", {
    offers: [
      { service: "throw", does: true, durationMinutes: null, tidyUp: null, price: { amount: 4200, earlier: null } },
    ],
  });
  expect(by([], undefined, 1, tobi)).toBe("resource");
  expect(by([rule("all", 1)], undefined, 1, tobi)).toBe("all");
});

test("a rule for a thing holds where that thing serves, whoever leads; and a thing may have its own price", () => {
  const wheel = aResource("wheel", {
    kind: "thing",
    offers: [
      { service: "throw", does: true, durationMinutes: null, tidyUp: null, price: { amount: 5000, earlier: null } },
    ],
  });
  const at = clock.instantOf("2026-03-11T10:00");
  const asked = { service, serving: [maren, wheel], start: at, seats: 1 };
  expect(priceOf(asked, [rule("wheel", 4900, { resource: "wheel" })], clock)?.by).toBe("wheel");
  expect(priceOf(asked, [], clock)).toEqual({ price: { amount: 5000, earlier: null }, by: "resource" });
  expect(by([rule("wheel", 4900, { resource: "wheel" })])).toBe("service");
});

test("a length has its own price which only rules change that mean this length; without one it costs as otherwise", () => {
  const bench = aService("throw", {
    lengths: [
      { minutes: 60, price: { amount: 900, earlier: null } },
      { minutes: 120, price: { amount: 1600, earlier: null } },
      { minutes: 180, price: null },
    ],
  });
  const at = clock.instantOf("2026-03-11T10:00");
  const of = (minutes: number | null, rules: readonly PriceRule[] = []) =>
    priceOf({ service: bench, serving: [maren], start: at, seats: 1, minutes }, rules, clock);
  expect([of(60), of(120), of(null)].map((found) => found?.price.amount)).toEqual([900, 1600, 900]);
  expect(of(180)?.by).toBe("service");
  // A rule that does not mean this length leaves its price alone; where a length has none, it is as anywhere.
  expect(of(120, [rule("all", 1)])?.by).toBe("length");
  expect(of(180, [rule("all", 1)])?.by).toBe("all");
  const long = rule("long", 1400, { minutes: 120, weekdays: [3] });
  expect([of(120, [rule("all", 1), long])?.by, of(60, [long])?.by, of(180, [long])?.by]).toEqual([
    "long",
    "length",
    "service",
  ]);
});

test("a bill is one line: seats at their price, the tax of the line rounded once", () => {
  expect(
    billOf({ service, serving: [maren], start: clock.instantOf("2026-03-11T10:00"), seats: 3 }, [], clock, "EUR"),
  ).toEqual({
    currency: "EUR",
    seats: 3,
    each: 3800,
    earlierEach: null,
    taxPercent: 13.5,
    by: "service",
    net: 10_044,
    tax: 1356,
    gross: 11_400,
  });
});
