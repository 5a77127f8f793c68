// The page on which one pays, in German.
import type { PayWords } from "./catalog";

export const de: PayWords = {
  toPay: "Zu bezahlen",
  test: "Probe: Es fließt kein Geld.",
  onTo: { redirect: "Weiter zu Ihrer Bank", later: "Weiter zur Zustimmung" },
  onToText: "Sie bezahlen auf der Seite des Zahlungsdienstes und kommen hierher zurück.",
  frame: "Kartendaten, auf der Seite des Zahlungsdienstes",
  declined: {
    noFunds: "Das Konto ist nicht gedeckt. Es wurde nichts abgebucht. Versuchen Sie es mit einer anderen Karte.",
    expired: "Diese Karte gilt nicht mehr. Es wurde nichts abgebucht. Versuchen Sie es mit einer anderen Karte.",
    refused:
      "Die Bank hat abgelehnt. Es wurde nichts abgebucht. Nehmen Sie eine andere Karte, oder fragen Sie Ihre Bank.",
    wrongCode: "Der Sicherheitscode war falsch. Es wurde nichts abgebucht. Versuchen Sie es noch einmal.",
    overLimit: "Das ist mehr, als die Karte auf einmal zahlt. Es wurde nichts abgebucht. Zahlen Sie auf anderem Weg.",
  },
  declinedElse:
    "Die Zahlung wurde abgelehnt. Es wurde nichts abgebucht. Versuchen Sie es noch einmal oder auf anderem Weg.",
  otherWay: "Anders bezahlen",
  change: "So bezahlen",
  silent:
    "Der Zahlungsdienst antwortet gerade nicht. Es wurde nichts abgebucht. Versuchen Sie es in einer Minute noch einmal.",
  again: "Noch einmal versuchen",
  over: "Das kann nicht mehr bezahlt werden",
  overText: "Es wurde nichts abgebucht. Sollte doch etwas abgebucht worden sein, geht es von selbst zurück.",
  see: "Ansehen",
  noWay: "Das kann hier gerade nicht bezahlt werden. Bitte schreiben Sie uns.",
};
