// How much there is, as it is typed, written and kept.
import fc from "fast-check";
import { measureText, readMeasure, unitText } from "./measure";
import { saleUnits } from "./product";

test("what is written is read as what was kept, in every unit", () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1_000_000 }), fc.constantFrom(...saleUnits), (kept, unit) => {
      expect(readMeasure(unitText(kept, { unit }), { unit })).toBe(kept);
      expect(readMeasure(` ${measureText(kept, { unit })} `, { unit })).toBe(kept);
    }),
  );
});

test.each([
  ["250", "kg", 250_000],
  ["2,5 kg", "kg", 2500],
  ["0.005", "l", 5],
  ["1.0005", "m", null],
  ["-1", "kg", null],
  ["2 l", "kg", null],
  ["2.5", "piece", null],
  ["", "piece", null],
] as const)("“%s” sold by %s is %s", (typed, unit, kept) => {
  expect(readMeasure(typed, { unit })).toBe(kept);
});
