// How long a service takes, as its list says it: the same words from the server and from the calendar's script.
import type { ReleasedService } from "../public-types";

export interface LengthWording {
  readonly hours: (count: string) => string;
  readonly minutes: (count: string) => string;
  /** How many dates a course has. */
  readonly dates: (count: number) => string;
}

/** "90 min", "2 h": whole hours from two on, and one, are written as hours. */
export function minutesWords(minutes: number, words: LengthWording, language: string): string {
  const number = (value: number) => new Intl.NumberFormat(language, { maximumFractionDigits: 2 }).format(value);
  return minutes >= 120 || minutes === 60 ? words.hours(number(minutes / 60)) : words.minutes(number(minutes));
}

/** "2 h", "6 dates · 2 h", or of lengths that clients choose "30 min, 1 h or 2 h". */
export function lengthWords(
  { durationMinutes, lengths, course }: Pick<ReleasedService, "durationMinutes" | "lengths" | "course">,
  words: LengthWording,
  language: string,
): string {
  if (lengths)
    return new Intl.ListFormat(language, { type: "disjunction" }).format(
      lengths.map(({ minutes }) => minutesWords(minutes, words, language)),
    );
  const each = minutesWords(durationMinutes, words, language);
  return course?.[0] ? `${words.dates(course[0].length)} · ${each}` : each;
}
