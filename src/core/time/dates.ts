// Calendar dates and moments as they come in from outside. Whatever is not a real one, or lies further off than any
// business reaches, is refused here, before a clock is asked: a clock of the year 9999 has to be worked out first.

/** The years that are taken in from outside, both included. */
export const earliestYear = 1900;
export const latestYear = 2199;

const datePattern = /^(\d{4})-(\d{2})-(\d{2})$/;
const timePattern = /^([01]\d|2[0-3]):[0-5]\d$/;
/** RFC 3339, section 5.6, without leap seconds, which no clock here shows. */
const instantPattern =
  /^(\d{4}-\d{2}-\d{2})[Tt]([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,9})?)?([Zz]|[+-]([01]\d|2[0-3]):[0-5]\d)$/;

const daysInMonth = (year: number, month: number) => new Date(Date.UTC(year, month, 0)).getUTCDate();

/** Whether a text is a date of the Gregorian calendar, written "2026-03-11", in the years that are taken in. */
export function isDate(text: string): boolean {
  const [, year, month, day] = datePattern.exec(text) ?? [];
  if (!year || Number(year) < earliestYear || Number(year) > latestYear) return false;
  const [monthNumber, dayNumber] = [Number(month), Number(day)];
  if (monthNumber < 1 || monthNumber > 12 || dayNumber < 1) return false;
  return dayNumber <= daysInMonth(Number(year), monthNumber);
}

/** Whether a text is a time of day, written "09:30", from 00:00 to 23:59. */
export const isTime = (text: string): boolean => timePattern.test(text);

/** Whether a text is a local day and time, written "2026-03-11T09:30". */
export const isWallDateTime = (text: string): boolean =>
  text.length === 16 && text[10] === "T" && isDate(text.slice(0, 10)) && isTime(text.slice(11));

/** The instant that a text names by RFC 3339, in ms since the epoch; null for any other text and for far dates. */
export function readInstant(text: string): number | null {
  const [, date] = instantPattern.exec(text) ?? [];
  if (!date || !isDate(date)) return null;
  const instant = Date.parse(text.toUpperCase());
  return Number.isNaN(instant) ? null : instant;
}
