// A site's facts in the words a page uses: hours as rows, the address as lines.
import type { ShelfFacts } from "@/core/page/shelf";
import type { OpenSpan, SiteSettings, WeekHours } from "./site";

/** Name of a day of the week, 0 for Monday, in a language. 2024-01-01 was a Monday. */
const dayName = (language: string, day: number): string =>
  new Intl.DateTimeFormat(language, { weekday: "long", timeZone: "UTC" }).format(new Date(Date.UTC(2024, 0, 1 + day)));

const spanWords = (spans: readonly OpenSpan[], closed: string): string =>
  spans.length ? spans.map(({ from, to }) => `${from}–${to}`).join(", ") : closed;

/** Opening hours as rows, days in a row with the same hours as one: "Tuesday – Friday", "10:00–18:00". */
export function hoursRows(
  hours: WeekHours,
  language: string,
  closed = "closed",
): readonly (readonly [string, string])[] {
  const rows: { first: number; last: number; words: string }[] = [];
  for (const [day, spans] of hours.entries()) {
    const words = spanWords(spans, closed);
    const before = rows.at(-1);
    if (before?.words === words) before.last = day;
    else rows.push({ first: day, last: day, words });
  }
  return rows.map(({ first, last, words }) => {
    const days = [first, ...(last > first ? [last] : [])].map((day) => dayName(language, day));
    return [days.join(last === first + 1 ? ", " : " – "), words];
  });
}

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
