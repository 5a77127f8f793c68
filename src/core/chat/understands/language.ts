// Which language a question is in, of those that a site answers in.
import { folded, isStop } from "./tokens";

const words = /\p{L}[\p{L}\p{M}]*(?:['’]\p{L}+)?/gu;
/** Languages whose small words are known here. */
const told = ["en", "de", "fr"] as const;

/** Letters that only some languages have. */
const signs: Readonly<Record<(typeof told)[number], RegExp>> = { en: /$^/, de: /[äöüß]/, fr: /[éèêàçœùîô]/ };

/**
 * The language of a question by its small words and letters: one of those given, or the page's where nothing tells. Short
 * questions tell little: another language than the page's has to be plainly the better one.
 */
export function languageOf(question: string, languages: readonly string[], page: string): string {
  const said = [...folded(question).matchAll(words)].map(([word]) => word).slice(0, 60);
  const counts = told.map((language) => ({
    language,
    count:
      said.filter((word) => isStop(language, word)).length + (signs[language].test(question.toLowerCase()) ? 1 : 0),
  }));
  const own = page.toLowerCase().split("-", 1)[0] ?? "";
  const ownCount = counts.find(({ language }) => language === own)?.count ?? 0;
  const best = counts.reduce((one, other) => (other.count > one.count ? other : one));
  if (best.language === own || best.count < 1 || best.count <= ownCount) return page;
  return languages.find((tag) => tag.toLowerCase().split("-", 1)[0] === best.language) ?? best.language;
}

const scripts = /\p{Script=Latin}/u;
const anyLetter = /\p{L}|\p{N}/u;

/** What a question is made of: nothing to read (signs, pictures), letters of another script than those known, or words. */
export function readable(question: string): "words" | "nothing" | "script" {
  if (!anyLetter.test(question)) return "nothing";
  return scripts.test(question) || /^[\p{N}\p{P}\p{Z}\p{S}]+$/u.test(question) ? "words" : "script";
}
