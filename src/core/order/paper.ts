// Papers of an order (an invoice, a credit note, a packing slip) as what stands on them: whoever draws them adds nothing.
import { betweenRow, taxLine } from "@/core/cart/sums";
import { inLanguage } from "@/core/locale/words";
import { moneyWords } from "@/core/money/money";
import { addressLines } from "@/core/shop/address";
import type { OrderDocument } from "@/core/shop/ordered";
import { paidRows } from "@/core/storefront/paid";
import { countryName, orderedWords, rateWords } from "@/core/storefront/view";
import { shopWords } from "@/core/storefront/words";
import { type LineParts, worthOf } from "./lines";
import type { PaperWords } from "./paper/catalog";
import { de } from "./paper/de";
import { en } from "./paper/en";
import { fr } from "./paper/fr";

const words = { en, de, fr };

/** A local day with its year: papers are kept. */
const fullDate = (date: string, language: string): string =>
  new Intl.DateTimeFormat(language, { dateStyle: "long", timeZone: "UTC" }).format(Date.parse(`${date}T00:00:00Z`));

/** An order as papers need it. */
export interface PaperOrder {
  readonly number: string;
  /** BCP 47. */
  readonly language: string;
  readonly currency: string;
  readonly toPay: number;
  readonly paid: number;
  readonly refunded: number;
  readonly document: OrderDocument;
  /** The day of the paper, "2026-11-30". */
  readonly date: string;
  readonly seller: { readonly name: string; readonly lines: readonly string[]; readonly taxNumber: string };
}

/** What stands on a sheet, from top to bottom. */
export interface Paper {
  readonly title: string;
  readonly seller: readonly string[];
  readonly to: readonly string[];
  readonly facts: readonly (readonly [name: string, value: string])[];
  readonly columns: readonly string[];
  readonly rows: readonly (readonly string[])[];
  readonly sums: readonly (readonly [name: string, amount: string])[];
  readonly notes: readonly string[];
}

const sellerLines = ({ seller }: PaperOrder, own: PaperWords) => [
  seller.name,
  ...seller.lines,
  ...(seller.taxNumber ? [`${own.taxNumber}: ${seller.taxNumber}`] : []),
];

const toLines = ({ document, language }: PaperOrder) =>
  addressLines(document.address, (code) => countryName(code, language));

/** An invoice: every line as it was agreed, tax by rate and country, what vouchers paid, and what is to be paid. */
export function invoicePaper(order: PaperOrder, number: string): Paper {
  const own = inLanguage(words, order.language);
  const { document, language, currency } = order;
  const { total } = document;
  const shop = shopWords(language);
  const signed = (amount: number) =>
    `${amount < 0 ? "−" : ""}${moneyWords({ amount: Math.abs(amount), currency }, language)}`;
  const other = betweenRow(taxLine(total), shop);
  const money = (amount: number) => moneyWords({ amount, currency }, language);
  const sending = total.sending ? [[total.sending.name, "", "", money(total.sending.written)]] : [];
  return {
    title: own.invoice(number),
    seller: sellerLines(order, own),
    to: toLines(order),
    facts: [
      [own.date, fullDate(order.date, language)],
      [own.order, order.number],
      ...(document.taxNumber ? [[own.buyersNumber, document.taxNumber] as const] : []),
    ],
    columns: [own.what, own.quantity, own.each, own.amount],
    rows: [
      ...document.lines.map((line, at) => [
        [line.name, ...line.asked.map(([label, said]) => `${label}: ${said}`)].join("\n"),
        orderedWords(line.quantity, line, language),
        money(line.price),
        money(total.lines[at]?.written ?? 0),
      ]),
      ...total.reductions.map(({ name, amount }) => [name, "", "", `−${money(amount)}`]),
      ...sending,
    ],
    sums: [
      ...(other ? [[other.label, signed(other.amount)] as const] : []),
      [own.net, money(total.net)],
      ...total.taxes
        .filter(({ tax }) => tax > 0)
        .map(({ rate, owedTo, tax }) => [own.taxOf(rateWords(rate, language), owedTo), money(tax)] as const),
      [own.all, money(total.gross)],
      ...(document.vouchers ?? [])
        .filter(({ amount }) => amount > 0)
        .map(({ tail, amount }) => [own.voucher(tail), `−${money(amount)}`] as const),
      ...paidRows({ ...order, payment: document.payment }).map(({ label, amount }) => [label, signed(amount)] as const),
    ],
    notes: [
      ...(total.taxedBefore ?? []).map(({ rate, tax }) => shop.taxBefore(rateWords(rate, language), money(tax))),
      ...(document.taxNumber && total.tax === 0 ? [own.outside] : []),
      ...(order.paid >= order.toPay ? [own.paid] : []),
    ],
  };
}

/** A credit note: what of an invoice went back, by its lines where they were named. */
export function creditPaper(
  order: PaperOrder,
  numbers: { readonly note: string; readonly invoice: string },
  back: { readonly lines: LineParts; readonly amount: number },
): Paper {
  const own = inLanguage(words, order.language);
  const { document, language, currency } = order;
  const money = (amount: number) => moneyWords({ amount, currency }, language);
  return {
    title: own.credit(numbers.note),
    seller: sellerLines(order, own),
    to: toLines(order),
    facts: [
      [own.date, fullDate(order.date, language)],
      [own.ofInvoice, numbers.invoice],
      [own.order, order.number],
    ],
    columns: [own.what, own.quantity, own.each, own.amount],
    rows: document.lines.flatMap((line) => {
      const part = back.lines[line.id];
      if (!part) return [];
      const worth = worthOf(document, { [line.id]: part });
      return [[line.name, orderedWords(part, line, language), "", money(worth)]];
    }),
    sums: [[own.givenBack, money(back.amount)]],
    notes: [],
  };
}

/** A packing slip: what goes into one parcel, without prices. */
export function packingPaper(order: PaperOrder, parts: LineParts): Paper {
  const own = inLanguage(words, order.language);
  const { document, language } = order;
  return {
    title: own.packing(order.number),
    seller: sellerLines(order, own),
    to: toLines(order),
    facts: [
      [own.date, fullDate(order.date, language)],
      ...(document.way.name ? [[shopWords(language).way, document.way.name] as const] : []),
    ],
    columns: [own.what, own.sku, own.quantity, own.packedBy],
    rows: document.lines.flatMap((line) => {
      const part = parts[line.id];
      return part
        ? [
            [
              [line.name, ...line.asked.map(([label, said]) => `${label}: ${said}`)].join("\n"),
              line.sku,
              orderedWords(part, line, language),
              "",
            ],
          ]
        : [];
    }),
    sums: [],
    notes: document.note ? [document.note] : [],
  };
}
