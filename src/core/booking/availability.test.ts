import fc from "fast-check";
import { anyCase, type Case, crowdedCase } from "./arbitrary.test-kit";
import { availabilityOn } from "./availability";
import { Diary } from "./diary";
import { Oracle } from "./oracle.test-kit";
import { dayNumber, ZoneClock } from "./zone";

/** Given to repeat a run; printed so that any run can be repeated. */
const seed = Number(process.env.BOOKING_SEED ?? Date.now() % 2 ** 31);
const runs = Number(process.env.BOOKING_RUNS ?? 800);

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
  let offering = 0;
  fc.assert(
    fc.property(anyCase, (given) => {
      const oracle = new Oracle(given, given.date);
      const engine = engineFor(given);
      const asked = engine.timesOn(dayNumber(given.date));
      expect(asked.map(({ dates, resources }) => ({ start: dates[0]?.start, resources }))).toEqual(oracle.times());
      const [state] = engine.days();
      expect(state?.state).toBe(oracle.state());
      seen[state?.state ?? ""] = (seen[state?.state ?? ""] ?? 0) + 1;
      if (asked.length) offering += 1;
    }),
    { seed, numRuns: runs },
  );
  // A run that never reaches a state proves nothing about it.
  expect(Object.keys(seen).sort()).toEqual(["closed", "few", "free", "full", "past", "tooFar"]);
  // Nor does one that hardly ever offers anything: rules that are missed show only where something is offered.
  expect(offering).toBeGreaterThan(runs / 10);
}, 480_000);

const offLeaders = (given: Case) =>
  given.setUp.services[0]?.needs[0]?.oneOf.every((id) =>
    given.setUp.resources.find((one) => one.id === id)?.offers.some((offer) => offer.service === "main" && !offer.does),
  );

test("thirty resources in three sets: the engine serves each start with whom the oracle would", () => {
  const crowdedRuns = Math.max(50, Math.round(runs / 20));
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
    { seed, numRuns: crowdedRuns },
  );
  expect(assigned).toBeGreaterThan(crowdedRuns / 10);
});

test("where nobody who leads does it any more, days to come are closed and none is too far", () => {
  let met = 0;
  fc.assert(
    fc.property(anyCase, (given) => {
      fc.pre(offLeaders(given) === true);
      met += 1;
      expect(["past", "closed"]).toContain(engineFor(given).days()[0]?.state);
    }),
    { seed, numRuns: 60, maxSkipsPerRun: 1000 },
  );
  expect(met).toBeGreaterThan(10);
});

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
    { seed, numRuns: Math.round(runs / 4) },
  );
});
