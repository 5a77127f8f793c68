// What somebody reads who pays.
import { inLanguage } from "@/core/locale/words";
import type { DeclineReason } from "./charge";

export interface PayWords {
  readonly toPay: string;
  readonly test: string;
  readonly onTo: Readonly<Record<"redirect" | "later", string>>;
  readonly onToText: string;
  readonly frame: string;
  readonly declined: Readonly<Record<DeclineReason, string>>;
  readonly declinedElse: string;
  readonly otherWay: string;
  readonly change: string;
  readonly silent: string;
  readonly again: string;
  readonly over: string;
  readonly overText: string;
  readonly see: string;
  readonly noWay: string;
}

const en: PayWords = {
  toPay: "To pay",
  test: "Test mode: no money moves.",
  onTo: { redirect: "On to your bank", later: "On to agreeing" },
  onToText: "You pay on the payment service’s own page and come back here.",
  frame: "Card details, on the payment service’s own page",
  declined: {
    noFunds: "There is not enough on this account. Nothing was taken. Try another card, or another way to pay.",
    expired: "This card is not valid any more. Nothing was taken. Try another card.",
    refused: "The bank refused this payment. Nothing was taken. Try another card, or ask your bank.",
    wrongCode: "The security code was wrong. Nothing was taken. Try again.",
    overLimit: "This is more than the card may pay at once. Nothing was taken. Try another way to pay.",
  },
  declinedElse: "The payment was refused. Nothing was taken. Try again, or another way to pay.",
  otherWay: "Another way to pay",
  change: "Pay this way",
  silent: "The payment service does not answer just now. Nothing was taken. Try again in a minute.",
  again: "Try again",
  over: "This can’t be paid any more",
  overText: "Nothing was taken. If something was taken all the same, it goes back by itself.",
  see: "See it",
  noWay: "This can’t be paid here just now. Please write to us.",
};

const de: PayWords = {
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

const fr: PayWords = {
  toPay: "À payer",
  test: "Essai : aucun argent ne circule.",
  onTo: { redirect: "Vers votre banque", later: "Vers l’accord" },
  onToText: "Vous payez sur la page du service de paiement, puis revenez ici.",
  frame: "Données de la carte, sur la page du service de paiement",
  declined: {
    noFunds: "Le compte n’est pas assez approvisionné. Rien n’a été débité. Essayez une autre carte.",
    expired: "Cette carte n’est plus valable. Rien n’a été débité. Essayez une autre carte.",
    refused: "La banque a refusé. Rien n’a été débité. Essayez une autre carte ou demandez à votre banque.",
    wrongCode: "Le code de sécurité était faux. Rien n’a été débité. Réessayez.",
    overLimit: "C’est plus que la carte ne peut payer en une fois. Rien n’a été débité. Payez autrement.",
  },
  declinedElse: "Le paiement a été refusé. Rien n’a été débité. Réessayez ou payez autrement.",
  otherWay: "Payer autrement",
  change: "Payer ainsi",
  silent: "Le service de paiement ne répond pas. Rien n’a été débité. Réessayez dans une minute.",
  again: "Réessayer",
  over: "Cela ne peut plus être payé",
  overText: "Rien n’a été débité. Si c’était tout de même le cas, la somme revient d’elle-même.",
  see: "Voir",
  noWay: "Cela ne peut pas être payé ici pour l’instant. Écrivez-nous.",
};

export const payWords = (language: string): PayWords => inLanguage({ en, de, fr }, language);
