import fc from "fast-check";
import { isLink } from "./link";
import { countLoose, looseIn, withLinks } from "./loose";
import { paragraphs, plainWords, richDocSchema } from "./richtext";

const found = (text: string) => looseIn(text).map(({ from, to, link }) => [text.slice(from, to), link]);

test("numbers and addresses as people write them", () => {
  expect(found("Ring +353 1 555 0100, or (01) 555 0100; write to hello@wrenfield.example.")).toEqual([
    ["+353 1 555 0100", "tel:+35315550100"],
    ["(01) 555 0100", "tel:015550100"],
    ["hello@wrenfield.example", "mailto:hello@wrenfield.example"],
  ]);
});

test("prices, years, dates, times and long numbers are none", () => {
  for (const text of [
    "It costs 055.00, or 1,200,000 in all",
    "Open 09.30 to 18.00, since 2019",
    "On 04.05.2026 and on 2026-05-04",
    "Order 00000000000000000000",
    "a@b and @example and x@y.",
  ])
    expect(found(text)).toEqual([]);
});

test("what is linked keeps its words, and is linked once", () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom("Ring", "+353 1 555 0100,", "or", "a@kiln.example", ".", "x"), {
        maxLength: 12,
      }),
      (parts) => {
        const doc = paragraphs(parts.join(" "), "Write b@kiln.example");
        const linked = withLinks(doc);
        expect(plainWords(linked)).toBe(plainWords(doc));
        expect(countLoose(linked)).toBe(0);
        expect(withLinks(linked)).toBe(linked);
        expect(richDocSchema.validate(linked).error).toBeUndefined();
        for (const { link } of looseIn(parts.join(" "))) expect(isLink(link)).toBe(true);
      },
    ),
  );
});
