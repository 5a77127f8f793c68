// A slow second opinion: the rules of booking again, minute by minute, with nothing shared with the engine but the
// types. It asks Temporal for every wall time and tries every choice of resources.
import { Temporal } from "temporal-polyfill";
import type { BookingSetUp, Instant, Place, Resource, Service, WeeklySpan } from "./booking";
import type { DiaryEntry, OutsideBusy } from "./diary/diary";

const minute = 60_000;

export interface OracleQuestion {
  readonly setUp: BookingSetUp;
  readonly service: string;
  readonly resource: string | null;
  readonly seats: number;
  /** Of a service's lengths; null for the first. */
  readonly minutes?: number | null;
  readonly part?: "whole" | "rest" | "one" | null;
  readonly online: boolean;
  /** E-mail address, where it is known. */
  readonly client?: string | undefined;
  readonly entries: readonly DiaryEntry[];
  readonly outside: readonly OutsideBusy[];
  readonly now: Instant;
}

const locals = new Map<string, Map<Instant, string>>();

const quarter = 15 * minute;

/** "2026-03-11T09:30" of an instant, by Temporal. */
export const byTemporal = (zone: string, instant: Instant): string =>
  Temporal.Instant.fromEpochMilliseconds(instant)
    .toZonedDateTimeISO(zone)
    .toPlainDateTime()
    .toString({ smallestUnit: "minute" });

/**
 * Between two quarters of an hour whose wall times by Temporal are a quarter apart no clock is changed: minutes there are
 * counted. Null where one is, or where the zone's minutes go over the hour.
 */
function counted(zone: string, instant: Instant): string | null {
  const before = instant - (instant % quarter);
  if (before === instant) return null;
  const [from, to] = [localOf(zone, before), localOf(zone, before + quarter)];
  const minutes = Number(from.slice(14)) + (instant - before) / minute;
  if (Date.parse(`${to}Z`) - Date.parse(`${from}Z`) !== quarter || minutes > 59) return null;
  return `${from.slice(0, 14)}${String(minutes).padStart(2, "0")}`;
}

/** "2026-03-11T09:30" of an instant. */
export function localOf(zone: string, instant: Instant): string {
  const known = locals.get(zone) ?? new Map<Instant, string>();
  locals.set(zone, known);
  let local = known.get(instant);
  if (!local) {
    local = counted(zone, instant) ?? byTemporal(zone, instant);
    known.set(instant, local);
  }
  return local;
}

const instants = new Map<string, Instant>();

/** The instant of a wall time by Temporal's "compatible" rule; "24:00" is the next date's midnight. */
export function instantOf(zone: string, wall: string): Instant {
  const key = `${zone} ${wall}`;
  let instant = instants.get(key);
  if (instant === undefined) {
    const [date = "", time = ""] = wall.split("T");
    const plain =
      time === "24:00"
        ? Temporal.PlainDate.from(date).add({ days: 1 }).toPlainDateTime("00:00")
        : Temporal.PlainDateTime.from(wall);
    instant = plain.toZonedDateTime(zone, { disambiguation: "compatible" }).epochMilliseconds;
    instants.set(key, instant);
  }
  return instant;
}

/** Whether a date is after another; as texts the year 10000 would stand before all others. */
const isAfter = (one: string, other: string) => Temporal.PlainDate.compare(one, other) > 0;
const addDays = (date: string, days: number) => Temporal.PlainDate.from(date).add({ days }).toString();
const datesAround = (date: string, before: number, after: number) =>
  Array.from({ length: before + after + 1 }, (_, index) => addDays(date, index - before));
const exists = (zone: string, date: string) => localOf(zone, instantOf(zone, `${date}T00:00`)).startsWith(date);

/** Where a span with this wall time begins or ends: on a date that is left out, at the moment it would have been. */
const edgeOf = (zone: string, wall: string): Instant =>
  instantOf(zone, exists(zone, wall.slice(0, 10)) ? wall : `${wall.slice(0, 10)}T00:00`);

type Seasons = NonNullable<Place["seasons"]>;

/** The spans written for one date. */
function spansOn(resource: Resource, date: string, seasons: Seasons): { from: string; to: string }[] {
  const exception = resource.exceptions.find((one) => one.date === date);
  if (exception) return [...exception.spans];
  if (!resource.week) return [{ from: "00:00", to: "24:00" }];
  return weekly(resource.week, date, seasons);
}

/** Of weekly spans those of a date: where some are written for its season, only these. */
function weekly(spans: readonly WeeklySpan[], date: string, seasons: Seasons): WeeklySpan[] {
  const seasonal = spans.filter(({ season }) =>
    isIn(
      seasons.find(({ id }) => id === season),
      date,
    ),
  );
  const counting = seasonal.length ? seasonal : spans.filter(({ season }) => season === undefined);
  return counting.filter((span) => onDate(span, date, seasons));
}

/** The spans kept back on one date. */
const keptOn = (resource: Resource, date: string, seasons: Seasons): readonly { from: string; to: string }[] =>
  resource.keptBackOn?.find((one) => one.date === date)?.spans ?? weekly(resource.keptBack, date, seasons);

function onDate(span: WeeklySpan, date: string, seasons: Seasons): boolean {
  return (
    span.weekdays.includes(Temporal.PlainDate.from(date).dayOfWeek) &&
    (span.validFrom ?? "0000") <= date &&
    date <= (span.validTo ?? "99999") &&
    (!span.weeks || isTurn(span.weeks, date)) &&
    (span.season === undefined ||
      isIn(
        seasons.find(({ id }) => id === span.season),
        date,
      ))
  );
}

/** Whether a date is in a week that is so many weeks from that of another: walked week by week. */
function isTurn({ every, from }: NonNullable<WeeklySpan["weeks"]>, date: string): boolean {
  const monday = (text: string) => {
    const plain = Temporal.PlainDate.from(text);
    return plain.subtract({ days: plain.dayOfWeek - 1 });
  };
  return monday(from).until(monday(date), { largestUnit: "day" }).days % (7 * every) === 0;
}

/** Whether a date lies in a season: between its first and last day of some year. */
function isIn(season: { readonly from: string; readonly to: string } | undefined, date: string): boolean {
  if (!season) return false;
  const plain = Temporal.PlainDate.from(date);
  const key = (text: string) => Number(text.slice(0, 2)) * 100 + Number(text.slice(3));
  const own = plain.month * 100 + plain.day;
  const [first, last] = [key(season.from), key(season.to)];
  return first <= last ? own >= first && own <= last : own >= first || own <= last;
}

/** The oracle for one local date of one question. */
export class Oracle {
  private readonly service: Service;
  private readonly zone: string;
  private readonly minutesFrom: Instant;
  private readonly minuteCount: number;
  private readonly dates: readonly string[];
  private readonly sets = new Map<string, Uint8Array>();

  constructor(
    private readonly question: OracleQuestion,
    private readonly date: string,
  ) {
    this.service = question.setUp.services.find(({ id }) => id === question.service) as Service;
    this.zone = question.setUp.places.find(({ id }) => id === this.service.place)?.zone ?? "UTC";
    const course = this.runDates().flat();
    const last = [date, ...course].sort().at(-1)?.slice(0, 10) as string;
    const length = Temporal.PlainDate.from(date).until(last).days;
    this.dates = datesAround(date, 2, length + 4);
    this.minutesFrom = instantOf(this.zone, `${this.dates[0]}T00:00`);
    this.minuteCount = (instantOf(this.zone, `${this.dates.at(-1)}T00:00`) - this.minutesFrom) / minute;
  }

  /** Rule 14: what is needed for each seat is needed as often as there are seats, and such a booking shares nothing. */
  private get needs() {
    this.needed ??= this.askNeeds();
    return this.needed;
  }

  private needed: Service["needs"] | null = null;

  private askNeeds() {
    const { needs } = this.service;
    return needs.flatMap((need) => (need.each ? Array.from({ length: this.question.seats }, () => need) : [need]));
  }

  /** What can be booked of the runs, without the dates that are left out. Rule 16: as much of them as is wished for. */
  private get course(): readonly (readonly string[])[] | null {
    const runs =
      this.service.course
        ?.map((run) => run.filter((wall) => exists(this.zone, wall.slice(0, 10))))
        .filter((run) => run.length) ?? null;
    const { part } = this.question;
    if (part === "one") return runs?.flatMap((run) => run.map((date) => [date])) ?? null;
    if (part !== "rest") return runs;
    return (
      runs
        ?.flatMap((run) => run.map((_, nth) => (nth === 0 ? [] : run.slice(nth))))
        .filter((dates) => dates.length > 1) ?? null
    );
  }

  private runDates(): readonly (readonly string[])[] {
    return (this.course ?? []).filter((run) => run[0]?.slice(0, 10) === this.date);
  }

  private get seasons(): Seasons {
    return this.question.setUp.places.find(({ id }) => id === this.service.place)?.seasons ?? [];
  }

  private resource(id: string): Resource {
    return this.question.setUp.resources.find((one) => one.id === id) as Resource;
  }

  /** Which minutes a test holds for, worked out once by looking at every minute. */
  private minutes(name: string, spans: () => readonly { from: Instant; to: Instant }[]): Uint8Array {
    let found = this.sets.get(name);
    if (!found) {
      found = new Uint8Array(this.minuteCount);
      for (const { from, to } of spans())
        for (let at = 0; at < this.minuteCount; at++) {
          const instant = this.minutesFrom + at * minute;
          if (from <= instant && instant < to) found[at] = 1;
        }
      this.sets.set(name, found);
    }
    return found;
  }

  private every(set: Uint8Array, from: Instant, to: Instant): boolean {
    for (let at = from; at < to; at += minute) if (!set[(at - this.minutesFrom) / minute]) return false;
    return true;
  }

  private some(set: Uint8Array, from: Instant, to: Instant): boolean {
    for (let at = from; at < to; at += minute) if (set[(at - this.minutesFrom) / minute]) return true;
    return false;
  }

  private readonly writtenSpans = new Map<string, { from: Instant; to: Instant }[]>();

  private written(id: string): { from: Instant; to: Instant }[] {
    const known = this.writtenSpans.get(id);
    if (known) return known;
    const found = this.dates
      .filter((date) => exists(this.zone, date))
      .flatMap((date) =>
        spansOn(this.resource(id), date, this.seasons).map((span) => ({
          from: instantOf(this.zone, `${date}T${span.from}`),
          to: instantOf(this.zone, `${date}T${span.to}`),
        })),
      );
    this.writtenSpans.set(id, found);
    return found;
  }

  private open = (id: string) => this.minutes(`open ${id}`, () => this.written(id));

  private closed = () =>
    this.minutes("closed", () => {
      const place = this.question.setUp.places.find(({ id }) => id === this.service.place);
      return (place?.closures ?? []).flatMap((closure) => {
        if (closure.kind === "span")
          return [{ from: edgeOf(this.zone, closure.from), to: edgeOf(this.zone, closure.to) }];
        if (closure.kind === "yearly") return this.everyYear(closure);
        return this.dates
          .filter((date) => date === closure.date)
          .filter((date) => exists(this.zone, date))
          .map((date) => ({
            from: instantOf(this.zone, `${date}T00:00`),
            to: instantOf(this.zone, `${date}T24:00`),
          }));
      });
    });

  private off = (id: string) =>
    this.minutes(`off ${id}`, () => [
      ...this.resource(id).timeOff.map(({ from, to }) => ({
        from: edgeOf(this.zone, from),
        to: edgeOf(this.zone, to),
      })),
      ...(this.resource(id).yearlyOff ?? []).flatMap((off) => this.everyYear(off)),
    ]);

  /** The dates of a stretch of every year ("12-30" to "01-02"), each from midnight to midnight. */
  private everyYear({ from, to }: { readonly from: string; readonly to: string }) {
    return this.dates
      .filter((date) => {
        const monthDay = date.slice(5);
        return from <= to ? from <= monthDay && monthDay <= to : monthDay >= from || monthDay <= to;
      })
      .filter((date) => exists(this.zone, date))
      .map((date) => ({ from: instantOf(this.zone, `${date}T00:00`), to: instantOf(this.zone, `${date}T24:00`) }));
  }

  private kept = (id: string) =>
    this.minutes(`kept ${id}`, () =>
      this.dates
        .filter((date) => exists(this.zone, date))
        .flatMap((date) =>
          keptOn(this.resource(id), date, this.seasons).map((span) => ({
            from: instantOf(this.zone, `${date}T${span.from}`),
            to: instantOf(this.zone, `${date}T${span.to}`),
          })),
        ),
    );

  private durationMs(leader: string): number {
    const { lengths } = this.service;
    // Rule 13.
    if (lengths) return (this.question.minutes ?? (lengths[0]?.minutes as number)) * minute;
    const own = this.resource(leader).offers.find((offer) => offer.service === this.service.id)?.durationMinutes;
    return (own ?? this.service.durationMinutes) * minute;
  }

  private occupied(id: string, start: Instant, durationMs: number): [Instant, Instant] {
    const tidyUp =
      this.resource(id).offers.find((offer) => offer.service === this.service.id)?.tidyUp ?? this.service.tidyUp;
    // There and back again.
    const travel = this.service.where.kind === "client" ? (this.service.travelMinutes ?? 0) * minute : 0;
    return [start - tidyUp.beforeMinutes * minute - travel, start + durationMs + tidyUp.afterMinutes * minute + travel];
  }

  private datesOf(start: Instant): Instant[] {
    const run = (this.course ?? []).find((dates) => instantOf(this.zone, dates[0] as string) === start);
    return run ? run.map((wall) => instantOf(this.zone, wall)) : [start];
  }

  /** Rules 1 to 4, as far as hours, closures, time off and kept-back time go. */
  private hoursAllow(id: string, start: Instant, durationMs: number): boolean {
    return this.once(`hours ${id} ${start} ${durationMs}`, () => this.askHours(id, start, durationMs));
  }

  private readonly answers = new Map<string, boolean>();

  private once(key: string, ask: () => boolean): boolean {
    let answer = this.answers.get(key);
    if (answer === undefined) {
      answer = ask();
      this.answers.set(key, answer);
    }
    return answer;
  }

  private askHours(id: string, start: Instant, durationMs: number): boolean {
    return this.datesOf(start).every((date) => {
      const [from, to] = this.occupied(id, date, durationMs);
      return (
        this.every(this.open(id), date, date + durationMs) &&
        !this.some(this.closed(), from, to) &&
        !this.some(this.off(id), from, to) &&
        !(this.question.online && !this.resource(id).releasedHours && this.meetsKept(id, date, durationMs))
      );
    });
  }

  private meetsKept = (id: string, date: Instant, durationMs: number) =>
    this.some(this.kept(id), date, date + durationMs);

  /** Rule 4: kept-back time that is given free again is, so many hours before a start and from then on. */
  private isReleased(id: string, start: Instant, durationMs: number): boolean {
    const { releasedHours } = this.resource(id);
    if (!this.question.online || !releasedHours) return true;
    if (this.question.now + releasedHours * 60 * minute >= start) return true;
    return this.datesOf(start).every((date) => !this.meetsKept(id, date, durationMs));
  }

  private dateMinutes: Instant[] | null = null;

  /** Every minute of the local date. */
  private minutesOfDate(): Instant[] {
    if (this.dateMinutes) return this.dateMinutes;
    const found: Instant[] = [];
    // Those of the days before and after are looked at as well: a date that is left out or begins twice is not to be missed.
    const [from, to] = [-1, 2].map((days) => instantOf(this.zone, `${addDays(this.date, days)}T00:00`));
    for (let instant = from as Instant; instant < (to as Instant); instant += minute)
      if (localOf(this.zone, instant).startsWith(this.date)) found.push(instant);
    this.dateMinutes = found;
    return found;
  }

  /** Rule 2. */
  private isPattern(leader: string, start: Instant): boolean {
    const { starts } = this.service;
    const { course } = this;
    if (course) return course.some((run) => instantOf(this.zone, run[0] as string) === start);
    if ("at" in starts) {
      const local = localOf(this.zone, start);
      return starts.at.includes(local.slice(11)) && instantOf(this.zone, local) === start;
    }
    return this.written(leader).some(
      ({ from, to }) => from <= start && start < to && (start - from) % (starts.everyMinutes * minute) === 0,
    );
  }

  private readonly shownStarts = new Map<string, Instant[]>();

  /** Rule 8. */
  private shown(leader: string): Instant[] {
    const known = this.shownStarts.get(leader);
    if (known) return known;
    const possible = this.minutesOfDate().filter(
      (start) => this.isPattern(leader, start) && this.hoursAllow(leader, start, this.durationMs(leader)),
    );
    const n = this.resource(leader).shownPerHalfDay;
    const half = (starts: Instant[]) => {
      const m = starts.length;
      if (n === null || n >= m) return starts;
      if (n === 1) return starts.slice(0, 1);
      const wanted = Array.from({ length: n }, (_, i) => Math.round((i * (m - 1)) / (n - 1)));
      return starts.filter((_, index) => wanted.includes(index));
    };
    const isMorning = (start: Instant) => localOf(this.zone, start).slice(11) < "12:00";
    const result = this.question.online
      ? [...half(possible.filter(isMorning)), ...half(possible.filter((start) => !isMorning(start)))]
      : possible;
    this.shownStarts.set(leader, result);
    return result;
  }

  private startDate = (instant: Instant) => localOf(this.zone, instant).slice(0, 10);

  /** Rules 5 and 6 for one resource. */
  private limitsAllow(id: string, start: Instant): boolean {
    return this.once(`limits ${id} ${start}`, () => this.askLimits(id, start));
  }

  private askLimits(id: string, start: Instant): boolean {
    const { notice, daysAhead, perDay } = this.resource(id);
    const { now, entries } = this.question;
    if (notice.kind === "none" && start < now) return false;
    if (notice.kind === "hours" && start < now + notice.hours * 60 * minute) return false;
    if (notice.kind === "nextDay" && this.startDate(start) <= this.startDate(now)) return false;
    if (isAfter(this.startDate(start), addDays(this.startDate(now), daysAhead ?? 400))) return false;
    return this.datesOf(start).every(
      (date) =>
        perDay === null ||
        entries.filter(
          (entry) =>
            entry.occupied.some(({ resource }) => resource === id) &&
            this.startDate(entry.start) === this.startDate(date),
        ).length < perDay,
    );
  }

  /** Rule 7 with the rest of rule 3: whether these resources together are free, or share a session with seats left. */
  private diaryAllows(resources: readonly string[], start: Instant, durationMs: number): boolean {
    const { entries, outside, seats } = this.question;
    const same = (entry: DiaryEntry, date: Instant) =>
      this.service.capacity > 1 &&
      !this.service.needs.some(({ each }) => each) &&
      entry.service === this.service.id &&
      entry.start === date &&
      entry.occupied.length === resources.length &&
      entry.occupied.every(({ resource }) => resources.includes(resource));
    return this.datesOf(start).every((date) => {
      const taken = entries.filter((entry) => same(entry, date)).reduce((sum, entry) => sum + entry.seats, 0);
      if (taken + seats > this.service.capacity) return false;
      if (
        !this.groupIsEnough(
          start,
          entries.filter((entry) => same(entry, date)),
        )
      )
        return false;
      return resources.every((id) => {
        const [from, to] = this.occupied(id, date, durationMs);
        for (let at = from; at < to; at += minute) {
          const inside = (span: { from: Instant; to: Instant; resource: string }) =>
            span.resource === id && span.from <= at && at < span.to;
          if (outside.some(inside)) return false;
          if (entries.some((entry) => !same(entry, date) && entry.occupied.some(inside))) return false;
        }
        return true;
      });
    });
  }

  /** Rule 15. */
  private groupIsEnough(start: Instant, together: readonly DiaryEntry[]): boolean {
    const { least } = this.service;
    if (!least || this.question.now + least.hours * 60 * minute < start) return true;
    const booked = together.filter(({ held }) => !held).reduce((sum, entry) => sum + entry.seats, 0);
    return booked + this.question.seats >= least.seats;
  }

  private serviceAllows(start: Instant, withDiary: boolean): boolean {
    const { sold, online, perDay, mostSeats, notice, daysAhead } = this.service;
    const date = this.startDate(start);
    const { now, seats } = this.question;
    if (this.question.online && !online) return false;
    if (this.question.online && !this.isSold()) return false;
    if (this.question.online && mostSeats && seats > mostSeats) return false;
    if ((sold.from ?? "0000") > date || date > (sold.to ?? "99999")) return false;
    // Rule 5, for the service.
    if (withDiary && notice?.kind === "hours" && start < now + notice.hours * 60 * minute) return false;
    if (withDiary && notice?.kind === "nextDay" && date <= this.startDate(now)) return false;
    if (withDiary && daysAhead && isAfter(date, addDays(this.startDate(now), daysAhead))) return false;
    if (withDiary && !this.clientsWeekAllows(date)) return false;
    return (
      !withDiary ||
      perDay === null ||
      this.datesOf(start).every(
        (each) =>
          this.question.entries.filter(
            (entry) => entry.service === this.service.id && this.startDate(entry.start) === this.startDate(each),
          ).length < perDay,
      )
    );
  }

  /** Rule 16: whether visitors may have so much of a course. */
  private isSold(): boolean {
    const { course, joining } = this.service;
    const { part } = this.question;
    if (part === "rest") return course !== null && joining?.late === true;
    return part !== "one" || (course !== null && !!joining?.one);
  }

  /** Rule 12, with the week walked from its Monday. */
  private clientsWeekAllows(date: string): boolean {
    const { client, online, entries } = this.question;
    const { perClientWeek } = this.service;
    if (!online || client === undefined || !perClientWeek) return true;
    const monday = addDays(date, 1 - Temporal.PlainDate.from(date).dayOfWeek);
    const week = datesAround(monday, 0, 6);
    const own = entries.filter(
      (entry) =>
        entry.service === this.service.id &&
        entry.client?.toLowerCase() === client.toLowerCase() &&
        week.includes(this.startDate(entry.start)),
    );
    return new Set(own.map(({ booking }) => booking)).size < perClientWeek;
  }

  private setMembers(index: number): string[] {
    const { needs } = this;
    const { resource } = this.question;
    const does = (needs[index]?.oneOf ?? []).filter(
      (id) => this.resource(id).offers.find((offer) => offer.service === this.service.id)?.does !== false,
    );
    const own = resource !== null && needs.findIndex((need) => need.oneOf.includes(resource)) === index;
    return own ? does.filter((id) => id === resource) : does;
  }

  private chosen: string[][] | null = null;

  private choices(): string[][] {
    this.chosen ??= this.askChoices();
    return this.chosen;
  }

  private askChoices(): string[][] {
    return this.needs.reduce<string[][]>(
      (chosen, _, index) =>
        chosen.flatMap((one) =>
          this.setMembers(index)
            .filter((id) => !one.includes(id))
            .map((id) => [...one, id]),
        ),
      [[]],
    );
  }

  private works(choice: readonly string[], start: Instant, withDiary: boolean): boolean {
    const [leader = "", ...others] = choice;
    const durationMs = this.durationMs(leader);
    return (
      this.shown(leader).includes(start) &&
      others.every((id) => this.hoursAllow(id, start, durationMs)) &&
      (!withDiary ||
        (choice.every((id) => this.limitsAllow(id, start) && this.isReleased(id, start, durationMs)) &&
          this.diaryAllows(choice, start, durationMs)))
    );
  }

  /** Rule 9: the resources that would serve a start, or null. */
  assigned(start: Instant): readonly string[] | null {
    if (!this.serviceAllows(start, true)) return null;
    const order = this.question.setUp.resources.map(({ id }) => id);
    const bookings = (id: string) =>
      this.question.entries.filter(
        (entry) =>
          entry.occupied.some(({ resource }) => resource === id) &&
          this.startDate(entry.start) === this.startDate(start),
      ).length;
    const better = (one: readonly string[], other: readonly string[]) => {
      for (let set = 0; set < one.length; set++) {
        const [a, b] = [one[set] as string, other[set] as string];
        const difference = bookings(a) - bookings(b) || order.indexOf(a) - order.indexOf(b);
        if (difference) return difference;
      }
      return 0;
    };
    return (
      this.choices()
        .filter((choice) => this.works(choice, start, true))
        .sort(better)[0] ?? null
    );
  }

  /** The minutes of the date at which somebody who leads may begin: no choice works at another. */
  private startsOfLeaders(): Instant[] {
    const shown = new Set(this.choices().flatMap(([leader = ""]) => this.shown(leader)));
    return this.minutesOfDate().filter((start) => shown.has(start));
  }

  /** Every start of the date that can be booked, with who serves it. */
  times(): { start: Instant; resources: readonly string[] }[] {
    return this.startsOfLeaders().flatMap((start) => {
      const resources = this.assigned(start);
      return resources ? [{ start, resources }] : [];
    });
  }

  /** Rule 10. */
  state(): string {
    const today = this.startDate(this.question.now);
    if (this.date < today) return "past";
    const leaders = this.setMembers(0);
    if (leaders.length && leaders.every((id) => isAfter(this.date, addDays(today, this.resource(id).daysAhead ?? 400))))
      return "tooFar";
    if (leaders.length && this.service.daysAhead && isAfter(this.date, addDays(today, this.service.daysAhead)))
      return "tooFar";
    const minutes = this.minutesOfDate();
    const usable = leaders.some((id) =>
      minutes.some(
        (at) =>
          this.every(this.open(id), at, at + minute) &&
          !this.some(this.closed(), at, at + minute) &&
          !this.some(this.off(id), at, at + minute),
      ),
    );
    if (!usable || (this.service.course && !this.runDates().length)) return "closed";
    const left = this.times().length;
    if (left === 0) return "full";
    const choices = this.choices();
    const empty = this.startsOfLeaders().filter(
      (start) => this.serviceAllows(start, false) && choices.some((choice) => this.works(choice, start, false)),
    ).length;
    return left <= 2 || left <= empty / 4 ? "few" : "free";
  }
}
