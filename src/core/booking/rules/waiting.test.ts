// What can be waited for: starts that other bookings alone have taken. Held against the minute-by-minute oracle.
import fc from "fast-check";
import { dayNumber } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { oracleCases } from "../../../../tests/extent";
import { anyCase, type Case } from "../arbitrary.test-kit";
import { Diary, type DiaryEntry } from "../diary/diary";
import { Oracle } from "../oracle.test-kit";
import { anEntry, aResource, aService, aSetUp } from "../sample.test-kit";
import { Availability } from "./availability";
import { serviceSchema } from "./schema";
import { fullStarts, offeredUntil } from "./waiting";

const clock = ZoneClock.of("Europe/Dublin");
const glaze = aService("glaze", { starts: { at: ["10:00", "14:00"] }, capacity: 2, waiting: { offerMinutes: 120 } });

function full(entries: readonly DiaryEntry[], seats = 1, now = "2026-03-01T08:00", service = glaze) {
  const setUp = aSetUp([service], [aResource("maren")]);
  const day = dayNumber("2026-03-11");
  const with_ = (diary: Diary) =>
    new Availability(
      setUp,
      { service: service.id, resource: null, seats, online: true },
      diary,
      clock.instantOf(now),
      day,
      day,
    );
  return fullStarts(with_(new Diary(entries, [], clock)), with_(new Diary([], [], clock)), day).map((start) =>
    clock.wallOf(start).slice(11),
  );
}
const taken = (from: string, seats = 1) =>
  anEntry("glaze", "maren", `2026-03-11T${from}`, `2026-03-11T${from.replace(":00", ":59")}`, seats);

test("a start whose seats are gone is full; one with seats left is not, except for a group that is larger", () => {
  expect(full([])).toEqual([]);
  expect(full([taken("10:00", 2)])).toEqual(["10:00"]);
  expect(full([taken("10:00")])).toEqual([]);
  expect(full([taken("10:00")], 2)).toEqual(["10:00"]);
  expect(full([taken("10:00", 2), taken("14:00", 2)])).toEqual(["10:00", "14:00"]);
});

test("what is too soon, closed or no start is not waited for, whoever has booked it", () => {
  expect(full([taken("10:00", 2)], 1, "2026-03-11T12:00")).toEqual([]);
  expect(full([taken("11:00", 2)], 1)).toEqual([]);
  expect(
    full([taken("10:00", 2)], 1, "2026-03-01T08:00", { ...glaze, sold: { from: null, to: "2026-03-10" } }),
  ).toEqual([]);
  expect(full([taken("10:00", 2)], 3)).toEqual([]);
});

test("an offer is kept for its time, and at most until the start", () => {
  const start = clock.instantOf("2026-03-11T10:00");
  expect(offeredUntil(glaze, start, start - 10 * 3_600_000)).toBe(start - 8 * 3_600_000);
  expect(offeredUntil(glaze, start, start - 60_000)).toBe(start);
  expect(offeredUntil({ waiting: undefined }, start, start - 60_000)).toBeNull();
});

test("an offer of 9 minutes or of more than a week is refused at its field", () => {
  for (const offerMinutes of [9, 10_081, 12.5])
    expect(serviceSchema.validate({ ...glaze, waiting: { offerMinutes } }).error?.details[0]?.path).toEqual([
      "waiting",
      "offerMinutes",
    ]);
});

test("full is exactly what the oracle offers of an empty diary and not of this one", () => {
  let found = 0;
  const engine = (given: Case, entries: readonly DiaryEntry[]) => {
    const day = dayNumber(given.date);
    const zone = ZoneClock.of(given.setUp.places[0]?.zone as string);
    return new Availability(given.setUp, given, new Diary(entries, given.outside, zone), given.now, day, day);
  };
  fc.assert(
    fc.property(anyCase, (given) => {
      const times = (entries: readonly DiaryEntry[]) =>
        new Oracle({ ...given, entries }, given.date).times().map(({ start }) => start);
      const offered = times(given.entries);
      const wanted = times([]).filter((start) => !offered.includes(start));
      expect(fullStarts(engine(given, given.entries), engine(given, []), dayNumber(given.date))).toEqual(wanted);
      found += wanted.length;
    }),
    { numRuns: oracleCases },
  );
  expect(found).toBeGreaterThan(0);
});
