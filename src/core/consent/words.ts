// What visitors read when they are asked, drafted in nine languages; a site may say it in its own words.
import { inLanguage } from "@/core/locale/words";
import type { ConsentWords } from "./words/catalog";
import { de } from "./words/de";
import { en } from "./words/en";
import { es } from "./words/es";
import { fr } from "./words/fr";
import { it } from "./words/it";
import { nl } from "./words/nl";
import { pl } from "./words/pl";
import { pt } from "./words/pt";
import { sv } from "./words/sv";

/** The drafted words, by language. */
export const consentWords = { en, de, fr, es, it, nl, pt, pl, sv };
export const draftedLanguages = Object.keys(consentWords) as readonly (keyof typeof consentWords)[];

/** The words in a language: the site's own where it has any, and the drafted ones elsewhere. */
export const wordsIn = (own: Readonly<Record<string, Partial<ConsentWords>>>, tag: string): ConsentWords => {
  const [language = "en"] = tag.toLowerCase().split("-", 1);
  return { ...inLanguage<ConsentWords>(consentWords, tag), ...own[language] };
};

/** "one thing", "3 things". */
export const thingsWords = (words: ConsentWords, count: number): string =>
  words.things[count === 1 ? 0 : 1].replace("%1", String(count));
