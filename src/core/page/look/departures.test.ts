import fc from "fast-check";
import { anyPage } from "../arbitrary.test-kit";
import { builder } from "../build";
import { applyEdits } from "../editing/edit";
import { departuresIn, takeBack, valueWords } from "./departures";

test("what departs on phones is listed with its block, and taken back one by one or all at once", () => {
  let last = 0;
  const b = builder(() => `d${++last}`);
  const page = b.page(
    b.section(
      "Opening",
      { base: { above: 72 }, phone: { above: 24 } },
      b.heading(1, "Clay", { base: { size: 4 }, tablet: { size: 3 }, phone: { size: 2, hidden: false } }),
    ),
  );
  const found = departuresIn(page);
  expect(found.map(({ width, field, value }) => [width, field, valueWords(field, value)])).toEqual([
    ["tablet", "size", "3 rem"],
    ["phone", "above", "24 px"],
    ["phone", "size", "2 rem"],
    ["phone", "hidden", "no"],
  ]);
  const [first] = found;
  const one = applyEdits(page, takeBack(first ? [first] : []));
  expect(departuresIn(one.page)).toHaveLength(3);
  const all = applyEdits(page, takeBack(found));
  expect(departuresIn(all.page)).toEqual([]);
  expect(applyEdits(all.page, all.inverses).page).toEqual(page);
});

test("without its departures any page looks everywhere as it does wide, and undo brings each back", () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      const { page: plain, inverses, refusals } = applyEdits(page, takeBack(departuresIn(page)));
      expect(refusals).toEqual([]);
      expect(departuresIn(plain)).toEqual([]);
      expect(applyEdits(plain, inverses).page).toEqual(page);
    }),
  );
});
