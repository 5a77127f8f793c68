// The question of consent, in German.
import type { ConsentWords } from "./catalog";

export const de: ConsentWords = {
  title: "Dürfen wir Inhalte von anderen laden?",
  text: "Manche Teile dieser Seite kommen von anderen oder merken sich etwas über Sie. Sie warten, bis Sie zustimmen.",
  accept: "Alle annehmen",
  refuse: "Alle ablehnen",
  choose: "Auswählen",
  save: "Auswahl speichern",
  close: "Schließen",
  toldTitle: "Was diese Seite mitbringt",
  toldText: "Manche Teile kommen von anderen oder merken sich etwas über Sie. Sie können das ablehnen.",
  understood: "Weiter",
  doNotSell: "Meine persönlichen Daten nicht verkaufen oder weitergeben",
  again: "Datenschutz-Auswahl",
  policy: "Alles lesen",
  takenBack: "Unter „Datenschutz-Auswahl“ können Sie das jederzeit ändern.",
  proof: "Ihre Auswahl ist unter %1 abgelegt. Damit lässt sie sich belegen.",
  profiling:
    "Manche können Sie erkennen, orten oder ein Profil von Ihnen bilden. Sie sind aus, bis Sie sie einschalten.",
  things: ["ein Eintrag", "%1 Einträge"],
  always: "immer an",
  names: { needed: "Notwendig", preferences: "Vorlieben", statistics: "Statistik", marketing: "Werbung" },
  about: {
    needed: "Ohne sie geht die Seite nicht.",
    preferences: "Merken sich Ihre Wahl oder zeigen, was zu Ihnen passt.",
    statistics: "Zählen Besuche, damit die Seite besser wird.",
    marketing: "Kommen von anderen, die erfahren können, was Sie ansehen.",
  },
};
