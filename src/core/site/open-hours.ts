// Whether a business is open: from its weekly hours and the days that depart from them, by the clock in its zone.
// Light enough for the visitor's browser; the surroundings are arguments.

/** Local times, "09:00"; `to` is later than `from`. */
export interface OpenSpan {
  readonly from: string;
  readonly to: string;
}

export type WeekHours = readonly (readonly OpenSpan[])[];

/** Other hours from one date to another, "2026-12-24"; no spans is closed. */
export interface HoursException {
  readonly from: string;
  readonly to: string;
  readonly spans: readonly OpenSpan[];
  /** Why, for visitors: "Christmas". */
  readonly words?: string;
}

export interface Hours {
  readonly hours: WeekHours;
  readonly exceptions?: readonly HoursException[];
}

/** A moment as the clock on the wall shows it: "2026-11-26" and "16:30". */
export interface WallMoment {
  readonly date: string;
  readonly time: string;
}

export type OpenState =
  | { readonly open: true; readonly until: string }
  /** `next` is null where it does not open within two weeks. */
  | { readonly open: false; readonly next: WallMoment | null };

/** How far ahead the next opening is looked for, in days. */
const daysAhead = 14;

const dayMs = 86_400_000;
const utc = (date: string) => Date.parse(`${date}T00:00:00Z`);

/** The date so many days after another. */
export const dateAfter = (date: string, days: number): string =>
  new Date(utc(date) + days * dayMs).toISOString().slice(0, 10);

/** Day of the week of a date, 0 for Monday. */
const dayOf = (date: string): number => (new Date(utc(date)).getUTCDay() + 6) % 7;

/** The exception that holds on a date: the shortest of those that do, so that a day within a closure can be open. */
export function exceptionOn({ exceptions }: Hours, date: string): HoursException | null {
  const lengthOf = ({ from, to }: HoursException) => utc(to) - utc(from);
  let found: HoursException | null = null;
  for (const one of exceptions ?? [])
    if (one.from <= date && date <= one.to && (!found || lengthOf(one) <= lengthOf(found))) found = one;
  return found;
}

/** When it is open on a date, in the order of the day. */
export const spansOn = (hours: Hours, date: string): readonly OpenSpan[] =>
  [...(exceptionOn(hours, date)?.spans ?? hours.hours[dayOf(date)] ?? [])].sort((one, other) =>
    one.from < other.from ? -1 : 1,
  );

/** Until when what is open at the end of a span stays open: spans that touch are one, over midnight too. */
function endOf(hours: Hours, date: string, span: OpenSpan): string {
  let { to } = span;
  let day = date;
  for (let looked = 0; looked < daysAhead; looked++) {
    if (to === "24:00") {
      day = dateAfter(day, 1);
      to = "00:00";
    }
    const on = spansOn(hours, day).find((one) => one.from <= to && to < one.to);
    if (!on) break;
    to = on.to;
  }
  return to;
}

/** Whether it is open at a moment, and until or from when. A span counts from its beginning up to, not with, its end. */
export function openAt(hours: Hours, { date, time }: WallMoment): OpenState {
  const today = spansOn(hours, date);
  const now = today.find((span) => span.from <= time && time < span.to);
  if (now) return { open: true, until: endOf(hours, date, now) };
  for (let ahead = 0; ahead <= daysAhead; ahead++) {
    const day = dateAfter(date, ahead);
    const next = spansOn(hours, day).find((span) => ahead > 0 || span.from > time);
    if (next) return { open: false, next: { date: day, time: next.from } };
  }
  return { open: false, next: null };
}

/** What the clock shows in a zone. Source: ECMA-402, `formatToParts` with the calendar and digits that are asked for. */
export function wallIn(zone: string, now: number): WallMoment {
  const parts = new Intl.DateTimeFormat("en-u-ca-gregory-nu-latn", {
    timeZone: zone,
    year: "numeric",
    month: "2-digit",
    day: "2-digit",
    hour: "2-digit",
    minute: "2-digit",
    hourCycle: "h23",
  }).formatToParts(now);
  const part = (type: string) => parts.find((one) => one.type === type)?.value ?? "";
  return { date: `${part("year")}-${part("month")}-${part("day")}`, time: `${part("hour")}:${part("minute")}` };
}
