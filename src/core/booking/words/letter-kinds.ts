// Which letters a client gets, and what a business writes in them in its own words.

import { fillIn, strangeIn } from "@/core/message/placeholders";

export const letterKinds = [
  "booked",
  "waiting",
  "waitingPayment",
  "approved",
  "declined",
  "moved",
  "reminder",
  "runs",
  "calledOff",
  "cancelled",
  "listed",
  "offered",
  "offerOver",
  "unlisted",
] as const;

export type LetterKind = (typeof letterKinds)[number];

const uncertain: readonly LetterKind[] = ["waiting", "waitingPayment", "listed", "offerOver", "unlisted"];

/** What is sent as a text message too, where a client wants that: what is certain, and that it is soon. */
export const textKinds: readonly LetterKind[] = letterKinds.filter((kind) => !uncertain.includes(kind));

/** Own words of a letter; "" for the usual ones. What was booked, when, where and how to change it always follows. */
export interface OwnLetter {
  /** One line. */
  readonly subject: string;
  readonly words: string;
  /** Of the text message, one line; how to change it follows. Absent for the usual one. */
  readonly text?: string | undefined;
}

export type OwnLetters = Readonly<Partial<Record<LetterKind, OwnLetter>>>;

/** What can stand in own words in braces, and is filled in for each client. */
export const letterPlaceholders = ["name", "service", "when", "with", "place", "price", "until"] as const;

export type LetterValues = Readonly<Record<(typeof letterPlaceholders)[number], string>>;

/** The first placeholder in a text that is none of ours, or null. */
export const strangePlaceholder = (text: string): string | null => strangeIn(text, letterPlaceholders);

/** A text with its placeholders filled in, once: what a value holds is never read as a placeholder. */
export const filledIn = (text: string, values: LetterValues): string => fillIn(text, values);
