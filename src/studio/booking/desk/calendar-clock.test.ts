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

/** What the place's clock shows, read from the platform: "2026-03-11", or "2026-03" for a month. */
const shown = (zone: string, ms: number, unit?: string) =>
  new Intl.DateTimeFormat("en-CA", { timeZone: zone, year: "numeric", month: "2-digit", day: "2-digit" })
    .format(ms)
    .slice(0, unit === "month" ? 7 : 10);
const zones = fc.constantFrom("Europe/Dublin", "Australia/Lord_Howe", "UTC");

test("a day, a week and a month begin and end where the zone's clock says (property)", () => {
  const unit = fc.constantFrom("day" as const, "week" as const, "month" as const);
  // Lord Howe's clock goes back by half an hour two hours after a midnight.
  const instant = fc.oneof(
    fc.integer({ min: Date.UTC(2025, 0), max: Date.UTC(2027, 0) }),
    fc.integer({ min: Date.UTC(2026, 3, 4, 11), max: Date.UTC(2026, 3, 4, 17) }),
  );
  fc.assert(
    fc.property(zones, instant, unit, (zone, ms, by) => {
      showOn(zone);
      const [begin, end] = [+localizer.startOf(new Date(ms), by), +localizer.endOf(new Date(ms), by)];
      expect(begin <= ms && ms <= end).toBe(true);
      // The moment before is another day or month, as the moment after is.
      expect(shown(zone, begin - 1, by)).not.toBe(shown(zone, begin, by));
      expect(shown(zone, end + 1, by)).not.toBe(shown(zone, end, by));
      if (by === "week") {
        const weekday = (at: number) => new Date(`${shown(zone, at)}T00:00Z`).getUTCDay();
        expect([weekday(begin), weekday(end), Math.round((end - begin) / 86_400_000)]).toEqual([1, 0, 7]);
      } else expect([begin, end].map((at) => shown(zone, at, by))).toEqual(Array(2).fill(shown(zone, ms, by)));
    }),
    { numRuns: 200 },
  );
});

test("a month is seen in whole weeks, and each of its days begins at the place's midnight (property)", () => {
  const instant = fc.integer({ min: Date.UTC(2024, 0), max: Date.UTC(2028, 0) });
  fc.assert(
    fc.property(zones, instant, (zone, ms) => {
      showOn(zone);
      const days = localizer.visibleDays(new Date(ms), localizer).map((day) => +day);
      const dates = days.map((day) => Date.parse(shown(zone, day)));
      expect(dates).toEqual(dates.map((_, nth) => (dates[0] as number) + nth * 86_400_000));
      expect(days.map((day) => shown(zone, day - 1) === shown(zone, day))).not.toContain(true);
      expect([new Date(dates[0] as number).getUTCDay(), days.length % 7]).toEqual([1, 0]);
      // Every day of the month, and no week that has none of it.
      const ofMonth = dates.map((date) => new Date(date).toISOString().slice(0, 7) === shown(zone, ms, "month"));
      const [year, month] = shown(zone, ms, "month").split("-").map(Number) as [number, number];
      expect(ofMonth.filter(Boolean)).toHaveLength(new Date(Date.UTC(year, month, 0)).getUTCDate());
      expect([ofMonth.slice(0, 7).includes(true), ofMonth.slice(-7).includes(true)]).toEqual([true, true]);
      expect(+localizer.firstVisibleDay(new Date(ms), localizer)).toBe(days[0]);
      expect(shown(zone, +localizer.lastVisibleDay(new Date(ms), localizer) + 1)).not.toBe(
        shown(zone, days.at(-1) as number),
      );
    }),
  );
});

test("dates compare by the place's minutes, days and months (property)", () => {
  const units = fc.constantFrom(undefined, "minutes", "day", "month");
  const instant = fc.integer({ min: Date.UTC(2026, 2, 20), max: Date.UTC(2026, 3, 5) });
  const near = fc.tuple(
    instant,
    fc.oneof(fc.integer({ min: -3 * 86_400_000, max: 3 * 86_400_000 }), fc.integer({ min: -20, max: 20 })),
  );
  const order = (one: number | string, other: number | string) => (one < other ? -1 : one > other ? 1 : 0);
  fc.assert(
    fc.property(zones, near, units, (zone, [ms, by], unit) => {
      showOn(zone);
      const [one, other] = [new Date(ms), new Date(ms + by)];
      const place = (date: Date) =>
        !unit ? +date : unit === "minutes" ? Math.floor(+date / 60_000) : shown(zone, +date, unit);
      const is = order(place(one), place(other));
      const [lt, eq, gt] = [localizer.lt, localizer.eq, localizer.gt].map((ask) => ask(one, other, unit as "day"));
      expect([lt, eq, gt]).toEqual([is < 0, is === 0, is > 0]);
      const [lte, neq, gte] = [localizer.lte, localizer.neq, localizer.gte].map((ask) =>
        ask(one, other, unit as "day"),
      );
      expect([lte, neq, gte]).toEqual([is <= 0, is !== 0, is >= 0]);
      const range = [localizer.min(one, other), localizer.max(one, other)] as const;
      expect(localizer.inRange(one, ...range, unit as "day")).toBe(true);
      expect(localizer.isSameDate(one, other)).toBe(shown(zone, +one) === shown(zone, +other));
    }),
  );
});

test("what ends at midnight is not of the next day, and what has no length is of its own", () => {
  showOn("Europe/Dublin");
  const day = { start: at("2026-07-01T23:00Z"), end: at("2026-07-02T22:59Z") };
  const of = (start: string, end: string) =>
    localizer.inEventRange({ event: { start: at(start), end: at(end) }, range: day } as never);
  expect(of("2026-07-01T20:00Z", "2026-07-01T23:00Z")).toBe(false);
  expect(of("2026-07-01T20:00Z", "2026-07-01T23:01Z")).toBe(true);
  expect(of("2026-07-01T23:00Z", "2026-07-01T23:00Z")).toBe(true);
  expect(of("2026-07-02T21:00Z", "2026-07-05T21:00Z")).toBe(true);
  expect(of("2026-07-02T23:00Z", "2026-07-03T01:00Z")).toBe(false);
});

describe.each(["America/Los_Angeles", "Asia/Tokyo", "Europe/Dublin"])("in a browser in %s", (browser) => {
  const own = process.env.TZ;
  beforeAll(() => {
    process.env.TZ = browser;
    // A browser's zone stays what it is: what was read in another is forgotten with the place.
    showOn("UTC");
    showOn("Europe/Dublin");
  });
  afterAll(() => {
    if (own === undefined) delete process.env.TZ;
    else process.env.TZ = own;
  });

  test("the hours of a day are the place's, also where either clock changes on it", () => {
    for (const [date, nine] of [
      ["2026-03-08", "2026-03-08T09:00:00.000Z"],
      ["2026-03-29", "2026-03-29T08:00:00.000Z"],
      ["2026-10-25", "2026-10-25T09:00:00.000Z"],
    ] as const) {
      const noon = at(`${date}T12:00Z`);
      const [midnight, morning] = [localizer.startOf(noon, "day"), at(nine)];
      expect(localizer.merge(noon, at("2026-06-01T08:00Z"))).toEqual(at(nine));
      expect(localizer.getSlotDate(noon, 8 * 60, 60).toISOString()).toBe(nine);
      expect(localizer.getMinutesFromMidnight(morning)).toBe(9 * 60);
      expect(localizer.diff(midnight, morning, "minutes") + localizer.getDstOffset(midnight, morning)).toBe(9 * 60);
    }
    expect(localizer.getTimezoneOffset(at("2026-06-01T08:00Z"))).toBe(-60);
  });
});
