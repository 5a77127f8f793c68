// A shop's settings: what a new one starts as in each country, and what is refused at its place.

import { shopJudge } from "./judge";
import { newShop } from "./new-shop";
import { shopSchema } from "./schema";
import type { Shop } from "./shop";
import { shop as kind } from "./widget";

const fresh = newShop("Europe/Dublin", "en-IE");
const faultOf = (settings: object) => {
  const { error } = shopSchema.validate(settings, { convert: false });
  return error?.details.map(({ path, message }) => [path.join("."), message])[0];
};
const zone = fresh.zones[0] as Shop["zones"][number];
const method = zone.methods[0] as Extract<Shop["zones"][number]["methods"][number], { kind: "parcel" }>;
const withMethod = (more: object) => ({ ...fresh, zones: [{ ...zone, methods: [{ ...method, ...more }] }] });

test.each([
  ["Europe/Dublin", "en-IE", "IE", true],
  ["Europe/Berlin", "de-DE", "DE", true],
  ["Europe/Zurich", "de-CH", "CH", true],
  ["America/Chicago", "en-US", "US", false],
  ["Asia/Tokyo", "ja", "JP", true],
])("a new one in %s is whole, and sends from there", (place, language, home, included) => {
  const made = newShop(place, language);
  expect(faultOf(made)).toBeUndefined();
  expect([made.tax.home, made.tax.included]).toEqual([home, included]);
  expect(made.zones[0]?.places).toEqual([{ country: home, regions: [], postcodes: [] }]);
  expect(made.enabled).toBe(false);
});

test.each([
  ["of home, and of the Union by the one-stop shop", "IE", true, { IE: 23_000, DE: 19_000 }, null],
  ["of regions at home", "US", false, { "US-IL": 6_250 }, null],
  ["of a country that is left without tax", "IE", true, { NO: 25_000 }, "what leaves IE for there bears no tax here"],
  ["of the Union without the one-stop shop", "IE", false, { DE: 19_000 }, "unless the one-stop shop is on"],
  ["of Britain, from the Union", "DE", true, { GB: 20_000 }, "what leaves DE for there bears no tax here"],
])("a rate %s holds, or is refused with why it never would", (_what, home, oneStop, rates, why) => {
  const [standard] = fresh.tax.classes;
  const tax = { ...fresh.tax, home, oneStop, classes: [{ ...standard, rates }] };
  const fault = faultOf({ ...fresh, tax });
  if (why === null) expect(fault).toBeUndefined();
  else expect(fault).toEqual(["tax.classes.0.rates", expect.stringContaining(why)]);
});

test("rates, bands, boxes, places and currencies that can't be are told at their place", () => {
  const [standard] = fresh.tax.classes;
  const classes = [{ ...standard, rates: { IE: -1 } }];
  expect(faultOf({ ...fresh, tax: { ...fresh.tax, classes } })).toEqual([
    "tax.classes.0.rates.IE",
    "A rate can’t be less than 0 %.",
  ]);
  expect(faultOf({ ...fresh, tax: { ...fresh.tax, home: "ie" } })?.[1]).toBe(
    "A country is two capital letters, such as IE.",
  );
  expect(faultOf(withMethod({ rate: { by: "flat", amount: -1 } }))).toEqual([
    "zones.0.methods.0.rate.amount",
    "A price can’t be less than nothing.",
  ]);
  expect(faultOf(withMethod({ rate: { by: "weight", bands: [] } }))?.[1]).toBe("At least one band is needed.");
  const twice = {
    by: "number",
    bands: [
      { upTo: 3, amount: 1 },
      { upTo: 3, amount: 2 },
    ],
  };
  expect(faultOf(withMethod({ rate: twice }))?.[1]).toBe("Two bands end at the same.");
  expect(
    faultOf(
      withMethod({ rate: { by: "size", boxes: [{ name: "", sizeMm: [1, 2, 3], mostGrams: 1, amount: 1 }] } }),
    )?.[0],
  ).toBe("zones.0.methods.0.rate.boxes.0.name");
  expect(faultOf(withMethod({ rate: { by: "wind" } }))?.[0]).toBe("zones.0.methods.0.rate.by");
  expect(faultOf(withMethod({ days: { from: 3, to: 1 } }))?.[1]).toBe(
    "The longest time is not shorter than the shortest.",
  );
  const places = [{ country: "IE", regions: [], postcodes: ["2000-1000"] }];
  expect(faultOf({ ...fresh, zones: [{ ...zone, places }] })).toEqual([
    "zones.0.places.0.postcodes.0",
    "The first number is the smaller one.",
  ]);
  expect(faultOf({ ...fresh, currencies: [{ code: "GBP", rate: 0 }] })?.[1]).toBe("A rate is more than nothing.");
});

describe("what stops a release", () => {
  const site = { has: (_of: string, id: string) => id === "terms" } as never;
  const codes = (settings: Shop) =>
    [...(shopJudge.problems?.(settings, site) ?? [])].map(({ code, weight }) => [weight, code]);
  test("a shop that is on without pages, without terms; none of it while it is off", () => {
    expect(codes(fresh)).toEqual([]);
    expect(codes({ ...fresh, enabled: true })).toEqual([
      ["stops", "check.shopPages"],
      ["look", "check.shopTerms"],
    ]);
    const pages = Object.fromEntries(Object.keys(fresh.pages).map((page) => [page, page])) as Shop["pages"];
    expect(codes({ ...fresh, enabled: true, pages, terms: "terms" })).toEqual([]);
    expect([...(kind.refs?.({ ...fresh, pages, terms: "terms" }) ?? [])].map(({ path }) => path)).toContain("terms");
  });
});
