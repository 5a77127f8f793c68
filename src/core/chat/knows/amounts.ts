// Things told twice and differently: a price that is 38 on one page and 36 on another.
import { readCell } from "./table";

const numbers = /\d[\d.,]{0,14}/g;
const signs = ["€", "$", "£"] as const;
const codes = { EUR: "€", USD: "$", GBP: "£" } as const;

/** An amount of money that a line names, with the words it stands in. */
export interface Amount {
  readonly value: number;
  readonly unit: string;
  readonly words: string;
}

/** The currency that stands right behind a number, with or without a blank; "" for none. */
function behind(rest: string): string {
  const words = rest.startsWith(" ") || rest.startsWith("\u00a0") ? rest.slice(1) : rest;
  const sign = signs.find((one) => words.startsWith(one));
  if (sign) return sign;
  const code = Object.keys(codes).find((one) => words.startsWith(one) && !/^[\p{L}\d]/u.test(words.slice(one.length)));
  return code ? codes[code as keyof typeof codes] : "";
}

/** The amounts of money in a line. */
export function amountsIn(given: string): readonly Amount[] {
  const line = given.slice(0, 2000);
  return [...line.matchAll(numbers)].flatMap((found): Amount[] => {
    const digits = found[0].replace(/[.,]$/, "");
    const before = line.slice(0, found.index).trimEnd().at(-1) ?? "";
    const unit = signs.find((one) => one === before) ?? behind(line.slice(found.index + digits.length));
    const read = unit ? readCell(digits) : null;
    return read ? [{ value: read.from, unit, words: `${unit}${digits}` }] : [];
  });
}
