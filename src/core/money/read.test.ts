// Amounts as people type them, and amounts that are divided.
import fc from "fast-check";
import { amountText, readAmount } from "./read";
import { splitAmount } from "./split";

test("a comma and a point are the decimal sign; letters, signs of thousands and less than nothing are asked back", () => {
  const read = (text: string, currency = "EUR") => {
    const found = readAmount(text, currency);
    return "amount" in found ? found.amount : found.fault;
  };
  expect(["12.50", "12,5", " 12 ", "1 250,00", "0"].map((text) => read(text))).toEqual([1250, 1250, 1200, 125_000, 0]);
  expect(read("12,5O")).toBe("Here stands the letter O and no zero. Write it as 12.50.");
  expect(read("1,250")).toBe("Is this 1250 or 1.250? Write it without a sign for thousands.");
  expect(read("-3")).toBe("This can't be less than nothing.");
  expect(read("12.5555")).toBe("EUR has 2 decimals.");
  expect(read("1.5", "JPY")).toBe("JPY has no decimals.");
  expect(read("999999999999")).toBe("This is more than can be asked.");
  expect(read("€5")).toBe("“€” is no part of an amount. Write it as 12.50.");
  expect(read("")).toBe("Write an amount as 12.50.");
});

test("what is written is read again", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 1_000_000_000 }),
      fc.constantFrom("EUR", "JPY", "KWD"),
      (amount, currency) => {
        expect(readAmount(amountText(amount, currency), currency)).toEqual({ amount });
      },
    ),
  );
});

test("the parts make the whole, and each is its share within one unit", () => {
  expect(splitAmount(100, [1n, 1n, 1n])).toEqual([34, 33, 33]);
  expect(splitAmount(5, [0n, 0n])).toEqual([5, 0]);
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 10_000_000 }),
      fc.array(fc.bigInt({ min: 0n, max: 10_000_000n }), { minLength: 1, maxLength: 9 }),
      (amount, weights) => {
        const parts = splitAmount(amount, weights);
        expect(parts.reduce((sum, part) => sum + part, 0)).toBe(amount);
        const whole = Number(weights.reduce((sum, weight) => sum + weight, 0n));
        if (whole)
          for (const [at, part] of parts.entries())
            expect(Math.abs(part - (amount * Number(weights[at])) / whole)).toBeLessThan(1 + 1e-6);
      },
    ),
  );
});
