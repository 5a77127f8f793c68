// Hours as people write them, "Tue to Fri 10-18, Sat 9:30-13": read into spans of weekdays, and written from them.

import { minutesOf, timeOf } from "@/core/time/clock";
import type { PaintedSpan } from "./week";

const dayNames = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"] as const;

/** Names of weekdays by how they begin, at least two letters; and what stands for several. */
const severalDays: Readonly<Record<string, readonly number[]>> = {
  daily: [1, 2, 3, 4, 5, 6, 7],
  weekdays: [1, 2, 3, 4, 5],
  weekend: [6, 7],
  weekends: [6, 7],
};
const fullNames = ["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"];

/** Hours that were read; or a sentence about what could not be, with where it begins in the text. */
export type ReadHours =
  | { readonly spans: readonly PaintedSpan[] }
  | { readonly fault: string; readonly at: number; readonly length: number };

type Token = { readonly at: number; readonly text: string } & (
  | { readonly kind: "days"; readonly days: readonly number[] }
  | { readonly kind: "time"; readonly minutes: number }
  | { readonly kind: "dash" | "and" | "closed" }
);

class Fault extends Error {
  constructor(
    message: string,
    readonly at: number,
    readonly length: number,
  ) {
    super(message);
  }
}

function wordToken(text: string, at: number): Token {
  const word = text.toLowerCase().replace(/\.$/, "");
  if (["to", "until", "till", "through"].includes(word)) return { kind: "dash", at, text };
  if (["and", "every", "day", "on", "from"].includes(word))
    return word === "every" ? { kind: "days", days: severalDays.daily ?? [], at, text } : { kind: "and", at, text };
  if (word === "closed") return { kind: "closed", at, text };
  const several = severalDays[word];
  if (several) return { kind: "days", days: several, at, text };
  const day = word.length >= 2 ? fullNames.findIndex((name) => name.startsWith(word) || `${name}s` === word) : -1;
  if (day < 0) throw new Fault(`“${text}” is no weekday. Write them as Mon, Tue, Wed.`, at, text.length);
  return { kind: "days", days: [day + 1], at, text };
}

function timeToken(text: string, at: number): Token {
  const [, hours = "", minutes = "0", half = ""] = /^(\d{1,2})(?:[:.h](\d{2}))?\s*([ap]m)?$/i.exec(text) ?? [];
  let hour = Number(hours);
  const wrong = () => new Fault(`“${text}” is no time of day. Write it as 9:30 or 17.`, at, text.length);
  if (half) {
    if (hour < 1 || hour > 12) throw wrong();
    hour = (hour % 12) + (half.toLowerCase() === "pm" ? 12 : 0);
  }
  const all = hour * 60 + Number(minutes);
  if (!hours || Number(minutes) > 59 || all > 24 * 60) throw wrong();
  return { kind: "time", minutes: all, at, text };
}

const tokenPattern = /(\d{1,2}(?:[:.h]\d{2})?(?:\s?[ap]m\b)?)|(\p{L}+\.?)|([-–—])|([,;&+\n])|(\s+)|(.)/giu;

function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  for (const { index: at, 0: all, 1: time, 2: word, 3: dash, 4: comma, 6: other } of text.matchAll(tokenPattern)) {
    if (time) tokens.push(timeToken(time, at));
    else if (word) tokens.push(wordToken(word, at));
    else if (dash) tokens.push({ kind: "dash", at, text: all });
    else if (comma) tokens.push({ kind: "and", at, text: all });
    else if (other) throw new Fault(`“${other}” can’t be read here.`, at, 1);
  }
  return tokens;
}

class Reading {
  private at = 0;
  private days: number[] = [];
  private readonly spans: PaintedSpan[] = [];
  constructor(
    private readonly tokens: readonly Token[],
    private readonly end: number,
  ) {}

  private next(): Token | undefined {
    return this.tokens[this.at];
  }

  private skip(kind: Token["kind"]): boolean {
    if (this.next()?.kind !== kind) return false;
    this.at++;
    return true;
  }

  private skipAll(kind: Token["kind"]) {
    while (this.next()?.kind === kind) this.at++;
  }

  private readDays() {
    for (let token = this.next(); token?.kind === "days"; token = this.next()) {
      const { days, at, text } = token;
      this.at++;
      const [first = 1] = days;
      const after = this.tokens[this.at + 1];
      if (days.length === 1 && this.next()?.kind === "dash" && after?.kind === "days") {
        this.at += 2;
        const last = after.days.at(-1) ?? first;
        // A stretch may go over the end of the week: "Sat to Mon".
        for (let day = first; ; day = (day % 7) + 1) {
          this.days.push(day);
          if (day === last) break;
        }
      } else this.days.push(...days);
      this.skipAll("and");
      if (!this.next()) throw new Fault(`No hours follow after “${text}”.`, at, text.length);
    }
  }

  private readSpan() {
    const start = this.next();
    if (start?.kind !== "time") return;
    this.at++;
    if (!this.skip("dash"))
      throw new Fault(`After ${start.text} the end is missing, as in ${start.text}-18.`, start.at, start.text.length);
    const end = this.next();
    if (end?.kind !== "time")
      throw new Fault(`After ${start.text} the end is missing, as in ${start.text}-18.`, start.at, start.text.length);
    this.at++;
    const length = end.at + end.text.length - start.at;
    if (end.minutes <= start.minutes)
      throw new Fault(
        `${start.text} to ${end.text} ends before it begins. Hours past midnight are two: to 24, and from 0 of the next day.`,
        start.at,
        length,
      );
    for (const weekday of this.days) {
      const other = this.spans.find(
        (span) => span.weekday === weekday && span.from < end.minutes && start.minutes < span.to,
      );
      if (other)
        throw new Fault(
          `${dayNames[weekday - 1]} has ${timeOf(other.from)} to ${timeOf(other.to)} already, which this overlaps.`,
          start.at,
          length,
        );
      this.spans.push({ weekday, from: start.minutes, to: end.minutes });
    }
  }

  all(): readonly PaintedSpan[] {
    this.skipAll("and");
    for (let begin = this.next(); begin; begin = this.next()) {
      this.days = [];
      this.readDays();
      if (!this.days.length)
        throw new Fault("Here a weekday comes first, as in Tue 10-18.", begin.at, begin.text.length);
      if (this.skip("closed")) {
        this.skipAll("and");
        continue;
      }
      const hours = this.next();
      if (hours?.kind !== "time")
        throw new Fault("Here a time comes next, as in 10-18.", hours?.at ?? this.end, hours?.text.length ?? 0);
      while (this.next()?.kind === "time") {
        this.readSpan();
        this.skipAll("and");
      }
    }
    return this.spans.sort((one, other) => one.weekday - other.weekday || one.from - other.from);
  }
}

/** Spans of weekdays from "Tue to Fri 10-18, Sat 9:30-13 and 14-16". Nothing written is no hours. */
export function readHours(text: string): ReadHours {
  try {
    return { spans: new Reading(tokensOf(text.slice(0, 2000)), text.length).all() };
  } catch (error) {
    if (error instanceof Fault) return { fault: error.message, at: error.at, length: error.length };
    throw error;
  }
}

/** "9:30" and "10": a time without what goes without saying. */
export function shortTime(minutes: number): string {
  const [hours = "", rest] = timeOf(minutes).split(":");
  return rest === "00" ? String(Number(hours)) : `${Number(hours)}:${rest}`;
}

/** Weekdays as one writes them: "Tue to Fri, Sun". */
function daysText(days: readonly number[]): string {
  const runs: number[][] = [];
  for (const day of days) {
    const last = runs.at(-1);
    if (last && day === (last.at(-1) ?? 0) + 1) last.push(day);
    else runs.push([day]);
  }
  const name = (day: number | undefined) => dayNames[(day ?? 1) - 1];
  return runs
    .flatMap((run) => (run.length > 2 ? [`${name(run[0])} to ${name(run.at(-1))}`] : run.map(name)))
    .join(", ");
}

/** Spans of weekdays as one writes them, days of the same hours together, in the order of the week. */
export function hoursText(spans: readonly PaintedSpan[]): string {
  const byHours = new Map<string, number[]>();
  for (let weekday = 1; weekday <= 7; weekday++) {
    const hours = spans
      .filter((span) => span.weekday === weekday)
      .map(({ from, to }) => `${shortTime(from)}-${shortTime(to)}`)
      .join(" and ");
    if (hours) byHours.set(hours, [...(byHours.get(hours) ?? []), weekday]);
  }
  return [...byHours].map(([hours, days]) => `${daysText(days)} ${hours}`).join(", ");
}

/** Times of day, "9:30, 11, 14:15": in order, each once; or a sentence about what could not be read. */
export function readTimes(text: string): { readonly times: readonly string[] } | { readonly fault: string } {
  const words = text.split(/[,;\s]+/).filter(Boolean);
  try {
    const minutes = words.map((word, at) => {
      const token = timeToken(word, at);
      const found = token.kind === "time" ? token.minutes : 0;
      if (found >= 24 * 60) throw new Fault(`“${word}” is no time at which something can begin.`, at, word.length);
      return found;
    });
    return { times: [...new Set(minutes)].sort((one, other) => one - other).map(timeOf) };
  } catch (error) {
    if (error instanceof Fault) return { fault: error.message };
    throw error;
  }
}

/** "9:30, 11": times of day as one writes them. */
export const timesText = (times: readonly string[]): string =>
  times.map((time) => shortTime(minutesOf(time))).join(", ");
