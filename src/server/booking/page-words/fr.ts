// Pages of a client's own booking, in French.
import type { Words } from "./catalog";

export const fr: Words = {
  titles: {
    confirmed: "Votre réservation",
    waitingApproval: "Votre réservation attend une réponse",
    waitingPayment: "Votre réservation attend son paiement",
    cancelled: "Cette réservation est annulée",
    declined: "Cette réservation n’a pas été possible",
    expired: "Cette réservation est terminée",
    listed: "Sur la liste d’attente",
    offered: "Une place est libre",
  },
  cancel: "Annuler cette réservation",
  move: "La déplacer à une autre heure",
  back: "La laisser ainsi",
  toSite: "Vers le site",
  listed: "Si une place se libère, elle vous est gardée un moment, et vous recevez une lettre.",
  offered: (until) => `Elle vous est gardée jusqu’au ${until}.`,
  takeIt: "La prendre",
  leaveList: "Quitter la liste",
  leaveIt: "La laisser à la personne suivante",
  price: (amount) => `Le prix est de ${amount}.`,
  payNow: (amount) => `${amount} sont à payer maintenant : la suite vient quand vous acceptez.`,
  tooLate: "On ne peut plus la déplacer ni l’annuler ici ; écrivez ou appelez.",
  cancelFor: (cost) => `L’annuler pour ${cost}`,
  late: (cost) => `On ne peut plus la déplacer ici, et l’annuler coûte maintenant ${cost}.`,
  fee: (cost) => `L’annuler si tard a coûté ${cost}.`,
  toComeBack: (amount) => `${amount} de ce que vous avez payé vous seront rendus.`,
  owed: (amount) => `Il en reste ${amount} à payer.`,
  moveTitle: "Une autre heure",
  moveText: (what) =>
    `Pour l’instant : ${what}. Choisissez l’heure que vous voulez à la place ; une lettre la confirme.`,
  moved: "Votre réservation est déplacée",
  none: "Rien n’est libre ces jours-là.",
  later: "Jours suivants",
  earlier: "Jours précédents",
  notPossible: "Ce n’était pas possible",
  noLink: "Ce lien ne mène nulle part",
  noLinkText: "Il est peut-être incomplet. Copiez tout le lien de la lettre.",
  snippet: (site) => `Le calendrier de réservation de ${site} sur un autre site`,
  snippetText: (sites) =>
    `Mettez ces deux lignes là où le calendrier doit se trouver : l’élément à sa place, le script n’importe où. Elles valent sur les pages de ${sites}. Il apporte ses couleurs, la police est celle de votre page. Une content security policy a besoin de l’hôte du script sous script-src et connect-src.`,
  snippetNowhere:
    "Mettez ces deux lignes là où le calendrier doit se trouver. Aucun autre site n’y a droit pour l’instant : donnez d’abord l’adresse du vôtre à l’entreprise.",
  snippetLink: "Réserver une heure",
};
