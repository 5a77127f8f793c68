// The dates of a course, made from a rule: the same weekday and time, so many times, leaving out when the place is closed.

import { dateOf, dayNumber, minuteMs } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { newResource } from "../blank";
import type { Place, WallDateTime } from "../booking";
import { firstMeeting, hoursOf } from "../hours/hours";

export interface CourseRule {
  /** The first date that may be one. */
  readonly first: WallDateTime;
  readonly times: number;
  /** 7 is every week. */
  readonly everyDays: number;
  readonly durationMinutes: number;
}

export interface CourseDates {
  readonly dates: readonly WallDateTime[];
  /** Dates that were left out, each with the closure's words. */
  readonly leftOut: readonly { readonly date: WallDateTime; readonly words: string }[];
}

/** Dates looked at beyond those wanted: a place that is closed for good gives fewer. */
const mostLeftOut = 60;

/** The dates of one run at a place; its closures are left out, and the run goes on after them. */
export function courseDates(rule: CourseRule, place: Place): CourseDates {
  const clock = ZoneClock.of(place.zone);
  const first = dayNumber(rule.first.slice(0, 10));
  const time = rule.first.slice(11);
  const furthest = first + (rule.times + mostLeftOut) * rule.everyDays;
  const { closures } = hoursOf(place, { ...newResource("", place.id, ""), week: null }, clock, first, furthest);
  const dates: WallDateTime[] = [];
  const leftOut: { date: WallDateTime; words: string }[] = [];
  for (let nth = 0; dates.length < rule.times && nth < rule.times + mostLeftOut; nth++) {
    const day = first + nth * rule.everyDays;
    const wall = `${dateOf(day)}T${time}`;
    const start = clock.instantOf(wall);
    const closure = firstMeeting(closures, start, start + rule.durationMinutes * minuteMs);
    if (closure) leftOut.push({ date: wall, words: closure.words });
    else if (clock.hasDay(day)) dates.push(wall);
  }
  return { dates, leftOut };
}
