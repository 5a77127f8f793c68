// What a table of products would do to a shop, line by line, before anything is done: what is made, changed, refused, and why.
// What the table does not speak of stays as it is.
import { sentences } from "@/core/input/sentences";
import { slugFrom } from "@/core/input/slug";
import { readAmount } from "@/core/money/read";
import { paragraphs } from "@/core/page/words/richtext";
import type { ShopGoods } from "./goods";
import { readMeasure, type Unit, unitText } from "./measure";
import { gramsOf, priceOf } from "./price";
import {
  type CatalogFrame,
  type Category,
  type Product,
  type ProductOption,
  pathOf,
  productKinds,
  productStates,
  saleUnits,
  type Variant,
} from "./product";
import { catalogLimits, productSchema } from "./schema";
import { columnNames, type Mapping, type TableColumn, withinSign } from "./table";
import { plainText } from "./text";

export interface LineFault {
  /** Name of our column. */
  readonly column: string;
  readonly message: string;
}

export interface LineOutcome {
  /** As a sheet counts: the headers are line 1. */
  readonly line: number;
  readonly does: "make" | "change" | "same" | "refuse";
  /** The product it is about. */
  readonly product: string;
  readonly faults: readonly LineFault[];
  /** What would be different, in words; absent where a table says it. */
  readonly says?: string;
}

/** What of a plan is shown first. */
export interface ImportSummary {
  readonly does: Readonly<Record<LineOutcome["does"], number>>;
  readonly first: readonly LineOutcome[];
}

export interface ImportPlan {
  readonly lines: readonly LineOutcome[];
  /** Products as they would be, new and changed ones alone, in the order of the table. */
  readonly products: readonly { readonly product: Product; readonly made: boolean }[];
  /** Categories as they would be. */
  readonly frame: CatalogFrame;
  /** What would be there of variants, by their ids. */
  readonly stock: Readonly<Record<string, number>>;
}

export interface PlanFacts {
  readonly goods: ShopGoods;
  readonly currency: string;
  /** Ids of tax classes. */
  readonly taxClasses: readonly string[];
  newId(): string;
  /** Hash of the picture with this file name; undefined for none. */
  picture(name: string): string | undefined;
  /** A new product with this id, variant and address, as one starts. */
  fresh(id: string, name: string, slug: string): Product;
}

type Cells = readonly string[];

const listIn = (text: string): readonly string[] => [
  ...new Set(
    text
      .split(";")
      .map((one) => one.trim())
      .filter(Boolean),
  ),
];

/** A line with what it says in each of our columns. */
class Line {
  readonly faults: LineFault[] = [];

  constructor(
    readonly number: number,
    private readonly cells: Cells,
    private readonly mapping: Mapping,
  ) {}

  /** What stands in a column; undefined where the table has no such column. */
  get(column: TableColumn): string | undefined {
    const at = this.mapping.columns[column];
    return at === undefined ? undefined : (this.cells[at] ?? "").trim();
  }

  attribute(id: string): string | undefined {
    const at = this.mapping.attributes[id];
    return at === undefined ? undefined : (this.cells[at] ?? "").trim();
  }

  get isEmpty(): boolean {
    return this.cells.every((cell) => !cell.trim());
  }

  fault(column: TableColumn, message: string): void {
    this.faults.push({ column: columnNames[column][0], message });
  }

  /** A value of a fixed list; undefined where nothing stands there. */
  oneOf<T extends string>(column: TableColumn, values: readonly T[]): T | undefined {
    const text = this.get(column);
    if (!text) return undefined;
    const found = values.find((value) => value === text.toLowerCase());
    if (found === undefined) this.fault(column, `“${text}” is none of ${values.join(", ")}.`);
    return found;
  }

  amount(column: TableColumn, currency: string): number | undefined {
    const text = this.get(column);
    if (!text) return undefined;
    const read = readAmount(text.replace(/[A-Z]{3}$/, ""), currency);
    if ("fault" in read) this.fault(column, read.fault);
    return "amount" in read ? read.amount : undefined;
  }

  /** How much there is, in the unit that it is sold in; as it is kept. */
  measure(column: TableColumn, sale: Unit, most: number): number | undefined {
    const text = this.get(column);
    if (!text) return undefined;
    const read = readMeasure(text, sale);
    if (read !== null && read <= most) return read;
    const whole = sale.unit === "piece" ? "no whole number" : `no number of ${sale.unit} with at most three decimals`;
    this.fault(
      column,
      text.startsWith("-")
        ? "This can’t be less than nothing."
        : `“${text}” is ${whole} up to ${unitText(most, sale)}.`,
    );
    return undefined;
  }

  whole(column: TableColumn, most: number): number | undefined {
    const text = this.get(column);
    if (!text) return undefined;
    const number = Number(text);
    if (/^\d{1,9}$/.test(text) && number <= most) return number;
    this.fault(
      column,
      text.startsWith("-") ? "This can’t be less than nothing." : `“${text}” is no whole number up to ${most}.`,
    );
    return undefined;
  }
}

const optionColumns: readonly (readonly [name: TableColumn, choice: TableColumn])[] = [
  ["option1", "choice1"],
  ["option2", "choice2"],
  ["option3", "choice3"],
  ["option4", "choice4"],
];

/** Lines of one product, the first of them speaking for it. */
interface Group {
  readonly name: string;
  readonly existing: Product | undefined;
  readonly lines: Line[];
}

/** Which product each line is of: by its address, by a SKU that is known, by its name; a line without a name goes on with the one before. */
function grouped(lines: readonly Line[], goods: ShopGoods): readonly Group[] {
  const bySlug = new Map(goods.products.map((product) => [product.slug, product]));
  const bySku = new Map(
    goods.products.flatMap((product) => product.variants.map(({ sku }) => [sku.toLowerCase(), product] as const)),
  );
  const byName = new Map(goods.products.map((product) => [product.name.toLowerCase(), product]));
  const groups = new Map<string, Group>();
  let last: Group | undefined;
  for (const line of lines) {
    const [name = "", address = "", sku = ""] = (["product", "address", "sku"] as const).map((one) => line.get(one));
    const existing =
      bySlug.get(address.toLowerCase()) ?? bySku.get(sku.toLowerCase()) ?? byName.get(name.toLowerCase());
    const key = existing?.id ?? (address.toLowerCase() || name.toLowerCase());
    if (!key && !last) {
      line.fault("product", "This line names no product: give it a name, or the SKU of one.");
      groups.set(`#${line.number}`, { name: "", existing: undefined, lines: [line] });
      continue;
    }
    const group = key ? groups.get(key) : last;
    if (group) group.lines.push(line);
    else groups.set(key, { name: name || existing?.name || address, existing, lines: [line] });
    last = group ?? groups.get(key);
  }
  return [...groups.values()];
}

/** Options and choices that lines name, with the ids of those that are there already. */
function optionsOf({ existing, lines }: Group, newId: () => string): readonly ProductOption[] {
  const options: { id: string; name: string; choices: ProductOption["choices"][number][] }[] = [];
  for (const [nameColumn, choiceColumn] of optionColumns) {
    const names = lines.map((line) => line.get(nameColumn) ?? "").filter(Boolean);
    const name = names[0];
    if (!name) continue;
    const before = existing?.options.find((option) => option.name.toLowerCase() === name.toLowerCase());
    const choices = [...(before?.choices ?? [])];
    for (const line of lines) {
      const choice = line.get(choiceColumn);
      if (!choice || choices.some((one) => one.name.toLowerCase() === choice.toLowerCase())) continue;
      choices.push({ id: newId(), name: choice, price: 0, grams: 0 });
    }
    options.push({ id: before?.id ?? newId(), name: before?.name ?? name, choices });
  }
  return options.length ? options : (existing?.options ?? []);
}

/** Reads categories as ways from the top ("Tableware > Mugs"), making those that are not there. */
class Categories {
  readonly all: Category[];

  constructor(
    before: readonly Category[],
    private readonly newId: () => string,
    private readonly slugs: Set<string>,
  ) {
    this.all = [...before];
  }

  idOf(way: string): string | undefined {
    let parent: string | null = null;
    for (const name of way
      .split(withinSign.trim())
      .map((one) => one.trim())
      .filter(Boolean)) {
      const above: string | null = parent;
      const found: Category | undefined = this.all.find(
        (one) => one.parent === above && one.name.toLowerCase() === name.toLowerCase(),
      );
      if (found) {
        parent = found.id;
        continue;
      }
      const made: Category = {
        id: this.newId(),
        name: name.slice(0, 80),
        slug: freeIn(this.slugs, slugFrom(name) || "category"),
        parent,
        picture: null,
        words: "",
      };
      this.all.push(made);
      parent = made.id;
    }
    return parent ?? undefined;
  }
}

/** The first of "mug", "mug-2" … that is nobody's, and takes it. */
function freeIn(taken: Set<string>, stem: string): string {
  for (let nth = 1; ; nth++) {
    const slug = nth === 1 ? stem : `${stem}-${nth}`;
    if (taken.has(slug)) continue;
    taken.add(slug);
    return slug;
  }
}

/** What the first line of a product says of it, over what it was. */
function withWords(product: Product, line: Line, facts: PlanFacts, categories: Categories): Product {
  const { currency, taxClasses } = facts;
  const text = (column: "notice" | "description", before: string) => line.get(column) ?? before;
  const words = line.get("words");
  const price = line.amount("price", currency);
  const earlier = line.get("earlierPrice");
  const unit = line.oneOf("unit", saleUnits);
  const taxClass = line.oneOf("taxClass", taxClasses);
  const categoryNames = line.get("categories");
  const tags = line.get("tags");
  const pictures = line.get("pictures");
  const makingDays = line.whole("makingDays", 200);
  const attributes: Record<string, readonly string[]> = { ...product.attributes };
  for (const { id } of facts.goods.frame.attributes) {
    const said = line.attribute(id);
    if (said === undefined) continue;
    const values = listIn(said);
    if (values.length) attributes[id] = values;
    else delete attributes[id];
  }
  const shown = pictures === undefined ? null : listIn(pictures);
  const hashes = shown?.flatMap((name) => {
    const hash = facts.picture(name);
    if (hash === undefined) line.fault("pictures", `There is no picture called “${name}” in Media.`);
    return hash ?? [];
  });
  return {
    ...product,
    name: line.get("product") || product.name,
    slug: line.get("address")?.toLowerCase() || product.slug,
    state: line.oneOf("state", productStates) ?? product.state,
    kind: line.oneOf("kind", productKinds) ?? product.kind,
    price: price ?? product.price,
    earlierPrice:
      earlier === undefined
        ? product.earlierPrice
        : earlier === ""
          ? null
          : (line.amount("earlierPrice", currency) ?? product.earlierPrice),
    sale:
      unit === undefined || unit === product.sale.unit
        ? product.sale
        : unit === "piece"
          ? { unit, least: 1, step: 1 }
          : { unit, least: 1000, step: 100 },
    taxClass: taxClass ?? product.taxClass,
    words: words === undefined || words === plainText(product.words) ? product.words : paragraphs(...words.split("\n")),
    description: text("description", product.description),
    notice: text("notice", product.notice),
    makingDays: makingDays ?? product.makingDays,
    tags: tags === undefined ? product.tags : listIn(tags),
    categories:
      categoryNames === undefined
        ? product.categories
        : listIn(categoryNames).flatMap((way) => categories.idOf(way) ?? []),
    attributes,
    pictures: hashes
      ? [...new Set(hashes)].map((media) => product.pictures.find((one) => one.media === media) ?? { media, alt: "" })
      : product.pictures,
  };
}

/** The variant that a line is of, as it would be; null where it has a fault. */
function variantOf(line: Line, product: Product, group: Group, facts: PlanFacts): Variant | null {
  const sku = line.get("sku") ?? "";
  const before =
    product.variants.find((one) => sku !== "" && one.sku.toLowerCase() === sku.toLowerCase()) ??
    (sku === "" && group.lines.length === 1 && product.variants.length === 1 ? product.variants[0] : undefined);
  if (!before && !sku) {
    line.fault("sku", "A SKU is needed, such as MUG-ASH-S: two variants can’t be told apart without.");
    return null;
  }
  const choices: string[] = [];
  for (const [nth, option] of product.options.entries()) {
    const column = optionColumns[nth]?.[1] as TableColumn;
    const said = line.get(column);
    const choice = option.choices.find(({ name }) => name.toLowerCase() === (said ?? "").toLowerCase());
    const kept = before?.choices[nth];
    if (choice) choices.push(choice.id);
    else if (!said && kept !== undefined && option.choices.some(({ id }) => id === kept)) choices.push(kept);
    else {
      line.fault(column, `${option.name} is not said.`);
      return null;
    }
  }
  const next: Variant = before
    ? { ...before, sku: sku || before.sku, choices }
    : { id: facts.newId(), sku, choices, price: null, grams: null, picture: null };
  const price = line.amount("variantPrice", facts.currency);
  const grams = line.whole("grams", catalogLimits.grams);
  // What it comes to by the product and its choices needs no price of its own.
  const usual = { ...next, price: null, grams: null };
  return {
    ...next,
    price:
      price === undefined
        ? next.price
        : price === priceOf(product, next).value
          ? next.price
          : price === priceOf(product, usual).value
            ? null
            : price,
    grams:
      grams === undefined
        ? next.grams
        : grams === gramsOf(product, next)
          ? next.grams
          : grams === gramsOf(product, usual)
            ? null
            : grams,
  };
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Faults of a product by its schema, each at the column that says it. */
function schemaFaults(product: Product, line: Line): void {
  const { error } = productSchema.validate(product, {
    abortEarly: false,
    convert: false,
    messages: sentences,
    errors: { wrap: { label: false } },
  });
  const columns: Readonly<Record<string, TableColumn>> = {
    slug: "address",
    variants: "sku",
    options: "option1",
    name: "product",
    earlierPrice: "earlierPrice",
    price: "price",
    pictures: "pictures",
    tags: "tags",
    categories: "categories",
    description: "description",
    notice: "notice",
    words: "words",
  };
  for (const { path, message } of error?.details ?? []) {
    const key = String(path[0] ?? "");
    line.fault(Object.hasOwn(columns, key) ? (columns[key] as TableColumn) : "product", message);
  }
}

/**
 * What a table would do. `rows` are its lines without the headers; the same table that was written of a shop does nothing to it. A
 * product with a fault in any of its lines is refused whole, so that nothing is half done.
 */
export function planImport(rows: readonly Cells[], mapping: Mapping, facts: PlanFacts): ImportPlan {
  const { goods, newId } = facts;
  const lines = rows.map((cells, at) => new Line(at + 2, cells, mapping)).filter((line) => !line.isEmpty);
  const slugs = new Set([...goods.products, ...goods.frame.categories].map(({ slug }) => slug));
  const categories = new Categories(goods.frame.categories, newId, slugs);
  const owners = new Map(
    goods.products.flatMap(({ id, variants }) => variants.map(({ sku }) => [sku.toLowerCase(), id] as const)),
  );
  const outcomes: LineOutcome[] = [];
  const products: { product: Product; made: boolean }[] = [];
  const stock: Record<string, number> = {};
  for (const group of grouped(lines, goods)) {
    const [first] = group.lines as [Line, ...Line[]];
    const made = !group.existing;
    const start =
      group.existing ??
      facts.fresh(
        newId(),
        group.name,
        first.get("address")?.toLowerCase() || freeIn(slugs, slugFrom(group.name) || "product"),
      );
    const said = withWords(start, first, facts, categories);
    if (made && first.get("price") === "") first.fault("price", "A price is needed. If it is free, say 0.");
    const base: Product = { ...said, options: optionsOf(group, newId), variants: made ? [] : said.variants };
    const read: Variant[] = [];
    const counts: Record<string, number> = {};
    for (const line of group.lines) {
      const variant = variantOf(line, base, group, facts);
      const count = line.measure("stock", base.sale, catalogLimits.stock);
      if (!variant) continue;
      const owner = owners.get(variant.sku.toLowerCase());
      if (owner !== undefined && owner !== base.id) line.fault("sku", `Another product has the SKU ${variant.sku}.`);
      if (read.some((one) => one.sku.toLowerCase() === variant.sku.toLowerCase()))
        line.fault("sku", `${variant.sku} stands in this table twice.`);
      owners.set(variant.sku.toLowerCase(), base.id);
      read.push(variant);
      if (count !== undefined) counts[variant.id] = count;
    }
    const kept = base.variants
      .filter((one) => !read.some(({ id }) => id === one.id))
      .filter((one) => one.choices.length === base.options.length);
    const order = new Map(base.variants.map(({ id }, at) => [id, at]));
    const variants = [...read, ...kept].sort(
      (a, b) => (order.get(a.id) ?? Infinity) - (order.get(b.id) ?? Infinity) || 0,
    );
    const counted = Object.keys(counts).length > 0 || (base.counted && !made);
    const product: Product = { ...base, variants, counted: made ? Object.keys(counts).length > 0 : counted };
    if (!group.lines.some(({ faults }) => faults.length)) schemaFaults(product, first);
    const refused = group.lines.some(({ faults }) => faults.length > 0);
    const moved = Object.entries(counts).some(([id, count]) => goods.stock[id] !== count);
    const changed = made || !same(product, group.existing) || moved;
    if (!refused && changed) {
      products.push({ product, made });
      Object.assign(stock, counts);
    }
    const does = refused ? "refuse" : made ? "make" : changed ? "change" : "same";
    for (const line of group.lines)
      outcomes.push({
        line: line.number,
        does,
        product: product.name,
        faults: line.faults.length || !refused ? line.faults : [],
      });
  }
  const used = new Set(products.flatMap(({ product }) => product.categories));
  const above = new Set([...used].flatMap((id) => pathOf(categories.all, id).map((category) => category.id)));
  const before = new Set(goods.frame.categories.map(({ id }) => id));
  return {
    lines: outcomes.sort((a, b) => a.line - b.line),
    products,
    // Categories of refused products are not made.
    frame: { ...goods.frame, categories: categories.all.filter(({ id }) => before.has(id) || above.has(id)) },
    stock,
  };
}

/** So many lines are shown at a time. */
export const linesShown = 100;

/** A plan as it is told: refused lines before the others, each in the order of the table. */
export function summaryOf(lines: readonly LineOutcome[]): {
  readonly told: ImportSummary;
  readonly lines: readonly LineOutcome[];
} {
  const does = { make: 0, change: 0, same: 0, refuse: 0 };
  for (const line of lines) does[line.does]++;
  const refused = lines.filter((line) => line.does === "refuse");
  const ordered = [...refused, ...lines.filter((line) => line.does !== "refuse")];
  return { told: { does, first: ordered.slice(0, linesShown) }, lines: ordered };
}
