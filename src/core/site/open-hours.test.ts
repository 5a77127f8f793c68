import { dayWords, stateWords } from "./hours-words";
import { type Hours, openAt, spansOn, wallIn } from "./open-hours";

const day = [{ from: "10:00", to: "17:00" }];
const hours: Hours = {
  hours: [
    [],
    day,
    day,
    day,
    day,
    [
      { from: "09:00", to: "12:30" },
      { from: "13:30", to: "16:00" },
    ],
    [],
  ],
  exceptions: [
    { from: "2026-12-24", to: "2027-01-03", spans: [], words: "Christmas" },
    { from: "2026-12-29", to: "2026-12-29", spans: [{ from: "12:00", to: "15:00" }], words: "Stocktaking" },
  ],
};

test("it is open from the beginning of a span up to, not with, its end", () => {
  expect(openAt(hours, { date: "2026-11-26", time: "10:00" })).toEqual({ open: true, until: "17:00" });
  expect(openAt(hours, { date: "2026-11-26", time: "16:59" })).toEqual({ open: true, until: "17:00" });
  expect(openAt(hours, { date: "2026-11-26", time: "17:00" })).toEqual({
    open: false,
    next: { date: "2026-11-27", time: "10:00" },
  });
});

test("over lunch it says when it opens again today, on Sunday which day", () => {
  const noon = { date: "2026-11-28", time: "12:45" };
  expect(stateWords(openAt(hours, noon), noon, "en-IE")).toBe("Closed now, opens 13:30");
  const sunday = { date: "2026-11-29", time: "11:00" };
  expect(stateWords(openAt(hours, sunday), sunday, "en-IE")).toBe("Closed now, opens Tuesday 10:00");
  expect(stateWords(openAt(hours, sunday), sunday, "de")).toBe("Jetzt geschlossen, öffnet Dienstag 10:00");
});

test("a closure closes, and a day within it can be open", () => {
  expect(spansOn(hours, "2026-12-30")).toEqual([]);
  expect(openAt(hours, { date: "2026-12-29", time: "13:00" })).toEqual({ open: true, until: "15:00" });
  expect(openAt(hours, { date: "2026-12-29", time: "16:00" })).toEqual({
    open: false,
    next: { date: "2027-01-05", time: "10:00" },
  });
});

test("spans that touch are one, over midnight too; what never closes says so by its next end", () => {
  const bar: Hours = {
    hours: [[], [], [], [], [{ from: "18:00", to: "24:00" }], [{ from: "00:00", to: "02:00" }], []],
  };
  expect(openAt(bar, { date: "2026-11-27", time: "23:30" })).toEqual({ open: true, until: "02:00" });
  const always: Hours = { hours: Array.from({ length: 7 }, () => [{ from: "00:00", to: "24:00" }]) };
  expect(openAt(always, { date: "2026-11-27", time: "23:30" })).toMatchObject({ open: true });
});

test("what opens in no two weeks names no day", () => {
  const never: Hours = { hours: Array.from({ length: 7 }, () => []) };
  const now = { date: "2026-11-27", time: "09:00" };
  expect(openAt(never, now)).toEqual({ open: false, next: null });
  expect(stateWords(openAt(never, now), now, "fr")).toBe("Fermé en ce moment");
});

test("the clock is that of the business: the clocks go back in the night of 25 October", () => {
  expect(wallIn("Europe/Dublin", Date.UTC(2026, 9, 24, 23, 30))).toEqual({ date: "2026-10-25", time: "00:30" });
  expect(wallIn("Europe/Dublin", Date.UTC(2026, 9, 25, 1, 30))).toEqual({ date: "2026-10-25", time: "01:30" });
  expect(wallIn("America/Chicago", Date.UTC(2026, 0, 1, 5, 59))).toEqual({ date: "2025-12-31", time: "23:59" });
});

test("days are written in the language of the page", () => {
  expect(dayWords("2026-12-24", "en-IE")).toMatch(/Thu.*24 December/);
  expect(dayWords("2026-12-24", "de-DE")).toMatch(/Do.*24\. Dezember/);
});
