// Finding products: by words with typing errors, stems and synonyms, by category, properties, price and stock; ordered, and a
// page at a time. What is asked stands in the address, so that every state can be linked.
import { priceRange } from "./price";
import { type CatalogFrame, isOnSale, type Product, withBelow } from "./product";

export const orders = ["fitting", "newest", "cheapest", "dearest", "name"] as const;
export type Order = (typeof orders)[number];

/** What a visitor asks for. */
export interface ProductQuery {
  /** As typed; "" for nothing. */
  readonly words: string;
  /** Id of a category; null for all. */
  readonly category: string | null;
  /** Values by the id of the attribute: any of them, and one of each attribute. */
  readonly values: Readonly<Record<string, readonly string[]>>;
  /** Minor units, both included; null for no limit. */
  readonly from: number | null;
  readonly to: number | null;
  readonly inStock: boolean;
  readonly reduced: boolean;
  readonly order: Order;
  /** 1 for the first. */
  readonly page: number;
}

export const everything: ProductQuery = {
  words: "",
  category: null,
  values: {},
  from: null,
  to: null,
  inStock: false,
  reduced: false,
  order: "fitting",
  page: 1,
};

/** A value that can be chosen, and how many products it would leave. */
export interface FacetValue {
  readonly value: string;
  readonly count: number;
  readonly chosen: boolean;
}

export interface Facet {
  readonly attribute: string;
  readonly name: string;
  readonly values: readonly FacetValue[];
}

export interface Found {
  /** The products of the page asked for. */
  readonly products: readonly Product[];
  readonly total: number;
  readonly page: number;
  readonly pages: number;
  readonly facets: readonly Facet[];
  readonly inStock: number;
  /** The price range of what the words and the category leave; null for nothing. */
  readonly prices: { readonly least: number; readonly most: number } | null;
}

/** A product with what is worked out once. */
interface Kept {
  readonly product: Product;
  readonly position: number;
  readonly least: number;
  readonly most: number;
  readonly inStock: boolean;
}

const comparisons: { readonly [O in Exclude<Order, "fitting">]: (a: Kept, b: Kept) => number } = {
  newest: (a, b) => b.position - a.position,
  cheapest: (a, b) => a.least - b.least || a.position - b.position,
  dearest: (a, b) => b.most - a.most || a.position - b.position,
  name: (a, b) => (a.product.name < b.product.name ? -1 : a.product.name > b.product.name ? 1 : 0),
};

/** What a catalog is made of. */
export interface CatalogParts {
  readonly frame: CatalogFrame;
  /** In the order they were made. */
  readonly products: readonly Product[];
  /** Whether some of a product can be had. */
  hasStock(product: Product): boolean;
  /** The local day. */
  readonly today: string;
  readonly language: string;
  /** Ids of the products that words mean, the most fitting first; also of those that are not on sale. */
  search(words: string): readonly string[];
}

/** A catalog as it is on sale, to be asked many times. Make a new one when anything of it changes. */
export class Catalog {
  readonly frame: CatalogFrame;
  private readonly kept: readonly Kept[];
  private readonly byId: ReadonlyMap<string, Kept>;
  private readonly bySlug: ReadonlyMap<string, Product>;

  constructor(private readonly parts: CatalogParts) {
    this.frame = parts.frame;
    this.kept = parts.products.flatMap((product, position) =>
      isOnSale(product, parts.today)
        ? [{ product, position, ...priceRange(product), inStock: parts.hasStock(product) }]
        : [],
    );
    this.byId = new Map(this.kept.map((one) => [one.product.id, one]));
    this.bySlug = new Map(this.kept.map(({ product }) => [product.slug, product]));
  }

  get size(): number {
    return this.kept.length;
  }

  product(id: string): Product | undefined {
    return this.byId.get(id)?.product;
  }

  atSlug(slug: string): Product | undefined {
    return this.bySlug.get(slug);
  }

  /** Every product on sale, in the order they were made. */
  get products(): readonly Product[] {
    return this.kept.map(({ product }) => product);
  }

  /** Those that the words mean, the most fitting first. */
  private fitting(words: string): readonly Kept[] {
    return this.parts.search(words).flatMap((id) => this.byId.get(id) ?? []);
  }

  find(query: ProductQuery, perPage: number): Found {
    const inCategory = query.category === null ? null : withBelow(this.frame.categories, query.category);
    const base = (query.words.trim() ? this.fitting(query.words) : this.kept).filter(
      ({ product }) => !inCategory || product.categories.some((id) => inCategory.has(id)),
    );
    const chosen = Object.entries(query.values).filter(([, values]) => values.length);
    const has = ({ product }: Kept, [attribute, values]: readonly [string, readonly string[]]) =>
      values.some((value) => product.attributes[attribute]?.includes(value));
    const limited = (one: Kept) =>
      (query.from === null || one.most >= query.from) &&
      (query.to === null || one.least <= query.to) &&
      (!query.reduced || (one.product.earlierPrice !== null && one.product.earlierPrice > one.least));
    const priced = base.filter(limited);
    // Every attribute is counted by what the others leave: choosing a second glaze must not read as none.
    const failures = priced.map((one) => chosen.filter((each) => !has(one, each)).map(([attribute]) => attribute));
    const stocked = (one: Kept) => !query.inStock || one.inStock;
    const counts = new Map<string, Map<string, number>>();
    let inStock = 0;
    const matching: Kept[] = [];
    for (const [at, one] of priced.entries()) {
      const failed = failures[at] as readonly string[];
      if (!failed.length && one.inStock) inStock++;
      if (!stocked(one)) continue;
      if (!failed.length) matching.push(one);
      if (failed.length > 1) continue;
      for (const [attribute, values] of Object.entries(one.product.attributes)) {
        if (failed.length && failed[0] !== attribute) continue;
        const of = counts.get(attribute) ?? new Map<string, number>();
        counts.set(attribute, of);
        for (const value of values) of.set(value, (of.get(value) ?? 0) + 1);
      }
    }
    const sorted = query.order === "fitting" ? matching : [...matching].sort(comparisons[query.order]);
    const pages = Math.max(1, Math.ceil(sorted.length / perPage));
    const page = Math.min(Math.max(1, query.page), pages);
    return {
      products: sorted.slice((page - 1) * perPage, page * perPage).map(({ product }) => product),
      total: sorted.length,
      page,
      pages,
      inStock,
      facets: this.frame.attributes.flatMap(({ id, name, filter }) => {
        const of = counts.get(id);
        const wanted = query.values[id] ?? [];
        if (!filter || (!of?.size && !wanted.length)) return [];
        const values = new Set([...(of?.keys() ?? []), ...wanted]);
        return [
          {
            attribute: id,
            name,
            values: [...values]
              .sort((a, b) => a.localeCompare(b, this.parts.language, { numeric: true }))
              .map((value) => ({ value, count: of?.get(value) ?? 0, chosen: wanted.includes(value) })),
          },
        ];
      }),
      prices: base.length
        ? { least: Math.min(...base.map(({ least }) => least)), most: Math.max(...base.map(({ most }) => most)) }
        : null,
    };
  }

  /** What stands beside a product: by hand, or those of the same category with the nearest price. */
  related(product: Product, most: number): readonly Product[] {
    if (product.related) return product.related.flatMap((id) => this.product(id) ?? []).slice(0, most);
    const { least } = priceRange(product);
    return this.kept
      .filter(
        (one) => one.product.id !== product.id && one.product.categories.some((id) => product.categories.includes(id)),
      )
      .sort((a, b) => Math.abs(a.least - least) - Math.abs(b.least - least) || a.position - b.position)
      .slice(0, most)
      .map((one) => one.product);
  }
}
