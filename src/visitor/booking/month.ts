// Months, days and hours as the calendar shows them. Dates are texts ("2026-03-11") on the place's calendar, and wall times
// ("2026-03-11T09:30") are written as they stand: no zone is needed for either.

const dayMs = 86_400_000;
const at = (date: string) => Date.parse(`${date}T00:00Z`);
const dateOf = (ms: number) => new Date(ms).toISOString().slice(0, 10);

export const addDays = (date: string, days: number): string => dateOf(at(date) + days * dayMs);

/** "2026-03" and so many months on. */
export function addMonths(month: string, months: number): string {
  const [year = 0, nth = 1] = month.split("-").map(Number);
  return dateOf(Date.UTC(year, nth - 1 + months, 1)).slice(0, 7);
}

/** The first and the last date of a month. */
export const monthBounds = (month: string): readonly [first: string, last: string] => [
  `${month}-01`,
  addDays(`${addMonths(month, 1)}-01`, -1),
];

/** The weekday on which weeks begin for a language: 1 is Monday, 7 Sunday. */
export function firstWeekday(language: string): number {
  type WithWeek = Intl.Locale & { getWeekInfo?(): { firstDay: number }; weekInfo?: { firstDay: number } };
  try {
    const locale = new Intl.Locale(language) as WithWeek;
    return (locale.getWeekInfo?.() ?? locale.weekInfo)?.firstDay ?? 1;
  } catch {
    return 1;
  }
}

const weekdayOf = (date: string) => new Date(at(date)).getUTCDay() || 7;

/** The date on which the week of a date begins. */
export const weekOf = (date: string, first: number): string => addDays(date, -((weekdayOf(date) - first + 7) % 7));

/** The weeks of a month, each with its seven dates; null before its first and after its last. */
export function weeksOf(month: string, first: number): readonly (readonly (string | null)[])[] {
  const [begin, end] = monthBounds(month);
  const weeks: (string | null)[][] = [];
  for (let week = weekOf(begin, first); week <= end; week = addDays(week, 7))
    weeks.push(
      Array.from({ length: 7 }, (_, nth) => {
        const date = addDays(week, nth);
        return date.startsWith(month) ? date : null;
      }),
    );
  return weeks;
}

const formats = new Map<string, Intl.DateTimeFormat>();

/** A date or a wall time in words. */
export function written(wall: string, language: string, options: Intl.DateTimeFormatOptions): string {
  const key = `${language} ${JSON.stringify(options)}`;
  let format = formats.get(key);
  if (!format) {
    format = new Intl.DateTimeFormat(language, { ...options, timeZone: "UTC" });
    formats.set(key, format);
  }
  return format.format(Date.parse(`${wall.length > 10 ? wall : `${wall}T00:00`}Z`));
}

export const longDay = { weekday: "long", day: "numeric", month: "long" } as const;
export const wholeDay = { ...longDay, year: "numeric" } as const;
export const timeOfDay = { hour: "numeric", minute: "2-digit" } as const;

/** Which part of its day a wall time belongs to. */
export function partOfDay(wall: string): "morning" | "afternoon" | "evening" {
  const hour = Number(wall.slice(11, 13));
  if (hour < 12) return "morning";
  return hour < 17 ? "afternoon" : "evening";
}

/** Minutes and seconds until a moment, "9:05"; never below nothing. */
export function untilWords(endMs: number, nowMs: number): string {
  const seconds = Math.max(0, Math.ceil((endMs - nowMs) / 1000));
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
}
