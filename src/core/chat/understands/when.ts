// When a question means: a day, some days, or a time of day, by the calendar of the place.
import { inLanguage } from "@/core/locale/words";
import { dateAfter } from "@/core/site/open-hours";
import { folded } from "./tokens";
import { de } from "./when/de";
import { en } from "./when/en";
import { fr } from "./when/fr";

/** "2026-11-29" */
type LocalDate = string;

export interface When {
  /** First and last day, both included. */
  readonly from: LocalDate;
  readonly to: LocalDate;
  /** Hours of the day, "HH:MM", where a part of it was meant. */
  readonly after: string | null;
  readonly before: string | null;
  /** The words of the question that said so, in small letters. */
  readonly words: readonly string[];
  /** The moment itself was meant: "now", "right now". */
  readonly now: boolean;
}

const words = { en, de, fr };

/** Forms that are words of their own, too, and mean a day only beside a word such as "am". */
const shortDay = /^(?:mo|di|mi|do|fr|sa|so)$/;

const pieces = /[\p{L}\p{M}]+(?:['’-][\p{L}\p{M}]+)*|\d+(?:[.:/-]\d+)*/gu;

/** Day of the week of a date, 0 for Monday. */
const weekdayOf = (date: LocalDate): number => (new Date(`${date}T00:00:00Z`).getUTCDay() + 6) % 7;

/** The next date on a day of the week, today included. */
const nextOn = (weekday: number, today: LocalDate): LocalDate => dateAfter(today, (weekday - weekdayOf(today) + 7) % 7);

const exists = (year: number, month: number, day: number): LocalDate | null => {
  const date = new Date(Date.UTC(year, month - 1, day));
  return date.getUTCMonth() === month - 1 && day >= 1 ? date.toISOString().slice(0, 10) : null;
};

/** A day and month in the year in which they come next. */
function dayAndMonth(day: number, month: number, today: LocalDate): LocalDate | null {
  const year = Number(today.slice(0, 4));
  for (const candidate of [year, year + 1, year + 2, year + 3, year + 4]) {
    const date = exists(candidate, month, day);
    if (date && date >= today) return date;
  }
  return null;
}

const clock = (word: string): string | null => {
  const found = /^(\d{1,2})(?:[:.](\d{2}))?$/.exec(word);
  const hour = Number(found?.[1]);
  const minute = Number(found?.[2] ?? 0);
  return found && hour < 24 && minute < 60
    ? `${String(hour).padStart(2, "0")}:${String(minute).padStart(2, "0")}`
    : null;
};

/** Whether a folded word names a month. */
export const isMonth = (word: string, language: string): boolean =>
  inLanguage(words, language).months.some((forms) => forms.includes(word));

/** When a question means, at a local day; null where it says nothing. */
export function whenIn(question: string, language: string, today: LocalDate): When | null {
  const known = inLanguage(words, language);
  const said = [...folded(question).matchAll(pieces)].map(([piece]) => piece);
  const used: string[] = [];
  let from: LocalDate | null = null;
  let to: LocalDate | null = null;
  let after: string | null = null;
  let before: string | null = null;
  let now = false;
  const day = (date: LocalDate, ...by: string[]) => {
    if (from === null || date < from) from = date;
    if (to === null || date > to) to = date;
    used.push(...by);
  };
  for (const [at, piece] of said.entries()) {
    const previous = said[at - 1] ?? "";
    const next = said[at + 1] ?? "";
    const isNext = known.next.includes(previous);
    const weekday = known.days.findIndex((forms) => forms.includes(piece));
    if (weekday >= 0 && (!shortDay.test(piece) || previous === "am" || previous === "und")) {
      const date = nextOn(weekday, today);
      // "Next Friday" on a Wednesday is disputed: the coming one is what can be acted on.
      day(isNext && date === today ? dateAfter(date, 7) : date, piece);
    } else if (known.today.includes(piece)) day(today, piece);
    else if (known.tomorrow.includes(piece)) day(dateAfter(today, 1), piece);
    else if (known.afterTomorrow.includes(piece)) day(dateAfter(today, 2), piece);
    else if (known.now.includes(piece)) {
      now = true;
      day(today, piece);
    } else if (known.weekend.includes(piece)) {
      const saturday = weekdayOf(today) === 6 ? dateAfter(today, -1) : nextOn(5, today);
      day(saturday < today ? today : saturday, piece);
      day(dateAfter(saturday, 1));
    } else if (known.week.includes(piece) && (isNext || known.next.includes(next))) {
      const monday = nextOn(0, dateAfter(today, 1));
      day(monday, piece, ...(isNext ? [previous] : [next]));
      day(dateAfter(monday, 6));
    }
    const month = known.months.findIndex((forms) => forms.includes(piece));
    if (month >= 0) {
      const beside = [previous, next].find((one) => /^\d{1,2}$/.test(one) && Number(one) >= 1 && Number(one) <= 31);
      const date = beside === undefined ? null : dayAndMonth(Number(beside), month + 1, today);
      if (date && beside !== undefined) day(date, piece, beside);
      else if (piece !== "may" && beside === undefined) {
        const first = dayAndMonth(1, month + 1, `${today.slice(0, 7)}-01`) as LocalDate;
        day(first < today ? today : first, piece);
        day(dateAfter(dayAndMonth(1, ((month + 1) % 12) + 1, dateAfter(first, 1)) as LocalDate, -1));
      }
    }
    const iso = /^(\d{4})-(\d{2})-(\d{2})$/.exec(piece);
    const date = iso && exists(Number(iso[1]), Number(iso[2]), Number(iso[3]));
    if (date && date >= today && date < dateAfter(today, 800)) day(date, piece);
    const dotted = /^(\d{1,2})\.(\d{1,2})$/.exec(piece);
    if (dotted && Number(dotted[2]) <= 12 && Number(dotted[2]) >= 1 && !known.at.includes(previous)) {
      const found = language.startsWith("en") ? null : dayAndMonth(Number(dotted[1]), Number(dotted[2]), today);
      if (found) day(found, piece);
    }
    for (const part of known.parts)
      if (part.words.includes(piece)) {
        after = part.after ?? after;
        before = part.before ?? before;
        used.push(piece);
      }
    const time = known.at.includes(previous) || /^\d{1,2}:\d{2}$/.test(piece) ? clock(piece) : null;
    if (time) {
      const late = ["pm", "p.m"].includes(next) && time < "12:00";
      after = late ? `${Number(time.slice(0, 2)) + 12}${time.slice(2)}` : time;
      used.push(piece);
    }
  }
  if (from === null || to === null) return null;
  return { from, to, after, before, words: used, now };
}
