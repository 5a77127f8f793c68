// When a resource is open, closed, off or kept back, as instants, for a stretch of days.
import type { Closure, DaySpan, Instant, LocalDate, Place, Resource, WeeklySpan } from "./booking";
import { merged, type Span, without } from "./spans";
import { type DayNumber, dateOf, dayNumber, minutesOf, weekdayOf, type ZoneClock } from "./zone";

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

/** Dates compare as texts: both are written "2026-03-11". */
const holdsOn = (span: WeeklySpan, date: LocalDate, weekday: number) =>
  span.weekdays.includes(weekday) &&
  (span.validFrom === null || span.validFrom <= date) &&
  (span.validTo === null || date <= span.validTo);

const onDay = (clock: ZoneClock, day: DayNumber, spans: readonly DaySpan[]): Span[] =>
  spans.map(({ from, to }) => ({
    from: clock.instantAt(day, minutesOf(from)),
    to: clock.instantAt(day, minutesOf(to)),
  }));

/** The open spans written for one date: those of its exception, or those of its weekday. */
function writtenSpans(resource: Resource, date: LocalDate, weekday: number): readonly DaySpan[] {
  const exception = resource.exceptions.find((one) => one.date === date);
  if (exception) return exception.spans;
  return resource.week === null ? allDay : resource.week.filter((span) => holdsOn(span, date, weekday));
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
export function hoursOf(place: Place, resource: Resource, clock: ZoneClock, from: DayNumber, to: DayNumber): Hours {
  const anchors: Span[] = [];
  const kept: Span[] = [];
  for (let day = from; day <= to; day++) {
    // A date that the zone leaves out is on nobody's calendar: it has no hours that could be moved.
    if (!clock.hasDay(day)) continue;
    const [date, weekday] = [dateOf(day), weekdayOf(day)];
    anchors.push(...onDay(clock, day, writtenSpans(resource, date, weekday)));
    kept.push(
      ...onDay(
        clock,
        day,
        resource.keptBack.filter((span) => holdsOn(span, date, weekday)),
      ),
    );
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
