import fc from "fast-check";
import { dayNumber } from "@/core/time/clock";
import { hoursText, readHours, readTimes, timesText } from "./hours-text";
import {
  always,
  firstDayOf,
  type PaintedSpan,
  paint,
  paintedOf,
  sameSeason,
  seasonsOf,
  withSeason,
  written,
} from "./week";

const on = (weekday: number, from: number, to: number): PaintedSpan => ({ weekday, from: from * 60, to: to * 60 });
const area = (weekdays: number[], from: number, to: number) => ({ weekdays, from: from * 60, to: to * 60 });

describe("painting", () => {
  test("what is painted over several days opens each of them, and joins what it meets or touches", () => {
    const before = [on(2, 10, 12), on(2, 13, 15), on(3, 9, 10)];
    expect(paint(before, area([2, 3, 4], 12, 13), "open")).toEqual([
      on(2, 10, 15),
      on(3, 9, 10),
      on(3, 12, 13),
      on(4, 12, 13),
    ]);
  });

  test("clearing cuts spans in two, shortens them, and takes them away", () => {
    const before = [on(1, 9, 17), on(2, 10, 12), on(3, 11, 16)];
    expect(paint(before, area([1, 2, 3], 10, 12), "clear")).toEqual([on(1, 9, 10), on(1, 12, 17), on(3, 12, 16)]);
    expect(paint(before, area([1], 12, 12), "clear")).toBe(before);
  });

  test("spans that touch stay two until somebody paints over where they meet", () => {
    const touching = [on(1, 9, 12), on(1, 12, 15)];
    expect(paint(touching, area([1], 17, 18), "open")).toHaveLength(3);
    expect(paint(touching, area([1], 11, 13), "open")).toEqual([on(1, 9, 15)]);
  });

  test("weeks of one turn are one season, whichever of its days they are counted from", () => {
    const turn = (from: string) => ({ ...always, weeks: { every: 2, from } });
    expect(sameSeason(turn("2026-03-09"), turn("2026-03-29"))).toBe(true);
    expect(sameSeason(turn("2026-03-09"), turn("2026-03-16"))).toBe(false);
    const spans = [...written([on(6, 9, 13)], turn("2026-03-09")), ...written([on(6, 9, 12)], turn("2026-03-16"))];
    expect(paintedOf(spans, turn("2026-03-23"))).toEqual([on(6, 9, 13)]);
    expect(paintedOf(spans)).toEqual([]);
    const summer = [{ id: "summer", name: "Summer", from: "06-01", to: "08-31" }];
    expect(firstDayOf({ ...always, season: "summer" }, summer, dayNumber("2026-09-01"))).toBe(dayNumber("2027-06-01"));
    expect(firstDayOf({ ...always, season: "gone" }, summer, dayNumber("2026-09-01"))).toBe(dayNumber("2026-09-01"));
  });

  test("equal hours of several days are written as one span; other seasons stay as they are", () => {
    const summer = { weekdays: [6], from: "08:00", to: "20:00", validFrom: "2026-06-01", validTo: "2026-08-31" };
    const spans = [...written([on(2, 10, 18), on(3, 10, 18), on(6, 9, 13)]), summer];
    expect(spans.slice(0, 2)).toMatchObject([
      { weekdays: [2, 3], from: "10:00", to: "18:00" },
      { weekdays: [6], from: "09:00", to: "13:00" },
    ]);
    expect(seasonsOf(spans)).toEqual([always, { validFrom: "2026-06-01", validTo: "2026-08-31" }]);
    expect(withSeason(spans, always, [on(1, 9, 10)])).toEqual([
      summer,
      { weekdays: [1], from: "09:00", to: "10:00", validFrom: null, validTo: null },
    ]);
    expect(paintedOf(spans)).toEqual([on(2, 10, 18), on(3, 10, 18), on(6, 9, 13)]);
  });
});

const cell = fc.record({
  weekday: fc.integer({ min: 1, max: 7 }),
  from: fc.integer({ min: 0, max: 23 }),
  hours: fc.integer({ min: 1, max: 6 }),
});
const strokes = fc.array(fc.tuple(cell, fc.constantFrom<"open" | "clear">("open", "clear")), { maxLength: 12 });

test("painting is minute for minute what a sheet of minutes shows, and hours are read as they are written", () => {
  fc.assert(
    fc.property(strokes, (all) => {
      const sheet = new Set<string>();
      let painted: readonly PaintedSpan[] = [];
      for (const [{ weekday, from, hours }, how] of all) {
        const to = Math.min(24, from + hours);
        painted = paint(painted, area([weekday, (weekday % 7) + 1], from, to), how);
        for (const day of [weekday, (weekday % 7) + 1])
          for (let hour = from; hour < to; hour++)
            if (how === "open") sheet.add(`${day} ${hour}`);
            else sheet.delete(`${day} ${hour}`);
      }
      const hours = painted.flatMap(({ weekday, from, to }) =>
        Array.from({ length: (to - from) / 60 }, (_, nth) => `${weekday} ${from / 60 + nth}`),
      );
      expect(new Set(hours)).toEqual(sheet);
      expect(hours).toHaveLength(sheet.size);
      expect(readHours(hoursText(painted))).toEqual({ spans: painted });
      expect(paintedOf(written(painted))).toEqual(painted);
    }),
  );
});

describe("hours as they are written", () => {
  const read = (text: string) => {
    const found = readHours(text);
    return "spans" in found ? hoursText(found.spans) : found.fault;
  };

  test.each([
    ["Tue to Fri 10-18, Sat 9:30-13", "Tue to Fri 10-18, Sat 9:30-13"],
    ["tue-fri 10–18; saturday 9.30 to 13", "Tue to Fri 10-18, Sat 9:30-13"],
    ["Mon, Wed and Fri 9-12 and 14-18", "Mon, Wed, Fri 9-12 and 14-18"],
    ["Sat to Mon 8am-5:30pm", "Mon, Sat, Sun 8-17:30"],
    ["every day 7-9, 10-11", "Mon to Sun 7-9 and 10-11"],
    ["weekdays 12am-12pm, Sun closed", "Mon to Fri 0-12"],
    ["Sun 18-24", "Sun 18-24"],
    ["", ""],
  ])("%s", (text, hours) => expect(read(text)).toBe(hours));

  test.each([
    ["Tue 18-10", 4, 5, /ends before it begins/],
    ["Tue 10-18, Foo 9-10", 11, 3, /“Foo” is no weekday/],
    ["Tue 10-12 and 11-13", 14, 5, /Tue has 10:00 to 12:00 already/],
    ["Tue 25-26", 4, 2, /no time of day/],
    ["10-18", 0, 2, /a weekday comes first/],
    ["Tue", 0, 3, /No hours follow/],
    ["Tue 10", 4, 2, /the end is missing/],
    ["Tue 10 to Wed", 4, 2, /the end is missing/],
    ["Tue 10-18 #", 10, 1, /can’t be read/],
  ])("%s is said where it stands", (text, at, length, fault) => {
    expect(readHours(text)).toEqual({ at, length, fault: expect.stringMatching(fault) });
  });

  test("times of day: in order, each once", () => {
    expect(readTimes("14:15, 9:30 11; 9:30")).toEqual({ times: ["09:30", "11:00", "14:15"] });
    expect(timesText(["09:30", "11:00"])).toBe("9:30, 11");
    expect(readTimes("9, 24")).toEqual({ fault: expect.stringContaining("24") });
    expect(readTimes("noon")).toEqual({ fault: expect.stringContaining("no time of day") });
  });
});
