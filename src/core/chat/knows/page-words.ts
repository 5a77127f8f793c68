// Words of the chat's own parts on a page, by language. Light: the visitor's browser reads this.
import { addressed } from "@/core/chat/answers/address";
import { inLanguage } from "@/core/locale/words";
import { de, closely as deClosely } from "./page-words/de";
import { type ChatPageWords, en } from "./page-words/en";
import { fr, closely as frClosely } from "./page-words/fr";

const languages = { en, de, fr };

const closely: Readonly<Partial<Record<string, Partial<ChatPageWords>>>> = { de: deClosely, fr: frClosely };

export const chatPageWords = (language: string): ChatPageWords =>
  addressed(inLanguage(languages, language), closely, language);
