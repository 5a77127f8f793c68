// A course as what can be booked of it: a whole run, what is left of one that has begun, or one of its dates.

import { dayNumber } from "@/core/time/clock";
import type { ZoneClock } from "@/core/time/zone-clock";
import type { CoursePart, Instant, Service, WallDateTime } from "../booking";

type Course = readonly (readonly WallDateTime[])[];
export type Runs = ReadonlyMap<Instant, readonly Instant[]>;

/** The instants of each run. A date that the zone's calendar left out is nobody's: the run goes on without it. */
const instantsOf = (course: Course, clock: ZoneClock): readonly (readonly Instant[])[] =>
  course
    .map((run) => run.filter((wall) => clock.hasDay(dayNumber(wall.slice(0, 10)))).map((wall) => clock.instantOf(wall)))
    .filter((run) => run.length);

/** What can be booked of a run as so much of it: its dates, each time from the first that is booked. */
const partsOf: Readonly<Record<CoursePart, (run: readonly Instant[]) => readonly (readonly Instant[])[]>> = {
  whole: (run) => [run],
  // Of the last date nothing else is left: that is one date.
  rest: (run) => run.slice(1, -1).map((_, nth) => run.slice(nth + 1)),
  one: (run) => run.map((date) => [date]),
};

/** The dates that are booked as so much of a course, by the first of them; of two runs the one earlier in the file. */
export function runsOf(course: Course, clock: ZoneClock, part: CoursePart = "whole"): Runs {
  const runs = new Map<Instant, readonly Instant[]>();
  for (const run of instantsOf(course, clock))
    for (const dates of partsOf[part](run)) {
      const [first] = dates;
      if (first !== undefined && !runs.has(first)) runs.set(first, dates);
    }
  return runs;
}

/** How many of how many dates of its run are booked; null where there is no such start. */
export function shareOf(
  course: Course,
  clock: ZoneClock,
  start: Instant,
  part: CoursePart,
): { readonly dates: number; readonly of: number } | null {
  const dates = runsOf(course, clock, part).get(start);
  const run = dates && instantsOf(course, clock).find((one) => dates.every((date) => one.includes(date)));
  return run ? { dates: dates.length, of: run.length } : null;
}

/** How much of a course a booking of so many dates is. Of a run with a single date that is all of it. */
export function partOfBooking(
  { course }: Pick<Service, "course">,
  clock: ZoneClock,
  startsAt: Instant,
  dates: number,
): CoursePart {
  const whole = course && runsOf(course, clock).get(startsAt);
  if (!course || whole?.length === dates) return "whole";
  return dates === 1 ? "one" : "rest";
}
