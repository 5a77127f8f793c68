// Amounts of money as people type them.
import { decimalsOf } from "./money";

/** The largest amount that is taken, in minor units: sums of ten thousand of them stay exact. */
export const largestAmount = 100_000_000_00;

/**
 * "12.50", "12,50", "1 250" or "1’250.00" as minor units of a currency, or a sentence about what is wrong. A comma and a point are
 * both read as the decimal sign; what could be the sign of thousands ("1,250") is asked back, since it would be a
 * thousandfold mistake.
 */
export function readAmount(text: string, currency: string): { readonly amount: number } | { readonly fault: string } {
  const typed = text.trim().replace(/[\s\u00a0\u202f’']/g, "");
  const decimals = decimalsOf(currency);
  const example = (12.5).toFixed(decimals);
  const match = /^(\d{1,12})(?:[.,](\d{1,9}))?$/.exec(typed);
  if (!match) {
    const odd = /[^\d.,]/.exec(typed.replace(/^-/, ""))?.[0];
    if (typed.startsWith("-")) return { fault: "This can't be less than nothing." };
    if (odd && /[\doO]/.test(odd))
      return { fault: `Here stands the letter ${odd} and no zero. Write it as ${example}.` };
    return {
      fault: odd ? `“${odd}” is no part of an amount. Write it as ${example}.` : `Write an amount as ${example}.`,
    };
  }
  const [, whole = "", fraction = ""] = match;
  if (fraction.length > decimals) {
    if (fraction.length === 3 && decimals !== 3)
      return { fault: `Is this ${whole}${fraction} or ${whole}.${fraction}? Write it without a sign for thousands.` };
    return { fault: decimals ? `${currency} has ${decimals} decimals.` : `${currency} has no decimals.` };
  }
  const amount = Number(whole + fraction.padEnd(decimals, "0"));
  return amount > largestAmount ? { fault: "This is more than can be asked." } : { amount };
}

/** An amount as it is typed: "12.50". */
export const amountText = (amount: number, currency: string): string => {
  const decimals = decimalsOf(currency);
  return (amount / 10 ** decimals).toFixed(decimals);
};
