import { inLanguage } from "@/core/locale/words";
import type { Words } from "./page-words/catalog";
import { de } from "./page-words/de";
import { en } from "./page-words/en";
import { fr } from "./page-words/fr";

const languages = { en, de, fr };

export const pageWords = (language: string): Words => inLanguage(languages, language);
