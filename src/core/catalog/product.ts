// What a shop sells: a product with its options, and the variants that its choices make.
import type { ProductText } from "./text";

/** One choice of an option: what it adds to price and weight. */
export interface OptionChoice {
  readonly id: string;
  readonly name: string;
  /** Minor units; may be less than 0. */
  readonly price: number;
  readonly grams: number;
}

/** Something a buyer chooses: a size, a glaze. */
export interface ProductOption {
  readonly id: string;
  readonly name: string;
  readonly choices: readonly OptionChoice[];
}

/** One combination of choices that exists; a product without options has one, of none. */
export interface Variant {
  readonly id: string;
  readonly sku: string;
  /** The choice of each option, in the order of the options. */
  readonly choices: readonly string[];
  /** Its own price instead of the product's with what the choices add; null for that. */
  readonly price: number | null;
  readonly grams: number | null;
  /** Hash of a picture; null for those of the product. */
  readonly picture: string | null;
}

export interface ProductPicture {
  readonly media: string;
  /** What is to be seen; "" for what the medium says of itself. */
  readonly alt: string;
}

/** How it is sold: by the piece, or by a measure in steps of thousandths of it. */
export const saleUnits = ["piece", "kg", "l", "m"] as const;
export type SaleUnit = (typeof saleUnits)[number];

export interface Sale {
  readonly unit: SaleUnit;
  /** The least that is sold and the step to more, in thousandths of the unit; 1 and 1 for pieces. */
  readonly least: number;
  readonly step: number;
}

/** What is in it, for the price per unit: 0.5 l as 500 thousandths. */
export interface Content {
  readonly unit: Exclude<SaleUnit, "piece">;
  readonly thousandths: number;
}

/** Something the buyer writes or sends for it: a name to stamp. */
export interface Ask {
  readonly id: string;
  readonly label: string;
  readonly required: boolean;
  /** Characters at most. */
  readonly most: number;
  /** Words of theirs, as where nothing is said, or a file. */
  readonly kind?: "words" | "file";
}

/** A file that is bought. */
export interface ProductFile {
  readonly media: string;
  readonly name: string;
  /** Null for every variant. */
  readonly variant: string | null;
}

export const productStates = ["draft", "on", "off"] as const;
export type ProductState = (typeof productStates)[number];

export const productKinds = ["goods", "download", "voucher"] as const;
export type ProductKind = (typeof productKinds)[number];

export interface Product {
  readonly id: string;
  readonly kind: ProductKind;
  readonly name: string;
  readonly slug: string;
  readonly state: ProductState;
  /** Local days on which it is on sale, both included; "" for no limit. */
  readonly from: string;
  readonly to: string;
  readonly words: ProductText;
  readonly pictures: readonly ProductPicture[];
  /** Minor units for one unit of sale, as prices of the shop are written. */
  readonly price: number;
  /** What it cost before; null for nothing to tell. */
  readonly earlierPrice: number | null;
  readonly sale: Sale;
  readonly content: Content | null;
  readonly grams: number;
  readonly sizeMm: readonly [number, number, number] | null;
  readonly taxClass: string;
  /** Ids of categories. */
  readonly categories: readonly string[];
  /** Values by the id of the attribute. */
  readonly attributes: Readonly<Record<string, readonly string[]>>;
  readonly tags: readonly string[];
  readonly options: readonly ProductOption[];
  readonly variants: readonly Variant[];
  readonly asks: readonly Ask[];
  /** Files that whoever buys it may fetch; of one variant alone where it is named. */
  readonly files?: readonly ProductFile[];
  /** Of a voucher: its buyer says how much, in minor units, both included; null where it has its price. */
  readonly ownAmount?: { readonly least: number; readonly most: number } | null;
  /** Ids by hand; null for those of the same category with the nearest price. */
  readonly related: readonly string[] | null;
  /** "Made to order, three weeks." */
  readonly notice: string;
  /** Working days until it can leave, besides the shop's own. */
  readonly makingDays: number;
  readonly searchTitle: string;
  readonly description: string;
  /** Stock is counted; otherwise there is always some. */
  readonly counted: boolean;
  /** So many left, and the shop is told. */
  readonly lowAt: number;
  /** Sold on when none is left. */
  readonly sellsOn: boolean;
}

/** Whether its buyer says how much it is to be worth. */
export const asksAmount = ({ kind, ownAmount }: Pick<Product, "kind" | "ownAmount">): boolean =>
  kind === "voucher" && Boolean(ownAmount);

/** A group of products; one may stand in another. */
export interface Category {
  readonly id: string;
  readonly name: string;
  readonly slug: string;
  readonly parent: string | null;
  readonly picture: string | null;
  readonly words: string;
}

/** A property of products by which they are found: glaze, height. */
export interface Attribute {
  readonly id: string;
  readonly name: string;
  /** Offered as a filter. */
  readonly filter: boolean;
}

/** What of the catalog is no product. */
export interface CatalogFrame {
  readonly categories: readonly Category[];
  readonly attributes: readonly Attribute[];
  /** Words that mean the same to whoever searches, group by group. */
  readonly synonyms: readonly (readonly string[])[];
}

export const emptyFrame: CatalogFrame = { categories: [], attributes: [], synonyms: [] };

/** What of a product says what its buyer gets for it. */
export type Given = Pick<Product, "kind" | "files"> & { readonly variants: readonly Pick<Variant, "id">[] };

/** Whether somebody could buy it and get nothing: a download with a variant that no file belongs to. */
export const givesNothing = ({ kind, files = [], variants }: Given): boolean =>
  kind === "download" && variants.some(({ id }) => !files.some(({ variant }) => variant === null || variant === id));

/** Whether the shop shows it on a local day. What gives nothing is not sold, whatever its state says. */
export const isOnSale = (product: Pick<Product, "state" | "from" | "to"> & Given, today: string): boolean => {
  const { state, from, to } = product;
  return state === "on" && (from === "" || from <= today) && (to === "" || today <= to) && !givesNothing(product);
};

/** The names of a variant's choices, in the order of the options: ["Ash", "Large"]. */
export const choiceNames = ({ options }: Pick<Product, "options">, { choices }: Pick<Variant, "choices">) =>
  options.map(({ choices: all }, at) => all.find(({ id }) => id === choices[at])?.name ?? "");

/** "Bell mug, Ash, Large" */
export const variantName = (product: Pick<Product, "name" | "options">, variant: Pick<Variant, "choices">): string =>
  [product.name, ...choiceNames(product, variant)].filter(Boolean).join(", ");

/** The choices of a variant as one text: equal for equal combinations. */
export const combinationOf = (choices: readonly string[]): string => choices.join(" ");

/** Every combination of the options' choices, the first option changing slowest. */
export const combinationsOf = (options: readonly ProductOption[]): readonly (readonly string[])[] =>
  options.reduce<readonly (readonly string[])[]>(
    (all, { choices }) => all.flatMap((before) => choices.map(({ id }) => [...before, id])),
    [[]],
  );

/** Categories above one, the outermost first, itself last. A circle ends where it began. */
export function pathOf(categories: readonly Category[], id: string): readonly Category[] {
  const path: Category[] = [];
  for (let at = categories.find((one) => one.id === id); at && !path.includes(at); ) {
    path.unshift(at);
    const { parent } = at;
    at = categories.find((one) => one.id === parent);
  }
  return path;
}

/** A category with all below it, by their ids. */
export function withBelow(categories: readonly Category[], id: string): ReadonlySet<string> {
  const found = new Set([id]);
  for (let before = 0; before !== found.size; ) {
    before = found.size;
    for (const { id: own, parent } of categories) if (parent !== null && found.has(parent)) found.add(own);
  }
  return found;
}
