// Letters after a signup, in French.
import type { Language } from "./catalog";

export const fr: Language = {
  confirm: {
    subject: (site) => `Confirmez votre adresse pour ${site}`,
    lines: (site) => [
      `Quelqu’un, sans doute vous, souhaite recevoir les lettres de ${site}.`,
      "Si c’était vous, confirmez ici :",
    ],
    command: "Confirmer mon adresse",
  },
  welcome: {
    subject: (site) => `Vous êtes inscrit auprès de ${site}`,
    lines: (site) => [`Votre adresse est sur la liste de ${site}.`, "Voici le chemin du site :"],
    command: "Ouvrir le site",
  },
  withdraw: "Plus de lettres, ou ce n’était pas vous ? Désinscription ici :",
};
