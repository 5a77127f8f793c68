// Letters about orders, in French.
import type { LetterWording } from "./catalog";

export const fr: LetterWording = {
  subject: {
    ordered: (shop) => `merci · ${shop}`,
    toPay: (_shop, amount) => `${amount} à payer`,
    paid: (shop) => `votre paiement est arrivé · ${shop}`,
    changed: (shop) => `modifiée · ${shop}`,
    ready: (shop) => `prête à être retirée · ${shop}`,
    sent: (shop) => `en route · ${shop}`,
    cancelled: (shop) => `annulée · ${shop}`,
    refunded: (_shop, amount) => `${amount} remboursés`,
  },
  first: {
    ordered: () => "Merci de votre commande. Voici ce que vous avez commandé :",
    toPay: (amount) => `Ici, vous pouvez payer ${amount} pour votre commande :`,
    paid: (amount) => `Votre paiement de ${amount} est arrivé. Merci.`,
    changed: () => "Votre commande a été modifiée. La voici maintenant :",
    ready: () => "Votre commande est prête et peut être retirée.",
    sent: () => "Votre commande est en route.",
    cancelled: () => "Votre commande a été annulée. Rien n’en sera plus envoyé.",
    refunded: (amount) =>
      `Nous vous avons remboursé ${amount}. La somme arrive d’ici quelques jours par le moyen de votre paiement.`,
  },
  order: (number) => `Commande ${number}`,
  sending: (way) => `Envoi : ${way}`,
  fetching: (way, when) => (when ? `${way} : ${when}` : way),
  parcel: (tracking) => (tracking ? `Numéro du colis : ${tracking}` : "Le colis n’a pas de numéro."),
  follow: "Pour le suivre :",
  inParcel: "Dans ce colis :",
  inIt: "Dont",
  taxOf: (rate, country) => `taxe ${rate} ${country}`,
  to: "Adresse",
  see: "Votre commande et ses documents :",
};
