// What visitors read in a shop.
import { inLanguage } from "@/core/locale/words";
import type { ShopWords } from "./words/catalog";
import { de } from "./words/de";
import { en } from "./words/en";
import { fr } from "./words/fr";

const byLanguage = { en, de, fr };

/** The words of a shop in a language; English where there are none. */
export const shopWords = (language: string): ShopWords => inLanguage(byLanguage, language);
