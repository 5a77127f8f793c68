// What a question wants, by the words it is asked with.
import { inLanguage } from "@/core/locale/words";
import { folded } from "./tokens";

export const intents = [
  "greeting",
  "thanks",
  "goodbye",
  "person",
  "hours",
  "openNow",
  "price",
  "place",
  "contact",
  "times",
  "order",
  "stock",
  "open",
] as const;
/** "times" asks for free times, "stock" whether something can be had, "open" is any other question. */
export type Intent = (typeof intents)[number];

type Phrases = { readonly [I in Exclude<Intent, "open">]: readonly string[] } & {
  readonly angry: readonly string[];
  /** Phrases whose words say nothing of what is wanted: "how many hours" asks for no opening hours. */
  readonly neutral: readonly string[];
  /** Beginnings that take up what was spoken of. */
  readonly follows: readonly string[];
};

/** Phrases as they are typed, in small letters without accents. "~" stands for up to three words between. */
const phrases: Readonly<Record<string, Phrases>> & { readonly en: Phrases } = {
  en: {
    greeting: ["hi", "hello", "hey", "good morning", "good evening", "good afternoon", "hiya"],
    thanks: ["thanks", "thank you", "thx", "cheers", "great thanks", "perfect thanks"],
    goodbye: ["bye", "goodbye", "see you"],
    person: [
      "speak to ~ human",
      "talk to ~ human",
      "talk to ~ person",
      "speak to ~ person",
      "speak to someone",
      "talk to someone",
      "speak with someone",
      "talk with someone",
      "real person",
      "a human",
      "customer service",
      "are you a bot",
      "are you a robot",
      "call me back",
      "somebody ~ call me",
    ],
    hours: [
      "opening hours",
      "opening times",
      "open hours",
      "hours",
      "business hours",
      "when ~ open",
      "what time ~ open",
      "what time ~ close",
      "when ~ close",
      "when do you close",
      "are you open",
      "you open",
      "open on",
      "open today",
      "open tomorrow",
      "closed on",
      "is it open",
      "is ~ open",
      "is ~ closed",
      "are you closed",
      "u open",
      "how late ~ open",
      "until when ~ open",
      "open till",
      "open until",
    ],
    openNow: ["open now", "open right now", "are you open now", "still open", "currently open", "open at the moment"],
    price: [
      "how much",
      "price",
      "prices",
      "cost",
      "costs",
      "what does ~ cost",
      "how expensive",
      "fee",
      "rates",
      "pricing",
      "what do you charge",
      "charge",
    ],
    place: [
      "where are you",
      "where is the workshop",
      "where is the shop",
      "your address",
      "the address",
      "address",
      "where ~ located",
      "location",
      "directions",
      "how do i find you",
      "how do i get there",
      "how to get there",
      "where to find you",
      "find you",
      "where can i find you",
      "where r u",
    ],
    contact: [
      "phone number",
      "telephone number",
      "your phone",
      "your number",
      "telephone",
      "email address",
      "e mail address",
      "your email",
      "your mail",
      "contact you",
      "call you",
      "ring you",
      "reach you",
      "mail address",
      "contact details",
    ],
    times: [
      "free on",
      "free this",
      "free tomorrow",
      "free today",
      "free next",
      "is ~ free",
      "any ~ free",
      "anything free",
      "free places",
      "free place",
      "free wheel",
      "free wheels",
      "free slots",
      "free times",
      "slot",
      "slots",
      "availability",
      "available on",
      "available this",
      "available tomorrow",
      "available next",
      "next available",
      "next free",
      "places left",
      "spaces left",
      "spots left",
      "seats left",
      "book ~ for",
      "i want to book",
      "can i book",
      "like to book",
      "id like to book",
      "want to reserve",
      "reserve ~ for",
      "when is the next",
      "when can i come",
      "make an appointment",
      "get an appointment",
      "appointment on",
      "appointment for",
      "appointment tomorrow",
      "book a",
      "book an",
      "book me",
      "room on",
    ],
    order: [
      "my order",
      "my parcel",
      "my package",
      "order status",
      "status of ~ order",
      "where is my",
      "track ~ order",
      "tracking",
      "has ~ shipped",
      "order number",
    ],
    stock: [
      "in stock",
      "out of stock",
      "sold out",
      "do you sell",
      "do you have",
      "have you got",
      "do you stock",
      "left in stock",
      "can i buy",
    ],
    neutral: [
      "how many hours",
      "lead free",
      "free of",
      "for free",
      "do i have to book",
      "do i need to book",
      "do i have to reserve",
      "need an appointment",
      "need a booking",
      "two hours",
      "without ~ appointment",
      "without ~ booking",
    ],
    angry: [
      "useless",
      "ridiculous",
      "terrible",
      "awful",
      "stupid",
      "rubbish",
      "worst",
      "unacceptable",
      "complaint",
      "furious",
      "scam",
      "fed up",
    ],
    follows: ["and", "what about", "how about", "but", "or", "also", "same for", "then"],
  },
  de: {
    greeting: ["hallo", "guten tag", "guten morgen", "guten abend", "moin", "hi", "servus", "gruss gott"],
    thanks: ["danke", "vielen dank", "dankeschon", "merci"],
    goodbye: ["tschuss", "auf wiedersehen", "bis dann"],
    person: [
      "mit einem menschen",
      "mit jemandem sprechen",
      "mit jemand sprechen",
      "mit einer person",
      "echter mensch",
      "mitarbeiter sprechen",
      "bist du ein bot",
      "ruckruf",
    ],
    hours: [
      "offnungszeiten",
      "wann ~ offen",
      "wann ~ geoffnet",
      "wann ~ auf",
      "habt ihr offen",
      "habt ihr ~ offen",
      "haben sie ~ geoffnet",
      "habt ihr ~ geoffnet",
      "habt ihr ~ auf",
      "wie lange ~ offen",
      "wie lange ~ geoffnet",
      "wann schliesst",
      "wann schliessen",
      "wann macht ihr",
      "ist ~ offen",
      "ist ~ geoffnet",
      "geschlossen",
    ],
    openNow: ["jetzt offen", "jetzt geoffnet", "gerade offen", "gerade geoffnet", "noch offen", "noch geoffnet"],
    price: [
      "was kostet",
      "wie viel kostet",
      "wieviel kostet",
      "preis",
      "preise",
      "kosten",
      "kostet",
      "wie teuer",
      "wie viel",
      "wieviel",
    ],
    place: [
      "wo seid ihr",
      "wo sind sie",
      "wo ist die werkstatt",
      "adresse",
      "anfahrt",
      "wie komme ich",
      "wie komm ich",
      "wo finde ich euch",
      "standort",
      "wo liegt",
    ],
    contact: ["telefonnummer", "telefon", "e mail", "mailadresse", "email", "erreiche ich euch", "anrufen", "kontakt"],
    times: [
      "frei am",
      "noch frei",
      "noch ~ frei",
      "was frei",
      "etwas frei",
      "ist ~ frei",
      "freie platze",
      "freier platz",
      "freie scheibe",
      "freie termine",
      "termin",
      "termine",
      "buchen",
      "reservieren",
      "nachste kurs",
      "verfugbar",
    ],
    order: ["meine bestellung", "mein paket", "bestellstatus", "wo ist meine", "wo bleibt", "sendungsverfolgung"],
    stock: ["auf lager", "vorratig", "verkauft ihr", "ausverkauft", "habt ihr", "gibt es noch"],
    neutral: ["wie viele stunden", "muss ich buchen", "muss ich einen termin"],
    angry: ["unverschamt", "frechheit", "schlecht", "mist", "nutzlos", "beschwerde", "lacherlich"],
    follows: ["und", "und was ist mit", "was ist mit", "oder", "auch", "wie ist es mit"],
  },
  fr: {
    greeting: ["bonjour", "bonsoir", "salut", "coucou"],
    thanks: ["merci", "merci beaucoup"],
    goodbye: ["au revoir", "a bientot"],
    person: [
      "parler a quelqu un",
      "une vraie personne",
      "un humain",
      "parler avec quelqu un",
      "es tu un robot",
      "un conseiller",
    ],
    hours: [
      "horaires",
      "heures d ouverture",
      "etes vous ouvert",
      "etes vous ouverts",
      "vous ouvert",
      "quand ~ ouvert",
      "ouvert le",
      "ouvert ~ dimanche",
      "a quelle heure ~ ouvrez",
      "a quelle heure ~ fermez",
      "ferme le",
      "ouverts",
    ],
    openNow: ["ouvert maintenant", "ouverts maintenant", "encore ouvert"],
    price: ["combien coute", "prix", "tarif", "tarifs", "combien", "coute"],
    place: ["ou etes vous", "adresse", "comment venir", "ou vous trouver", "ou se trouve", "plan d acces"],
    contact: ["numero de telephone", "telephone", "adresse mail", "e mail", "contacter", "vous appeler"],
    times: [
      "libre",
      "libres",
      "places disponibles",
      "disponible",
      "disponibilites",
      "reserver",
      "prochain creneau",
      "creneau",
      "rendez vous",
    ],
    order: ["ma commande", "mon colis", "suivi de commande", "ou est ma"],
    stock: ["en stock", "vendez vous", "avez vous", "epuise"],
    neutral: ["combien d heures", "dois je reserver", "faut il reserver"],
    angry: ["nul", "inadmissible", "honteux", "scandaleux", "reclamation"],
    follows: ["et", "et pour", "ou", "mais", "aussi"],
  },
};

const wordPattern = /[\p{L}\p{M}\p{N}]+/gu;
/** Words of a question in small letters; an apostrophe parts or joins as people type it: "where's" is "where s". */
export const plainWordsOf = (question: string): readonly string[] =>
  [
    ...folded(question)
      .replace(/\bi['’]?d\b/g, "id")
      .matchAll(wordPattern),
  ].map(([word]) => word);

const gap = 3;

/** Where a phrase begins in some words and how many of them it takes; null for nowhere. */
function findPhrase(said: readonly string[], phrase: string): { at: number; length: number } | null {
  const parts = phrase.split(" ");
  for (let start = 0; start < said.length; start++) {
    let at = start;
    let fits = true;
    for (let nth = 0; nth < parts.length && fits; nth++) {
      const part = parts[nth] as string;
      if (part !== "~") fits = said[at++] === part;
      else {
        const next = parts[++nth] as string;
        let ahead = 0;
        while (ahead <= gap && said[at + ahead] !== next) ahead += 1;
        fits = ahead <= gap && at + ahead < said.length;
        at += ahead + 1;
      }
    }
    if (fits) return { at: start, length: at - start };
  }
  return null;
}

/** The words with those of neutral phrases left blank. */
function withoutNeutral(said: readonly string[], neutral: readonly string[]): readonly string[] {
  const left = [...said];
  for (const phrase of neutral) {
    const found = findPhrase(left, phrase);
    if (found) left.fill("", found.at, found.at + found.length);
  }
  return left;
}

export interface Wanted {
  readonly intent: Intent;
  /** The words that said so. */
  readonly by: string;
  /** Words of the question that are part of such a phrase, in small letters. */
  readonly taken: readonly string[];
}

/** Where several are named, the one that says most comes first: a phrase of more words, then the earlier in this order. */
const strength: readonly Exclude<Intent, "open">[] = [
  "person",
  "openNow",
  "order",
  "times",
  "hours",
  "price",
  "contact",
  "place",
  "stock",
  "thanks",
  "goodbye",
  "greeting",
];

/** Everything that a question may want, the strongest first. */
export function wantedIn(question: string, language: string): readonly Wanted[] {
  const known = inLanguage(phrases, language);
  const said = withoutNeutral(plainWordsOf(question).slice(0, 200), known.neutral);
  const found: (Wanted & { readonly length: number })[] = [];
  for (const intent of strength) {
    let best: { by: string; length: number; taken: string[] } | null = null;
    for (const phrase of known[intent]) {
      const at = findPhrase(said, phrase);
      const length = phrase.split(" ").filter((part) => part !== "~").length;
      if (at && length > (best?.length ?? 0))
        best = { by: phrase.replaceAll("~", "…"), length, taken: phrase.split(" ").filter((part) => part !== "~") };
    }
    if (best) found.push({ intent, ...best });
  }
  // Politeness around a question is no wish of its own.
  const small = new Set<Intent>(["greeting", "thanks", "goodbye"]);
  const polite = found.filter(({ intent }) => small.has(intent));
  const real = found.filter(({ intent }) => !small.has(intent));
  const rest = said.filter((word) => !polite.some(({ taken }) => taken.includes(word)));
  return [...real, ...(rest.length <= 2 ? polite : [])];
}

const letters = /\p{L}/u;

/** Whether somebody has had enough: by words, or by capitals and exclamation marks. */
export function isAngry(question: string, language: string): boolean {
  const said = plainWordsOf(question);
  const known = inLanguage(phrases, language);
  if (known.angry.some((word) => findPhrase(said, word))) return true;
  const shouted =
    question.length > 12 &&
    letters.test(question) &&
    question === question.toUpperCase() &&
    question !== question.toLowerCase();
  return shouted && question.includes("!");
}

/** Whether a question takes up what was spoken of: "and on Sunday?" */
export function takesUp(question: string, language: string): boolean {
  const said = plainWordsOf(question);
  return inLanguage(phrases, language).follows.some((phrase) => {
    const found = findPhrase(said, phrase);
    return found?.at === 0 && said.length <= phrase.split(" ").length + 6;
  });
}
