// The question of consent, in French.
import type { ConsentWords } from "./catalog";

export const fr: ConsentWords = {
  title: "Pouvons-nous charger des contenus d’ailleurs ?",
  text: "Certaines parties de ce site viennent d’autres, ou retiennent quelque chose sur vous. Elles attendent votre accord.",
  accept: "Tout accepter",
  refuse: "Tout refuser",
  choose: "Choisir",
  save: "Enregistrer ce choix",
  close: "Fermer",
  toldTitle: "Ce que ce site fait venir",
  toldText: "Certaines parties viennent d’autres, ou retiennent quelque chose sur vous. Vous pouvez les refuser.",
  understood: "Continuer",
  doNotSell: "Ne pas vendre ni partager mes données personnelles",
  again: "Choix de confidentialité",
  policy: "Tout lire",
  takenBack: "Vous pouvez changer d’avis à tout moment sous « Choix de confidentialité ».",
  proof: "Votre choix est conservé sous %1. Il peut être prouvé par ce numéro.",
  profiling:
    "Certaines peuvent vous identifier, vous localiser ou établir votre profil. Elles sont désactivées jusqu’à votre accord.",
  things: ["un élément", "%1 éléments"],
  always: "toujours actif",
  names: { needed: "Nécessaires", preferences: "Préférences", statistics: "Statistiques", marketing: "Publicité" },
  about: {
    needed: "Sans eux le site ne fonctionne pas.",
    preferences: "Retiennent vos choix ou montrent ce qui vous convient.",
    statistics: "Comptent les visites pour améliorer le site.",
    marketing: "Viennent d’autres, qui peuvent savoir ce que vous regardez.",
  },
};
