// What a catalog answers: prices with their reasons, what is found by words, properties and price, and what an address asks.
import fc from "fast-check";
import { paragraphs } from "@/core/page/words/richtext";
import { bulkChanged } from "./bulk";
import { Catalog, everything, orders, type ProductQuery } from "./find";
import { gramsOf, priceOf, pricePerUnit, priceRange, reducedPercent } from "./price";
import { type CatalogFrame, combinationsOf, isOnSale, type Product, pathOf, variantName } from "./product";
import { queryText, readQuery } from "./query";
import { anOption, aProduct, aVariant } from "./sample.test-kit";
import { catalogFrameSchema, productSchema } from "./schema";
import { ProductIndex } from "./words";

const category = (id: string, parent: string | null = null) => ({
  id,
  name: id,
  slug: id,
  parent,
  picture: null,
  words: "",
});
const frame: CatalogFrame = {
  categories: [category("tableware"), category("mugs", "tableware"), category("clay")],
  attributes: [
    { id: "glaze", name: "Glaze", filter: true },
    { id: "height", name: "Height", filter: true },
    { id: "note", name: "Note", filter: false },
  ],
  synonyms: [["mug", "cup", "beaker"]],
};
const glaze = anOption("Glaze", ["Ash"], ["Tide", 100]);
const size = anOption("Size", ["Small"], ["Large", 400, 110]);
const bell = aProduct("bell", {
  name: "Bell mug",
  options: [glaze, size],
  variants: [
    aVariant("ash-s", { choices: ["ash", "small"] }),
    aVariant("tide-l", { choices: ["tide", "large"] }),
    aVariant("ash-l", { choices: ["ash", "large"], price: 2200 }),
  ],
  categories: ["mugs"],
  attributes: { glaze: ["Ash", "Tide"], height: ["9 cm"] },
  words: paragraphs("Thrown by hand and fired twice."),
});
const bowl = aProduct("bowl", {
  name: "Rice bowl",
  price: 2400,
  earlierPrice: 3000,
  categories: ["tableware"],
  attributes: { glaze: ["Ember"], height: ["6 cm"] },
});
const clay = aProduct("clay", {
  name: "Stoneware clay",
  price: 180,
  sale: { unit: "kg", least: 500, step: 100 },
  categories: ["clay"],
});
const beaker = aProduct("beaker", {
  name: "Tall beaker",
  price: 1500,
  categories: ["mugs"],
  attributes: { glaze: ["Ash"] },
});
const products = [bell, bowl, clay, beaker];
const catalog = (more: readonly Product[] = [], language = "en") =>
  new Catalog({
    frame,
    products: [...products, ...more],
    search: (words) => new ProductIndex([...products, ...more], frame, language).search(words),
    hasStock: ({ id }) => id !== "beaker",
    today: "2026-11-28",
    language,
  });
const ask = (more: Partial<ProductQuery>) => catalog().find({ ...everything, ...more }, 24);
const idsOf = (found: { readonly products: readonly Product[] }) => found.products.map(({ id }) => id);

describe("prices", () => {
  const [small, tide, own] = bell.variants as [never, never, never];
  test("of the product, with what the choices add, or the variant's own; each says which", () => {
    expect(priceOf(bell, small)).toEqual({ value: 1800, reasons: [{ code: "price.product" }] });
    expect(priceOf(bell, tide)).toEqual({
      value: 2300,
      reasons: [{ code: "price.choices", from: 1800, choices: ["Tide", "Large"] }],
    });
    expect(priceOf(bell, own)).toEqual({ value: 2200, reasons: [{ code: "price.variant", price: 2200 }] });
    expect(priceRange(bell)).toEqual({ least: 1800, most: 2300 });
    expect([gramsOf(bell, small), gramsOf(bell, tide), gramsOf(clay, clay.variants[0] as never)]).toEqual([
      310, 420, 1000,
    ]);
    expect(variantName(bell, tide)).toBe("Bell mug, Tide, Large");
  });
  test("per litre and kilogram, and by how much it is reduced", () => {
    const glazePot = aProduct("pot", { price: 1250, content: { unit: "l", thousandths: 500 } });
    expect(pricePerUnit(glazePot, 1250)).toEqual({ unit: "l", price: 2500 });
    expect(pricePerUnit(clay, 180)).toEqual({ unit: "kg", price: 180 });
    expect(pricePerUnit(bell, 1800)).toBeNull();
    expect([
      reducedPercent(bowl, 2400),
      reducedPercent(bell, 1800),
      reducedPercent({ earlierPrice: 1801 }, 1800),
    ]).toEqual([20, null, null]);
  });
  test("every combination of the choices, the first option slowest", () => {
    expect(combinationsOf([glaze, size]).map((one) => one.join(" "))).toEqual([
      "ash small",
      "ash large",
      "tide small",
      "tide large",
    ]);
    expect(combinationsOf([])).toEqual([[]]);
  });
});

describe("what is found", () => {
  test("by words: stems, synonyms, typing errors, accents, SKUs, any order", () => {
    expect(idsOf(ask({ words: "mugs" }))).toEqual(expect.arrayContaining(["bell", "beaker"]));
    expect(idsOf(ask({ words: "cups" }))).toContain("bell");
    expect(idsOf(ask({ words: "stonware clai" }))).toEqual(["clay"]);
    expect(idsOf(ask({ words: "TIDE-L" }))[0]).toBe("bell");
    expect(idsOf(ask({ words: "bwol" }))).toEqual(["bowl"]);
    expect(idsOf(ask({ words: "thrown bell" }))).toEqual(["bell"]);
    expect(idsOf(ask({ words: "teapot" }))).toEqual([]);
    const german = catalog([aProduct("schale", { name: "Große Schüsseln" })], "de");
    expect(idsOf(german.find({ ...everything, words: "schussel" }, 24))).toEqual(["schale"]);
  });
  test("a category has what is below it; one that is not on sale is not there", () => {
    expect(idsOf(ask({ category: "tableware" }))).toEqual(["bell", "bowl", "beaker"]);
    expect(pathOf(frame.categories, "mugs").map(({ id }) => id)).toEqual(["tableware", "mugs"]);
    const more = catalog([
      aProduct("off", { state: "off" }),
      aProduct("later", { from: "2026-12-01" }),
      aProduct("over", { to: "2026-11-27" }),
      aProduct("today", { from: "2026-11-28", to: "2026-11-28" }),
    ]);
    expect(more.products.map(({ id }) => id)).toEqual(["bell", "bowl", "clay", "beaker", "today"]);
    expect(more.atSlug("off")).toBeUndefined();
  });
  test("filters count what they would leave; a second value of the same property is offered with its own", () => {
    const found = ask({ values: { glaze: ["Ash"] } });
    expect(idsOf(found)).toEqual(["bell", "beaker"]);
    expect(found.facets).toEqual([
      {
        attribute: "glaze",
        name: "Glaze",
        values: [
          { value: "Ash", count: 2, chosen: true },
          { value: "Ember", count: 1, chosen: false },
          { value: "Tide", count: 1, chosen: false },
        ],
      },
      { attribute: "height", name: "Height", values: [{ value: "9 cm", count: 1, chosen: false }] },
    ]);
    expect(found.inStock).toBe(1);
    expect(idsOf(ask({ values: { glaze: ["Ash"] }, inStock: true }))).toEqual(["bell"]);
  });
  test("by price, reduced, and in every order", () => {
    expect(idsOf(ask({ from: 2000, to: 2350 }))).toEqual(["bell"]);
    expect(idsOf(ask({ reduced: true }))).toEqual(["bowl"]);
    expect(idsOf(ask({ order: "cheapest" }))).toEqual(["clay", "beaker", "bell", "bowl"]);
    expect(idsOf(ask({ order: "dearest" }))).toEqual(["bowl", "bell", "beaker", "clay"]);
    expect(idsOf(ask({ order: "newest" }))).toEqual(["beaker", "clay", "bowl", "bell"]);
    expect(idsOf(ask({ order: "name" }))).toEqual(["bell", "bowl", "clay", "beaker"]);
  });
  test("a page at a time; one that is too far is the last", () => {
    const found = catalog().find({ ...everything, page: 9 }, 3);
    expect([idsOf(found), found.page, found.pages, found.total]).toEqual([["beaker"], 2, 2, 4]);
  });
  test("related: by hand, or the same category with the nearest price", () => {
    expect(
      catalog()
        .related(bell, 4)
        .map(({ id }) => id),
    ).toEqual(["beaker"]);
    expect(
      catalog()
        .related({ ...bell, related: ["clay", "gone"] }, 4)
        .map(({ id }) => id),
    ).toEqual(["clay"]);
  });
  test("any filter leaves exactly what a slow look at every product leaves", () => {
    const values = fc.subarray(["Ash", "Tide", "Ember"]);
    fc.assert(
      fc.property(
        values,
        fc.boolean(),
        fc.option(fc.integer({ min: 0, max: 3000 }), { nil: null }),
        (glazes, inStock, to) => {
          const found = ask({ values: { glaze: glazes }, inStock, to });
          const slow = products.filter(
            (one) =>
              (!glazes.length || glazes.some((value) => one.attributes.glaze?.includes(value))) &&
              (!inStock || one.id !== "beaker") &&
              (to === null || priceRange(one).least <= to),
          );
          expect(idsOf(found)).toEqual(slow.map(({ id }) => id));
        },
      ),
    );
  });
});

describe("what an address asks", () => {
  const about = { attributes: frame.attributes, currency: "EUR" };
  const read = (text: string) => {
    const all: Record<string, string[]> = {};
    for (const [name, value] of new URLSearchParams(text)) all[name] = [...(all[name] ?? []), value];
    return readQuery(all, about, null);
  };
  test("every state can be linked and is read again", () => {
    fc.assert(
      fc.property(
        fc.record({
          words: fc.string({ maxLength: 40 }).map((text) => text.trim()),
          category: fc.constant(null),
          values: fc.subarray(["Ash", "Tide & Foam", "9 cm"], { minLength: 1 }).map((glaze) => ({ glaze })),
          from: fc.option(fc.integer({ min: 0, max: 100_000 }), { nil: null }),
          to: fc.option(fc.integer({ min: 0, max: 100_000 }), { nil: null }),
          inStock: fc.boolean(),
          reduced: fc.boolean(),
          order: fc.constantFrom(...orders),
          page: fc.integer({ min: 1, max: 50 }),
        }),
        (query) => expect(read(queryText(query, "EUR"))).toEqual(query),
      ),
    );
  });
  test("what makes no sense asks nothing", () => {
    expect(read("?order=__proto__&page=-3&from=abc&is.other=1&stock=yes&is.glaze=")).toEqual(everything);
    expect(queryText(everything, "EUR")).toBe("");
  });
});

describe("what is refused, at its place", () => {
  const faultOf = (product: object) => {
    const { error } = productSchema.validate(product);
    return error?.details.map(({ path, message }) => [path.join("."), message]);
  };
  test("a good one passes", () => {
    expect(faultOf(bell)).toBeUndefined();
    expect(faultOf(clay)).toBeUndefined();
  });
  test("a download whose buyer would get nothing is no product to sell, whatever its state says", () => {
    const recipes = (files: object[]) => ({ ...bell, kind: "download" as const, files });
    const [first, second] = bell.variants as [Product["variants"][number], Product["variants"][number]];
    const file = (variant: string | null) => ({ media: "a".repeat(64), name: "Recipes.pdf", variant });
    const gives = [["files", expect.stringMatching(/would get nothing/)]];
    expect(faultOf(recipes([]))).toEqual(gives);
    expect(faultOf({ ...recipes([]), state: "draft" })).toBeUndefined();
    expect(faultOf(recipes([file(null)]))).toBeUndefined();
    // A file of one variant alone leaves whoever buys another with nothing.
    expect(faultOf(recipes([file(first.id)]))).toEqual(gives);
    expect(faultOf(recipes(bell.variants.map(({ id }) => file(id))))).toBeUndefined();
    expect(second.id).not.toBe(first.id);
    expect(isOnSale({ ...recipes([]), files: [] } as never, "2026-03-05")).toBe(false);
    expect(isOnSale({ ...recipes([file(null)]) } as never, "2026-03-05")).toBe(true);
    expect(bulkChanged({ ...recipes([]), state: "draft" } as never, {}, { what: "state", state: "on" })).toHaveProperty(
      "fault",
    );
  });
  test("SKUs twice, combinations twice or of nothing, negative weights, days that end before they begin", () => {
    const [first, second] = bell.variants as [Product["variants"][number], Product["variants"][number]];
    const variants = (other: object) => ({ ...bell, variants: [first, { ...second, ...other }] });
    expect(faultOf(variants({ sku: "ash-s" }))).toEqual([
      ["variants.1.sku", "The variant in row 1 has this SKU already."],
    ]);
    expect(faultOf(variants({ sku: "" }))).toEqual([["variants.1.sku", "A SKU is needed, such as MUG-ASH-S."]]);
    expect(faultOf(variants({ choices: first.choices }))?.[0]?.[1]).toBe("This combination stands here twice.");
    expect(faultOf(variants({ choices: ["ash"] }))?.[0]?.[1]).toMatch("none of the options");
    expect(faultOf({ ...bell, grams: -1 })).toEqual([["grams", "A weight can’t be less than nothing."]]);
    expect(faultOf({ ...bell, from: "2026-12-02", to: "2026-12-01" })?.[0]?.[0]).toBe("to");
    expect(faultOf({ ...bell, sale: { unit: "piece", least: 1, step: 5 } })?.[0]?.[0]).toBe("sale.step");
  });
  test("categories in a circle", () => {
    const circle = [category("a", "b"), category("b", "a")];
    expect(catalogFrameSchema.validate({ ...frame, categories: circle }).error?.message).toMatch("within itself");
    expect(catalogFrameSchema.validate(frame).error).toBeUndefined();
  });
});
