// Letters about bookings: what each language has to say.
import type { LetterKind } from "../letter-kinds";

/** What a letter says of money besides the price, in this order. */
export const moneyLines = ["payNow", "paid", "toPay", "fee", "back", "owed"] as const;

export type MoneyLine = (typeof moneyLines)[number] | "lateFee";

export interface Wording {
  readonly subject: Readonly<Record<LetterKind, (what: string) => string>>;
  readonly first: Readonly<Record<LetterKind, string>>;
  readonly seats: (count: number) => string;
  readonly total: (amount: string) => string;
  readonly manage: string;
  readonly manageOf: Readonly<Partial<Record<LetterKind, string>>>;
  readonly offer: (time: string) => string;
  readonly until: (time: string) => string;
  readonly money: Readonly<Record<MoneyLine, (amount: string) => string>>;
}
