import fc from "fast-check";
import { dateOf, dayNumber } from "@/core/time/clock";
import { anEntry, aResource, aService, aSetUp } from "../sample.test-kit";
import { filledWeek } from "./figures";

const throwing = aService("throw", { capacity: 6 });
const lesson = aService("lesson");
const setUp = aSetUp([throwing, lesson], [aResource("maren")]);
/** 9 March 2026 is a Monday. */
const week = (entries: Parameters<typeof filledWeek>[1], of = setUp, from = "2026-03-09", to = "2026-03-15") =>
  filledWeek(of, entries, from, to);

test("an hour of work is open once a week; what is booked fills it by its seats", () => {
  const filled = week([
    anEntry("throw", "maren", "2026-03-09T10:00", "2026-03-09T11:30", 2),
    { ...anEntry("throw", "maren", "2026-03-09T10:00", "2026-03-09T11:30", 1), booking: "another" },
    anEntry("lesson", "maren", "2026-03-10T09:30", "2026-03-10T10:00"),
  ]);
  expect(filled[0]?.[10]).toEqual({ open: 60, filled: 30 });
  expect(filled[0]?.[11]).toEqual({ open: 60, filled: 15 });
  expect(filled[1]?.[9]).toEqual({ open: 60, filled: 30 });
  expect(filled[0]?.[8]).toEqual({ open: 0, filled: 0 });
  expect(filled[6]?.[16]).toEqual({ open: 60, filled: 0 });
});

test("closures and time off are not worked; what is booked in them or outside the hours counts as worked", () => {
  const off = aResource("maren", { timeOff: [{ from: "2026-03-09T09:00", to: "2026-03-09T12:00", words: "dentist" }] });
  const closed = aSetUp([lesson], [off], { closures: [{ kind: "date", date: "2026-03-10", words: "kiln day" }] });
  const filled = week(
    [
      anEntry("lesson", "maren", "2026-03-10T09:00", "2026-03-10T10:00"),
      anEntry("lesson", "maren", "2026-03-11T16:30", "2026-03-11T17:30"),
    ],
    closed,
  );
  expect(filled[0]?.[9]).toEqual({ open: 0, filled: 0 });
  expect(filled[0]?.[12]).toEqual({ open: 60, filled: 0 });
  expect(filled[1]?.[9]).toEqual({ open: 60, filled: 60 });
  expect(filled[1]?.[10]).toEqual({ open: 0, filled: 0 });
  expect(filled[2]?.[16]).toEqual({ open: 60, filled: 30 });
  expect(filled[2]?.[17]).toEqual({ open: 30, filled: 30 });
});

test("what is open around the clock, and who leads nothing, is no work", () => {
  const wheel = aResource("wheel", { kind: "thing", week: null });
  const idle = aResource("tobi");
  const needs = [
    { name: "wheel", oneOf: ["wheel"] },
    { name: "tutor", oneOf: ["maren"] },
  ];
  const filled = week([], aSetUp([aService("hire", { needs })], [wheel, idle, aResource("maren")]));
  expect(filled.flat().every(({ open }) => open === 0)).toBe(true);
});

test("the hour that a clock leaves out is not worked, the one it has twice is worked twice", () => {
  const night = aResource("maren", {
    week: [{ weekdays: [7], from: "00:00", to: "06:00", validFrom: null, validTo: null }],
  });
  const of = aSetUp([lesson], [night]);
  expect(
    week([], of, "2026-03-29", "2026-03-29")[6]
      ?.slice(0, 4)
      .map(({ open }) => open),
  ).toEqual([60, 0, 60, 60]);
  expect(
    week([], of, "2026-10-25", "2026-10-25")[6]
      ?.slice(0, 4)
      .map(({ open }) => open),
  ).toEqual([60, 120, 60, 60]);
});

test("nothing is more than full, and minutes are neither lost nor made (property)", () => {
  const bookings = fc.array(
    fc.record({
      day: fc.nat(20),
      from: fc.nat(22),
      length: fc.integer({ min: 1, max: 3 }),
      seats: fc.integer({ min: 1, max: 9 }),
    }),
    { maxLength: 12 },
  );
  fc.assert(
    fc.property(bookings, (all) => {
      const taken = new Set<string>();
      const entries = all.flatMap(({ day, from, length, seats }) => {
        const date = dateOf(dayNumber("2026-05-04") + day);
        const hours = Array.from({ length }, (_, nth) => `${date} ${from + nth}`);
        // Nobody leads two at once.
        if (from + length > 24 || hours.some((hour) => taken.has(hour))) return [];
        for (const hour of hours) taken.add(hour);
        const at = (hour: number) => `${date}T${String(hour).padStart(2, "0")}:00`;
        return from + length === 24 ? [] : [anEntry("throw", "maren", at(from), at(from + length), seats)];
      });
      const cells = week(entries, setUp, "2026-05-04", "2026-05-24").flat();
      for (const { open, filled } of cells) expect(filled).toBeLessThanOrEqual(open + 1e-6);
      const minutes = entries.reduce(
        (sum, { start, end, seats }) => sum + ((end - start) / 60_000) * Math.min(1, seats / 6),
        0,
      );
      expect(cells.reduce((sum, { filled }) => sum + filled, 0)).toBeCloseTo(minutes, 6);
    }),
  );
});
