// A letter about an order: what happened, in the shop's words or the usual ones, then all that was agreed, with its tax, what
// was paid of it, and where it goes.
import { middleRows, taxLine } from "@/core/cart/sums";
import type { TaxRow } from "@/core/cart/total";
import { inLanguage } from "@/core/locale/words";
import { fillIn, oneLine } from "@/core/message/placeholders";
import { moneyWords } from "@/core/money/money";
import { addressLines } from "@/core/shop/address";
import type { OrderDocument } from "@/core/shop/ordered";
import { paidRows } from "@/core/storefront/paid";
import { countryName, momentWords, orderedWords, rateWords } from "@/core/storefront/view";
import { shopWords } from "@/core/storefront/words";
import type { LineParts } from "../lines";
import type { LetterWording } from "./catalog";
import { de } from "./de";
import { en } from "./en";
import { fr } from "./fr";
import { type OrderLetter, type OrderValues, type OwnOrderLetter, wordsLanguage } from "./kinds";

const languages = { en, de, fr };

export interface OrderLetterFacts {
  /** Name of the shop. */
  readonly shop: string;
  /** BCP 47. */
  readonly language: string;
  readonly currency: string;
  readonly number: string;
  /** The buyer's name. */
  readonly name: string;
  readonly document: OrderDocument;
  /** Minor units. */
  readonly toPay: number;
  readonly paid: number;
  readonly refunded: number;
  /** What this letter is about: asked for, arrived or given back; absent where it is about none. */
  readonly amount?: number;
  /** What has just been sent. */
  readonly parcel?: { readonly tracking: string; readonly link: string; readonly lines: LineParts };
  /** How it is paid: an account, a reference, until when; or the link under which it can be. */
  readonly payment: readonly string[];
  /** Where its buyer sees it. */
  readonly link: string;
  readonly own: OwnOrderLetter | undefined;
}

/** The usual words of a letter in a language. */
export function usualLetter(kind: OrderLetter, language: string): { readonly subject: string; readonly words: string } {
  const words = inLanguage(languages, language);
  return { subject: words.subject[kind]("…", "…"), words: words.first[kind]("…") };
}

/** What was ordered, as it is written, what it comes to, and what was paid of it, a line each. */
function sumLines(facts: OrderLetterFacts, words: LetterWording): string[] {
  const { document, language, currency } = facts;
  const { total } = document;
  const shop = shopWords(language);
  const money = (amount: number) => moneyWords({ amount, currency }, language);
  const signed = (amount: number) => `${amount < 0 ? "−" : ""}${money(Math.abs(amount))}`;
  const taxName = ({ rate, owedTo }: TaxRow) =>
    words.taxOf(rateWords(rate, language), countryName(owedTo.slice(0, 2), language));
  const added = taxLine(total).is === "added";
  const within = total.taxes.filter(({ tax }) => !added && tax > 0);
  return [
    ...document.lines.map(
      (line, at) =>
        `${orderedWords(line.quantity, line, language)} × ${line.name}: ${money(total.lines[at]?.written ?? 0)}`,
    ),
    ...middleRows(total, shop, taxName).map(({ label, amount }) => `${label}: ${signed(amount)}`),
    `${shop.total}: ${money(total.gross)}`,
    ...within.map((row) => `${words.inIt} ${taxName(row)}: ${money(row.tax)}`),
    ...(total.taxedBefore ?? []).map(({ rate, tax }) => shop.taxBefore(rateWords(rate, language), money(tax))),
    ...(document.vouchers ?? [])
      .filter(({ amount }) => amount > 0)
      .map(({ tail, amount }) => `${shop.voucher} ${tail}: −${money(amount)}`),
    ...paidRows({ ...facts, payment: document.payment }).map(({ label, amount }) => `${label}: ${signed(amount)}`),
  ];
}

function wayLines({ document, language }: OrderLetterFacts, words: LetterWording): string[] {
  const { way, address } = document;
  const { fetched } = way;
  const to = addressLines(address, (code) => countryName(code, language));
  return [
    ...(way.kind === "parcel" ? [words.sending(way.name)] : []),
    ...(way.kind === "pickup" ? [words.fetching(way.name, fetched ? momentWords(fetched.at, language) : "")] : []),
    ...(to.length ? [`${words.to}: ${to.join(", ")}`] : []),
  ];
}

function parcelText({ parcel, document, language }: OrderLetterFacts, words: LetterWording): string[] {
  if (!parcel) return [];
  const inIt = document.lines.filter(({ id }) => parcel.lines[id]);
  return [
    words.parcel(parcel.tracking),
    ...(parcel.link ? [words.follow, parcel.link] : []),
    ...(inIt.length
      ? [
          words.inParcel,
          ...inIt.map(({ id, unit, name }) => `${orderedWords(parcel.lines[id] ?? 0, { unit }, language)} × ${name}`),
        ]
      : []),
  ];
}

/** A letter to the buyer: its subject, and its lines; "" is an empty one. */
export function orderLetter(
  kind: OrderLetter,
  facts: OrderLetterFacts,
): { readonly subject: string; readonly lines: readonly string[] } {
  const { language, currency, number, shop } = facts;
  const words = inLanguage(languages, language);
  const amount = facts.amount === undefined ? "" : moneyWords({ amount: facts.amount, currency }, language);
  const { way } = facts.document;
  const values: OrderValues = {
    ...{ name: facts.name, number, amount, shop, way: way.name, tracking: facts.parcel?.tracking ?? "" },
  };
  const own = facts.own?.words?.[wordsLanguage(language)];
  const first = own?.words.trim() ? fillIn(own.words.trim(), values) : words.first[kind](amount);
  const subject = own?.subject.trim()
    ? fillIn(own.subject.trim(), values)
    : `${words.order(number)}: ${words.subject[kind](shop, amount)}`;
  const parts = [
    first.split("\n"),
    kind === "sent" ? parcelText(facts, words) : [],
    facts.payment,
    [words.order(number), ...sumLines(facts, words)],
    wayLines(facts, words),
    [words.see, facts.link],
  ].filter((part) => part.length);
  return { subject: oneLine(subject), lines: parts.flatMap((part, at) => (at ? ["", ...part] : [...part])) };
}
