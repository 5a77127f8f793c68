// A week of hours as it is painted: spans of single weekdays in minutes, put in and taken out by areas, and written back
// as the fewest weekly spans that say the same.

import { type DayNumber, minutesOf, timeOf } from "@/core/time/clock";
import type { WeeklySpan, YearSeason } from "../booking";
import { holdsOn, weekDayOf, weeksMeet } from "./hours";

/** When spans hold: between which dates, in which weeks, in which named part of the year. */
export type Season = Pick<WeeklySpan, "validFrom" | "validTo" | "weeks" | "season">;

export const always: Season = { validFrom: null, validTo: null };

/** A span of one weekday (ISO 8601: 1 is Monday), in minutes since 00:00. */
export interface PaintedSpan {
  readonly weekday: number;
  readonly from: number;
  readonly to: number;
}

/** What is painted over: some weekdays, between two times. */
export interface PaintedArea {
  readonly weekdays: readonly number[];
  readonly from: number;
  readonly to: number;
}

const sameWeeks = (one: Season["weeks"], other: Season["weeks"]): boolean =>
  one && other ? one.every === other.every && weeksMeet(one, other) : one === other;

export const sameSeason = (one: Season, other: Season): boolean =>
  one.validFrom === other.validFrom &&
  one.validTo === other.validTo &&
  one.season === other.season &&
  sameWeeks(one.weeks, other.weeks);

const seasonOf = ({ validFrom, validTo, weeks, season }: Season): Season => ({
  validFrom,
  validTo,
  ...(weeks ? { weeks } : {}),
  ...(season === undefined ? {} : { season }),
});

/** The first day from `day` on whose date is of a season; `day` where there is none within ten years. */
export function firstDayOf(season: Season, seasons: readonly YearSeason[], day: DayNumber): DayNumber {
  const span: WeeklySpan = { ...season, weekdays: [1, 2, 3, 4, 5, 6, 7], from: "00:00", to: "24:00" };
  for (let at = day; at < day + 3660; at++) if (holdsOn(span, weekDayOf(at, seasons))) return at;
  return day;
}

/** The seasons that weekly spans are written for, the one without bounds first and always among them. */
export function seasonsOf(spans: readonly WeeklySpan[]): readonly Season[] {
  const seasons: Season[] = [always];
  for (const span of spans) {
    const season = seasonOf(span);
    if (!seasons.some((one) => sameSeason(one, season))) seasons.push(season);
  }
  return seasons;
}

const inOrder = (one: PaintedSpan, other: PaintedSpan) => one.weekday - other.weekday || one.from - other.from;

/** The spans of a season, weekday by weekday. */
export const paintedOf = (spans: readonly WeeklySpan[], season: Season = always): readonly PaintedSpan[] =>
  spans
    .filter((span) => sameSeason(span, season))
    .flatMap(({ weekdays, from, to }) =>
      weekdays.map((weekday) => ({ weekday, from: minutesOf(from), to: minutesOf(to) })),
    )
    .sort(inOrder);

/** Weekly spans that say the same: equal hours of several weekdays are one. */
export function written(painted: readonly PaintedSpan[], season: Season = always): readonly WeeklySpan[] {
  const byHours = new Map<string, PaintedSpan[]>();
  for (const span of [...painted].sort(inOrder)) {
    const key = `${span.from} ${span.to}`;
    const beside = byHours.get(key);
    if (beside) beside.push(span);
    else byHours.set(key, [span]);
  }
  return [...byHours.values()].map((spans) => ({
    weekdays: spans.map(({ weekday }) => weekday),
    from: timeOf(spans[0]?.from ?? 0),
    to: timeOf(spans[0]?.to ?? 0),
    ...seasonOf(season),
  }));
}

/** A weekday's spans with [from, to) opened: what it meets or touches becomes one with it. */
function opened(spans: readonly PaintedSpan[], weekday: number, from: number, to: number): PaintedSpan[] {
  const joined = spans.filter((span) => span.from <= to && from <= span.to);
  return [
    ...spans.filter((span) => !joined.includes(span)),
    {
      weekday,
      from: Math.min(from, ...joined.map((span) => span.from)),
      to: Math.max(to, ...joined.map((span) => span.to)),
    },
  ];
}

/** A weekday's spans without [from, to). */
const cleared = (spans: readonly PaintedSpan[], from: number, to: number): PaintedSpan[] =>
  spans.flatMap((span) =>
    [
      { ...span, to: Math.min(span.to, from) },
      { ...span, from: Math.max(span.from, to) },
    ].filter((left) => left.from < left.to),
  );

/** Spans after an area was opened or cleared. */
export function paint(
  painted: readonly PaintedSpan[],
  area: PaintedArea,
  how: "open" | "clear",
): readonly PaintedSpan[] {
  if (area.from >= area.to) return painted;
  const rest = painted.filter(({ weekday }) => !area.weekdays.includes(weekday));
  const changed = area.weekdays.flatMap((weekday) => {
    const own = painted.filter((span) => span.weekday === weekday);
    return how === "open" ? opened(own, weekday, area.from, area.to) : cleared(own, area.from, area.to);
  });
  return [...rest, ...changed].sort(inOrder);
}

/** Weekly spans with those of one season put in their place; the other seasons stay as they are. */
export const withSeason = (
  spans: readonly WeeklySpan[],
  season: Season,
  painted: readonly PaintedSpan[],
): readonly WeeklySpan[] => [...spans.filter((span) => !sameSeason(span, season)), ...written(painted, season)];
