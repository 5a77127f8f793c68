// A buyer's own page, in French.
import type { AccountWords } from "./catalog";

export const fr: AccountWords = {
  title: "Votre espace",
  ask: "Vos commandes avec leurs fichiers et factures, réservations et inscriptions. Pas de mot de passe : un message apporte un lien.",
  email: "E-mail",
  send: "Envoyer le lien",
  sent: (email) =>
    `Un message avec le lien part${email && ` vers ${email}`}, si quelque chose de vous se trouve ici. Il est valable 30 minutes.`,
  letterTitle: "Votre lien",
  letter: "Ce lien vous montre ce qui est à vous ici. Il sert une fois, pendant 30 minutes :",
  letterLast: "Si vous ne l’avez pas demandé, ne faites rien : il ne se passe rien.",
  enter: "Continuer",
  enterText: (email) => `Vous voyez ce qui appartient à ${email}, sur cet appareil pendant 30 jours.`,
  over: "Ce lien n’est plus valable. Demandez-en un autre.",
  done: "Ce que vous avez fait ici",
  nothing: "Rien de vous ne se trouve ici.",
  addresses: "Vos adresses",
  leave: "Quitter cet appareil",
  forgetTitle: "M’oublier",
  forgetText:
    "Votre nom, vos adresses et ce que vous avez écrit sont effacés partout ici. Ce qui a été vendu reste dans les livres, sans vous. On ne peut pas revenir en arrière.",
  forgetAgree: "Oui, oubliez-moi",
  forget: "Tout effacer",
  forgotten: "Vous êtes oublié ici.",
  toShop: "Vers le site",
};
