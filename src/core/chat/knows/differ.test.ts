// Prices that are told twice and differently, and those that only look so.

import { Stems } from "../understands/tokens";
import { amountsIn } from "./amounts";
import { differencesAbout } from "./differ";
import type { Passage } from "./passage";

test.each([
  ["from €38", [[38, "€"]]],
  [
    "1,240.50 EUR each, or $ 7",
    [
      [1240.5, "€"],
      [7, "$"],
    ],
  ],
  ["24 € per head", [[24, "€"]]],
  ["250-litre kiln at 1,240 °C for 6 EUROPEAN makers", []],
])("amounts in “%s”", (line, wanted) => {
  expect(amountsIn(line).map(({ value, unit }) => [value, unit])).toEqual(wanted);
});

const place = (id: string, headings: readonly string[], ...lines: readonly string[]) => ({
  passage: { id, source: id, headings, lines, question: false, shows: [] } satisfies Passage,
  source: { id, kind: "page" as const, title: id, href: `/${id}` },
});
const found = (...places: ReturnType<typeof place>[]) =>
  differencesAbout(["Six-week wheel", "First throw"], places, new Stems("en")).map(({ about, one, other }) => [
    about,
    one.amount.value,
    other.amount.value,
  ]);

test("two pages that name two prices for one thing are a finding with both places", () => {
  expect(
    found(
      place("home", ["Six-week wheel"], "6 × 2 hours · €216"),
      place("classes", ["Prices"], "Six-week wheel, six evenings: €210", "First throw: €38"),
    ),
  ).toEqual([["Six-week wheel", 216, 210]]);
});

test("the same price twice, another thing, several prices in one breath: none is a finding", () => {
  expect(
    found(
      place("home", ["Six-week wheel"], "€216"),
      place("classes", ["Prices"], "Six-week wheel: €216.00", "Six-week wheel hire: €12"),
      place("offer", ["Six-week wheel"], "€216, or €200 for two"),
      place("dollars", ["Six-week wheel"], "$240"),
    ),
  ).toEqual([]);
});
