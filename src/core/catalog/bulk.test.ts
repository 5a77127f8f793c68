// One change of many products: prices to the cent, and nothing below nothing.
import fc from "fast-check";
import { type BulkChange, bulkChanged, changedPrice } from "./bulk";
import { anOption, aProduct, aVariant } from "./sample.test-kit";

type Price = Extract<BulkChange, { what: "price" }>;
const price = (more: Partial<Price>): Price => ({
  ...{ what: "price", by: "percent", value: 10_000, step: 1, tellsEarlier: false, ...more },
});
const mug = aProduct("mug", {
  ...{ price: 1800, counted: true, categories: ["mugs"] },
  options: [anOption("Size", ["Small"], ["Large", 400])],
  variants: [
    aVariant("s", { choices: ["small"], sku: "S" }),
    aVariant("l", { choices: ["large"], sku: "L", price: 2333 }),
  ],
});
const after = (change: BulkChange, product = mug, stock: Record<string, number | null> = {}) => {
  const done = bulkChanged(product, stock, change);
  if ("fault" in done) throw new Error(done.fault);
  return done;
};

test.each([
  [1800, price({}), 1980],
  [1805, price({}), 1986],
  [1805, price({ step: 5 }), 1985],
  [1805, price({ step: 50 }), 2000],
  [1800, price({ value: -12_500 }), 1575],
  [1800, price({ by: "amount", value: -150, step: 100 }), 1700],
  [0, price({}), 0],
])("%d by %j is %d", (from, change, to) => {
  expect(changedPrice(from, change)).toBe(to);
});

test("a new price is the nearest whole multiple of its step, whatever is changed by what", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 10_000_000 }),
      fc.integer({ min: -99_000, max: 500_000 }),
      fc.constantFrom(1, 5, 10, 50, 100),
      (from, value, step) => {
        const now = changedPrice(from, price({ value, step }));
        expect(now % step).toBe(0);
        // In thousandths of a percent, so that nothing is lost.
        expect(Math.abs(now * 100_000 - from * (100_000 + value)) * 2).toBeLessThanOrEqual(step * 100_000);
      },
    ),
  );
});

test("own prices of variants follow, and what choices add", () => {
  const { product } = after(price({}));
  expect([product.price, product.variants[1]?.price, product.options[0]?.choices[1]?.price]).toEqual([1980, 2566, 440]);
  const more = after(price({ by: "amount", value: 100 })).product;
  expect([more.price, more.variants[1]?.price, more.options[0]?.choices[1]?.price]).toEqual([1900, 2433, 400]);
});

test("less is told with the earlier price; more takes away an earlier price that is none any more", () => {
  expect(after(price({ value: -10_000, tellsEarlier: true })).product.earlierPrice).toBe(1800);
  expect(after(price({ tellsEarlier: true })).product.earlierPrice).toBeNull();
  const reduced = { ...mug, earlierPrice: 1900 };
  expect(after(price({}), reduced).product.earlierPrice).toBeNull();
  expect(after(price({ value: 1_000 }), reduced).product.earlierPrice).toBe(1900);
});

test("what would cost less than nothing, or more than can be asked, is refused; uncounted things have no stock", () => {
  expect(bulkChanged(mug, {}, price({ by: "amount", value: -1900 }))).toEqual({
    fault: "It would cost less than nothing.",
  });
  expect(bulkChanged(mug, {}, price({ by: "amount", value: 9e15 }))).toHaveProperty("fault");
  expect(bulkChanged({ ...mug, counted: false }, {}, { what: "stock", value: 3 })).toHaveProperty("fault");
});

test("categories, state and stock; what is so already is the same", () => {
  expect(after({ what: "category", category: "new", command: "add" }).product.categories).toEqual(["mugs", "new"]);
  expect(after({ what: "category", category: "mugs", command: "add" }).same).toBe(true);
  expect(after({ what: "category", category: "mugs", command: "remove" }).product.categories).toEqual([]);
  expect(after({ what: "state", state: "off" }).product.state).toBe("off");
  expect(after({ what: "state", state: mug.state }).same).toBe(true);
  expect(after({ what: "stock", value: 4 }, mug, { s: 4, l: 1 })).toMatchObject({ stock: { s: 4, l: 4 }, same: false });
  expect(after({ what: "stock", value: 4 }, mug, { s: 4, l: 4 }).same).toBe(true);
});
