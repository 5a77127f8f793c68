import fc from "fast-check";
import { furtherThatFit, furtherWords, mostFurther } from "./fits";

test("the last character that fits is found, and hardly any is tried", () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: mostFurther + 40 }), (limit) => {
      let asked = 0;
      const found = furtherThatFit((further) => {
        asked += 1;
        return further <= limit;
      });
      expect(found).toBe(Math.min(limit, mostFurther));
      expect(asked).toBeLessThanOrEqual(9);
    }),
  );
});

test("what follows is drawn from the words themselves, and from usual ones where there are few", () => {
  expect(furtherWords("Hands in clay by Saturday.", "usual").slice(0, 40)).toBe(
    " Hands in clay by Saturday. Hands in clay".slice(0, 40),
  );
  expect(furtherWords("Kiln", "and then some").slice(0, 19)).toBe(" Kiln and then some");
  expect(furtherWords("", "and").startsWith(" and and")).toBe(true);
  fc.assert(fc.property(fc.string(), (words) => expect(furtherWords(words, "usual")).toHaveLength(mostFurther)));
});
