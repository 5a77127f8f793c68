// Letters after a signup, in German.
import type { Language } from "./catalog";

export const de: Language = {
  confirm: {
    subject: (site) => `Bitte bestätigen Sie Ihre Adresse für ${site}`,
    lines: (site) => [`Jemand, vermutlich Sie, möchte Briefe von ${site}.`, "Wenn Sie es waren, bestätigen Sie hier:"],
    command: "Adresse bestätigen",
  },
  welcome: {
    subject: (site) => `Sie sind bei ${site} angemeldet`,
    lines: (site) => [`Ihre Adresse steht auf der Liste von ${site}.`, "Hier geht es zurück zur Seite:"],
    command: "Zur Seite",
  },
  withdraw: "Keine Briefe mehr, oder waren Sie es nicht? Hier abmelden:",
};
