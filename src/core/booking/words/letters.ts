// The letters around a booking, in the languages we write: what happened, when it is, and how to change it. A business may
// say what happened in its own words.
import { inLanguage } from "@/core/locale/words";
import { oneLine } from "@/core/message/placeholders";
import { escapeHtml } from "@/core/render/markup";
import { onBothClocks } from "./both-clocks";
import { filledIn, type LetterKind, type LetterValues, type OwnLetter } from "./letter-kinds";
import { type MoneyLine, moneyLines } from "./letters/catalog";
import { de } from "./letters/de";
import { en } from "./letters/en";
import { fr } from "./letters/fr";

/** Amounts as people write them; what is nothing is left out. */
export type LetterMoney = Readonly<Partial<Record<MoneyLine, string>>>;

const languages = { en, de, fr };

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
  const { placeZone: place, clientZone: client, language, now } = facts;
  const at = (instant: number) => onBothClocks(instant, { place, client, language, now });
  const when = facts.starts.map(at);
  const until = at(facts.changeUntil);
  // A subject is read at a glance: the place's time alone.
  const [first] = facts.starts;
  const soon = first === undefined ? "" : onBothClocks(first, { place, client: "", language, now });
  const values: LetterValues = {
    name: facts.name,
    service: facts.service,
    when: when[0] ?? "",
    with: facts.serves,
    place: facts.placeName,
    price: facts.total ?? "",
    until,
  };
  const usual = words.subject[kind](`${facts.service}, ${soon}`);
  return { words, when, until, values, usual };
}

/** The text message to the client: what happened in one line, and the link by which it can be changed. */
export function bookingText(kind: LetterKind, facts: LetterFacts): string {
  const { values, usual } = writtenFacts(kind, facts);
  const own = facts.own?.text?.trim();
  const said = oneLine(own ? filledIn(own, values) : `${usual}. ${facts.placeName}.`);
  return ended.includes(kind) ? said : `${said} ${facts.manageUrl}`;
}

/** A letter to the client: subject, plain text and HTML. */
export function bookingLetter(kind: LetterKind, facts: LetterFacts): { subject: string; text: string; html: string } {
  const { words, when, until, values, usual } = writtenFacts(kind, facts);
  const said = facts.own?.words.trim() ? filledIn(facts.own.words.trim(), values) : words.first[kind];
  const subject = facts.own?.subject.trim() ? filledIn(facts.own.subject.trim(), values) : usual;
  const lines = [
    ...said.split("\n"),
    ...(facts.words ? ["", facts.words] : []),
    "",
    facts.service,
    ...when,
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
