import fc from "fast-check";
import { messageParts } from "./parts";

test.each<[string, string, "gsm" | "unicode", number]>([
  ["nothing", "", "gsm", 1],
  ["160 letters", "a".repeat(160), "gsm", 1],
  ["161 letters", "a".repeat(161), "gsm", 2],
  ["twice 153", "a".repeat(306), "gsm", 2],
  ["one more", "a".repeat(307), "gsm", 3],
  ["letters of German and French that are among the 7 bits", "Grüße à Évreux, ñ".repeat(9), "gsm", 1],
  ["80 euro signs, two each", "€".repeat(80), "gsm", 1],
  ["81 of them", "€".repeat(81), "gsm", 2],
  ["one curly quote makes all of it 16 bits", `${"a".repeat(69)}’`, "unicode", 1],
  ["and 71 are two", `${"a".repeat(70)}’`, "unicode", 2],
  ["35 pictures of two units", "🏺".repeat(35), "unicode", 1],
  ["a pair stays together: 67 is odd", "🏺".repeat(67), "unicode", 3],
])("%s", (_what, text, alphabet, parts) => expect(messageParts(text)).toEqual({ alphabet, parts }));

test("an escape stays with its sign at the edge of a part", () => {
  // 152 letters and a bracket would cut the bracket in two; 153 and a bracket need no more than that.
  expect(messageParts(`${"a".repeat(152)}[${"a".repeat(152)}`).parts).toBe(3);
  expect(messageParts(`${"a".repeat(153)}[${"a".repeat(151)}`).parts).toBe(2);
});

test("more text never takes fewer parts, and no part is empty", () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 400, unit: "grapheme" }), fc.string({ maxLength: 40 }), (text, more) => {
      const { parts } = messageParts(text);
      expect(parts).toBeLessThanOrEqual(Math.max(1, Math.ceil(text.length / 33)));
      expect(messageParts(text + more).parts).toBeGreaterThanOrEqual(parts);
    }),
  );
});
