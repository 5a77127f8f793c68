// One change of many products: what each would be after it, and why one can't be changed so. Nothing is done here.
import { largestAmount } from "@/core/money/read";
import { readMeasure } from "./measure";
import { givesNothing, type Product, type ProductState } from "./product";

/** What is done to every product that was chosen. */
export type BulkChange =
  | {
      readonly what: "price";
      /** Thousandths of a percent, or minor units; less than 0 for less. */
      readonly by: "percent" | "amount";
      readonly value: number;
      /** What new prices are whole multiples of, in minor units. */
      readonly step: number;
      /** What it costs now is told as the earlier price; where it is not less than that, there is none. */
      readonly tellsEarlier: boolean;
    }
  | { readonly what: "category"; readonly category: string; readonly command: "add" | "remove" }
  | { readonly what: "state"; readonly state: ProductState }
  | {
      readonly what: "stock";
      /** So many of every variant, in the unit that each is sold in: 2.5 kilograms. */
      readonly value: number;
    };

/** A price after it, rounded to the nearest step, half up; what it is to be less of never falls below 0. */
export function changedPrice(price: number, change: Extract<BulkChange, { what: "price" }>): number {
  const { by, value, step } = change;
  // Exact, whatever it costs: in whole thousandths of a percent of a minor unit.
  const [over, under] =
    by === "percent"
      ? [BigInt(price) * BigInt(100_000 + value), BigInt(100_000 * step)]
      : [BigInt(price) + BigInt(value), BigInt(step)];
  const [doubled, divisor] = [2n * over + under, 2n * under];
  const rest = doubled % divisor;
  return Number((doubled - (rest < 0n ? rest + divisor : rest)) / divisor) * step;
}

export interface BulkOutcome {
  readonly product: Product;
  /** What there would be of variants, by their ids. */
  readonly stock: Readonly<Record<string, number>>;
  /** Nothing of it would be different. */
  readonly same: boolean;
}

type Changes = {
  readonly [W in BulkChange["what"]]: (
    product: Product,
    change: Extract<BulkChange, { readonly what: W }>,
  ) => Partial<Product> | { readonly fault: string } | { readonly stock: Readonly<Record<string, number>> };
};

const changes: Changes = {
  price: (product, change) => {
    const price = changedPrice(product.price, change);
    const scaled = (amount: number) => (change.by === "percent" ? changedPrice(amount, change) : amount);
    const variants = product.variants.map((variant) =>
      variant.price === null ? variant : { ...variant, price: changedPrice(variant.price, change) },
    );
    const options = product.options.map((option) => ({
      ...option,
      choices: option.choices.map((choice) => ({ ...choice, price: scaled(choice.price) })),
    }));
    const all = [price, ...variants.map((variant) => variant.price ?? price)];
    if (all.some((one) => one < 0)) return { fault: "It would cost less than nothing." };
    if (all.some((one) => one > largestAmount)) return { fault: "This is more than can be asked." };
    const earlierPrice = change.tellsEarlier
      ? price < product.price
        ? product.price
        : null
      : product.earlierPrice !== null && product.earlierPrice <= price
        ? null
        : product.earlierPrice;
    return { price, variants, options, earlierPrice };
  },
  category: ({ categories }, { category, command }) => ({
    categories:
      command === "remove"
        ? categories.filter((one) => one !== category)
        : categories.includes(category)
          ? categories
          : [...categories, category],
  }),
  state: (product, { state }) =>
    state === "on" && givesNothing(product)
      ? { fault: "It has no file yet: whoever buys it would get nothing." }
      : { state },
  stock: ({ counted, variants, sale }, { value }) => {
    if (!counted) return { fault: "It is not counted. Switch counting on at the product." };
    const kept = readMeasure(String(value), sale);
    return kept === null
      ? { fault: "It is sold by the piece, and of those there is a whole number." }
      : { stock: Object.fromEntries(variants.map(({ id }) => [id, kept])) };
  },
};

/** What a product would be; or a sentence of why it can't be. `stock` is what there is of its variants now. */
export function bulkChanged(
  product: Product,
  stock: Readonly<Record<string, number | null>>,
  change: BulkChange,
): BulkOutcome | { readonly fault: string } {
  const done = changes[change.what](product, change as never);
  if ("fault" in done) return done;
  if ("stock" in done)
    return { product, stock: done.stock, same: Object.entries(done.stock).every(([id, now]) => stock[id] === now) };
  const after = { ...product, ...done };
  return { product: after, stock: {}, same: JSON.stringify(after) === JSON.stringify(product) };
}
