import fc from "fast-check";
import { dayNumber } from "./clock";
import { LocalClock } from "./local-clock";
import { ZoneClock } from "./zone-clock";

const zones = ["Europe/Dublin", "America/New_York", "Asia/Kolkata", "Australia/Lord_Howe", "Pacific/Apia", "UTC"];

test("the platform's clock reads every wall time as the table does, over the changes of a clock too", () => {
  const instants = fc.integer({ min: Date.parse("2000-01-01T00:00Z"), max: Date.parse("2040-01-01T00:00Z") });
  fc.assert(
    fc.property(fc.constantFrom(...zones), instants, (zone, instant) => {
      const local = new LocalClock(zone);
      const table = ZoneClock.of(zone);
      expect(local.wallOf(instant)).toBe(table.wallOf(instant));
      expect(local.instantOf(table.wallOf(instant))).toBe(table.instantOf(table.wallOf(instant)));
    }),
  );
});

test("a time that the clock skips is moved forward, and one that comes twice means the first", () => {
  const dublin = new LocalClock("Europe/Dublin");
  expect(dublin.instantOf("2026-03-29T01:30")).toBe(Date.parse("2026-03-29T01:30:00Z"));
  expect(dublin.instantOf("2026-10-25T01:30")).toBe(Date.parse("2026-10-25T00:30:00Z"));
  expect(dublin.hasDay(dayNumber("2026-03-29"))).toBe(true);
});

test("what is no zone is refused", () => {
  expect(() => new LocalClock("Europe/Nowhere")).toThrow(RangeError);
});
