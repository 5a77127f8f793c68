// Amounts of money: whole minor units of one currency, and the tax in them.

/** An amount in minor units (cents, pence) of an ISO 4217 currency. */
export interface Money {
  readonly amount: number;
  /** ISO 4217, three capital letters. */
  readonly currency: string;
}

export interface Tax {
  /** Percent with at most three decimals: 13.5 is thirteen and a half per cent. */
  readonly percent: number;
  /** Whether prices are written with the tax in them; otherwise it is added on top. */
  readonly included: boolean;
}

/** What one line of a bill comes to, all in minor units: `net + tax = gross`. */
export interface TaxedAmount {
  readonly net: number;
  readonly tax: number;
  readonly gross: number;
}

/** `numerator / denominator` to the nearest whole number, halves up. Both are at least 0, so no sign is considered. */
export const halfUp = (numerator: bigint, denominator: bigint): number =>
  Number((2n * numerator + denominator) / (2n * denominator));

/**
 * The tax in (or on) an amount of minor units, rounded half up, once per line. In whole numbers throughout: a binary
 * fraction would put 1.005 below its half.
 */
export function withTax(amount: number, tax: Tax | null): TaxedAmount {
  if (!tax) return { net: amount, tax: 0, gross: amount };
  const rate = BigInt(Math.round(tax.percent * 1000));
  const whole = 100_000n;
  if (tax.included) {
    const part = halfUp(BigInt(amount) * rate, whole + rate);
    return { net: amount - part, tax: part, gross: amount };
  }
  const part = halfUp(BigInt(amount) * rate, whole);
  return { net: amount, tax: part, gross: amount + part };
}

/** So many of `of` equal parts of an amount, rounded half up. */
export const shareOfAmount = (amount: number, parts: number, of: number): number =>
  halfUp(BigInt(amount) * BigInt(parts), BigInt(of));

/** How many decimals a currency is written with (ISO 4217's exponent, as CLDR knows it). */
export const decimalsOf = (currency: string): number =>
  new Intl.NumberFormat("en", { style: "currency", currency }).resolvedOptions().maximumFractionDigits ?? 2;

/** An amount as people of `language` write it: "€38.00". */
export const moneyWords = ({ amount, currency }: Money, language: string): string =>
  new Intl.NumberFormat(language, { style: "currency", currency }).format(amount / 10 ** decimalsOf(currency));
