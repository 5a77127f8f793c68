// What a variant costs, weighs, and costs per litre or kilogram; and why.
import { shareOfAmount } from "@/core/money/money";
import { type Decision, decided } from "@/core/visitor/decision";
import type { OptionChoice, Product, SaleUnit, Variant } from "./product";

const chosenIn = (
  { options }: Pick<Product, "options">,
  { choices }: Pick<Variant, "choices">,
): readonly OptionChoice[] => options.flatMap(({ choices: all }, at) => all.find(({ id }) => id === choices[at]) ?? []);

/** The price of one unit of a variant, in minor units as the shop writes them; never below 0. */
export function priceOf(product: Product, variant: Variant): Decision<number> {
  if (variant.price !== null) return decided(variant.price, { code: "price.variant", price: variant.price });
  const added = chosenIn(product, variant).filter(({ price }) => price !== 0);
  const price = Math.max(
    0,
    added.reduce((sum, choice) => sum + choice.price, product.price),
  );
  return added.length
    ? decided(price, { code: "price.choices", from: product.price, choices: added.map(({ name }) => name) })
    : decided(price, { code: "price.product" });
}

/** What one unit of a variant weighs, in grams; what is sold by the kilogram weighs what it is. */
export function gramsOf(product: Product, variant: Variant): number {
  if (product.sale.unit === "kg") return 1000;
  if (variant.grams !== null) return variant.grams;
  return Math.max(
    0,
    chosenIn(product, variant).reduce((sum, { grams }) => sum + grams, product.grams),
  );
}

/** The least and the highest price of a product's variants. */
export function priceRange(product: Product): { readonly least: number; readonly most: number } {
  const prices = product.variants.map((variant) => priceOf(product, variant).value);
  return prices.length
    ? { least: Math.min(...prices), most: Math.max(...prices) }
    : { least: product.price, most: product.price };
}

/** The price of a whole litre, kilogram or metre of what is in it; null where nothing is told of that. */
export function pricePerUnit(
  { content, sale }: Pick<Product, "content" | "sale">,
  price: number,
): { readonly unit: Exclude<SaleUnit, "piece">; readonly price: number } | null {
  if (sale.unit !== "piece") return { unit: sale.unit, price };
  return content?.thousandths ? { unit: content.unit, price: shareOfAmount(price, 1000, content.thousandths) } : null;
}

/** How much less than before, in whole percent, rounded down so that no more is promised; null for nothing to tell. */
export function reducedPercent({ earlierPrice }: Pick<Product, "earlierPrice">, price: number): number | null {
  if (earlierPrice === null || earlierPrice <= price) return null;
  return Math.floor(((earlierPrice - price) * 100) / earlierPrice) || null;
}
