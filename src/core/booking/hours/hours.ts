// When a resource is open, closed, off or kept back, as instants, for a stretch of days.

import { type DayNumber, dateOf, dayNumber, minutesOf, weekdayOf } from "@/core/time/clock";
import type { ZoneClock } from "@/core/time/zone-clock";
import type {
  Closure,
  DaySpan,
  Instant,
  LocalDate,
  Place,
  Resource,
  WallTime,
  WeeklySpan,
  YearSeason,
} from "../booking";
import { merged, type Span, without } from "./spans";

/** A span of closure or time off, with what it was written as. */
export interface NamedSpan extends Span {
  readonly words: string;
}

/** The hours of one resource over a stretch of days. */
export interface Hours {
  /** Every open span as it is written, for the starts that are anchored at it. */
  readonly anchors: readonly Span[];
  /** Open spans with those that touch made one, also over midnight. */
  readonly open: readonly Span[];
  /** Open time without closures and time off. */
  readonly usable: readonly Span[];
  /** Closures and time off together, made one where they meet: whether there is any is one search. */
  readonly away: readonly Span[];
  readonly closures: readonly NamedSpan[];
  readonly timeOff: readonly NamedSpan[];
  readonly keptBack: readonly Span[];
}

const allDay: readonly DaySpan[] = [{ from: "00:00", to: "24:00" }];

/** Whether a month and day ("03-11") is in a stretch of every year; where its end is before its start, it turns the year. */
export const inYear = ({ from, to }: Pick<YearSeason, "from" | "to">, monthDay: string): boolean =>
  from <= to ? from <= monthDay && monthDay <= to : monthDay >= from || monthDay <= to;

/** Whether some date is in both stretches of the year. */
export const seasonsMeet = (one: Pick<YearSeason, "from" | "to">, other: Pick<YearSeason, "from" | "to">): boolean =>
  inYear(one, other.from) || inYear(other, one.from);

const divisor = (one: number, other: number): number => (other === 0 ? one : divisor(other, one % other));

/** Whether some week is one of both turns: whether they are apart by a multiple of what divides both. */
export const weeksMeet = (one: NonNullable<WeeklySpan["weeks"]>, other: NonNullable<WeeklySpan["weeks"]>): boolean =>
  weeksBetween(one.from, other.from) % divisor(one.every, other.every) === 0;

/** The Monday of a day's week (ISO 8601). */
export const mondayBefore = (day: DayNumber): DayNumber => day - weekdayOf(day) + 1;

/** Weeks from that of a date to that of another; negative where the other is earlier. */
const weeksBetween = (from: LocalDate, to: LocalDate): number =>
  (mondayBefore(dayNumber(to)) - mondayBefore(dayNumber(from))) / 7;

/** A day as weekly spans look at it: worked out once for all of them. */
export interface WeekDay {
  readonly date: LocalDate;
  /** ISO 8601: 1 is Monday. */
  readonly weekday: number;
  /** The season of the place that it is in. */
  readonly season: string | undefined;
}

export function weekDayOf(day: DayNumber, seasons: readonly YearSeason[]): WeekDay {
  const date = dateOf(day);
  // The year may have more than four digits; month and day are the end.
  const monthDay = date.slice(-5);
  return { date, weekday: weekdayOf(day), season: seasons.find((one) => inYear(one, monthDay))?.id };
}

/** A day of a place with the instants of its wall times, each worked out once: many resources are open from nine to five. */
interface PlaceDay extends WeekDay {
  instantOf(time: WallTime): Instant;
}

/** The local days `from` to `to` of a place, both included. */
export const placeDaysOf = (
  { seasons = [] }: Pick<Place, "seasons">,
  clock: ZoneClock,
  from: DayNumber,
  to: DayNumber,
): readonly PlaceDay[] =>
  Array.from({ length: to - from + 1 }, (_, nth) => {
    const known = new Map<WallTime, Instant>();
    const instantOf = (time: WallTime) => {
      const instant = known.get(time) ?? clock.instantAt(from + nth, minutesOf(time));
      known.set(time, instant);
      return instant;
    };
    return { ...weekDayOf(from + nth, seasons), instantOf };
  });

/** Whether a weekly span holds on a day. Dates compare as texts: both are written "2026-03-11". */
export const holdsOn = (span: WeeklySpan, { date, weekday, season }: WeekDay): boolean =>
  span.weekdays.includes(weekday) &&
  (span.validFrom === null || span.validFrom <= date) &&
  (span.validTo === null || date <= span.validTo) &&
  (!span.weeks || weeksBetween(span.weeks.from, date) % span.weeks.every === 0) &&
  (span.season === undefined || span.season === season);

const onDay = (day: PlaceDay, spans: readonly DaySpan[]): Span[] =>
  spans.map(({ from, to }) => ({ from: day.instantOf(from), to: day.instantOf(to) }));

/** The spans written for one day: those of its date, or those of its weekday. */
function writtenSpans(
  week: readonly WeeklySpan[] | null,
  ofDates: readonly { readonly date: LocalDate; readonly spans: readonly DaySpan[] }[],
  day: WeekDay,
): readonly DaySpan[] {
  const ofDate = ofDates.find((one) => one.date === day.date);
  if (ofDate) return ofDate.spans;
  if (week === null) return allDay;
  // What is written for a season holds on its days instead of what is written for the whole year.
  const own = day.season !== undefined && week.some((span) => span.season === day.season);
  return week.filter((span) => (span.season !== undefined) === own && holdsOn(span, day));
}

/** The day of a year's month and day ("12-24"), written with 29 February also in years without one. */
const dayInYear = (year: number, monthDay: string): DayNumber =>
  Date.UTC(year, Number(monthDay.slice(0, 2)) - 1, Number(monthDay.slice(3))) / 86_400_000;

const yearOf = (day: DayNumber): number => new Date(day * 86_400_000).getUTCFullYear();

/** A closure's spans that can meet the days asked about. Yearly ones begin in any year around them. */
function closureSpans(closure: Closure, clock: ZoneClock, from: DayNumber, to: DayNumber): NamedSpan[] {
  const { words } = closure;
  switch (closure.kind) {
    case "date": {
      const day = dayNumber(closure.date);
      return [{ from: clock.startOfDay(day), to: clock.startOfDay(day + 1), words }];
    }
    case "span":
      return [{ from: clock.edgeOf(closure.from), to: clock.edgeOf(closure.to), words }];
    case "yearly": {
      const firstYear = yearOf(from) - 1;
      return Array.from({ length: yearOf(to) - firstYear + 1 }, (_, nth) => {
        const year = firstYear + nth;
        // In a year without one, 29 February reads as 1 March: right for a first day, a day too late for a last one.
        const lastYear = closure.to < closure.from ? year + 1 : year;
        const last = dayInYear(lastYear, closure.to);
        const moved = closure.to === "02-29" && new Date(last * 86_400_000).getUTCDate() === 1;
        return {
          from: clock.startOfDay(dayInYear(year, closure.from)),
          to: clock.startOfDay(moved ? last : last + 1),
          words,
        };
      });
    }
  }
}

/** The hours of `resource` on the local days `from` to `to`, both included. */
export function hoursOf(
  place: Place,
  resource: Resource,
  clock: ZoneClock,
  from: DayNumber,
  to: DayNumber,
  /** The same days, worked out once where many resources are asked about. */
  days = placeDaysOf(place, clock, from, to),
): Hours {
  const anchors: Span[] = [];
  const kept: Span[] = [];
  for (let day = from; day <= to; day++) {
    // A date that the zone leaves out is on nobody's calendar: it has no hours that could be moved.
    if (!clock.hasDay(day)) continue;
    const of = days[day - from] as PlaceDay;
    anchors.push(...onDay(of, writtenSpans(resource.week, resource.exceptions, of)));
    kept.push(...onDay(of, writtenSpans(resource.keptBack, resource.keptBackOn ?? [], of)));
  }
  const bounds: Span = { from: clock.startOfDay(from), to: clock.startOfDay(to + 1) };
  const inBounds = <T extends Span>(spans: readonly T[]) =>
    spans
      .filter((span) => span.from < span.to && span.from < bounds.to && bounds.from < span.to)
      .sort((a, b) => a.from - b.from);
  const closures = inBounds(place.closures.flatMap((closure) => closureSpans(closure, clock, from, to)));
  const timeOff = inBounds([
    ...resource.timeOff.map((off) => ({ from: clock.edgeOf(off.from), to: clock.edgeOf(off.to), words: off.words })),
    ...(resource.yearlyOff ?? []).flatMap((off) => closureSpans({ kind: "yearly", ...off }, clock, from, to)),
  ]);
  const open = merged(anchors);
  const away = merged([...closures, ...timeOff]);
  return {
    anchors: anchors.filter((span) => span.from < span.to),
    open,
    usable: without(open, away),
    away,
    closures,
    timeOff,
    keptBack: merged(kept),
  };
}

/** The first named span that meets [from, to). They may overlap, so they are looked through, once `away` has said so. */
export const firstMeeting = (spans: readonly NamedSpan[], from: Instant, to: Instant): NamedSpan | undefined =>
  spans.find((span) => span.from < to && from < span.to);
