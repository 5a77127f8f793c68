// Words of feeds on pages, by language, and why one could not be read.
import type { Problem } from "@/core/kind/holder";

export const feedWords = {
  en: {
    none: "There are no clips to show yet.",
    more: "Show more",
    page: "Page %1",
    pages: "Pages of clips",
    subscribe: "Subscribe",
    subscribers: ["%1 subscriber", "%1 subscribers"],
    clips: ["%1 clip", "%1 clips"],
    views: ["%1 view", "%1 views"],
    next: "Next clips",
    before: "Clips before",
  },
  de: {
    none: "Noch sind keine Clips da.",
    more: "Mehr zeigen",
    page: "Seite %1",
    pages: "Seiten mit Clips",
    subscribe: "Abonnieren",
    subscribers: ["%1 Abonnent", "%1 Abonnenten"],
    clips: ["%1 Clip", "%1 Clips"],
    views: ["%1 Aufruf", "%1 Aufrufe"],
    next: "Nächste Clips",
    before: "Vorige Clips",
  },
  fr: {
    none: "Il n’y a pas encore de clips.",
    more: "En voir plus",
    page: "Page %1",
    pages: "Pages de clips",
    subscribe: "S’abonner",
    subscribers: ["%1 abonné", "%1 abonnés"],
    clips: ["%1 clip", "%1 clips"],
    views: ["%1 vue", "%1 vues"],
    next: "Clips suivants",
    before: "Clips précédents",
  },
} as const;

/** "1,310 views" in a language. */
export function counted(count: number, forms: readonly [one: string, many: string], language: string): string {
  const one = new Intl.PluralRules(language).select(count) === "one";
  return forms[one ? 0 : 1].replace("%1", new Intl.NumberFormat(language).format(count));
}

const sentences: Readonly<Record<string, (values: Readonly<Record<string, unknown>>) => string>> = {
  "feed.notFeed": () => "This is no feed. Take the address of a channel or a playlist, or of its RSS or Atom feed.",
  "feed.broken": () => "This feed ends in the middle. It is tried again.",
  "feed.doctype": () => "This feed brings entities of its own (a DOCTYPE), which are never resolved.",
  "feed.deep": () => "This feed nests deeper than any feed does.",
  "feed.tooMany": () => "A page of this feed has more than 2,000 entries.",
  "feed.tooSlow": ({ seconds }) => `This feed took longer than ${seconds} s to read.`,
  "feed.noChannel": () => "This is one clip. Pick it by hand, or name a channel, a playlist or a feed.",
};

export const feedReasons: readonly string[] = Object.keys(sentences);
export const feedReasonWords = (code: string, values: Readonly<Record<string, unknown>>): string | null =>
  sentences[code]?.(values) ?? null;

/** A source that could not be read the last time, as something worth a look. */
export const brokenSource = (name: string, problem: string): Problem => ({
  weight: "look",
  code: "check.feedBroken",
  values: { name, problem },
});
