// Words of the table that visitors read, by language.

interface PolicyWords {
  readonly what: string;
  readonly why: string;
  readonly stays: string;
  readonly nothingLeft: string;
  readonly untilRemoved: string;
  readonly whileOpen: string;
  readonly days: readonly [one: string, many: string];
  readonly nothing: string;
  /** Title of the page that the table is put on. */
  readonly page: string;
}

const en: PolicyWords = {
  what: "What, and from whom",
  why: "What for",
  stays: "How long it stays",
  nothingLeft: "Leaves nothing",
  untilRemoved: "Until you remove it",
  whileOpen: "While the browser is open",
  days: ["One day", "%1 days"],
  nothing: "This site brings nothing in from elsewhere.",
  page: "Privacy choices",
};

export const policyWords: Readonly<Record<"en" | "de" | "fr" | "es" | "it" | "pt" | "nl" | "pl" | "sv", PolicyWords>> =
  {
    en,
    de: {
      what: "Was, und von wem",
      why: "Wofür",
      stays: "Wie lange es bleibt",
      nothingLeft: "Hinterlässt nichts",
      untilRemoved: "Bis Sie es entfernen",
      whileOpen: "Solange der Browser offen ist",
      days: ["Ein Tag", "%1 Tage"],
      nothing: "Diese Seite holt nichts von anderen.",
      page: "Datenschutz-Auswahl",
    },
    fr: {
      what: "Quoi, et de qui",
      why: "À quoi ça sert",
      stays: "Combien de temps",
      nothingLeft: "Ne laisse rien",
      untilRemoved: "Jusqu’à ce que vous l’effaciez",
      whileOpen: "Tant que le navigateur est ouvert",
      days: ["Un jour", "%1 jours"],
      nothing: "Ce site ne fait rien venir d’ailleurs.",
      page: "Choix de confidentialité",
    },
    es: {
      what: "Qué, y de quién",
      why: "Para qué",
      stays: "Cuánto tiempo queda",
      nothingLeft: "No deja nada",
      untilRemoved: "Hasta que usted lo borre",
      whileOpen: "Mientras el navegador esté abierto",
      days: ["Un día", "%1 días"],
      nothing: "Este sitio no trae nada de fuera.",
      page: "Opciones de privacidad",
    },
    it: {
      what: "Che cosa, e da chi",
      why: "A che cosa serve",
      stays: "Quanto rimane",
      nothingLeft: "Non lascia nulla",
      untilRemoved: "Finché non lo elimina lei",
      whileOpen: "Finché il browser è aperto",
      days: ["Un giorno", "%1 giorni"],
      nothing: "Questo sito non carica nulla da altri.",
      page: "Scelte sulla privacy",
    },
    pt: {
      what: "O quê, e de quem",
      why: "Para quê",
      stays: "Quanto tempo fica",
      nothingLeft: "Não deixa nada",
      untilRemoved: "Até você remover",
      whileOpen: "Enquanto o navegador estiver aberto",
      days: ["Um dia", "%1 dias"],
      nothing: "Este site não traz nada de fora.",
      page: "Opções de privacidade",
    },
    nl: {
      what: "Wat, en van wie",
      why: "Waarvoor",
      stays: "Hoe lang het blijft",
      nothingLeft: "Laat niets achter",
      untilRemoved: "Tot u het verwijdert",
      whileOpen: "Zolang de browser open is",
      days: ["Eén dag", "%1 dagen"],
      nothing: "Deze site haalt niets van elders.",
      page: "Privacykeuzes",
    },
    pl: {
      what: "Co i od kogo",
      why: "Po co",
      stays: "Jak długo zostaje",
      nothingLeft: "Nic nie zostawia",
      untilRemoved: "Do usunięcia przez Państwa",
      whileOpen: "Dopóki przeglądarka jest otwarta",
      days: ["Jeden dzień", "Dni: %1"],
      nothing: "Ta strona niczego nie pobiera z zewnątrz.",
      page: "Wybór prywatności",
    },
    sv: {
      what: "Vad, och från vem",
      why: "Till vad",
      stays: "Hur länge det blir kvar",
      nothingLeft: "Lämnar inget",
      untilRemoved: "Tills du tar bort det",
      whileOpen: "Så länge webbläsaren är öppen",
      days: ["En dag", "%1 dagar"],
      nothing: "Den här sidan hämtar inget från andra.",
      page: "Integritetsval",
    },
  };
