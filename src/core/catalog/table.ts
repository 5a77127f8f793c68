// A catalog as a table, a line a variant: the columns, what a file's own headers mean, and the lines of what is sold.
import { amountText } from "@/core/money/read";
import type { ShopGoods } from "./goods";
import { unitText } from "./measure";
import { gramsOf, priceOf } from "./price";
import { choiceNames, type Product, pathOf, type Variant } from "./product";
import { plainText } from "./text";

/** The columns that are read and written, besides those of properties. */
export const tableColumns = [
  "product",
  "address",
  "state",
  "kind",
  "categories",
  "tags",
  "words",
  "description",
  "price",
  "earlierPrice",
  "unit",
  "taxClass",
  "sku",
  "option1",
  "choice1",
  "option2",
  "choice2",
  "option3",
  "choice3",
  "option4",
  "choice4",
  "variantPrice",
  "grams",
  "stock",
  "pictures",
  "notice",
  "makingDays",
] as const;
export type TableColumn = (typeof tableColumns)[number];

/** What each column is called where we write it, and by which other words it is known in files from elsewhere. */
export const columnNames: Readonly<Record<TableColumn, readonly [own: string, ...others: readonly string[]]>> = {
  product: ["Product", "name", "title", "artikel", "produkt", "nom"],
  address: ["Address", "slug", "handle", "url"],
  state: ["State", "status", "published"],
  kind: ["Kind", "type", "product type"],
  categories: ["Categories", "category", "kategorie", "kategorien", "catégorie"],
  tags: ["Tags", "keywords", "schlagwörter"],
  words: ["Words", "text", "body", "long description", "beschreibung"],
  description: ["Description", "short description", "seo description", "meta description"],
  price: ["Price", "regular price", "preis", "prix"],
  earlierPrice: ["Earlier price", "compare at price", "list price", "old price", "uvp"],
  unit: ["Sold by", "unit", "einheit"],
  taxClass: ["Tax class", "tax", "steuerklasse"],
  sku: ["SKU", "article number", "item number", "artikelnummer", "référence"],
  option1: ["Option 1", "option1 name"],
  choice1: ["Choice 1", "option1 value"],
  option2: ["Option 2", "option2 name"],
  choice2: ["Choice 2", "option2 value"],
  option3: ["Option 3", "option3 name"],
  choice3: ["Choice 3", "option3 value"],
  option4: ["Option 4", "option4 name"],
  choice4: ["Choice 4", "option4 value"],
  variantPrice: ["Variant price"],
  grams: ["Weight in g", "weight", "grams", "gewicht"],
  stock: ["Stock", "quantity", "inventory", "bestand", "lager"],
  pictures: ["Pictures", "images", "image", "bilder"],
  notice: ["Notice"],
  makingDays: ["Making days"],
};

/** Which column of a file each of ours is read from, by its place; null for none. Properties by their ids. */
export interface Mapping {
  readonly columns: Readonly<Partial<Record<TableColumn, number>>>;
  readonly attributes: Readonly<Record<string, number>>;
}

const plain = (text: string): string =>
  text
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();

/** Before the name of a property in a header. */
const propertyPrefix = "Property: ";

/** What the headers of a file seem to mean: our own names first, then those known from elsewhere; each column is used once. */
export function mappingFor(headers: readonly string[], { attributes }: ShopGoods["frame"]): Mapping {
  const places = new Map<string, number>();
  for (const [at, header] of headers.entries()) {
    const key = plain(header);
    if (key && !places.has(key)) places.set(key, at);
  }
  const used = new Set<number>();
  const take = (names: readonly string[]): number | undefined => {
    for (const name of names) {
      const at = places.get(plain(name));
      if (at === undefined || used.has(at)) continue;
      used.add(at);
      return at;
    }
    return undefined;
  };
  const own: Record<string, number> = {};
  for (const { id, name } of attributes) {
    const at = take([propertyPrefix + name]);
    if (at !== undefined) own[id] = at;
  }
  const columns: Partial<Record<TableColumn, number>> = {};
  // Our own names of all columns go before foreign names of any.
  for (const column of tableColumns) {
    const at = take([columnNames[column][0]]);
    if (at !== undefined) columns[column] = at;
  }
  for (const column of tableColumns) {
    const at = columns[column] === undefined ? take(columnNames[column].slice(1)) : undefined;
    if (at !== undefined) columns[column] = at;
  }
  for (const { id, name } of attributes) {
    const at = own[id] === undefined ? take([name]) : undefined;
    if (at !== undefined) own[id] = at;
  }
  return { columns, attributes: own };
}

export const listSign = "; ";
export const withinSign = " > ";

/** What of a table is written with a variant. */
interface Line {
  readonly product: Product;
  readonly variant: Variant;
  readonly goods: ShopGoods;
  readonly currency: string;
  /** The name of a medium by its hash. */
  pictureName(hash: string): string;
}

const optionAt =
  (nth: number) =>
  ({ product }: Line) =>
    product.options[nth]?.name ?? "";
const choiceAt =
  (nth: number) =>
  ({ product, variant }: Line) =>
    choiceNames(product, variant)[nth] ?? "";

const cells: { readonly [C in TableColumn]: (line: Line) => string } = {
  product: ({ product }) => product.name,
  address: ({ product }) => product.slug,
  state: ({ product }) => product.state,
  kind: ({ product }) => product.kind,
  categories: ({ product, goods }) =>
    product.categories
      .map((id) =>
        pathOf(goods.frame.categories, id)
          .map(({ name }) => name)
          .join(withinSign),
      )
      .filter(Boolean)
      .join(listSign),
  tags: ({ product }) => product.tags.join(listSign),
  words: ({ product }) => plainText(product.words),
  description: ({ product }) => product.description,
  price: ({ product, currency }) => amountText(product.price, currency),
  earlierPrice: ({ product, currency }) =>
    product.earlierPrice === null ? "" : amountText(product.earlierPrice, currency),
  unit: ({ product }) => product.sale.unit,
  taxClass: ({ product }) => product.taxClass,
  sku: ({ variant }) => variant.sku,
  option1: optionAt(0),
  choice1: choiceAt(0),
  option2: optionAt(1),
  choice2: choiceAt(1),
  option3: optionAt(2),
  choice3: choiceAt(2),
  option4: optionAt(3),
  choice4: choiceAt(3),
  // What it comes to, however that came to be: a table knows nothing of what choices add.
  variantPrice: ({ product, variant, currency }) => {
    const price = priceOf(product, variant).value;
    return price === product.price ? "" : amountText(price, currency);
  },
  grams: ({ product, variant }) => (product.sale.unit === "kg" ? "" : String(gramsOf(product, variant))),
  stock: ({ product, variant, goods }) => (product.counted ? unitText(goods.stock[variant.id] ?? 0, product.sale) : ""),
  pictures: ({ product, pictureName }) =>
    product.pictures
      .map(({ media }) => pictureName(media))
      .filter(Boolean)
      .join(listSign),
  notice: ({ product }) => product.notice,
  makingDays: ({ product }) => (product.makingDays ? String(product.makingDays) : ""),
};

/** The catalog as lines of cells, the headers first. */
export function* tableLines(
  goods: ShopGoods,
  currency: string,
  pictureName: (hash: string) => string,
): Generator<readonly string[]> {
  const { attributes } = goods.frame;
  yield [
    ...tableColumns.map((column) => columnNames[column][0]),
    ...attributes.map(({ name }) => propertyPrefix + name),
  ];
  for (const product of goods.products)
    for (const variant of product.variants)
      yield [
        ...tableColumns.map((column) => cells[column]({ product, variant, goods, currency, pictureName })),
        ...attributes.map(({ id }) => (product.attributes[id] ?? []).join(listSign)),
      ];
}

/** So large a table is read. */
export const mostLines = 60_000;
export const mostColumns = 200;

/** The text of a file's bytes: UTF-8, UTF-16 by its mark, or else the letters of Western Europe; `guessed` where nothing told. */
export function textOfTable(bytes: Uint8Array): { readonly text: string; readonly guessed: boolean } {
  const [first, second] = bytes;
  if (first === 0xff && second === 0xfe) return { text: new TextDecoder("utf-16le").decode(bytes), guessed: false };
  if (first === 0xfe && second === 0xff) return { text: new TextDecoder("utf-16be").decode(bytes), guessed: false };
  try {
    return { text: new TextDecoder("utf-8", { fatal: true }).decode(bytes), guessed: false };
  } catch {
    return { text: new TextDecoder("windows-1252").decode(bytes), guessed: true };
  }
}
