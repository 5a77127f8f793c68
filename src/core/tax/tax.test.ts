// Which tax a thing bears, case by case, and the table of rates itself.
import fc from "fast-check";
import { unionCountries, vatRates } from "./rates";
import { levyOn, type Place, rateAt, type TaxBase, type TaxClass, type TaxSettings, taxBases } from "./tax";

const goods: TaxClass = { id: "goods", name: "Goods", base: "standard", rates: {} };
const books: TaxClass = { id: "books", name: "Books", base: "reduced", rates: {} };
const shop = (more: Partial<TaxSettings> = {}): TaxSettings => ({
  included: true,
  home: "IE",
  oneStop: true,
  rounding: "line",
  classes: [goods, books],
  ...more,
});
const to = (country: string, region = ""): Place => ({ country, region, postcode: "" });
const bears = (taxClass: TaxClass, place: Place, settings = shop(), taxNumber = "") => {
  const { value, reasons } = levyOn(taxClass, place, { taxNumber }, settings);
  return [value.rate, value.writtenAt, value.owedTo, reasons.map(({ code }) => code).join()];
};

test.each([
  ["at home", goods, to("IE"), shop(), "", [23_000, 23_000, "IE", "tax.home"]],
  ["a book at home", books, to("IE"), shop(), "", [13_500, 13_500, "IE", "tax.home"]],
  ["in the Union, one-stop shop", goods, to("DE"), shop(), "", [19_000, 19_000, "DE", "tax.there"]],
  ["in the Union, without it", goods, to("DE"), shop({ oneStop: false }), "", [23_000, 23_000, "IE", "tax.ofHome"]],
  ["to a business in another state", goods, to("DE"), shop(), "DE123456789", [0, 23_000, "DE", "tax.reverse"]],
  [
    "to a business of one's own state abroad",
    goods,
    to("DE"),
    shop(),
    "IE1234567T",
    [19_000, 19_000, "DE", "tax.there"],
  ],
  ["out of the Union", goods, to("NO"), shop(), "", [0, 23_000, "NO", "tax.export"]],
  ["into it from outside", goods, to("DE"), shop({ home: "CH" }), "", [0, 8_100, "DE", "tax.export"]],
  ["within the United Kingdom", goods, to("GB"), shop({ home: "GB" }), "", [20_000, 20_000, "GB", "tax.home"]],
])("%s", (_case, taxClass, place, settings, number, expected) => {
  expect(bears(taxClass, place, settings, number)).toEqual(expected);
});

test("a Greek number begins with EL, and is one's own in Greece", () => {
  expect(bears(goods, to("DE"), shop({ home: "GR" }), "EL123456789")[3]).toBe("tax.there");
  expect(bears(goods, to("DE"), shop({ home: "GR" }), "DE123456789")[3]).toBe("tax.reverse");
});

test("an owner's own rate goes before the table: of the region before that of the country", () => {
  const own: TaxClass = { ...goods, rates: { US: 5_000, "US-CA": 7_250, DE: 16_000 } };
  expect(rateAt(own, to("US", "CA"))).toEqual({ rate: 7_250, at: "US-CA" });
  expect(rateAt(own, to("US", "OR"))).toEqual({ rate: 5_000, at: "US" });
  expect(rateAt(own, to("DE"))).toEqual({ rate: 16_000, at: "DE" });
  expect(rateAt(goods, to("US", "CA"))).toEqual({ rate: 0, at: "US" });
});

test("a class without tax bears none anywhere, unless somebody says otherwise", () => {
  const none: TaxClass = { id: "none", name: "Vouchers", base: "none", rates: {} };
  expect(bears(none, to("IE"))).toEqual([0, 0, "IE", "tax.none"]);
  expect(bears({ ...none, rates: { IE: 23_000 } }, to("IE"))).toEqual([23_000, 23_000, "IE", "tax.home"]);
});

test("countries without a reduced rate take the standard one, those with one alone take it for both", () => {
  const of = (base: TaxBase, country: string) => rateAt({ ...goods, base }, to(country)).rate;
  expect([of("reduced", "DK"), of("lower", "DK")]).toEqual([25_000, 25_000]);
  expect([of("reduced", "DE"), of("lower", "DE")]).toEqual([7_000, 7_000]);
  expect([of("reduced", "IE"), of("lower", "IE"), of("none", "IE")]).toEqual([13_500, 9_000, 0]);
});

test("the table: every state of the Union, the higher reduced rate first, none above the standard one, none below what the Directive allows", () => {
  expect(unionCountries.size).toBe(27);
  for (const country of unionCountries) {
    const rates = vatRates[country];
    // Articles 97 and 98 of Directive 2006/112/EC; rates below 5 % are exceptions that states had in 1991.
    expect([country, rates && rates.standard >= 15_000]).toEqual([country, true]);
    const reduced = rates?.reduced ?? [];
    expect([country, [...reduced].sort((a, b) => b - a)]).toEqual([country, reduced]);
    for (const rate of reduced) expect(rate).toBeLessThan(rates?.standard ?? 0);
  }
});

test("whatever is sold, to whomever: a rate is between nothing and all, and a reason is given", () => {
  const countries = [...Object.keys(vatRates), "US", "JP", "ZZ"];
  fc.assert(
    fc.property(
      fc.constantFrom(...taxBases),
      fc.constantFrom(...countries),
      fc.constantFrom(...countries),
      fc.boolean(),
      fc.constantFrom("", "DE123456789", "EL123456789", "IE1234567T"),
      (base, home, country, oneStop, taxNumber) => {
        const { value, reasons } = levyOn({ ...goods, base }, to(country), { taxNumber }, shop({ home, oneStop }));
        expect(value.rate).toBeGreaterThanOrEqual(0);
        expect(value.rate).toBeLessThanOrEqual(100_000);
        expect(reasons).toHaveLength(1);
        // Who pays no tax here pays none of somebody else's either.
        if (value.rate > 0) expect(vatRates[value.owedTo]).toBeDefined();
      },
    ),
  );
});
