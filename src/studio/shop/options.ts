// Variants of a product whose options change.
import { combinationsOf, type Product, type ProductOption, type Variant } from "@/core/catalog/product";

/** The variants of a product whose options changed: each keeps what it was, under the choices it has now. */
export function variantsFor(product: Product, options: readonly ProductOption[]): readonly Variant[] {
  const combinations = combinationsOf(options);
  const left = [...product.variants];
  const kept: Variant[] = [];
  for (const choices of combinations) {
    // The variant that says most of it already: none is used twice.
    const at = left.findIndex((variant) =>
      product.options.every((option, nth) => {
        const now = options.findIndex(({ id }) => id === option.id);
        return now < 0 || choices[now] === variant.choices[nth];
      }),
    );
    if (at < 0) continue;
    const [variant] = left.splice(at, 1);
    if (variant) kept.push({ ...variant, choices });
  }
  const [first] = product.variants;
  if (kept.length || !first) return kept;
  return [{ ...first, choices: combinations[0] ?? [] }];
}
