// What was paid of an order, what is left, and what went back, as its buyer reads it on its page, its papers and in letters.
import type { ConnectorKind } from "@/core/payment/connectors";
import { shopWords } from "./words";

export interface PaidOrder {
  /** BCP 47. */
  readonly language: string;
  /** How it is paid; "" where nothing was to be. */
  readonly payment: ConnectorKind | "";
  /** Minor units. */
  readonly toPay: number;
  readonly paid: number;
  readonly refunded: number;
}

export interface PaidRow {
  readonly label: string;
  /** Minor units; less than 0 for what went back. */
  readonly amount: number;
  /** The row that is looked for first. */
  readonly main: boolean;
}

/** Rows below what an order comes to: what is to be paid, or what was. One that cost nothing has one that says so. */
export function paidRows({ language, payment, toPay, paid, refunded }: PaidOrder): readonly PaidRow[] {
  const words = shopWords(language);
  const how = payment ? words.payments[payment] : "";
  const left = toPay - paid;
  return [
    ...(paid > 0 ? [{ label: words.paidBy(how), amount: paid, main: left <= 0 }] : []),
    ...(left > 0 || paid === 0
      ? [{ label: paid > 0 ? words.stillToPay : words.toPay, amount: Math.max(0, left), main: true }]
      : []),
    ...(refunded > 0 ? [{ label: words.givenBack, amount: -refunded, main: false }] : []),
  ];
}
