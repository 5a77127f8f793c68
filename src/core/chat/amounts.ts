// Things told twice and differently: a price that is 38 on one page and 36 on another.
import { readCell } from "./table";

const moneyPattern =
  /(?:[€$£]\s?\d{1,9}(?:[.,]\d{1,3}){0,3}|\d{1,9}(?:[.,]\d{1,3}){0,3}\s?(?:€|\$|£|EUR|USD|GBP)(?![\p{L}\d]))/gu;

/** An amount of money that a line names, with the words it stands in. */
export interface Amount {
  readonly value: number;
  readonly unit: string;
  readonly words: string;
}

/** The amounts of money in a line. */
export function amountsIn(line: string): readonly Amount[] {
  return [...line.slice(0, 2000).matchAll(moneyPattern)].flatMap(([words]) => {
    const read = readCell(words.replace(/\s/g, "").replace(/EUR$/, "€").replace(/USD$/, "$").replace(/GBP$/, "£"));
    return read ? [{ value: read.from, unit: read.unit, words }] : [];
  });
}
