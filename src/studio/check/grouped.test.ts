import { groupedByPlace, type Placed } from "./grouped";

const row = (key: string, page: string, weight: Placed["weight"] = "look", sample = false): Placed => ({
  key,
  weight,
  sample,
  place: { id: page, name: page.toUpperCase(), href: `/${page}` },
});

test("findings stand by page, those of a page that can't go live first, and in it what stops it", () => {
  const { groups } = groupedByPlace([
    row("1", "home"),
    row("2", "visit"),
    row("3", "visit", "stops"),
    row("4", "home"),
  ]);
  expect(groups.map(({ place, stops, rows }) => [place.name, stops, rows.map(({ key }) => key)])).toEqual([
    ["VISIT", 1, ["3", "2"]],
    ["HOME", 0, ["1", "4"]],
  ]);
});

test("sample words are no line each among the others: a page has one entry for all of them", () => {
  const { groups, samples } = groupedByPlace([
    row("1", "home", "look", true),
    row("2", "home"),
    row("3", "home", "look", true),
    row("4", "visit", "look", true),
  ]);
  expect(groups.flatMap(({ rows }) => rows.map(({ key }) => key))).toEqual(["2"]);
  expect(samples.map(({ place, rows }) => [place.name, rows.length])).toEqual([
    ["HOME", 2],
    ["VISIT", 1],
  ]);
});

test("without findings there are no groups", () => {
  expect(groupedByPlace([])).toEqual({ groups: [], samples: [] });
});
