// The letters around a booking, in the languages we write: what happened, when it is, and how to change it. A business may
// say what happened in its own words.
import { inLanguage } from "@/core/locale/words";
import { escapeHtml } from "@/core/render/markup";
import { ZoneClock } from "@/core/time/zone-clock";
import { filledIn, type LetterKind, type LetterValues, type OwnLetter } from "./letter-kinds";
import { momentWords } from "./words";

interface Wording {
  readonly subject: Readonly<Record<LetterKind, (what: string) => string>>;
  readonly first: Readonly<Record<LetterKind, string>>;
  readonly yours: (time: string) => string;
  readonly seats: (count: number) => string;
  readonly total: (amount: string) => string;
  readonly manage: string;
  readonly manageOf: Readonly<Partial<Record<LetterKind, string>>>;
  readonly offer: (time: string) => string;
  readonly until: (time: string) => string;
  readonly money: Readonly<Record<MoneyLine, (amount: string) => string>>;
}

/** What a letter says of money besides the price, in this order. */
const moneyLines = ["payNow", "paid", "toPay", "fee", "back", "owed"] as const;
type MoneyLine = (typeof moneyLines)[number] | "lateFee";

/** Amounts as people write them; what is nothing is left out. */
export type LetterMoney = Readonly<Partial<Record<MoneyLine, string>>>;

const languages: Readonly<Record<string, Wording>> & { readonly en: Wording } = {
  en: {
    subject: {
      booked: (what) => `Booked: ${what}`,
      waiting: (what) => `Asked for: ${what}`,
      waitingPayment: (what) => `Waiting for your payment: ${what}`,
      approved: (what) => `Approved: ${what}`,
      declined: (what) => `Not possible: ${what}`,
      moved: (what) => `Moved: ${what}`,
      reminder: (what) => `Soon: ${what}`,
      runs: (what) => `It takes place: ${what}`,
      calledOff: (what) => `Called off: ${what}`,
      cancelled: (what) => `Cancelled: ${what}`,
      listed: (what) => `On the waiting list: ${what}`,
      offered: (what) => `A place is free: ${what}`,
      offerOver: (what) => `No longer kept for you: ${what}`,
      unlisted: (what) => `Off the waiting list: ${what}`,
    },
    first: {
      booked: "Your booking is confirmed.",
      waiting: "We have your booking and will tell you whether it suits us. Until then the time is kept for you.",
      waitingPayment:
        "The time is kept for you for half an hour. Your booking is confirmed once the payment has come in.",
      approved: "Your booking is approved and confirmed.",
      declined: "We are sorry, this booking can't be kept. The time is free again.",
      moved: "Your booking has moved. This is when it is now:",
      reminder: "This is to remind you of your booking.",
      runs: "Enough people have booked: it takes place.",
      calledOff: "We are sorry: too few people have booked, so it does not take place. You owe nothing for it.",
      cancelled: "Your booking is cancelled.",
      listed: "You are on the waiting list. If a place becomes free, we keep it for you for a while and write to you.",
      offered: "A place has become free, and it is kept for you. Take it, or it goes to the next.",
      offerOver: "The place that was kept for you was not taken, so it has gone to the next.",
      unlisted: "You are no longer on the waiting list. You owe nothing.",
    },
    yours: (time) => `On your clock: ${time}`,
    seats: (count) => `${count} seats`,
    total: (amount) => `Price: ${amount}`,
    manage: "See, move or cancel it here:",
    until: (time) => `It can be moved or cancelled until ${time}.`,
    manageOf: {
      listed: "See it, or leave the list, here:",
      offered: "Take it, or leave it to the next, here:",
    },
    offer: (time) => `It is kept for you until ${time}.`,
    money: {
      paid: (amount) => `Paid: ${amount}`,
      toPay: (amount) => `To be paid at the place: ${amount}`,
      payNow: (amount) => `To be paid now: ${amount}`,
      lateFee: (amount) => `Cancelling it later costs ${amount}.`,
      fee: (amount) => `Cancelled late: ${amount}`,
      back: (amount) => `You get back: ${amount}`,
      owed: (amount) => `Still to be paid: ${amount}`,
    },
  },
  de: {
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
    yours: (time) => `Auf Ihrer Uhr: ${time}`,
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
  },
  fr: {
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
    yours: (time) => `À votre heure : ${time}`,
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
  },
};

export interface LetterFacts {
  readonly language: string;
  /** The client's name. */
  readonly name: string;
  readonly service: string;
  /** Names of those who serve. */
  readonly serves: string;
  readonly placeName: string;
  readonly address: string;
  /** Starts of the booking's dates. */
  readonly starts: readonly number[];
  readonly placeZone: string;
  readonly clientZone: string;
  readonly seats: number;
  /** The price as people write it, or null. */
  readonly total: string | null;
  readonly money: LetterMoney;
  readonly manageUrl: string;
  /** Until when the client may change it. */
  readonly changeUntil: number;
  /** When it is written. */
  readonly now: number;
  /** What somebody of the business adds in their own words; "" for nothing. */
  readonly words: string;
  /** The business's own words for this letter; null for the usual ones. */
  readonly own: OwnLetter | null;
}

/** The usual first words of a letter, in a language. */
export const usualWords = (kind: LetterKind, language: string): string => inLanguage(languages, language).first[kind];

/** The usual subject of a letter, in a language. */
export const usualSubject = (kind: LetterKind, language: string, what: string): string =>
  inLanguage(languages, language).subject[kind](what);

const ended: readonly LetterKind[] = ["declined", "calledOff", "cancelled", "offerOver", "unlisted"];

/** A letter's facts as they are written in its language. */
function writtenFacts(kind: LetterKind, facts: LetterFacts) {
  const words = inLanguage(languages, facts.language);
  const at = (zone: string, instant: number) =>
    momentWords(
      {
        clock: ZoneClock.of(zone),
        language: facts.language,
        setUp: { places: [], services: [], resources: [], prices: [] },
        now: facts.now,
      },
      instant,
    );
  const when = facts.starts.map((start) => at(facts.placeZone, start));
  const until = at(facts.placeZone, facts.changeUntil);
  const values: LetterValues = {
    name: facts.name,
    service: facts.service,
    when: when[0] ?? "",
    with: facts.serves,
    place: facts.placeName,
    price: facts.total ?? "",
    until,
  };
  const usual = words.subject[kind](`${facts.service}, ${when[0]}`);
  return { words, when, theirs: facts.starts.map((start) => at(facts.clientZone, start)), until, values, usual };
}

/** One line, whatever a value holds. */
const oneLine = (text: string) => text.replace(/\s+/g, " ").trim();

/** The text message to the client: what happened in one line, and the link by which it can be changed. */
export function bookingText(kind: LetterKind, facts: LetterFacts): string {
  const { values, usual } = writtenFacts(kind, facts);
  const own = facts.own?.text?.trim();
  const said = oneLine(own ? filledIn(own, values) : `${usual}. ${facts.placeName}.`);
  return ended.includes(kind) ? said : `${said} ${facts.manageUrl}`;
}

/** A letter to the client: subject, plain text and HTML. */
export function bookingLetter(kind: LetterKind, facts: LetterFacts): { subject: string; text: string; html: string } {
  const { words, when, theirs, until, values, usual } = writtenFacts(kind, facts);
  const said = facts.own?.words.trim() ? filledIn(facts.own.words.trim(), values) : words.first[kind];
  const subject = facts.own?.subject.trim() ? filledIn(facts.own.subject.trim(), values) : usual;
  const lines = [
    ...said.split("\n"),
    ...(facts.words ? ["", facts.words] : []),
    "",
    facts.service,
    ...when,
    ...(theirs.join() === when.join() ? [] : [words.yours(theirs[0] as string)]),
    ...(facts.seats > 1 ? [words.seats(facts.seats)] : []),
    `${facts.placeName}, ${facts.address}`,
    ...(facts.total ? [words.total(facts.total)] : []),
    ...moneyLines.flatMap((line) => {
      const amount = facts.money[line];
      return amount ? [words.money[line](amount)] : [];
    }),
  ];
  const { lateFee } = facts.money;
  const late = lateFee ? [words.money.lateFee(lateFee)] : [];
  const closing: Readonly<Partial<Record<LetterKind, readonly string[]>>> = {
    listed: [],
    offered: [words.offer(until), ...late],
  };
  const untilWords = [words.until(until), ...late].join(" ");
  const open = ended.includes(kind)
    ? []
    : ["", words.manageOf[kind] ?? words.manage, facts.manageUrl, ...(closing[kind] ?? [untilWords])];
  const html = [...lines, ...open]
    .map((line) =>
      line === facts.manageUrl
        ? `<p><a href="${escapeHtml(line)}">${escapeHtml(line)}</a></p>`
        : line && `<p>${escapeHtml(line)}</p>`,
    )
    .join("");
  return {
    subject: oneLine(subject),
    text: [...lines, ...open, ""].join("\n"),
    html,
  };
}
