// When a resource is open, closed, off or kept back, as instants, for a stretch of days.
import type { Closure, DaySpan, Instant, Place, Resource, WeeklySpan } from "./booking";
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
  readonly closures: readonly NamedSpan[];
  readonly timeOff: readonly NamedSpan[];
  readonly keptBack: readonly Span[];
}

const allDay: readonly DaySpan[] = [{ from: "00:00", to: "24:00" }];

const holdsOn = (span: WeeklySpan, day: DayNumber, weekday: number) =>
  span.weekdays.includes(weekday) &&
  (span.validFrom === null || dayNumber(span.validFrom) <= day) &&
  (span.validTo === null || day <= dayNumber(span.validTo));

const onDay = (clock: ZoneClock, day: DayNumber, spans: readonly DaySpan[]): Span[] =>
  spans.map(({ from, to }) => ({
    from: clock.instantAt(day, minutesOf(from)),
    to: clock.instantAt(day, minutesOf(to)),
  }));

/** The open spans written for one date: those of its exception, or those of its weekday. */
function writtenSpans(resource: Resource, day: DayNumber): readonly DaySpan[] {
  const exception = resource.exceptions.find(({ date }) => date === dateOf(day));
  if (exception) return exception.spans;
  const weekday = weekdayOf(day);
  return resource.week === null ? allDay : resource.week.filter((span) => holdsOn(span, day, weekday));
}

/** A closure's spans that can meet the days asked about. Yearly ones begin in any year around them. */
function closureSpans(closure: Closure, clock: ZoneClock, from: DayNumber, to: DayNumber): NamedSpan[] {
  const { words } = closure;
  switch (closure.kind) {
    case "date": {
      const day = dayNumber(closure.date);
      return [{ from: clock.startOfDay(day), to: clock.startOfDay(day + 1), words }];
    }
    case "span":
      return [{ from: clock.instantOf(closure.from), to: clock.instantOf(closure.to), words }];
    case "yearly": {
      const firstYear = Number(dateOf(from).slice(0, 4)) - 1;
      const lastYear = Number(dateOf(to).slice(0, 4));
      return Array.from({ length: lastYear - firstYear + 1 }, (_, nth) => {
        const year = firstYear + nth;
        const start = dayNumber(`${year}-${closure.from}`);
        const lastDate = `${closure.to < closure.from ? year + 1 : year}-${closure.to}`;
        // In a year without one, 29 February reads as 1 March: right for a first day, a day too late for a last one.
        const end = dateOf(dayNumber(lastDate)) === lastDate ? dayNumber(lastDate) : dayNumber(lastDate) - 1;
        return { from: clock.startOfDay(start), to: clock.startOfDay(end + 1), words };
      }).filter((span) => span.from < span.to);
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
    const weekday = weekdayOf(day);
    anchors.push(...onDay(clock, day, writtenSpans(resource, day)));
    kept.push(
      ...onDay(
        clock,
        day,
        resource.keptBack.filter((span) => holdsOn(span, day, weekday)),
      ),
    );
  }
  const bounds: Span = { from: clock.startOfDay(from), to: clock.startOfDay(to + 1) };
  const inBounds = <T extends Span>(spans: readonly T[]) =>
    spans.filter((span) => span.from < bounds.to && bounds.from < span.to).sort((a, b) => a.from - b.from);
  const closures = inBounds(place.closures.flatMap((closure) => closureSpans(closure, clock, from, to)));
  const timeOff = inBounds(
    resource.timeOff.map((off) => ({ from: clock.instantOf(off.from), to: clock.instantOf(off.to), words: off.words })),
  );
  const open = merged(anchors);
  return {
    anchors: anchors.filter((span) => span.from < span.to),
    open,
    usable: without(open, merged([...closures, ...timeOff])),
    closures,
    timeOff,
    keptBack: merged(kept),
  };
}

/** The first named span that meets [from, to). Closures are few and may overlap, so they are simply looked through. */
export const firstMeeting = (spans: readonly NamedSpan[], from: Instant, to: Instant): NamedSpan | undefined =>
  spans.find((span) => span.from < to && from < span.to);
