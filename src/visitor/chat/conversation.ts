// What of a conversation follows from what is, without a page: what it begins with, what is new in it, how soon it is asked
// again, what a small form sends.

import type { Button } from "@/core/chat/public-types";
import type { ReleasedChat } from "@/core/chat/released";
import { pathMatches } from "@/core/opening/rule";
import type { Talk, TalkLine } from "./api";

/** How often it is asked what was said since: with a person, and without one, in ms. */
const everyMs = 2500;
const idleMs = 8000;
/** How many questions are offered at the beginning. */
const startersShown = 6;

const isHere = (patterns: readonly string[], path: string) =>
  !patterns.length || patterns.some((one) => pathMatches(one, path));

/** Whether a time of day ("09:30") is in a stretch of it; one that ends before it begins goes over midnight. */
export function isWithin(time: string, from: string | null, to: string | null): boolean {
  if (from !== null && to !== null && to < from) return time >= from || time < to;
  return (from === null || time >= from) && (to === null || time < to);
}

/** What a page says first, at a time of day there; undefined for nothing. */
export const greetingAt = ({ greetings }: Pick<ReleasedChat, "greetings">, path: string, time: string) =>
  greetings.find(({ include, from, to }) => isHere(include, path) && isWithin(time, from, to))?.text;

/** The questions that a page offers. */
export const startersAt = ({ starters }: Pick<ReleasedChat, "starters">, path: string): readonly string[] =>
  starters
    .filter(({ include }) => isHere(include, path))
    .slice(0, startersShown)
    .map(({ text }) => text);

/** The lines that are not shown yet; `last` is the number of the last that is. */
export const freshIn = ({ lines }: Pick<Talk, "lines">, last: number): readonly TalkLine[] =>
  lines.filter(({ nth }) => nth > last);

/** Often while a person answers, now and then while one may take over. */
export const askAgainMs = (state: Talk["state"]): number =>
  state === "person" || state === "waiting" ? everyMs : idleMs;

/** What a small form holds, by the names of its fields. */
export type Values = Readonly<Record<string, string | boolean | readonly string[]>>;

/** Answers to the questions of a booking, as they are sent: what was left open is no answer, in the form that its kind has for that. */
export function answersOf(asks: Extract<Button, { kind: "book" }>["asks"], values: Values): Record<string, unknown> {
  const answers: Record<string, unknown> = {};
  for (const { key, kind } of asks) {
    const value = values[`a.${key}`];
    answers[key] = value === "" && kind !== "words" ? null : kind === "number" ? Number(value) : value;
  }
  return answers;
}

/** The name of the field in a form of the log that a refusal's path means: "answers.hands", "client.email". */
export const fieldNamed = (path: string): string => path.replace(/^answers\./, "a.").replace(/^client\./, "");
