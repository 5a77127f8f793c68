import fc from "fast-check";
import { anyCase, type Case } from "./arbitrary.test-kit";
import { availabilityOn } from "./availability";
import { Diary } from "./diary";
import { Oracle } from "./oracle.test-kit";
import { dayNumber, ZoneClock } from "./zone";

/** Given to repeat a run; printed so that any run can be repeated. */
const seed = Number(process.env.BOOKING_SEED ?? Date.now() % 2 ** 31);
const runs = Number(process.env.BOOKING_RUNS ?? 3000);

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

test(`the engine agrees with the minute-by-minute oracle in ${runs} cases (BOOKING_SEED=${seed})`, () => {
  console.log(`booking oracle: BOOKING_SEED=${seed} BOOKING_RUNS=${runs}`);
  const seen: Record<string, number> = {};
  fc.assert(
    fc.property(anyCase, (given) => {
      const oracle = new Oracle(given, given.date);
      const engine = engineFor(given);
      const asked = engine.timesOn(dayNumber(given.date));
      expect(asked.map(({ dates, resources }) => ({ start: dates[0]?.start, resources }))).toEqual(oracle.times());
      const [state] = engine.days();
      expect(state?.state).toBe(oracle.state());
      seen[state?.state ?? ""] = (seen[state?.state ?? ""] ?? 0) + 1;
    }),
    { seed, numRuns: runs },
  );
  // A run that never reaches a state proves nothing about it.
  for (const state of ["past", "tooFar", "closed", "full", "few", "free"])
    expect(seen[state]).toBeGreaterThan(runs / 250);
}, 480_000);

test("there are reasons exactly for what is not offered, at every quarter of an hour", () => {
  fc.assert(
    fc.property(anyCase, (given) => {
      const engine = engineFor(given);
      const day = dayNumber(given.date);
      const offered = new Set(engine.timesOn(day).map(({ dates }) => dates[0]?.start));
      const from = engine.clock.startOfDay(day);
      for (let at = from; at < engine.clock.startOfDay(day + 1); at += 900_000) {
        const { offered: is, reasons } = engine.explain(at);
        expect(is).toBe(offered.has(at));
        expect(reasons.length > 0).toBe(!is);
      }
    }),
    { seed, numRuns: 400 },
  );
}, 120_000);
