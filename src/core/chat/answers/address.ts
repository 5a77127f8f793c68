// How a chat addresses whoever asks, where a language has two ways: carried in the language's tag, so that whatever puts something into
// words in that language does it alike.
import type { Brief } from "@/core/chat/chat";

/** A private part of a tag (RFC 5646, 2.2.7). */
const mark = "-x-close";

/** The tag of a language as a chat speaks it. */
export function spokenIn(language: string, { close }: Pick<Brief, "close">): string {
  const [key = ""] = language.toLowerCase().split("-", 1);
  return (close as readonly string[]).includes(key) && !language.endsWith(mark) ? `${language}${mark}` : language;
}

/** Words of a language, and what is otherwise in them where one is addressed closely. */
export function addressed<T>(words: T, closely: Readonly<Partial<Record<string, Partial<T>>>>, language: string): T {
  const [key = ""] = language.toLowerCase().split("-", 1);
  return language.endsWith(mark) && Object.hasOwn(closely, key) ? { ...words, ...closely[key] } : words;
}
