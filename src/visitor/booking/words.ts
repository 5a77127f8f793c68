// Every word of the calendar: a language's are loaded when a page in it has a calendar.
import { inLanguage } from "@/core/locale/words";
import type { Words } from "./words/en";

const catalogs = {
  en: async (): Promise<Words> => (await import("./words/en")).en,
  de: async (): Promise<Words> => (await import("./words/de")).de,
  fr: async (): Promise<Words> => (await import("./words/fr")).fr,
};

export const wordsFor = (language: string): Promise<Words> => inLanguage(catalogs, language)();
