// Papers of an order (an invoice, a credit note, a packing slip) as what stands on them: whoever draws them adds nothing.
import { inLanguage } from "@/core/locale/words";
import { moneyWords } from "@/core/money/money";
import { addressLines } from "@/core/shop/address";
import type { OrderDocument } from "@/core/shop/ordered";
import { countryName, quantityWords, rateWords } from "@/core/storefront/view";
import { shopWords } from "@/core/storefront/words";
import { type LineParts, worthOf } from "./lines";

interface PaperWords {
  readonly invoice: (number: string) => string;
  readonly credit: (number: string) => string;
  readonly packing: (number: string) => string;
  readonly date: string;
  readonly order: string;
  readonly ofInvoice: string;
  readonly taxNumber: string;
  readonly buyersNumber: string;
  readonly what: string;
  readonly quantity: string;
  readonly each: string;
  readonly amount: string;
  readonly sku: string;
  readonly net: string;
  readonly taxOf: (rate: string, country: string) => string;
  readonly all: string;
  readonly voucher: (tail: string) => string;
  readonly toPay: string;
  readonly paid: string;
  readonly givenBack: string;
  readonly packedBy: string;
  readonly outside: string;
}

const words: Readonly<Record<"en" | "de" | "fr", PaperWords>> = {
  en: {
    invoice: (number) => `Invoice ${number}`,
    credit: (number) => `Credit note ${number}`,
    packing: (number) => `Packing slip ${number}`,
    date: "Date",
    order: "Order",
    ofInvoice: "For invoice",
    taxNumber: "Our tax number",
    buyersNumber: "Your tax number",
    what: "Goods",
    quantity: "Quantity",
    each: "Price",
    amount: "Amount",
    sku: "SKU",
    net: "Without tax",
    taxOf: (rate, country) => `Tax ${rate}, ${country}`,
    all: "In all",
    voucher: (tail) => `Voucher ${tail}`,
    toPay: "To pay",
    paid: "Paid. Thank you.",
    givenBack: "Given back",
    packedBy: "Packed by",
    outside: "The buyer owes the tax (reverse charge).",
  },
  de: {
    invoice: (number) => `Rechnung ${number}`,
    credit: (number) => `Gutschrift ${number}`,
    packing: (number) => `Packzettel ${number}`,
    date: "Datum",
    order: "Bestellung",
    ofInvoice: "Zu Rechnung",
    taxNumber: "Unsere Steuernummer",
    buyersNumber: "Ihre Steuernummer",
    what: "Ware",
    quantity: "Menge",
    each: "Preis",
    amount: "Betrag",
    sku: "Artikelnummer",
    net: "Ohne Steuer",
    taxOf: (rate, country) => `Steuer ${rate}, ${country}`,
    all: "Zusammen",
    voucher: (tail) => `Gutschein ${tail}`,
    toPay: "Zu bezahlen",
    paid: "Bezahlt. Vielen Dank.",
    givenBack: "Zurückgegeben",
    packedBy: "Gepackt von",
    outside: "Die Steuer schuldet der Käufer (Umkehrung der Steuerschuld).",
  },
  fr: {
    invoice: (number) => `Facture ${number}`,
    credit: (number) => `Avoir ${number}`,
    packing: (number) => `Bon de préparation ${number}`,
    date: "Date",
    order: "Commande",
    ofInvoice: "Pour la facture",
    taxNumber: "Notre numéro de TVA",
    buyersNumber: "Votre numéro de TVA",
    what: "Articles",
    quantity: "Quantité",
    each: "Prix",
    amount: "Montant",
    sku: "Référence",
    net: "Hors taxe",
    taxOf: (rate, country) => `Taxe ${rate}, ${country}`,
    all: "Total",
    voucher: (tail) => `Bon ${tail}`,
    toPay: "À payer",
    paid: "Payé. Merci.",
    givenBack: "Remboursé",
    packedBy: "Préparé par",
    outside: "TVA due par l’acheteur (autoliquidation).",
  },
};

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

const saleOf = ({ unit }: { readonly unit: string }) => ({
  sale: { unit: (unit || "piece") as "piece", least: 1, step: 1 },
});

/** An invoice: every line as it was agreed, tax by rate and country, what vouchers paid, and what is to be paid. */
export function invoicePaper(order: PaperOrder, number: string): Paper {
  const own = inLanguage(words, order.language);
  const { document, language, currency } = order;
  const { total } = document;
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
        quantityWords(line.quantity, saleOf(line), language),
        money(line.price),
        money(total.lines[at]?.written ?? 0),
      ]),
      ...sending,
    ],
    sums: [
      [own.net, money(total.net)],
      ...total.taxes
        .filter(({ tax }) => tax > 0)
        .map(({ rate, owedTo, tax }) => [own.taxOf(rateWords(rate, language), owedTo), money(tax)] as const),
      [own.all, money(total.gross)],
      ...(document.vouchers ?? [])
        .filter(({ amount }) => amount > 0)
        .map(({ tail, amount }) => [own.voucher(tail), `−${money(amount)}`] as const),
      [own.toPay, money(order.toPay)],
    ],
    notes: [
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
      return [[line.name, quantityWords(part, saleOf(line), language), "", money(worth)]];
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
              quantityWords(part, saleOf(line), language),
              "",
            ],
          ]
        : [];
    }),
    sums: [],
    notes: document.note ? [document.note] : [],
  };
}
