import fc from "fast-check";
import { Temporal } from "temporal-polyfill";
import { dateOf, dayNumber, minutesOf, weekdayOf } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";

const zones = [
  "Europe/Dublin",
  "America/Chicago",
  "Australia/Lord_Howe",
  "Asia/Kolkata",
  "Pacific/Apia",
  "America/St_Johns",
  "Africa/Casablanca",
  "UTC",
] as const;

/** Any minute of the years in which Apia lost a day and clocks change under today's rules. */
const anyWall = fc
  .tuple(fc.integer({ min: dayNumber("2010-06-01"), max: dayNumber("2028-06-01") }), fc.integer({ min: 0, max: 1439 }))
  .map(([day, minutes]) => ({ day, minutes }));
/** Minutes around the clock changes of every zone above, where mistakes live. */
const changes = [
  "2011-12-29T23:00",
  "2011-12-30T12:00",
  "2026-03-08T02:00",
  "2026-03-29T01:00",
  "2026-04-05T01:30",
  "2026-10-04T02:00",
  "2026-10-25T01:00",
  "2026-11-01T01:00",
];
const nearChange = fc.tuple(fc.constantFrom(...changes), fc.integer({ min: -150, max: 150 })).map(([wall, by]) => {
  const at = new Date(Date.parse(`${wall}Z`) + by * 60_000).toISOString();
  return { day: dayNumber(at.slice(0, 10)), minutes: minutesOf(at.slice(11, 16)) };
});

const plain = ({ day, minutes }: { day: number; minutes: number }) =>
  Temporal.PlainDate.from(dateOf(day)).toPlainDateTime().add({ minutes });

test("a wall time is the instant that Temporal makes of it, skipped and repeated ones too", () => {
  fc.assert(
    fc.property(fc.constantFrom(...zones), fc.oneof(anyWall, nearChange), (zone, wall) => {
      const clock = ZoneClock.of(zone);
      const wanted = plain(wall).toZonedDateTime(zone, { disambiguation: "compatible" }).epochMilliseconds;
      expect(clock.instantAt(wall.day, wall.minutes)).toBe(wanted);
      let exists = true;
      try {
        plain(wall).toZonedDateTime(zone, { disambiguation: "reject" });
      } catch {
        // Temporal refuses repeated times as well; those do exist.
        exists = plain(wall).toZonedDateTime(zone, { disambiguation: "earlier" }).toPlainDateTime().equals(plain(wall));
      }
      expect(clock.existingInstantAt(wall.day, wall.minutes)).toBe(exists ? wanted : null);
    }),
    { numRuns: 2500 },
  );
});

test("an instant shows the date and time that Temporal says", () => {
  fc.assert(
    fc.property(fc.constantFrom(...zones), fc.oneof(anyWall, nearChange), (zone, { day, minutes }) => {
      const instant = day * 86_400_000 + minutes * 60_000;
      const local = Temporal.Instant.fromEpochMilliseconds(instant).toZonedDateTimeISO(zone);
      const clock = ZoneClock.of(zone);
      expect(clock.wallOf(instant)).toBe(local.toPlainDateTime().toString({ smallestUnit: "minute" }));
      expect(dateOf(clock.dayOf(instant))).toBe(local.toPlainDate().toString());
      expect(clock.offsetAt(instant)).toBe(local.offsetNanoseconds / 1e6);
    }),
    { numRuns: 2500 },
  );
});

test("weekdays are those of the calendar, before 1970 too", () => {
  fc.assert(
    fc.property(fc.integer({ min: -20_000, max: 30_000 }), (day) => {
      expect(weekdayOf(day)).toBe(Temporal.PlainDate.from(dateOf(day)).dayOfWeek);
    }),
  );
});

test("Apia has no 30 December 2011, and says so", () => {
  const apia = ZoneClock.of("Pacific/Apia");
  expect(["2011-12-29", "2011-12-30", "2011-12-31"].map((date) => apia.hasDay(dayNumber(date)))).toEqual([
    true,
    false,
    true,
  ]);
  expect(apia.startOfDay(dayNumber("2011-12-30"))).toBe(apia.startOfDay(dayNumber("2011-12-31")));
});

test("Lord Howe's clock goes by half an hour", () => {
  const clock = ZoneClock.of("Australia/Lord_Howe");
  const [change] = clock.changes(Date.parse("2026-04-01T00:00Z"), Date.parse("2026-04-30T00:00Z"));
  expect((change?.offsetAfter ?? 0) - (change?.offsetBefore ?? 0)).toBe(-1_800_000);
});

test("a zone that is none is refused", () => {
  expect(() => ZoneClock.of("Europe/Wrenfield")).toThrow(RangeError);
});
