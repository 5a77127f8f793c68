// Letters about bookings, in German.
import type { Wording } from "./catalog";

export const de: Wording = {
  subject: {
    booked: (what) => `Gebucht: ${what}`,
    waiting: (what) => `Angefragt: ${what}`,
    waitingPayment: (what) => `Wartet auf Ihre Zahlung: ${what}`,
    approved: (what) => `Zugesagt: ${what}`,
    declined: (what) => `Nicht möglich: ${what}`,
    moved: (what) => `Verlegt: ${what}`,
    reminder: (what) => `Bald: ${what}`,
    runs: (what) => `Findet statt: ${what}`,
    calledOff: (what) => `Fällt aus: ${what}`,
    cancelled: (what) => `Abgesagt: ${what}`,
    listed: (what) => `Auf der Warteliste: ${what}`,
    offered: (what) => `Ein Platz ist frei: ${what}`,
    offerOver: (what) => `Nicht mehr für Sie frei: ${what}`,
    unlisted: (what) => `Nicht mehr auf der Warteliste: ${what}`,
  },
  first: {
    booked: "Ihre Buchung ist bestätigt.",
    waiting: "Ihre Buchung ist da; wir sagen Ihnen, ob sie uns passt. Bis dahin ist die Zeit für Sie freigehalten.",
    waitingPayment:
      "Die Zeit ist eine halbe Stunde für Sie freigehalten. Ihre Buchung gilt, sobald die Zahlung eingegangen ist.",
    approved: "Ihre Buchung ist zugesagt und bestätigt.",
    declined: "Es tut uns leid, diese Buchung ist nicht möglich. Die Zeit ist wieder frei.",
    moved: "Ihre Buchung wurde verlegt. Sie ist jetzt:",
    reminder: "Wir erinnern an Ihre Buchung.",
    runs: "Es haben genug Menschen gebucht: Es findet statt.",
    calledOff: "Es tut uns leid: Es haben zu wenige gebucht, darum fällt es aus. Sie schulden nichts dafür.",
    cancelled: "Ihre Buchung ist abgesagt.",
    listed:
      "Sie stehen auf der Warteliste. Wird ein Platz frei, halten wir ihn eine Weile für Sie und schreiben Ihnen.",
    offered: "Ein Platz ist frei geworden und wird für Sie gehalten. Nehmen Sie ihn, sonst bekommt ihn der Nächste.",
    offerOver: "Der Platz, der für Sie gehalten wurde, ist nicht genommen worden und geht an den Nächsten.",
    unlisted: "Sie stehen nicht mehr auf der Warteliste. Sie schulden nichts.",
  },
  seats: (count) => `${count} Plätze`,
  total: (amount) => `Preis: ${amount}`,
  manage: "Hier ansehen, verlegen oder absagen:",
  until: (time) => `Verlegen oder absagen geht bis ${time}.`,
  manageOf: {
    listed: "Hier ansehen oder die Liste verlassen:",
    offered: "Hier nehmen oder dem Nächsten überlassen:",
  },
  offer: (time) => `Er wird für Sie gehalten bis ${time}.`,
  money: {
    paid: (amount) => `Bezahlt: ${amount}`,
    toPay: (amount) => `Vor Ort zu bezahlen: ${amount}`,
    payNow: (amount) => `Jetzt zu bezahlen: ${amount}`,
    lateFee: (amount) => `Später abzusagen kostet ${amount}.`,
    fee: (amount) => `Spät abgesagt: ${amount}`,
    back: (amount) => `Sie bekommen zurück: ${amount}`,
    owed: (amount) => `Noch zu bezahlen: ${amount}`,
  },
};
