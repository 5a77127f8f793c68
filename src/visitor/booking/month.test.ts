import {
  addMonths,
  firstWeekday,
  monthBounds,
  partOfDay,
  timeOfDay,
  untilWords,
  weekOf,
  weeksOf,
  wholeDay,
  written,
} from "./month";

test("a month in weeks that begin where the reader's do", () => {
  expect(monthBounds("2026-02")).toEqual(["2026-02-01", "2026-02-28"]);
  expect(addMonths("2026-12", 1)).toBe("2027-01");
  expect(addMonths("2026-01", -1)).toBe("2025-12");
  const weeks = weeksOf("2026-03", 1);
  expect(weeks).toHaveLength(6);
  expect(weeks[0]).toEqual([null, null, null, null, null, null, "2026-03-01"]);
  expect(weeksOf("2026-03", 7)[0]?.[0]).toBe("2026-03-01");
  expect(weeks.flat().filter(Boolean)).toHaveLength(31);
  expect(weekOf("2026-03-11", 1)).toBe("2026-03-09");
  expect(weekOf("2026-03-08", 1)).toBe("2026-03-02");
  expect(weekOf("2026-03-08", 7)).toBe("2026-03-08");
});

test("the first weekday by language; one that is no language begins on Monday", () => {
  expect(firstWeekday("en-US")).toBe(7);
  expect(firstWeekday("de")).toBe(1);
  expect(firstWeekday("??")).toBe(1);
});

test("dates and times as they stand, whatever zone the machine is in", () => {
  expect(written("2026-03-11", "en-IE", wholeDay)).toMatch(/Wednesday,? 11 March 2026/);
  expect(written("2026-03-29T01:30", "de", timeOfDay)).toMatch(/01:30|1:30/);
  expect(["2026-03-11T11:59", "2026-03-11T12:00", "2026-03-11T17:00"].map(partOfDay)).toEqual([
    "morning",
    "afternoon",
    "evening",
  ]);
});

test("what is left of a hold", () => {
  expect([untilWords(65_000, 0), untilWords(1, 0), untilWords(0, 5)]).toEqual(["1:05", "0:01", "0:00"]);
});
