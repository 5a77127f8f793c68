import dayjs from "dayjs";
import fc from "fast-check";
import { localizer, showOn } from "./calendar-clock";

const at = (instant: string) => new Date(instant);
const startOf = (date: Date, unit: "day" | "month") => localizer.startOf(date, unit).toISOString();
const endOf = (date: Date, unit: "day" | "month") => localizer.endOf(date, unit).toISOString();

test("days begin at the place's midnight and weeks on Monday, and another place has another midnight", () => {
  showOn("Europe/Dublin");
  expect(startOf(at("2026-07-01T10:00Z"), "day")).toBe("2026-06-30T23:00:00.000Z");
  expect(endOf(at("2026-07-01T10:00Z"), "day")).toBe("2026-07-01T22:59:59.999Z");
  expect(localizer.firstVisibleDay(at("2026-07-15T10:00Z"), localizer).toISOString()).toBe("2026-06-28T23:00:00.000Z");
  showOn("America/Chicago");
  expect(startOf(at("2026-07-01T10:00Z"), "day")).toBe("2026-07-01T05:00:00.000Z");
  expect(localizer.format(at("2026-07-01T10:00Z"), "HH:mm")).toBe("05:00");
});

test("what is kept is what the zone's clock says, whichever is asked first (property)", () => {
  const unit = fc.constantFrom("day" as const, "month" as const);
  const instant = fc.integer({ min: Date.UTC(2025, 0), max: Date.UTC(2027, 0) });
  fc.assert(
    fc.property(fc.constantFrom("Europe/Dublin", "Australia/Lord_Howe", "UTC"), instant, unit, (zone, ms, by) => {
      showOn(zone);
      const plain = dayjs.tz(new Date(ms));
      for (let times = 0; times < 2; times++) {
        expect(localizer.startOf(new Date(ms), by)).toEqual(plain.startOf(by).toDate());
        expect(localizer.endOf(new Date(ms), by)).toEqual(plain.endOf(by).toDate());
      }
    }),
    { numRuns: 60 },
  );
});
