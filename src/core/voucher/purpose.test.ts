// When a voucher is taxed, by hand: sold and used, its tax is due once.
import { totalOf } from "@/core/cart/total";
import type { Zone } from "@/core/shipping/shipping";
import type { TaxSettings } from "@/core/tax/tax";
import { type Taxed, voucherPurpose } from "./purpose";

const tax: TaxSettings = {
  ...{ included: true, home: "IE", oneStop: true, rounding: "line" },
  classes: [
    { id: "goods", name: "Goods", base: "standard", rates: {} },
    { id: "seed", name: "Seed", base: "reduced", rates: {} },
    { id: "more", name: "More goods", base: "standard", rates: {} },
    { id: "food", name: "Food", base: "none", rates: { IE: 0 } },
  ],
};
const zone = (...countries: string[]): Zone => ({
  ...{ id: countries.join(), name: countries.join(), methods: [] },
  places: countries.map((country) => ({ country, regions: [], postcodes: [] })),
});
const goods: Taxed = { taxClass: "goods", kind: "goods" };

test.each<[string, readonly Taxed[], readonly Zone[], Partial<TaxSettings>, string]>([
  ["all of one rate, and sent within the country", [goods], [zone("IE")], {}, "voucher.single"],
  ["two classes of the same rate", [goods, { taxClass: "more", kind: "goods" }], [zone("IE")], {}, "voucher.single"],
  [
    "other vouchers are nothing a voucher is for",
    [goods, { taxClass: "seed", kind: "voucher" }],
    [zone("IE")],
    {},
    "voucher.single",
  ],
  ["fetched alone", [goods], [], {}, "voucher.single"],
  ["two rates", [goods, { taxClass: "seed", kind: "goods" }], [zone("IE")], {}, "voucher.rates"],
  ["sent abroad, too", [goods], [zone("IE"), zone("DE")], {}, "voucher.places"],
  ["sent anywhere", [goods], [zone("*")], {}, "voucher.places"],
  [
    "files, taxed where their buyer is",
    [goods, { taxClass: "goods", kind: "download" }],
    [zone("IE")],
    {},
    "voucher.places",
  ],
  ["nothing on sale", [], [zone("IE")], {}, "voucher.nothingSold"],
  ["what bears no tax", [{ taxClass: "food", kind: "goods" }], [zone("IE")], {}, "voucher.untaxed"],
  ["a country that taxes what it is used for", [goods], [zone("CH")], { home: "CH" }, "voucher.otherLaw"],
  ["Britain knows both", [goods], [zone("GB")], { home: "GB" }, "voucher.single"],
])("%s", (_what, sold, zones, more, code) => {
  const { value, reasons } = voucherPurpose({ tax: { ...tax, ...more }, zones }, sold);
  expect(reasons.map((reason) => reason.code)).toEqual([code]);
  expect(value.kind).toBe(code === "voucher.single" ? "single" : "multi");
});

describe("a voucher of €50.00, sold, and used for a pot of €73.80", () => {
  const line = (id: string, price: number, more: object = {}) => ({
    ...{ id, price, quantity: 1, per: 1 as const, taxClass: "goods", sent: true, reasons: [], ...more },
  });
  const to = { country: "IE", region: "", postcode: "" };
  const usual = { reductions: [], sending: null, to, buyer: { taxNumber: "" } };
  const pot = line("pot", 7380);

  test("single-purpose: 9.35 is due as it is sold, 4.45 as it is used, in all the 13.80 of the pot", () => {
    // 50.00 x 23/123 = 9.3496
    const sold = totalOf({ ...usual, lines: [line("gift", 5000, { sent: false, atHome: true })], vouchers: [] }, tax);
    expect(sold.taxes).toEqual([{ rate: 23_000, owedTo: "IE", net: 4065, tax: 935 }]);
    const levy = { rate: 23_000, owedTo: "IE" };
    const used = totalOf({ ...usual, lines: [pot], vouchers: [{ code: "x", balance: 5000, levy }] }, tax);
    expect(used).toMatchObject({ gross: 7380, tax: 1380, toPay: 2380 });
    expect(used.taxedBefore).toEqual([{ rate: 23_000, owedTo: "IE", net: 4065, tax: 935 }]);
    expect(935 + 1380 - 935).toBe(1380);
  });

  test("multi-purpose: nothing is due as it is sold, all 13.80 as it is used", () => {
    const sold = totalOf({ ...usual, lines: [line("gift", 5000, { taxClass: "" })], vouchers: [] }, tax);
    expect(sold).toMatchObject({ gross: 5000, tax: 0 });
    const used = totalOf({ ...usual, lines: [pot], vouchers: [{ code: "x", balance: 5000 }] }, tax);
    expect(used).toMatchObject({ gross: 7380, tax: 1380, toPay: 2380 });
    expect(used.taxedBefore).toBeUndefined();
  });

  test("whose buyer is in Germany, it bears the tax of home: what it is for is sold there alone", () => {
    const lines = [line("gift", 5000, { sent: false, atHome: true })];
    const german = { ...usual, to: { ...to, country: "DE" }, lines, vouchers: [] };
    expect(totalOf(german, tax).taxes).toEqual([{ rate: 23_000, owedTo: "IE", net: 4065, tax: 935 }]);
  });

  test("it pays first for what bears its own rate: 50.00 of which 30.00 is seed at 13.5 % leaves the seed’s tax for 10.00", () => {
    const levy = { rate: 23_000, owedTo: "IE" };
    const seed = line("seed", 3000, { taxClass: "seed" });
    const cup = line("cup", 3000);
    const used = totalOf({ ...usual, lines: [seed, cup], vouchers: [{ code: "x", balance: 5000, levy }] }, tax);
    expect(used.taxedBefore).toEqual([
      // All of the cup: 30.00 x 23/123 = 5.61; of the seed 20.00 of 30.00: 3.57 x 2/3 = 2.38.
      { rate: 23_000, owedTo: "IE", net: 2439, tax: 561 },
      { rate: 13_500, owedTo: "IE", net: 1762, tax: 238 },
    ]);
  });
});
