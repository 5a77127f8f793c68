// Words of the form by which visitors without scripts ask for a time, by language.
import { inLanguage } from "@/core/locale/words";

export interface AskWords {
  readonly title: string;
  readonly service: string;
  readonly when: string;
  readonly name: string;
  readonly email: string;
  readonly message: string;
  readonly send: string;
  readonly thanks: string;
  readonly thanksText: string;
  readonly back: string;
  readonly wrong: string;
}

const languages: Readonly<Record<string, AskWords>> & { readonly en: AskWords } = {
  en: {
    title: "Ask for a time",
    service: "What",
    when: "When would suit you?",
    name: "Name",
    email: "E-mail",
    message: "Anything else (optional)",
    send: "Ask",
    thanks: "We have your question",
    thanksText: "Nothing is booked yet: we answer by mail.",
    back: "Back to the page",
    wrong: "Something is missing",
  },
  de: {
    title: "Eine Zeit anfragen",
    service: "Was",
    when: "Wann würde es Ihnen passen?",
    name: "Name",
    email: "E-Mail",
    message: "Sonst noch etwas (freiwillig)",
    send: "Anfragen",
    thanks: "Ihre Anfrage ist da",
    thanksText: "Gebucht ist noch nichts: wir antworten per E-Mail.",
    back: "Zurück zur Seite",
    wrong: "Es fehlt noch etwas",
  },
  fr: {
    title: "Demander une heure",
    service: "Quoi",
    when: "Quand cela vous irait-il ?",
    name: "Nom",
    email: "E-mail",
    message: "Autre chose (facultatif)",
    send: "Demander",
    thanks: "Votre demande est arrivée",
    thanksText: "Rien n’est encore réservé : nous répondons par e-mail.",
    back: "Retour à la page",
    wrong: "Il manque quelque chose",
  },
};

export const askWords = (language: string): AskWords => inLanguage(languages, language);
