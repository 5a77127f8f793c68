// The clock of the Desk's calendar: every date is an instant, shown on the clock of one place. The package asks for the
// same few moments tens of thousands of times, and reading a zone's clock is slow, so each is read once.
import dayjs, { type ConfigType, type Dayjs, type OpUnitType } from "dayjs";
import timezone from "dayjs/plugin/timezone.js";
import utc from "dayjs/plugin/utc.js";
import "dayjs/locale/en-gb.js";
import { dayjsLocalizer } from "react-big-calendar";
import { type DayNumber, dateOf, dayNumber, minuteMs, weekdayOf } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";

dayjs.extend(utc);
dayjs.extend(timezone);
// Weeks begin on Monday.
dayjs.locale("en-gb");

/** More moments than a month has on screen; beyond them it begins anew. */
const mostKept = 5000;

let zone = "";
const kept = new Map<number, Dayjs>();

/** Reads the place's clock at a moment; what was read is kept, and so is the beginning of its day, week, month. */
function read(date?: ConfigType): Dayjs {
  if (!(typeof date === "number" || date instanceof Date || dayjs.isDayjs(date))) return dayjs.tz(date);
  const at = date.valueOf();
  const known = kept.get(at);
  if (known) return known;
  const made = dayjs.tz(date);
  const begin = made.startOf.bind(made) as (unit: OpUnitType, isStart?: boolean) => Dayjs;
  const begins = new Map<string, Dayjs>();
  // The end of a day or a week is asked for by the same name, with false.
  made.startOf = (unit: OpUnitType, isStart?: boolean) => {
    const key = `${unit} ${isStart}`;
    const found = begins.get(key) ?? begin(unit, isStart);
    begins.set(key, found);
    return found;
  };
  if (kept.size >= mostKept) kept.clear();
  kept.set(at, made);
  return made;
}

/** The clock that dates are shown on. */
let clock = ZoneClock.of("UTC");
const offsetMinutes = (date: Date) => clock.offsetAt(date.getTime()) / minuteMs;
const onDay = (date: Date, minutes: number) => new Date(clock.instantAt(clock.dayOf(date.getTime()), minutes));

const byPackage = dayjsLocalizer(
  Object.setPrototypeOf((date?: ConfigType) => dayjs(date), Object.assign(Object.create(dayjs), { tz: read })),
);

const { startOf: startByPackage, endOf: endByPackage } = byPackage;

const firstOfMonth = (day: DayNumber) => dayNumber(`${dateOf(day).slice(0, 7)}-01`);
const monday = (day: DayNumber) => day + 1 - weekdayOf(day);

/** First day of the stretch of days that a day is in, and of the next one: the package's answers miss a clock's half hours. */
const stretches: Readonly<Record<string, (day: DayNumber) => readonly [DayNumber, DayNumber]>> = {
  day: (day) => [day, day + 1],
  week: (day) => [monday(day), monday(day) + 7],
  month: (day) => [firstOfMonth(day), firstOfMonth(firstOfMonth(day) + 31)],
};

/** Beginning of a stretch of days, and the moment after it, in ms; null for units that are none. */
function edgesOf(date: Date, unit?: string): readonly [number, number] | null {
  const [first, next] = stretches[unit ?? ""]?.(clock.dayOf(+date)) ?? [];
  return first === undefined || next === undefined ? null : [clock.startOfDay(first), clock.startOfDay(next)];
}

/** Every day of the weeks that a month has part in. */
function daysSeen(date: Date): readonly Date[] {
  const first = firstOfMonth(clock.dayOf(+date));
  const from = monday(first);
  const days = monday(firstOfMonth(first + 31) - 1) + 7 - from;
  return Array.from({ length: days }, (_, nth) => new Date(clock.startOfDay(from + nth)));
}

/** The beginning of a unit as a number to compare by; the package names units in the plural, too. */
function beginOf(date: Date, unit?: string): number {
  const ms = +date;
  if (!unit) return ms;
  if (unit === "minutes" || unit === "minute") return Math.floor(ms / minuteMs) * minuteMs;
  return edgesOf(date, unit)?.[0] ?? startByPackage(date, unit as "year").getTime();
}

function endOf(date: Date, unit?: string): Date {
  const after = edgesOf(date, unit)?.[1];
  return after === undefined ? endByPackage(date, unit as "year") : new Date(after - 1);
}

/**
 * The package's way to ask for dates. A week of bookings compares tens of thousands of them, and some of the package's answers
 * are those of the browser's zone: what is compared and counted is read from the place's clock.
 */
export const localizer = Object.assign(byPackage, {
  startOf: (date: Date, unit?: string) => new Date(beginOf(date, unit)),
  endOf,
  firstVisibleDay: (date: Date) => daysSeen(date)[0] as Date,
  lastVisibleDay: (date: Date) => endOf(daysSeen(date).at(-1) as Date, "day"),
  visibleDays: daysSeen,
  lt: (one: Date, other: Date, unit?: string) => beginOf(one, unit) < beginOf(other, unit),
  lte: (one: Date, other: Date, unit?: string) => beginOf(one, unit) <= beginOf(other, unit),
  gt: (one: Date, other: Date, unit?: string) => beginOf(one, unit) > beginOf(other, unit),
  gte: (one: Date, other: Date, unit?: string) => beginOf(one, unit) >= beginOf(other, unit),
  eq: (one: Date, other: Date, unit?: string) => beginOf(one, unit) === beginOf(other, unit),
  neq: (one: Date, other: Date, unit?: string) => beginOf(one, unit) !== beginOf(other, unit),
  min: (one: Date, other: Date) => new Date(Math.min(+one, +other)),
  max: (one: Date, other: Date) => new Date(Math.max(+one, +other)),
  inRange: (date: Date, from: Date, to: Date, unit = "day") =>
    beginOf(from, unit) <= beginOf(date, unit) && beginOf(date, unit) <= beginOf(to, unit),
  isSameDate: (one: Date, other: Date) => clock.dayOf(+one) === clock.dayOf(+other),
  /** Whether something is in a stretch of days; what ends with the midnight before it is not. */
  inEventRange: ({ event: { start, end }, range }: { event: BlockTime; range: BlockTime }) =>
    clock.dayOf(+start) <= clock.dayOf(+range.end) &&
    (+end > beginOf(start, "day")
      ? beginOf(end, "minute") > +range.start
      : beginOf(end, "minute") >= beginOf(range.start, "minute")),
  merge: (date: Date, time: Date) => onDay(date, clock.minutesOf(time.getTime())),
  getSlotDate: (date: Date, minutesFromMidnight: number, more: number) => onDay(date, minutesFromMidnight + more),
  getMinutesFromMidnight: (date: Date) => clock.minutesOf(date.getTime()),
  getTimezoneOffset: (date: Date) => -offsetMinutes(date),
  getDstOffset: (from: Date, to: Date) => offsetMinutes(to) - offsetMinutes(from),
  /** Days that something long is drawn shorter by: days begin at the place's midnight, wherever the browser stands. */
  segmentOffset: 0,
});

interface BlockTime {
  readonly start: Date;
  readonly end: Date;
}

/** Shows dates on the clock of this zone from now on. */
export function showOn(next: string): void {
  if (next === zone) return;
  zone = next;
  clock = ZoneClock.of(zone);
  kept.clear();
  dayjs.tz.setDefault(zone);
}
