// The page on which one pays, in French.
import type { PayWords } from "./catalog";

export const fr: PayWords = {
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
