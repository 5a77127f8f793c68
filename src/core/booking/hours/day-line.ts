// A day's time line for one wish: everything that stands in the way, as bands one can see, and the starts that are left.

import { dayNumber, hourMs } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { type BookingSetUp, type Instant, offerOf } from "../booking";
import type { Diary } from "../diary/diary";
import { Availability, type Explanation } from "../rules/availability";
import { earliestStart } from "../rules/notice";
import type { Wish } from "../rules/obstacles";
import { type Hours, hoursOf } from "./hours";
import { merged, type Span, without } from "./spans";

/** What a row of the time line is about. */
export type RowOf = "open" | "away" | "keptBack" | "booked" | "tidyUp" | "outside" | "set" | "tooSoon";

export interface Band extends Span {
  /** Names and notes as they were written: a closure's words, a calendar's name. */
  readonly words: string;
  /** The booked service's id, where it is one. */
  readonly service: string | null;
  /** Of a set: how many of its resources are free, and how many there are. */
  readonly free: number | null;
  readonly all: number | null;
}

export interface BandRow {
  readonly of: RowOf;
  /** Name of the set, for rows of sets. */
  readonly set: string;
  readonly bands: readonly Band[];
}

export interface DayLine {
  /** What is drawn, on whole hours of the place's clock. */
  readonly from: Instant;
  readonly to: Instant;
  readonly rows: readonly BandRow[];
  /** Starts that can be booked. */
  readonly starts: readonly Instant[];
  explain(start: Instant): Explanation;
}

const band = (span: Span, more: Partial<Band> = {}): Band => ({
  from: span.from,
  to: span.to,
  words: "",
  service: null,
  free: null,
  all: null,
  ...more,
});

/** What is drawn at least, in hours of the day. */
const leastHours = [9, 17] as const;

class Drawing {
  readonly clock: ZoneClock;
  readonly bounds: Span;
  private readonly known = new Map<string, Hours>();

  constructor(
    private readonly setUp: BookingSetUp,
    private readonly diary: Diary,
    place: BookingSetUp["places"][number],
    private readonly day: number,
    private readonly now: Instant,
  ) {
    this.clock = ZoneClock.of(place.zone);
    this.bounds = { from: this.clock.startOfDay(day), to: this.clock.startOfDay(day + 1) };
  }

  hours(id: string): Hours | null {
    const kept = this.known.get(id);
    if (kept) return kept;
    const resource = this.setUp.resources.find((one) => one.id === id);
    const place = this.setUp.places.find((one) => one.id === resource?.place);
    if (!resource || !place) return null;
    // Hours past midnight belong to the night that they end.
    const hours = hoursOf(place, resource, this.clock, this.day - 1, this.day + 1);
    this.known.set(id, hours);
    return hours;
  }

  /** Bands within the day; one that goes on is cut at its edge. */
  within(bands: readonly Band[]): readonly Band[] {
    const { from, to } = this.bounds;
    return bands
      .filter((one) => one.from < to && from < one.to)
      .map((one) => ({ ...one, from: Math.max(one.from, from), to: Math.min(one.to, to) }))
      .sort((one, other) => one.from - other.from);
  }

  rowsOf(id: string): readonly BandRow[] {
    const hours = this.hours(id);
    if (!hours) return [];
    const { releasedHours = null } = this.setUp.resources.find((one) => one.id === id) ?? {};
    // What begins before this moment is given free by now.
    const keptFrom = releasedHours === null ? Number.NEGATIVE_INFINITY : this.now + releasedHours * hourMs;
    const taken = [...this.diary.takenIn(id, this.bounds.from, this.bounds.to)];
    const booked = taken.flatMap(({ entry }) =>
      entry ? [band({ from: entry.start, to: entry.end }, { service: entry.service })] : [],
    );
    const tidyUp = taken.flatMap(({ from, to, entry }) =>
      entry ? without([{ from, to }], [{ from: entry.start, to: entry.end }]).map((span) => band(span)) : [],
    );
    const outside = taken.flatMap(({ from, to, calendar }) =>
      calendar === null ? [] : [band({ from, to }, { words: calendar })],
    );
    const named = [...hours.closures, ...hours.timeOff].map((span) => band(span, { words: span.words }));
    const row = (of: RowOf, bands: readonly Band[]): BandRow => ({ of, set: "", bands: this.within(bands) });
    return [
      row(
        "open",
        hours.open.map((span) => band(span)),
      ),
      row("away", named),
      row(
        "keptBack",
        hours.keptBack
          .filter(({ to }) => to > keptFrom)
          .map((span) => band({ from: Math.max(span.from, keptFrom), to: span.to })),
      ),
      row("booked", booked),
      row("tidyUp", tidyUp),
      row("outside", outside),
    ].filter(({ of, bands }) => of === "open" || bands.length > 0);
  }

  /** How many of a set's resources are free, stretch by stretch. */
  setRow(set: string, ids: readonly string[]): BandRow {
    const free = ids.map((id) => {
      const usable = this.hours(id)?.usable ?? [];
      return without(usable, merged([...this.diary.takenIn(id, this.bounds.from, this.bounds.to)]));
    });
    const edges = [...new Set([this.bounds.from, this.bounds.to, ...free.flat().flatMap(({ from, to }) => [from, to])])]
      .filter((edge) => edge >= this.bounds.from && edge <= this.bounds.to)
      .sort((one, other) => one - other);
    const bands: Band[] = [];
    edges.slice(0, -1).forEach((from, index) => {
      const to = edges[index + 1] as Instant;
      const count = free.filter((spans) => spans.some((span) => span.from <= from && to <= span.to)).length;
      const last = bands.at(-1);
      if (last && last.free === count) bands[bands.length - 1] = { ...last, to };
      else bands.push(band({ from, to }, { free: count, all: ids.length }));
    });
    return { of: "set", set, bands };
  }
}

/**
 * The time line of a local date for a wish; its rows are those of the wished resource, or of the first that leads, and
 * one for each further set. Throws for a service that is not there.
 */
export function dayLine(setUp: BookingSetUp, wish: Wish, diary: Diary, now: Instant, date: string): DayLine {
  const day = dayNumber(date);
  const availability = new Availability(setUp, wish, diary, now, day, day);
  const { service, place, clock } = availability;
  const drawing = new Drawing(setUp, diary, place, day, now);
  const doing = (ids: readonly string[]) =>
    ids.filter((id) => {
      const found = setUp.resources.find((one) => one.id === id);
      return found && offerOf(found, service.id)?.does !== false;
    });
  const [leading = [], ...others] = service.needs.map(({ oneOf }) => doing(oneOf));
  const wished = wish.resource !== null && leading.includes(wish.resource) ? wish.resource : leading[0];
  const leader = setUp.resources.find(({ id }) => id === wished);
  const earliest = Math.max(
    leader ? earliestStart(leader.notice, now, clock) : now,
    service.notice ? earliestStart(service.notice, now, clock) : now,
  );
  const rows = [
    ...(leader ? drawing.rowsOf(leader.id) : []),
    ...others.map((ids, nth) => drawing.setRow(service.needs[nth + 1]?.name ?? "", ids)),
    ...(earliest > drawing.bounds.from
      ? [
          {
            of: "tooSoon" as const,
            set: "",
            bands: drawing.within([band({ from: drawing.bounds.from, to: earliest })]),
          },
        ]
      : []),
  ];
  const drawn = rows
    .filter(({ of }) => of !== "set" && of !== "tooSoon" && of !== "away")
    .flatMap(({ bands }) => bands);
  const hourBefore = (instant: Instant) => instant - (clock.minutesOf(instant) % 60) * 60_000;
  const [least, most] = leastHours.map((hour) => clock.instantAt(day, hour * 60)) as [Instant, Instant];
  const first = hourBefore(Math.min(least, ...drawn.map(({ from }) => from)));
  const last = Math.max(most, ...drawn.map(({ to }) => to));
  return {
    from: Math.max(drawing.bounds.from, first),
    to: Math.min(drawing.bounds.to, last % hourMs ? hourBefore(last) + hourMs : last),
    rows,
    starts: availability.timesOn(day).flatMap(({ dates }) => dates[0]?.start ?? []),
    explain: (start) => availability.explain(start),
  };
}
