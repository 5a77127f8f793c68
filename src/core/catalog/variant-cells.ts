// The table of variants as cells of text: what each shows, what is read from one, and what a row that is made begins as.
import { amountText, readAmount } from "@/core/money/read";
import { readMeasure, type Unit, unitText } from "./measure";
import { choiceNames, combinationOf, combinationsOf, type Product, type Variant } from "./product";

export const variantColumns = ["sku", "price", "stock", "weight"] as const;
export type VariantColumn = (typeof variantColumns)[number];

/** How many are there of each variant, by its id; null where nobody counts. */
export type Stocks = Readonly<Record<string, number | null>>;

/** What cells are read and shown by. */
export interface CellsOf {
  readonly currency: string;
  readonly sale: Unit;
}

/** A row with what was set in it; `stock` only where that was. */
export interface SetRow {
  readonly variant: Variant;
  readonly stock?: number;
}

/** A whole number that is not less than nothing; null for anything else. */
const whole = (text: string): number | null => (/^\d{1,7}$/.test(text) ? Number(text) : null);

const read: { readonly [C in VariantColumn]: (variant: Variant, typed: string, of: CellsOf) => SetRow | null } = {
  sku: (variant, sku) => ({ variant: { ...variant, sku } }),
  price: (variant, typed, { currency }) => {
    if (!typed) return { variant: { ...variant, price: null } };
    const found = readAmount(typed, currency);
    return "amount" in found ? { variant: { ...variant, price: found.amount } } : null;
  },
  weight: (variant, typed) => {
    if (!typed) return { variant: { ...variant, grams: null } };
    const grams = whole(typed.replace(/g$/, ""));
    return grams === null ? null : { variant: { ...variant, grams } };
  },
  stock: (variant, typed, { sale }) => {
    const stock = readMeasure(typed, sale);
    return stock === null ? null : { variant, stock };
  },
};

/** A row with a cell set from text; null where the text is none for the column. */
export const withCell = (variant: Variant, column: VariantColumn, text: string, of: CellsOf): SetRow | null =>
  read[column](variant, text.trim(), of);

/** What a cell shows. */
export function cellText(variant: Variant, column: VariantColumn, stock: Stocks, of: CellsOf): string {
  if (column === "sku") return variant.sku;
  if (column === "price") return variant.price === null ? "" : amountText(variant.price, of.currency);
  if (column === "weight") return variant.grams === null ? "" : String(variant.grams);
  return unitText(stock[variant.id] ?? 0, of.sale);
}

/** Sets cells from the row and column at `at` on, as the lines and tabs of a sheet say; what fits no cell is left as it is. */
export function withCells(
  variants: readonly Variant[],
  rows: readonly (Variant | undefined)[],
  columns: readonly VariantColumn[],
  at: { readonly row: number; readonly column: number },
  cells: readonly (readonly string[])[],
  of: CellsOf,
): { readonly variants: readonly Variant[]; readonly stock: Readonly<Record<string, number>> } {
  const next = new Map(variants.map((variant) => [variant.id, variant]));
  const stock: Record<string, number> = {};
  cells.forEach((line, down) => {
    const id = rows[at.row + down]?.id;
    line.forEach((text, right) => {
      const column = columns[at.column + right];
      const before = id === undefined ? undefined : next.get(id);
      const set = column && before ? withCell(before, column, text, of) : null;
      if (!set) return;
      next.set(set.variant.id, set.variant);
      if (set.stock !== undefined) stock[set.variant.id] = set.stock;
    });
  });
  return { variants: variants.map(({ id }) => next.get(id) as Variant), stock };
}

/** The variants of a product with one more, which has a SKU of its own made of its choices, in the order of combinations. */
export function withVariant(product: Product, choices: readonly string[], id: string): readonly Variant[] {
  const short = choiceNames(product, { choices }).map((name) =>
    name
      .replace(/[^A-Za-z0-9]/g, "")
      .slice(0, 3)
      .toUpperCase(),
  );
  const stem = product.slug.toUpperCase().split("-").at(-1) ?? "";
  const sku = [stem, ...short].filter(Boolean).join("-") || product.slug.toUpperCase();
  const taken = new Set(product.variants.map((one) => one.sku.toLowerCase()));
  const free = (nth: number): string => {
    const tried = nth === 1 ? sku : `${sku}-${nth}`;
    return taken.has(tried.toLowerCase()) ? free(nth + 1) : tried;
  };
  const order = new Map(combinationsOf(product.options).map((one, at) => [combinationOf(one), at]));
  const rank = (one: Variant) => order.get(combinationOf(one.choices)) ?? 0;
  const made: Variant = { id, sku: free(1), choices, price: null, grams: null, picture: null };
  return [...product.variants, made].sort((one, other) => rank(one) - rank(other));
}
