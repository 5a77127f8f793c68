// Pages of a client's own booking, in German.
import type { Words } from "./catalog";

export const de: Words = {
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
};
