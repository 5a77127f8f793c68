// What a shop sells, as a chat knows it: names to be asked about, and what their pages say.
import type { Catalog } from "@/core/catalog/find";
import { priceRange } from "@/core/catalog/price";
import { type CatalogFrame, type Product, pathOf } from "@/core/catalog/product";
import { plainText } from "@/core/catalog/text";
import { sentencesOf } from "../understands/sentences";
import type { Subject } from "../understands/subject";
import type { Passage, Source } from "./passage";

/** So many products are known by name. */
const most = 2000;

export interface Sold {
  readonly subject: Subject;
  readonly source: Source;
  readonly passages: readonly Passage[];
}

/** What is on sale, each with its page. */
export function soldOf(
  catalog: Pick<Catalog, "products">,
  frame: CatalogFrame,
  language: string,
  pathFor: (product: Product) => string,
): readonly Sold[] {
  return catalog.products.slice(0, most).map((product): Sold => {
    const href = pathFor(product);
    const { least, most: dearest } = priceRange(product);
    const groups = product.categories.flatMap((id) => pathOf(frame.categories, id).map(({ name }) => name));
    const source: Source = { id: `product:${product.id}`, kind: "page", title: product.name, href };
    const values = frame.attributes.flatMap(({ id, name }) => {
      const own = product.attributes[id];
      return own?.length ? [`${name}: ${own.join(", ")}`] : [];
    });
    const lines = [
      ...sentencesOf(plainText(product.words), language),
      ...values,
      ...(product.notice ? [product.notice] : []),
    ];
    return {
      subject: {
        kind: "product",
        id: product.id,
        name: product.name,
        aka: [],
        href,
        price: least,
        earlier: product.earlierPrice !== null && product.earlierPrice > least ? product.earlierPrice : null,
        ...(dearest > least ? { fromPrice: true } : {}),
      },
      source,
      passages: lines.length
        ? [
            {
              id: `${source.id}#0`,
              source: source.id,
              headings: [...groups.slice(-1), product.name],
              question: false,
              lines,
              shows: [],
            },
          ]
        : [],
    };
  });
}
