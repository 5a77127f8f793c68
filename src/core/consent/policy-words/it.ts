// The policy of what a site brings in, in Italian.
import type { PolicyWords } from "./catalog";

export const it: PolicyWords = {
  what: "Che cosa, e da chi",
  why: "A che cosa serve",
  stays: "Quanto rimane",
  nothingLeft: "Non lascia nulla",
  untilRemoved: "Finché non lo elimina lei",
  whileOpen: "Finché il browser è aperto",
  days: ["Un giorno", "%1 giorni"],
  nothing: "Questo sito non carica nulla da altri.",
  page: "Scelte sulla privacy",
};
