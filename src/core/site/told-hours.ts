// Opening hours that a page tells in a list of its own words: read, and held against the settings of the site.
import { readSpans } from "./facts";
import { hoursWords } from "./hours-words";
import type { OpenSpan, WeekHours } from "./open-hours";

/** A row of a list: days, and what stands at its end. */
export interface HoursRow {
  readonly text: string;
  readonly aside?: string;
}

/** What is told of each day, Monday first; undefined for days of which nothing is said. */
export type ToldHours = readonly (readonly OpenSpan[] | undefined)[];

const letters = (word: string) => word.toLowerCase().replace(/[^\p{L}]/gu, "");

/** The days of the week by their names, long and short, in a language and in English; Monday is 0. */
function dayNames(language: string): ReadonlyMap<string, number> {
  const names = new Map<string, number>();
  for (const tag of ["en", language])
    for (const weekday of ["long", "short"] as const) {
      const format = new Intl.DateTimeFormat(tag, { weekday, timeZone: "UTC" });
      // 5 January 1970 was a Monday.
      for (let day = 0; day < 7; day++) names.set(letters(format.format(new Date((4 + day) * 86_400_000))), day);
    }
  return names;
}

const fromTo: ReadonlySet<string> = new Set(["to", "until", "till", "bis", "à", "au"]);
const besides: ReadonlySet<string> = new Set(["and", "und", "et"]);
const always: ReadonlySet<string> = new Set(["daily", "täglich"]);

/** The days that a line names: "Tuesday to Friday", "Sun, Mon"; null where it names anything else. */
function daysIn(text: string, names: ReadonlyMap<string, number>): readonly number[] | null {
  const words = text.match(/\p{L}+|[–—-]|[,&+/]/gu) ?? [];
  const days: number[] = [];
  let range = false;
  for (const word of words) {
    const name = letters(word);
    const day = names.get(name);
    if (always.has(name)) days.push(0, 1, 2, 3, 4, 5, 6);
    else if (day !== undefined) {
      const last = days.at(-1);
      if (range && last !== undefined) for (let by = 1; by <= (day - last + 7) % 7; by++) days.push((last + by) % 7);
      else days.push(day);
      range = false;
    } else if (/^[–—-]$/.test(word) || fromTo.has(name)) range = true;
    else if (!/^[,&+/]$/.test(word) && !besides.has(name)) return null;
  }
  return days.length && !range ? [...new Set(days)] : null;
}

/** What a list tells of opening hours; null where it is no list of hours: at least two rows, and every one of them days with hours. */
export function toldHours(rows: readonly HoursRow[], language: string): ToldHours | null {
  const names = dayNames(language);
  const closed: ReadonlySet<string> = new Set(["closed", letters(hoursWords(language).closed)]);
  const told: (readonly OpenSpan[] | undefined)[] = Array.from({ length: 7 });
  const filled = rows.filter(({ text, aside }) => text.trim() || aside?.trim());
  if (filled.length < 2) return null;
  for (const { text, aside = "" } of filled) {
    const days = daysIn(text, names);
    const spans = closed.has(letters(aside)) ? [] : aside.trim() ? readSpans(aside) : null;
    if (!days || !spans) return null;
    for (const day of days) told[day] = spans;
  }
  return told;
}

const same = (one: readonly OpenSpan[], other: readonly OpenSpan[]) => JSON.stringify(one) === JSON.stringify(other);

/** Days, Monday 0, of which a list tells other hours than the settings. */
export const daysThatDiffer = (told: ToldHours, hours: WeekHours): readonly number[] =>
  told.flatMap((spans, day) => (spans && !same(spans, hours[day] ?? []) ? [day] : []));

/** The settings once they take what a list tells. */
export const withTold = (told: ToldHours, hours: WeekHours): WeekHours =>
  Array.from({ length: 7 }, (_, day) => told[day] ?? hours[day] ?? []);
