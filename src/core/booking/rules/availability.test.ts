import fc from "fast-check";
import { dayNumber } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { oracleCases } from "../../../../tests/extent";
import { anyCase, type Case, casesOfState, crowdedCase, leaderlessCase } from "../arbitrary.test-kit";
import { Diary } from "../diary/diary";
import { byTemporal, localOf, Oracle } from "../oracle.test-kit";
import { availabilityOn } from "./availability";

function engineFor(given: Case) {
  const zone = given.setUp.places[0]?.zone as string;
  return availabilityOn(
    given.setUp,
    given,
    new Diary(given.entries, given.outside, ZoneClock.of(zone)),
    given.now,
    given.date,
    given.date,
  );
}

/** The engine offers what the oracle offers, and calls the day what it calls it. */
function agree(given: Case): { readonly state: string; readonly offered: number } {
  const oracle = new Oracle(given, given.date);
  const engine = engineFor(given);
  const asked = engine.timesOn(dayNumber(given.date));
  expect(asked.map(({ dates, resources }) => ({ start: dates[0]?.start, resources }))).toEqual(oracle.times());
  const state = engine.days()[0]?.state ?? "";
  expect(state).toBe(oracle.state());
  return { state, offered: asked.length };
}

test.each([
  ["Europe/Berlin", "2026-03-29"],
  ["Europe/Berlin", "2026-10-25"],
  ["Australia/Lord_Howe", "2026-04-05"],
  ["Asia/Kathmandu", "2026-05-05"],
  ["Pacific/Apia", "2011-12-30"],
  ["Africa/Monrovia", "1972-01-07"],
])("the oracle counts minutes in %s on %s as Temporal does", (zone, date) => {
  const from = Date.parse(`${date}T00:00Z`) - 86_400_000;
  const minutes = Array.from({ length: 3 * 1440 }, (_, nth) => from + nth * 60_000);
  expect(minutes.filter((at) => localOf(zone, at) !== byTemporal(zone, at))).toEqual([]);
});

test("the engine agrees with the minute-by-minute oracle", () => {
  let offering = 0;
  fc.assert(
    fc.property(anyCase, (given) => {
      if (agree(given).offered) offering += 1;
    }),
    { numRuns: oracleCases },
  );
  // One that hardly ever offers anything proves little: rules that are missed show only where something is offered.
  expect(offering).toBeGreaterThan(oracleCases / 10);
});

test.each(Object.entries(casesOfState))("it agrees on days that are %s", (state, cases) => {
  fc.assert(
    fc.property(cases, (given) => {
      expect(agree(given).state).toBe(state);
    }),
    { numRuns: Math.ceil(oracleCases / 10) },
  );
});

test("thirty resources in three sets: the engine serves each start with whom the oracle would", () => {
  let assigned = 0;
  fc.assert(
    fc.property(crowdedCase, (given) => {
      const wanted = new Oracle(given, given.date).times();
      assigned += wanted.length;
      expect(
        engineFor(given)
          .timesOn(dayNumber(given.date))
          .map(({ dates, resources }) => ({ start: dates[0]?.start, resources })),
      ).toEqual(wanted);
    }),
    { numRuns: oracleCases },
  );
  expect(assigned).toBeGreaterThan(oracleCases / 10);
});

test("where nobody who leads does it any more, days to come are closed and none is too far", () => {
  fc.assert(
    fc.property(leaderlessCase, (given) => {
      expect(["past", "closed"]).toContain(engineFor(given).days()[0]?.state);
    }),
    { numRuns: oracleCases },
  );
});

test("there are reasons exactly for what is not offered, at every quarter of an hour", () => {
  fc.assert(
    fc.property(anyCase, (given) => {
      const engine = engineFor(given);
      const day = dayNumber(given.date);
      const offered = new Set(engine.timesOn(day).map(({ dates }) => dates[0]?.start));
      const wrong: unknown[] = [];
      for (let at = engine.clock.startOfDay(day); at < engine.clock.startOfDay(day + 1); at += 900_000) {
        const { offered: is, reasons } = engine.explain(at);
        if (is !== offered.has(at) || reasons.length > 0 === is) wrong.push({ at, is, reasons });
      }
      expect(wrong).toEqual([]);
    }),
    { numRuns: oracleCases },
  );
});
