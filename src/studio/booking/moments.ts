// Dates and times of the place as the studio writes them. Wall times are written as they stand: no zone is asked.
const parts = {
  whole: { weekday: "short", day: "numeric", month: "short", year: "numeric", hour: "2-digit", minute: "2-digit" },
  date: { day: "numeric", month: "short" },
  weekday: { weekday: "long", hour: "2-digit", minute: "2-digit" },
  day: { weekday: "long", day: "numeric", month: "long" },
} as const satisfies Readonly<Record<string, Intl.DateTimeFormatOptions>>;

/** "1 Apr" of a day of every year ("04-01"). */
export const monthDayWords = (monthDay: string): string => wallWords(`2024-${monthDay}`, "date");

/** "Tue, 10 Mar 2026, 18:30" of a wall time, or of a date. */
export function wallWords(wall: string | undefined, how: keyof typeof parts = "whole"): string {
  const at = Date.parse(`${wall?.length === 10 ? `${wall}T00:00` : wall}Z`);
  return Number.isNaN(at)
    ? ""
    : new Intl.DateTimeFormat("en-GB", { ...parts[how], hourCycle: "h23", timeZone: "UTC" }).format(at);
}
