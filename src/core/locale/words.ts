// Words that are kept by language.

/** Words kept by language: those of the tag's language, or the English ones. */
export function inLanguage<T>(words: Readonly<Record<string, T>> & { readonly en: T }, tag: string): T {
  const [language = ""] = tag.toLowerCase().split("-", 1);
  // Own entries only: “constructor” is no language.
  return Object.hasOwn(words, language) ? (words[language] as T) : words.en;
}
