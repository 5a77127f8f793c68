// What a question wants, by the words it is asked with.
import { inLanguage } from "@/core/locale/words";
import type { Intent } from "./intents/catalog";
import { de } from "./intents/de";
import { en } from "./intents/en";
import { fr } from "./intents/fr";
import { folded } from "./tokens";

/** Phrases as they are typed, in small letters without accents. "~" stands for up to three words between. */
const phrases = { en, de, fr };

const wordPattern = /[\p{L}\p{M}\p{N}]+/gu;
/** Words of a question in small letters; an apostrophe parts or joins as people type it: "where's" is "where s". */
export const plainWordsOf = (question: string): readonly string[] =>
  [
    ...folded(question)
      .replace(/\bi['’]?d\b/g, "id")
      .matchAll(wordPattern),
  ].map(([word]) => word);

const gap = 3;

/** Where a phrase begins in some words and how many of them it takes; null for nowhere. */
function findPhrase(said: readonly string[], phrase: string): { at: number; length: number } | null {
  const parts = phrase.split(" ");
  for (let start = 0; start < said.length; start++) {
    let at = start;
    let fits = true;
    for (let nth = 0; nth < parts.length && fits; nth++) {
      const part = parts[nth] as string;
      if (part !== "~") fits = said[at++] === part;
      else {
        const next = parts[++nth] as string;
        let ahead = 0;
        while (ahead <= gap && said[at + ahead] !== next) ahead += 1;
        fits = ahead <= gap && at + ahead < said.length;
        at += ahead + 1;
      }
    }
    if (fits) return { at: start, length: at - start };
  }
  return null;
}

/** The words with those of neutral phrases left blank. */
function withoutNeutral(said: readonly string[], neutral: readonly string[]): readonly string[] {
  const left = [...said];
  for (const phrase of neutral) {
    const found = findPhrase(left, phrase);
    if (found) left.fill("", found.at, found.at + found.length);
  }
  return left;
}

export interface Wanted {
  readonly intent: Intent;
  /** The words that said so. */
  readonly by: string;
  /** Words of the question that are part of such a phrase, in small letters. */
  readonly taken: readonly string[];
}

/** Where several are named, the one that says most comes first: a phrase of more words, then the earlier in this order. */
const strength: readonly Exclude<Intent, "open">[] = [
  "person",
  "openNow",
  "order",
  "times",
  "hours",
  "price",
  "contact",
  "place",
  "stock",
  "thanks",
  "goodbye",
  "greeting",
];

/** Everything that a question may want, the strongest first. */
export function wantedIn(question: string, language: string): readonly Wanted[] {
  const known = inLanguage(phrases, language);
  const said = withoutNeutral(plainWordsOf(question).slice(0, 200), known.neutral);
  const found: (Wanted & { readonly length: number })[] = [];
  for (const intent of strength) {
    let best: { by: string; length: number; taken: string[] } | null = null;
    for (const phrase of known[intent]) {
      const at = findPhrase(said, phrase);
      const length = phrase.split(" ").filter((part) => part !== "~").length;
      if (at && length > (best?.length ?? 0))
        best = { by: phrase.replaceAll("~", "…"), length, taken: phrase.split(" ").filter((part) => part !== "~") };
    }
    if (best) found.push({ intent, ...best });
  }
  // Politeness around a question is no wish of its own.
  const small = new Set<Intent>(["greeting", "thanks", "goodbye"]);
  const polite = found.filter(({ intent }) => small.has(intent));
  const real = found.filter(({ intent }) => !small.has(intent));
  const rest = said.filter((word) => !polite.some(({ taken }) => taken.includes(word)));
  return [...real, ...(rest.length <= 2 ? polite : [])];
}

const letters = /\p{L}/u;

/** Whether somebody has had enough: by words, or by capitals and exclamation marks. */
export function isAngry(question: string, language: string): boolean {
  const said = plainWordsOf(question);
  const known = inLanguage(phrases, language);
  if (known.angry.some((word) => findPhrase(said, word))) return true;
  const shouted =
    question.length > 12 &&
    letters.test(question) &&
    question === question.toUpperCase() &&
    question !== question.toLowerCase();
  return shouted && question.includes("!");
}

/** Whether a question takes up what was spoken of: "and on Sunday?" */
export function takesUp(question: string, language: string): boolean {
  const said = plainWordsOf(question);
  return inLanguage(phrases, language).follows.some((phrase) => {
    const found = findPhrase(said, phrase);
    return found?.at === 0 && said.length <= phrase.split(" ").length + 6;
  });
}
