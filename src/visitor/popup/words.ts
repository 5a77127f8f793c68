// The few words the popup adds to the designer's own, by language.
import { inLanguage } from "@/core/locale/words";

interface Words {
  readonly optional: string;
  readonly failed: string;
}

const languages: Readonly<Record<string, Words>> & { readonly en: Words } = {
  en: { optional: "optional", failed: "This could not be sent. Please try again in a moment." },
  de: { optional: "freiwillig", failed: "Das konnte nicht gesendet werden. Bitte gleich noch einmal versuchen." },
  fr: { optional: "facultatif", failed: "L’envoi n’a pas abouti. Réessayez dans un instant." },
};

export const wordsFor = (language: string): Words => inLanguage(languages, language);
