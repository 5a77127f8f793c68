// Parts of an order: what of its lines is still to be sent or could be given back, and what a part of a line came to.
import { shareOfAmount } from "@/core/money/money";
import type { OrderDocument, OrderedLine } from "@/core/shop/ordered";

/** How much of lines, by their ids: pieces, or thousandths of the unit. */
export type LineParts = Readonly<Record<string, number>>;

/** What is left of each line after parts of it; lines of which nothing is left are none. */
export function linesLeft(
  lines: readonly Pick<OrderedLine, "id" | "quantity">[],
  parts: readonly LineParts[],
): LineParts {
  return Object.fromEntries(
    lines.flatMap(({ id, quantity }) => {
      const left = parts.reduce((rest, part) => rest - (part[id] ?? 0), quantity);
      return left > 0 ? [[id, left]] : [];
    }),
  );
}

/** Lines that are put in a parcel: files and vouchers are none. */
export const parcelLines = (lines: readonly OrderedLine[]): readonly OrderedLine[] =>
  lines.filter(({ kind }) => kind === undefined || kind === "goods");

/** The first line of which less is kept than went back already; undefined for none. */
export function lessThanBack<L extends Pick<OrderedLine, "id" | "quantity">>(
  lines: readonly L[],
  back: readonly LineParts[],
  kept: LineParts,
): L | undefined {
  const still = linesLeft(lines, back);
  return lines.find(({ id, quantity }) => (kept[id] ?? 0) < quantity - (still[id] ?? 0));
}

/** The first line of which more is asked than is left, or nothing; null for none. */
export function tooMuch(parts: LineParts, left: LineParts): string | null {
  return Object.entries(parts).find(([id, quantity]) => quantity <= 0 || quantity > (left[id] ?? 0))?.[0] ?? null;
}

/** What parts of lines came to, tax included, in minor units: of a whole line exactly what was paid for it. */
export function worthOf({ lines, total }: Pick<OrderDocument, "lines" | "total">, parts: LineParts): number {
  return lines.reduce((sum, { id, quantity }, at) => {
    const part = parts[id] ?? 0;
    return part > 0 ? sum + shareOfAmount(total.lines[at]?.gross ?? 0, part, quantity) : sum;
  }, 0);
}
