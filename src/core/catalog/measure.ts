// How much there is of something, in the unit that it is sold in: pieces, or kilograms, litres and metres with decimals. Kept are
// pieces, or thousandths of the unit.
import type { Sale } from "./product";

export type Unit = Pick<Sale, "unit">;

/** What is kept as it is typed and written in tables: 2500 thousandths as "2.5". */
export const unitText = (quantity: number, { unit }: Unit): string =>
  String(unit === "piece" ? quantity : quantity / 1000);

/** The same with its unit, for people: "2.5 kg", "3". */
export const measureText = (quantity: number, sale: Unit): string =>
  sale.unit === "piece" ? unitText(quantity, sale) : `${unitText(quantity, sale)} ${sale.unit}`;

/** What is typed as it is kept: "2,5" or "2.5 kg" as 2500; null for what is none, or finer than the unit is kept. */
export function readMeasure(typed: string, { unit }: Unit): number | null {
  const text = typed.trim();
  if (unit === "piece") return /^\d{1,7}$/.test(text) ? Number(text) : null;
  const bare = text.endsWith(unit) ? text.slice(0, -unit.length).trimEnd() : text;
  const [, whole, parts = ""] = /^(\d{1,6})(?:[.,](\d{1,3}))?$/.exec(bare) ?? [];
  return whole === undefined ? null : Number(whole) * 1000 + Number(parts.padEnd(3, "0"));
}
