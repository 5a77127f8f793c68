// A site's facts in the words a page uses: hours as rows, the address as lines.
import type { ShelfFacts } from "@/core/page/shelf";
import type { SiteSettings } from "@/core/site/site";
import type { OpenSpan, WeekHours } from "./open-hours";

/** Name of a day of the week, 0 for Monday, in a language. 2024-01-01 was a Monday. */
const dayName = (language: string, day: number): string =>
  new Intl.DateTimeFormat(language, { weekday: "long", timeZone: "UTC" }).format(new Date(Date.UTC(2024, 0, 1 + day)));

/** "9:00–12:30, 14:00–18:00", or the word for closed. */
export const spanWords = (spans: readonly OpenSpan[], closed: string): string =>
  spans.length ? spans.map(({ from, to }) => `${from}–${to}`).join(", ") : closed;

export interface WeekRow {
  /** Days of the week, 0 for Monday. */
  readonly first: number;
  readonly last: number;
  readonly label: string;
  readonly says: string;
}

/** The week as rows; `grouped`: days in a row with the same hours as one: "Tuesday – Friday", "10:00–18:00". */
export function weekRows(hours: WeekHours, language: string, closed: string, grouped: boolean): readonly WeekRow[] {
  const rows: { first: number; last: number; says: string }[] = [];
  for (const [day, spans] of hours.entries()) {
    const says = spanWords(spans, closed);
    const before = rows.at(-1);
    if (grouped && before?.says === says) before.last = day;
    else rows.push({ first: day, last: day, says });
  }
  return rows.map((row) => {
    const days = [row.first, ...(row.last > row.first ? [row.last] : [])].map((day) => dayName(language, day));
    return { ...row, label: days.join(row.last === row.first + 1 ? ", " : " – ") };
  });
}

/** The week as a shelf's section has it. */
const hoursRows = (hours: WeekHours, language: string): readonly (readonly [string, string])[] =>
  weekRows(hours, language, "closed", true).map(({ label, says }) => [label, says]);

/** What sections of the shelf take from a site's settings. */
export function factsOf(settings: SiteSettings): ShelfFacts {
  const { currency, language, address, hours } = settings;
  return {
    currency,
    language,
    ...(address ? { address: address.split("\n").filter((line) => line.trim()) } : {}),
    ...(hours ? { hours: hoursRows(hours, language) } : {}),
  };
}

/** "9:00–12:30, 14:00–18:00" as spans; empty text is a closed day; null for what can't be read. */
export function readSpans(text: string): readonly OpenSpan[] | null {
  if (!text.trim()) return [];
  const spans = text.split(",").map((part) => {
    const found = /^\s*(\d{1,2})(?:[:.](\d{2}))?\s*[–-]\s*(\d{1,2})(?:[:.](\d{2}))?\s*$/.exec(part);
    if (!found) return null;
    const clock = (hour = "", minute = "00") => `${hour.padStart(2, "0")}:${minute}`;
    return { from: clock(found[1], found[2]), to: clock(found[3], found[4]) };
  });
  return spans.includes(null) ? null : (spans as OpenSpan[]);
}
