import fc from "fast-check";
import { decimalsOf, moneyWords, withTax } from "./money";

test("included tax is taken out, tax on top is added, halves go up", () => {
  expect(withTax(3800, { percent: 13.5, included: true })).toEqual({ net: 3348, tax: 452, gross: 3800 });
  expect(withTax(1800, { percent: 10.25, included: false })).toEqual({ net: 1800, tax: 185, gross: 1985 });
  // 50 x 1 % is half a cent; 150 x 23 % is 34.5 cents: both go up, though a binary fraction lies below its half.
  expect(withTax(50, { percent: 1, included: false }).tax).toBe(1);
  expect(withTax(150, { percent: 23, included: false }).tax).toBe(35);
  expect(withTax(999, null)).toEqual({ net: 999, tax: 0, gross: 999 });
});

test("net and tax always make the gross, and the tax is within half a unit of the exact one", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 100_000_000 }),
      fc.integer({ min: 0, max: 100_000 }),
      fc.boolean(),
      (amount, thousandths, included) => {
        const { net, tax, gross } = withTax(amount, { percent: thousandths / 1000, included });
        expect(net + tax).toBe(gross);
        expect(included ? gross : net).toBe(amount);
        const rate = thousandths / 100_000;
        const exact = included ? (amount * rate) / (1 + rate) : amount * rate;
        expect(Math.abs(tax - exact)).toBeLessThanOrEqual(0.5 + 1e-6);
      },
    ),
  );
});

test("amounts are written as people of a language write them, by their currency's own decimals", () => {
  expect(moneyWords({ amount: 3800, currency: "EUR" }, "en-IE")).toBe("€38.00");
  expect(moneyWords({ amount: 3800, currency: "JPY" }, "en")).toBe("¥3,800");
  expect([decimalsOf("USD"), decimalsOf("JPY"), decimalsOf("KWD")]).toEqual([2, 0, 3]);
});
