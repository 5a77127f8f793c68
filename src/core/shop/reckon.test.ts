// A basket as the shop stands now: what can be had, what changed since, how it goes, and quantities as people type them.

import type { Product } from "@/core/catalog/product";
import { anOption, aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import type { Zone } from "@/core/shipping/shipping";
import { multiPurpose } from "@/core/voucher/purpose";
import type { CartLine } from "./cart";
import { newShop } from "./new-shop";
import { type Around, type Going, readQuantity, reckon } from "./reckon";
import { cartLimits } from "./shop";

const mug = aProduct("mug", {
  name: "Bell mug",
  options: [anOption("Size", ["Small"], ["Large", 400, 110])],
  variants: [aVariant("m-s", { choices: ["small"] }), aVariant("m-l", { choices: ["large"] })],
});
const clay = aProduct("clay", { name: "Clay", price: 180, sale: { unit: "kg", least: 1000, step: 200 } });
const planter = aProduct("planter", { name: "Planter", price: 9600, grams: 6400, makingDays: 15 });
const recipes = aProduct("recipes", {
  name: "Recipes",
  price: 1200,
  kind: "download",
  grams: 0,
  files: [{ media: "f".repeat(64), name: "Recipes.pdf", variant: null }],
});
const products = [mug, clay, planter, recipes];

const zones: readonly Zone[] = [
  {
    id: "ie",
    name: "Ireland",
    places: [{ country: "IE", regions: [], postcodes: [] }],
    methods: [
      {
        id: "post",
        name: "Parcel",
        kind: "parcel",
        rate: {
          by: "weight",
          bands: [
            { upTo: 2000, amount: 650 },
            { upTo: 10_000, amount: 1400 },
          ],
        },
        freeFrom: 20_000,
        days: { from: 1, to: 3 },
      },
      { id: "fetch", name: "Fetch it", kind: "pickup", where: "Mill Lane", amount: 0 },
    ],
  },
  {
    id: "de",
    name: "Germany",
    places: [{ country: "DE", regions: [], postcodes: [] }],
    methods: [{ id: "fetch-de", name: "Fetch it", kind: "pickup", where: "Mill Lane", amount: 0 }],
  },
];

const around = (more: Partial<Around> = {}): Around => ({
  shop: {
    ...newShop("Europe/Dublin", "en-IE"),
    zones,
    dispatch: { until: "14:00", weekdays: [2, 3, 4, 5, 6], days: 0 },
  },
  language: "en-IE",
  currency: "EUR",
  today: "2026-11-26",
  // Thursday, 10:00.
  now: { day: Date.parse("2026-11-26T00:00:00Z") / 86_400_000, minutes: 600 },
  vouchersAre: multiPurpose,
  isHoliday: () => false,
  productOf: (variant) => products.find(({ variants }) => variants.some(({ id }) => id === variant)),
  left: () => null,
  ...more,
});
const line = (product: Product, variant: string, quantity: number, seen = product.price): CartLine => ({
  id: variant,
  product: product.id,
  variant,
  quantity,
  asked: {},
  seen,
});
const to = (country = "IE", more: Partial<Going> = {}): Going => ({
  to: { country, region: "", postcode: "" },
  way: "",
  taxNumber: "",
  ...more,
});

describe("what can be had", () => {
  test("what is no longer sold, or not there, goes with a word; what is short is made fewer", () => {
    const off = { ...planter, state: "off" as const };
    const found = reckon(
      {
        lines: [
          line(mug, "m-s", 5),
          line(planter, "planter-1", 1),
          line(clay, "gone", 1000),
          line(mug, "m-l", 2, 2200),
        ],
      },
      to(),
      around({
        productOf: (variant) => (variant === "planter-1" ? off : around().productOf(variant)),
        left: (variant) => ({ "m-s": 3, "m-l": 0 })[variant] ?? null,
      }),
    );
    expect(found.lines.map(({ variant, quantity }) => [variant, quantity])).toEqual([["m-s", 3]]);
    expect(found.shown.said).toEqual([
      "Of Bell mug, Small only 3 are left.",
      "Planter is not sold any more and was taken out.",
      "— is not sold any more and was taken out.",
      "Bell mug, Large is not sold any more and was taken out.",
    ]);
  });

  test("two lines of one variant share what is left of it", () => {
    const twice = [line(mug, "m-s", 2), { ...line(mug, "m-s", 2), id: "other" }];
    const found = reckon({ lines: twice }, to(), around({ left: () => 3 }));
    expect(found.lines.map(({ quantity }) => quantity)).toEqual([2, 1]);
  });

  test("a price that changed is said once, and is seen after that", () => {
    const found = reckon({ lines: [line(mug, "m-l", 1, 2000)] }, to(), around());
    expect(found.shown.said).toEqual(["Bell mug, Large cost €20.00 before and costs €22.00 now."]);
    expect(reckon({ lines: found.lines }, to(), around()).shown.said).toEqual([]);
  });
});

describe("how it goes", () => {
  test("by weight, with clay as one thing of its own weight", () => {
    const { shown } = reckon({ lines: [line(mug, "m-s", 1), line(clay, "clay-1", 3400)] }, to(), around());
    // 310 g and 3,400 g.
    expect(shown.ways[0]).toMatchObject({ amount: 1400, reasons: [{ measured: 3710 }, { missing: 17_588 }] });
    expect(shown.lines.map(({ amount }) => amount)).toEqual([1800, 612]);
    expect(shown.total.toPay).toBe(1800 + 612 + 1400);
  });

  test("what is made to order arrives later, and holds up what goes with it", () => {
    const soon = reckon({ lines: [line(mug, "m-s", 1)] }, to(), around()).shown.ways[0]?.arrival;
    const late = reckon({ lines: [line(mug, "m-s", 1), line(planter, "planter-1", 1)] }, to(), around()).shown.ways[0]
      ?.arrival;
    expect(soon).toEqual({ from: "2026-11-27", to: "2026-12-01" });
    expect(late?.from).toBe("2026-12-18");
  });

  test("a download is sent nowhere, and bears the tax of where its buyer is", () => {
    const { shown } = reckon({ lines: [line(recipes, "recipes-1", 1)] }, to("DE"), around());
    expect([shown.sent, shown.ways, shown.total.sending]).toEqual([false, [], null]);
    expect(shown.total.taxes).toEqual([{ rate: 19_000, owedTo: "DE", net: 1008, tax: 192 }]);
  });

  test("what is fetched is handed over at home, whoever fetches it", () => {
    const { shown } = reckon({ lines: [line(mug, "m-s", 1)] }, to("DE", { taxNumber: "DE123456789" }), around());
    expect(shown.way).toBe("fetch-de");
    expect(shown.total.taxes).toEqual([{ rate: 23_000, owedTo: "IE", net: 1463, tax: 337 }]);
  });

  test("the way that was chosen holds as long as it is offered", () => {
    const lines = [line(mug, "m-s", 1)];
    expect(reckon({ lines }, to("IE", { way: "fetch" }), around()).shown.way).toBe("fetch");
    expect(reckon({ lines }, to("IE", { way: "balloon" }), around()).shown.way).toBe("post");
    const nowhere = reckon({ lines }, to("NO"), around()).shown;
    expect([nowhere.way, nowhere.ways, nowhere.why.map(({ code }) => code)]).toEqual([null, [], ["sending.notThere"]]);
  });
});

describe("quantities as people type them", () => {
  const read = (text: string, product = clay) => {
    const found = readQuantity(text, product, "en", cartLimits);
    return "quantity" in found ? found.quantity : found.fault;
  };
  test("by measure: commas, the least, and up to the next step", () => {
    expect(["3.4", "3,4", "0.1", "1.05", "0"].map((text) => read(text))).toEqual([3400, 3400, 1000, 1200, 0]);
  });
  test("by the piece: whole, not less than nothing, not too many", () => {
    expect([read("2", mug), read("0", mug)]).toEqual([2, 0]);
    expect(["1.5", "-1", "", "two", "NaN"].map((text) => read(text, mug))).toEqual(Array(5).fill("This is needed."));
    expect(read("1000000000", mug)).toBe("At most 999 at a time.");
    expect(read("1e9")).toBe("At most 999 at a time.");
  });
});
