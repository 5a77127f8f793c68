// Words of embedded pages, by language.

export const embedWords = {
  en: {
    load: "Load: %1",
    hears: "Loading it, this once, asks %1, which then learns that you were here.",
    leaves: "Loading it, this once, asks %1, which then keeps %2 in your browser.",
    things: ["%1 thing", "%1 things"],
  },
  de: {
    load: "Laden: %1",
    hears: "Es lädt nur dieses Mal: Dabei wird %1 gefragt und erfährt, dass Sie hier waren.",
    leaves: "Es lädt nur dieses Mal: Dabei wird %1 gefragt und legt dann %2 in Ihrem Browser ab.",
    things: ["%1 Eintrag", "%1 Einträge"],
  },
  fr: {
    load: "Charger : %1",
    hears: "Le chargement, pour cette fois, interroge %1, qui apprend alors votre visite.",
    leaves: "Le chargement, pour cette fois, interroge %1, qui garde alors %2 dans votre navigateur.",
    things: ["%1 élément", "%1 éléments"],
  },
} as const;
