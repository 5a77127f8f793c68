// The few words the popup adds to the designer's own, by language.

interface Words {
  readonly optional: string;
  readonly failed: string;
}

const languages: Readonly<Record<string, Words>> = {
  en: { optional: "optional", failed: "This could not be sent. Please try again in a moment." },
  de: { optional: "freiwillig", failed: "Das konnte nicht gesendet werden. Bitte gleich noch einmal versuchen." },
  fr: { optional: "facultatif", failed: "L’envoi n’a pas abouti. Réessayez dans un instant." },
};

export const wordsFor = (language: string): Words =>
  languages[language.split("-")[0] as string] ?? (languages.en as Words);
