// The policy of what a site brings in, in French.
import type { PolicyWords } from "./catalog";

export const fr: PolicyWords = {
  what: "Quoi, et de qui",
  why: "À quoi ça sert",
  stays: "Combien de temps",
  nothingLeft: "Ne laisse rien",
  untilRemoved: "Jusqu’à ce que vous l’effaciez",
  whileOpen: "Tant que le navigateur est ouvert",
  days: ["Un jour", "%1 jours"],
  nothing: "Ce site ne fait rien venir d’ailleurs.",
  page: "Choix de confidentialité",
};
