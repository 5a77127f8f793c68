// What is wrong with a product as it is typed.
import type { Product } from "@/core/catalog/product";
import { productSchema } from "@/core/catalog/schema";
import { sentences } from "@/core/input/sentences";

/** What is wrong, by path ("variants[1].sku"). */
export function faultsOf(product: Product): Readonly<Record<string, string>> {
  const { error } = productSchema.validate(product, {
    abortEarly: false,
    convert: false,
    messages: sentences,
    errors: { wrap: { label: false } },
  });
  const faults: Record<string, string> = {};
  for (const { path, message } of error?.details ?? []) {
    const at = path.reduce<string>(
      (text, part) => (typeof part === "number" ? `${text}[${part}]` : text ? `${text}.${part}` : String(part)),
      "",
    );
    faults[at] ??= message;
  }
  return faults;
}
