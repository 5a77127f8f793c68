// What stands between the prices as they are written and what a basket comes to: so that its lines add up wherever it is sent.
import type { TaxRow, Total } from "./total";

export type TaxLine =
  /** Prices are written without tax: it is added, rate by rate. */
  | { readonly is: "added"; readonly taxes: readonly TaxRow[] }
  /** Prices are written with the tax of home, and less is owed where it goes, or more. Minor units, more than 0. */
  | { readonly is: "less" | "more"; readonly amount: number }
  /** What was rounded line by line and is rounded once, in minor units; less than 0 where that comes to less. */
  | { readonly is: "rounded"; readonly amount: number }
  /** The tax stands in the prices as they are. */
  | { readonly is: "within" };

/** Goods and sending as written, less what was taken off, in minor units. */
export const writtenSum = ({ lines, reductions, sending }: Pick<Total, "lines" | "reductions" | "sending">): number =>
  lines.reduce((sum, { written }) => sum + written, 0) -
  reductions.reduce((sum, { amount }) => sum + amount, 0) +
  (sending?.written ?? 0);

/** The line between them, signed, as a row of a sum; null where there is none or each tax has its own. */
export function betweenRow(
  line: TaxLine,
  words: { readonly taxLess: string; readonly taxMore: string; readonly rounding: string },
): { readonly label: string; readonly amount: number } | null {
  if (line.is === "less") return { label: words.taxLess, amount: -line.amount };
  if (line.is === "more") return { label: words.taxMore, amount: line.amount };
  return line.is === "rounded" ? { label: words.rounding, amount: line.amount } : null;
}

/** The line of tax with which the written prices add up to what it comes to. */
export function taxLine(total: Total): TaxLine {
  const difference = total.gross - writtenSum(total);
  if (difference === 0) return { is: "within" };
  if (difference === total.tax) return { is: "added", taxes: total.taxes.filter(({ tax }) => tax !== 0) };
  // Sending bears the taxes of what is sent: where it alone differs, that is more than rounding can come to.
  const rounds = Math.abs(difference) <= total.lines.length + 1;
  if (rounds && total.lines.every(({ levy }) => levy.rate === levy.writtenAt))
    return { is: "rounded", amount: difference };
  return difference < 0 ? { is: "less", amount: -difference } : { is: "more", amount: difference };
}

export interface SumRow {
  readonly label: string;
  /** Minor units; less than 0 for what is taken off. */
  readonly amount: number;
}

/** The rows between the goods and what a basket comes to: with them the lines add up. */
export function middleRows(
  total: Total,
  words: Parameters<typeof betweenRow>[1],
  taxName: (row: TaxRow) => string,
): readonly SumRow[] {
  const line = taxLine(total);
  const other = betweenRow(line, words);
  return [
    ...total.reductions.map(({ name, amount }) => ({ label: name, amount: -amount })),
    ...(total.sending ? [{ label: total.sending.name, amount: total.sending.written }] : []),
    ...(line.is === "added" ? line.taxes.map((row) => ({ label: taxName(row), amount: row.tax })) : []),
    ...(other ? [other] : []),
  ];
}
