// What the stand-in's payers do in test mode, each by a card's number or by its name: cards that pay, that are declined for five
// reasons, that ask for a second factor, that never answer; and events that come late, twice, out of order, or never.
import type { DeclineReason } from "@/core/payment/charge";

/** How a shop hears of it. */
export type Tells = "atOnce" | "late" | "twice" | "mixed" | "never";

export interface Behaviour {
  readonly does: "pays" | "declines" | "factor" | "hangs";
  readonly why?: DeclineReason;
  readonly tells: Tells;
  /** What a person reads in the list of test cards. */
  readonly says: string;
}

export const behaviours = {
  pays: { does: "pays", tells: "atOnce", says: "Pays" },
  noFunds: { does: "declines", why: "noFunds", tells: "atOnce", says: "Declined: not enough on the account" },
  expired: { does: "declines", why: "expired", tells: "atOnce", says: "Declined: expired" },
  refused: { does: "declines", why: "refused", tells: "atOnce", says: "Declined: refused by the bank" },
  wrongCode: { does: "declines", why: "wrongCode", tells: "atOnce", says: "Declined: wrong security code" },
  overLimit: { does: "declines", why: "overLimit", tells: "atOnce", says: "Declined: above the limit" },
  factor: { does: "factor", tells: "atOnce", says: "Asks for a code, then pays" },
  hangs: { does: "hangs", tells: "never", says: "Pays, and does not answer" },
  late: { does: "pays", tells: "late", says: "Pays, told 45 minutes late" },
  twice: { does: "pays", tells: "twice", says: "Pays, told twice" },
  mixed: { does: "pays", tells: "mixed", says: "Pays, told out of order" },
  lost: { does: "pays", tells: "never", says: "Pays, told never" },
} as const satisfies Readonly<Record<string, Behaviour>>;

export type BehaviourName = keyof typeof behaviours;
export const behaviourNames = Object.keys(behaviours) as readonly BehaviourName[];

export const isBehaviour = (name: string): name is BehaviourName => Object.hasOwn(behaviours, name);

/** The check digit of a card's number (ISO/IEC 7812-1, annex B). */
function checkDigit(digits: string): number {
  let sum = 0;
  for (let at = 0; at < digits.length; at++) {
    const digit = Number(digits[digits.length - 1 - at]);
    const doubled = at % 2 === 0 ? digit * 2 : digit;
    sum += doubled > 9 ? doubled - 9 : doubled;
  }
  return (10 - (sum % 10)) % 10;
}

/** Numbers of the range that the standard leaves to national bodies: no card of a real bank begins so. */
const range = "9700000000000";

/** The test card of each behaviour. */
export const testCards: Readonly<Record<BehaviourName, string>> = Object.fromEntries(
  behaviourNames.map((name, at) => {
    const digits = `${range}${String(at + 1).padStart(2, "0")}`;
    return [name, `${digits}${checkDigit(digits)}`];
  }),
) as Record<BehaviourName, string>;

/** Whether it could be a card's number: 12 to 19 digits with a right check digit. */
export const isCardNumber = (digits: string): boolean =>
  /^\d{12,19}$/.test(digits) && checkDigit(digits.slice(0, -1)) === Number(digits.at(-1));

/** What a card does: test cards as listed, any other of the range pays; null for no card. */
export function cardDoes(digits: string): { readonly name: BehaviourName; readonly test: boolean } | null {
  if (!isCardNumber(digits)) return null;
  const name = behaviourNames.find((one) => testCards[one] === digits);
  return name ? { name, test: true } : { name: "pays", test: false };
}
