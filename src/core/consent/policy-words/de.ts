// The policy of what a site brings in, in German.
import type { PolicyWords } from "./catalog";

export const de: PolicyWords = {
  what: "Was, und von wem",
  why: "Wofür",
  stays: "Wie lange es bleibt",
  nothingLeft: "Hinterlässt nichts",
  untilRemoved: "Bis Sie es entfernen",
  whileOpen: "Solange der Browser offen ist",
  days: ["Ein Tag", "%1 Tage"],
  nothing: "Diese Seite holt nichts von anderen.",
  page: "Datenschutz-Auswahl",
};
