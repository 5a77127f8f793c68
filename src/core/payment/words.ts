// What somebody reads who pays.
import { inLanguage } from "@/core/locale/words";
import type { PayWords } from "./words/catalog";
import { de } from "./words/de";
import { en } from "./words/en";
import { fr } from "./words/fr";

export const payWords = (language: string): PayWords => inLanguage({ en, de, fr }, language);
