// Words of the pages behind a booking's letter, by language.
import type { BookingState } from "@/core/booking/rules/state";
import { inLanguage } from "@/core/locale/words";

interface Words {
  readonly titles: Readonly<Partial<Record<BookingState, string>>> & { readonly confirmed: string };
  readonly cancel: string;
  readonly move: string;
  readonly back: string;
  readonly toSite: string;
  readonly listed: string;
  readonly offered: (until: string) => string;
  readonly takeIt: string;
  readonly leaveList: string;
  readonly leaveIt: string;
  readonly price: (amount: string) => string;
  readonly payNow: (amount: string) => string;
  readonly tooLate: string;
  readonly cancelFor: (cost: string) => string;
  readonly late: (cost: string) => string;
  readonly fee: (cost: string) => string;
  readonly toComeBack: (amount: string) => string;
  readonly owed: (amount: string) => string;
  readonly moveTitle: string;
  readonly moveText: (what: string) => string;
  readonly moved: string;
  readonly none: string;
  readonly later: string;
  readonly earlier: string;
  readonly notPossible: string;
  readonly noLink: string;
  readonly noLinkText: string;
  readonly snippet: (site: string) => string;
  readonly snippetText: (sites: string) => string;
  readonly snippetNowhere: string;
  readonly snippetLink: string;
}

const languages: Readonly<Record<string, Words>> & { readonly en: Words } = {
  en: {
    titles: {
      confirmed: "Your booking",
      waitingApproval: "Your booking waits for approval",
      waitingPayment: "Your booking waits for its payment",
      cancelled: "This booking is cancelled",
      declined: "This booking was declined",
      expired: "This booking is over",
      listed: "On the waiting list",
      offered: "A place is free",
    },
    cancel: "Cancel this booking",
    move: "Move it to another time",
    back: "Leave it as it is",
    toSite: "To the site",
    listed: "If a place becomes free, it is kept for you for a while, and you get a letter.",
    offered: (until) => `It is kept for you until ${until}.`,
    takeIt: "Take it",
    leaveList: "Leave the list",
    leaveIt: "Leave it to the next",
    price: (amount) => `The price is ${amount}.`,
    payNow: (amount) => `${amount} is paid now: you go on to that as you take it.`,
    tooLate: "It can no longer be moved or cancelled here; please write or ring.",
    cancelFor: (cost) => `Cancel it for ${cost}`,
    late: (cost) => `It can no longer be moved here, and cancelling it costs ${cost} now.`,
    fee: (cost) => `Cancelling it so late cost ${cost}.`,
    toComeBack: (amount) => `${amount} of what you paid will be given back.`,
    owed: (amount) => `${amount} of that is still to be paid.`,
    moveTitle: "Another time",
    moveText: (what) => `Now it is ${what}. Press the time you want instead; a letter confirms it.`,
    moved: "Your booking has moved",
    none: "Nothing is free in these days.",
    later: "Later days",
    earlier: "Earlier days",
    notPossible: "This was not possible",
    noLink: "This link does not work",
    noLinkText: "It may be incomplete. Copy the whole link from the letter.",
    snippet: (site) => `The booking calendar of ${site} on another site`,
    snippetText: (sites) =>
      `Put these two lines where the calendar is to stand: the element where it shall be seen, the script anywhere. They work on pages of ${sites}. Colours come with it, type is that of your page. A content security policy needs the script’s host under script-src and connect-src.`,
    snippetNowhere:
      "Put these two lines where the calendar is to stand. So far no other site may have it: tell the business the address of yours first.",
    snippetLink: "Book a time",
  },
  de: {
    titles: {
      confirmed: "Ihre Buchung",
      waitingApproval: "Ihre Buchung wartet auf Zusage",
      waitingPayment: "Ihre Buchung wartet auf die Zahlung",
      cancelled: "Diese Buchung ist abgesagt",
      declined: "Diese Buchung war nicht möglich",
      expired: "Diese Buchung ist vorbei",
      listed: "Auf der Warteliste",
      offered: "Ein Platz ist frei",
    },
    cancel: "Diese Buchung absagen",
    move: "Auf eine andere Zeit verlegen",
    back: "So lassen, wie es ist",
    toSite: "Zur Website",
    listed: "Wird ein Platz frei, wird er eine Weile für Sie gehalten, und Sie bekommen einen Brief.",
    offered: (until) => `Er wird für Sie gehalten bis ${until}.`,
    takeIt: "Nehmen",
    leaveList: "Die Liste verlassen",
    leaveIt: "Dem Nächsten überlassen",
    price: (amount) => `Der Preis ist ${amount}.`,
    payNow: (amount) => `${amount} werden jetzt bezahlt: dahin geht es, wenn Sie annehmen.`,
    tooLate: "Verlegen oder absagen geht hier nicht mehr; bitte schreiben oder rufen Sie an.",
    cancelFor: (cost) => `Für ${cost} absagen`,
    late: (cost) => `Verlegen geht hier nicht mehr, und absagen kostet jetzt ${cost}.`,
    fee: (cost) => `So spät abzusagen hat ${cost} gekostet.`,
    toComeBack: (amount) => `${amount} von dem, was Sie bezahlt haben, bekommen Sie zurück.`,
    owed: (amount) => `${amount} davon sind noch zu bezahlen.`,
    moveTitle: "Eine andere Zeit",
    moveText: (what) =>
      `Jetzt ist es ${what}. Wählen Sie die Zeit, die Sie stattdessen möchten; ein Brief bestätigt sie.`,
    moved: "Ihre Buchung ist verlegt",
    none: "In diesen Tagen ist nichts frei.",
    later: "Spätere Tage",
    earlier: "Frühere Tage",
    notPossible: "Das war nicht möglich",
    noLink: "Dieser Link führt nirgendwohin",
    noLinkText: "Vielleicht fehlt ein Stück. Kopieren Sie den ganzen Link aus dem Brief.",
    snippet: (site) => `Der Buchungskalender von ${site} auf einer anderen Website`,
    snippetText: (sites) =>
      `Setzen Sie diese zwei Zeilen dorthin, wo der Kalender stehen soll: das Element an seinen Platz, das Skript irgendwo. Sie gelten auf Seiten von ${sites}. Farben bringt er mit, die Schrift ist die Ihrer Seite. Eine Content Security Policy braucht den Host des Skripts unter script-src und connect-src.`,
    snippetNowhere:
      "Setzen Sie diese zwei Zeilen dorthin, wo der Kalender stehen soll. Noch darf ihn keine andere Website haben: Nennen Sie dem Betrieb zuerst die Adresse der Ihren.",
    snippetLink: "Eine Zeit buchen",
  },
  fr: {
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
  },
};

export const pageWords = (language: string): Words => inLanguage(languages, language);
