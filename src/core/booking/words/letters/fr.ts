// Letters about bookings, in French.
import type { Wording } from "./catalog";

export const fr: Wording = {
  subject: {
    booked: (what) => `Réservé : ${what}`,
    waiting: (what) => `Demandé : ${what}`,
    waitingPayment: (what) => `En attente de votre paiement : ${what}`,
    approved: (what) => `Accepté : ${what}`,
    declined: (what) => `Impossible : ${what}`,
    moved: (what) => `Déplacé : ${what}`,
    reminder: (what) => `Bientôt : ${what}`,
    runs: (what) => `Aura lieu : ${what}`,
    calledOff: (what) => `N’aura pas lieu : ${what}`,
    cancelled: (what) => `Annulé : ${what}`,
    listed: (what) => `Sur la liste d’attente : ${what}`,
    offered: (what) => `Une place est libre : ${what}`,
    offerOver: (what) => `N’est plus gardée pour vous : ${what}`,
    unlisted: (what) => `Plus sur la liste d’attente : ${what}`,
  },
  first: {
    booked: "Votre réservation est confirmée.",
    waiting: "Nous avons votre demande et vous répondrons. D’ici là, l’heure vous est gardée.",
    waitingPayment:
      "L’heure vous est gardée une demi-heure. Votre réservation est confirmée dès que le paiement est arrivé.",
    approved: "Votre réservation est acceptée et confirmée.",
    declined: "Nous sommes désolés, cette réservation n’est pas possible. L’heure est de nouveau libre.",
    moved: "Votre réservation a été déplacée. La voici :",
    reminder: "Nous vous rappelons votre réservation.",
    runs: "Assez de personnes ont réservé : cela aura lieu.",
    calledOff: "Nous sommes désolés : trop peu de personnes ont réservé, cela n’aura pas lieu. Vous ne devez rien.",
    cancelled: "Votre réservation est annulée.",
    listed:
      "Vous êtes sur la liste d’attente. Si une place se libère, nous vous la gardons un moment et vous écrivons.",
    offered: "Une place s’est libérée, et elle vous est gardée. Prenez-la, sinon elle va à la personne suivante.",
    offerOver: "La place qui vous était gardée n’a pas été prise ; elle est allée à la personne suivante.",
    unlisted: "Vous n’êtes plus sur la liste d’attente. Vous ne devez rien.",
  },
  seats: (count) => `${count} places`,
  total: (amount) => `Prix : ${amount}`,
  manage: "La voir, la déplacer ou l’annuler ici :",
  until: (time) => `On peut la déplacer ou l’annuler jusqu’au ${time}.`,
  manageOf: {
    listed: "La voir, ou quitter la liste, ici :",
    offered: "La prendre, ou la laisser à la personne suivante, ici :",
  },
  offer: (time) => `Elle vous est gardée jusqu’au ${time}.`,
  money: {
    paid: (amount) => `Payé : ${amount}`,
    toPay: (amount) => `À payer sur place : ${amount}`,
    payNow: (amount) => `À payer maintenant : ${amount}`,
    lateFee: (amount) => `L’annuler plus tard coûte ${amount}.`,
    fee: (amount) => `Annulation tardive : ${amount}`,
    back: (amount) => `Vous sera rendu : ${amount}`,
    owed: (amount) => `Reste à payer : ${amount}`,
  },
};
