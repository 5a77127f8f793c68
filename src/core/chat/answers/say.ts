// What the chat says around what the site says, by language.
import { addressed } from "@/core/chat/answers/address";
import { inLanguage } from "@/core/locale/words";
import type { ChatSays } from "./says/catalog";
import { de, closely as deClosely } from "./says/de";
import { en } from "./says/en";
import { fr, closely as frClosely } from "./says/fr";

const languages = { en, de, fr };

/** What is said otherwise to whom one addresses closely. */
const closely: Readonly<Partial<Record<string, Partial<ChatSays>>>> = { de: deClosely, fr: frClosely };

export const chatSays = (language: string): ChatSays => addressed(inLanguage(languages, language), closely, language);

/** The names of languages in one of them: "English, German". */
export function languageNames(tags: readonly string[], language: string): string {
  const names = new Intl.DisplayNames([language, "en"], { type: "language" });
  return [...new Set(tags.map((tag) => names.of(tag.split("-", 1)[0] ?? tag) ?? tag))].join(", ");
}
