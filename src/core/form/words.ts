// The few words a form adds to the designer's own, by language.
import { inLanguage } from "@/core/locale/words";

export interface OwnWords {
  readonly optional: string;
  readonly failed: string;
  readonly upTo: string;
  readonly tooLarge: string;
  readonly choose: string;
  readonly wrong: string;
  readonly back: string;
}

const languages: Readonly<Record<string, OwnWords>> & { readonly en: OwnWords } = {
  en: {
    optional: "optional",
    failed: "This could not be sent. Please try again in a moment.",
    upTo: "Up to 10 MB: a picture, PDF or document.",
    tooLarge: "This file has more than 10 MB. Make it smaller, or send it by mail.",
    choose: "Please choose",
    wrong: "Something is not right yet",
    back: "Back to the form",
  },
  de: {
    optional: "freiwillig",
    failed: "Das konnte nicht gesendet werden. Bitte gleich noch einmal versuchen.",
    upTo: "Bis 10 MB: ein Bild, PDF oder Dokument.",
    tooLarge: "Diese Datei hat mehr als 10 MB. Machen Sie sie kleiner oder senden Sie sie per Mail.",
    choose: "Bitte wählen",
    wrong: "Etwas stimmt noch nicht",
    back: "Zurück zum Formular",
  },
  fr: {
    optional: "facultatif",
    failed: "L’envoi n’a pas abouti. Réessayez dans un instant.",
    upTo: "Jusqu’à 10 Mo : une image, un PDF ou un document.",
    tooLarge: "Ce fichier dépasse 10 Mo. Réduisez-le ou envoyez-le par courriel.",
    choose: "Choisissez",
    wrong: "Il reste une erreur",
    back: "Retour au formulaire",
  },
};

export const ownWords = (language: string): OwnWords => inLanguage(languages, language);
