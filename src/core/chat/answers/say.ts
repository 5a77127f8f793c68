// What the chat says around what the site says, by language.

import { addressed } from "@/core/chat/answers/address";
import { inLanguage } from "@/core/locale/words";
import type { Tone } from "../chat";

export interface ChatSays {
  /** It does not know. */
  readonly unknown: Readonly<Record<Tone, string>>;
  /** What it can do instead, before starters and the way to a person. */
  readonly canDo: string;
  readonly person: string;
  readonly personLater: (when: string) => string;
  readonly angry: string;
  readonly greeting: string;
  readonly thanks: string;
  readonly goodbye: string;
  readonly tooLong: (most: number) => string;
  readonly nothing: string;
  readonly script: (languages: string) => string;
  readonly twoReadings: string;
  readonly open: (day: string, spans: string) => string;
  readonly closed: (day: string) => string;
  readonly week: string;
  readonly price: (name: string, price: string) => string;
  readonly priceFrom: (name: string, price: string) => string;
  readonly insteadOf: (price: string) => string;
  readonly times: (name: string, day: string) => string;
  readonly noTimes: (name: string, days: string) => string;
  readonly nextTimes: (name: string, day: string) => string;
  readonly noneSoon: (name: string) => string;
  readonly inStock: (name: string) => string;
  readonly soldOut: (name: string) => string;
  readonly order: string;
  readonly rows: (count: number, names: string) => string;
  readonly noRow: (count: number, table: string) => string;
  readonly phone: (number: string) => string;
  readonly mail: (address: string) => string;
  readonly ownPage: string;
  readonly openIt: string;
  readonly talk: string;
  /** A conversation, in the list of what somebody did. */
  readonly talked: string;
  /** What becomes of orders is told to whom their mail address belongs: by a code in a letter. */
  readonly prove: string;
  readonly codeTitle: string;
  readonly codeLetter: (code: string) => string;
  readonly codeWrong: string;
  readonly codeOver: string;
  readonly and: string;
}

const languages: Readonly<Record<string, ChatSays>> & { readonly en: ChatSays } = {
  en: {
    unknown: {
      plain: "This site does not say. I would rather not guess.",
      warm: "I am sorry, I could not find that on this site, and I would rather not guess.",
      brief: "Not on this site.",
    },
    canDo: "You can ask in other words, or leave a message.",
    person: "I am passing this on to a person.",
    personLater: (when) =>
      `Nobody is there just now; people answer from ${when}. Leave a message and you get an answer.`,
    angry: "I am sorry about that. I am passing this on to a person.",
    greeting: "Hello. What would you like to know?",
    thanks: "You are welcome.",
    goodbye: "Goodbye.",
    tooLong: (most) =>
      `That is more than I can read at once. Please ask in a sentence or two, up to ${most} characters.`,
    nothing: "I can only read words. What would you like to know?",
    script: (known) => `I can read ${known}. Please ask in one of these, or leave a message.`,
    twoReadings: "Which do you mean?",
    open: (day, spans) => `${day}: ${spans}.`,
    closed: (day) => `${day}: closed.`,
    week: "We are open:",
    price: (name, price) => `${name}: ${price}.`,
    priceFrom: (name, price) => `${name}: from ${price}.`,
    insteadOf: (price) => `It was ${price} before.`,
    times: (name, day) => `${name}, free on ${day}:`,
    noTimes: (name, days) => `${name}: nothing free ${days}.`,
    nextTimes: (name, day) => `${name}, free next on ${day}:`,
    noneSoon: (name) => `${name}: nothing free in the next weeks.`,
    inStock: (name) => `${name} is in stock.`,
    soldOut: (name) => `${name} is sold out.`,
    order: "Your orders stand on your own page here. It opens by a link in a letter, without a password.",
    rows: (count, names) => `${count}: ${names}.`,
    noRow: (count, table) => `None of the ${count} in “${table}” fits that.`,
    phone: (number) => `Phone: ${number}`,
    mail: (address) => `E-mail: ${address}`,
    ownPage: "Your own page",
    openIt: "Open it",
    talk: "Talk to a person",
    talked: "Conversation",
    prove: "Tell me here",
    codeTitle: "Your code",
    codeLetter: (code) =>
      `${code} is the code to type where you asked about your orders. It holds for ten minutes. If you did not ask, nobody sees anything without it.`,
    codeWrong: "This is not the code. Look at the letter again.",
    codeOver: "This code holds no longer. Ask for a new one.",
    and: "and",
  },
  de: {
    unknown: {
      plain: "Das steht nicht auf dieser Website. Raten möchte ich nicht.",
      warm: "Das habe ich auf dieser Website leider nicht gefunden, und raten möchte ich nicht.",
      brief: "Steht nicht auf dieser Website.",
    },
    canDo: "Fragen Sie gern mit anderen Worten, oder hinterlassen Sie eine Nachricht.",
    person: "Ich gebe das an einen Menschen weiter.",
    personLater: (when) =>
      `Gerade ist niemand da; Antwort gibt es ab ${when}. Hinterlassen Sie eine Nachricht, dann bekommen Sie eine.`,
    angry: "Das tut mir leid. Ich gebe das an einen Menschen weiter.",
    greeting: "Guten Tag. Was möchten Sie wissen?",
    thanks: "Gern geschehen.",
    goodbye: "Auf Wiedersehen.",
    tooLong: (most) =>
      `Das ist mehr, als ich auf einmal lesen kann. Bitte in ein, zwei Sätzen fragen, bis ${most} Zeichen.`,
    nothing: "Ich kann nur Worte lesen. Was möchten Sie wissen?",
    script: (known) => `Ich lese ${known}. Bitte in einer dieser Sprachen fragen, oder eine Nachricht hinterlassen.`,
    twoReadings: "Was davon meinen Sie?",
    open: (day, spans) => `${day}: ${spans}.`,
    closed: (day) => `${day}: geschlossen.`,
    week: "Geöffnet ist:",
    price: (name, price) => `${name}: ${price}.`,
    priceFrom: (name, price) => `${name}: ab ${price}.`,
    insteadOf: (price) => `Vorher ${price}.`,
    times: (name, day) => `${name}, frei am ${day}:`,
    noTimes: (name, days) => `${name}: nichts frei ${days}.`,
    nextTimes: (name, day) => `${name}, wieder frei am ${day}:`,
    noneSoon: (name) => `${name}: in den nächsten Wochen nichts frei.`,
    inStock: (name) => `${name} ist da.`,
    soldOut: (name) => `${name} ist ausverkauft.`,
    order:
      "Ihre Bestellungen stehen hier auf Ihrer eigenen Seite. Sie öffnet sich über einen Link in einem Brief, ohne Passwort.",
    rows: (count, names) => `${count}: ${names}.`,
    noRow: (count, table) => `Keines der ${count} in „${table}“ passt dazu.`,
    phone: (number) => `Telefon: ${number}`,
    mail: (address) => `E-Mail: ${address}`,
    ownPage: "Ihre eigene Seite",
    openIt: "Öffnen",
    talk: "Mit einem Menschen sprechen",
    talked: "Gespräch",
    prove: "Hier sagen",
    codeTitle: "Ihr Code",
    codeLetter: (code) =>
      `${code} ist der Code für die Stelle, an der nach Ihren Bestellungen gefragt wurde. Er gilt zehn Minuten. Wer ihn nicht hat, sieht nichts.`,
    codeWrong: "Das ist nicht der Code. Bitte noch einmal im Brief nachsehen.",
    codeOver: "Dieser Code gilt nicht mehr. Bitte einen neuen anfordern.",
    and: "und",
  },
  fr: {
    unknown: {
      plain: "Ce site ne le dit pas. Je préfère ne pas deviner.",
      warm: "Désolé, je ne l’ai pas trouvé sur ce site, et je préfère ne pas deviner.",
      brief: "Pas sur ce site.",
    },
    canDo: "Demandez autrement, ou laissez un message.",
    person: "Je transmets à une personne.",
    personLater: (when) => `Personne n’est là pour l’instant ; on vous répond à partir de ${when}. Laissez un message.`,
    angry: "J’en suis désolé. Je transmets à une personne.",
    greeting: "Bonjour. Que voulez-vous savoir ?",
    thanks: "Je vous en prie.",
    goodbye: "Au revoir.",
    tooLong: (most) => `C’est plus que je ne peux lire. Demandez en une phrase ou deux, ${most} signes au plus.`,
    nothing: "Je ne lis que des mots. Que voulez-vous savoir ?",
    script: (known) => `Je lis ${known}. Demandez dans l’une de ces langues, ou laissez un message.`,
    twoReadings: "De quoi parlez-vous ?",
    open: (day, spans) => `${day} : ${spans}.`,
    closed: (day) => `${day} : fermé.`,
    week: "Horaires :",
    price: (name, price) => `${name} : ${price}.`,
    priceFrom: (name, price) => `${name} : à partir de ${price}.`,
    insteadOf: (price) => `Avant : ${price}.`,
    times: (name, day) => `${name}, libre ${day} :`,
    noTimes: (name, days) => `${name} : rien de libre ${days}.`,
    nextTimes: (name, day) => `${name}, prochaines places ${day} :`,
    noneSoon: (name) => `${name} : rien de libre dans les prochaines semaines.`,
    inStock: (name) => `${name} est disponible.`,
    soldOut: (name) => `${name} est épuisé.`,
    order: "Vos commandes sont sur votre propre page. Elle s’ouvre par un lien dans une lettre, sans mot de passe.",
    rows: (count, names) => `${count} : ${names}.`,
    noRow: (count, table) => `Aucun des ${count} dans « ${table} » ne convient.`,
    phone: (number) => `Téléphone : ${number}`,
    mail: (address) => `E-mail : ${address}`,
    ownPage: "Votre propre page",
    openIt: "Ouvrir",
    talk: "Parler à une personne",
    talked: "Conversation",
    prove: "Le dire ici",
    codeTitle: "Votre code",
    codeLetter: (code) =>
      `${code} est le code à écrire là où l’on a demandé vos commandes. Il vaut dix minutes. Sans lui, personne ne voit rien.`,
    codeWrong: "Ce n’est pas le code. Regardez encore la lettre.",
    codeOver: "Ce code ne vaut plus. Demandez-en un autre.",
    and: "et",
  },
};

/** What is said otherwise to whom one addresses closely. */
const closely: Readonly<Partial<Record<string, Partial<ChatSays>>>> = {
  de: {
    canDo: "Frag gern mit anderen Worten, oder hinterlass eine Nachricht.",
    personLater: (when) =>
      `Gerade ist niemand da; Antwort gibt es ab ${when}. Hinterlass eine Nachricht, dann bekommst du eine.`,
    greeting: "Hallo. Was möchtest du wissen?",
    goodbye: "Bis bald.",
    tooLong: (most) =>
      `Das ist mehr, als ich auf einmal lesen kann. Frag bitte in ein, zwei Sätzen, bis ${most} Zeichen.`,
    nothing: "Ich kann nur Worte lesen. Was möchtest du wissen?",
    script: (known) => `Ich lese ${known}. Frag bitte in einer dieser Sprachen, oder hinterlass eine Nachricht.`,
    twoReadings: "Was davon meinst du?",
    ownPage: "Deine eigene Seite",
    codeTitle: "Dein Code",
    codeLetter: (code) =>
      `${code} ist der Code für die Stelle, an der nach deinen Bestellungen gefragt wurde. Er gilt zehn Minuten. Wer ihn nicht hat, sieht nichts.`,
    order:
      "Deine Bestellungen stehen hier auf deiner eigenen Seite. Sie öffnet sich über einen Link in einem Brief, ohne Passwort.",
  },
  fr: {
    canDo: "Demande autrement, ou laisse un message.",
    personLater: (when) => `Personne n’est là pour l’instant ; on te répond à partir de ${when}. Laisse un message.`,
    greeting: "Salut. Que veux-tu savoir ?",
    thanks: "Avec plaisir.",
    goodbye: "À bientôt.",
    tooLong: (most) => `C’est plus que je ne peux lire. Demande en une phrase ou deux, ${most} signes au plus.`,
    nothing: "Je ne lis que des mots. Que veux-tu savoir ?",
    script: (known) => `Je lis ${known}. Demande dans l’une de ces langues, ou laisse un message.`,
    twoReadings: "De quoi parles-tu ?",
    ownPage: "Ta propre page",
    codeTitle: "Ton code",
    codeLetter: (code) =>
      `${code} est le code à écrire là où l’on a demandé tes commandes. Il vaut dix minutes. Sans lui, personne ne voit rien.`,
    codeWrong: "Ce n’est pas le code. Regarde encore la lettre.",
    codeOver: "Ce code ne vaut plus. Demande-en un autre.",
    order: "Tes commandes sont sur ta propre page. Elle s’ouvre par un lien dans une lettre, sans mot de passe.",
  },
};

export const chatSays = (language: string): ChatSays => addressed(inLanguage(languages, language), closely, language);

/** The names of languages in one of them: "English, German". */
export function languageNames(tags: readonly string[], language: string): string {
  const names = new Intl.DisplayNames([language, "en"], { type: "language" });
  return [...new Set(tags.map((tag) => names.of(tag.split("-", 1)[0] ?? tag) ?? tag))].join(", ");
}
