// A catalog as a table and back: the same shop, line by line what is made, changed and refused.
import fc from "fast-check";
import { paragraphs } from "@/core/page/words/richtext";
import type { ShopGoods } from "./goods";
import { type PlanFacts, planImport } from "./plan";
import { anOption, aProduct, aVariant } from "./sample.test-kit";
import { mappingFor, tableLines, textOfTable } from "./table";

const category = (id: string, name: string, parent: string | null = null) => ({
  id,
  name,
  slug: `all-${id}`,
  parent,
  picture: null,
  words: "",
});
const hash = "a".repeat(64);
const goods: ShopGoods = {
  frame: {
    categories: [category("ware", "Tableware"), category("mugs", "Mugs", "ware"), category("clay", "Clay")],
    attributes: [{ id: "glaze", name: "Glaze", filter: true }],
    synonyms: [],
  },
  products: [
    aProduct("bell", {
      name: "Bell mug",
      options: [anOption("Glaze", ["Ash"], ["Tide", 100]), anOption("Size", ["Small"], ["Large", 400, 110])],
      variants: [
        aVariant("b1", { sku: "MUG-ASH-S", choices: ["ash", "small"] }),
        aVariant("b2", { sku: "MUG-TID-L", choices: ["tide", "large"] }),
        aVariant("b3", { sku: "MUG-ASH-L", choices: ["ash", "large"], price: 2199 }),
      ],
      counted: true,
      earlierPrice: 2400,
      categories: ["mugs"],
      attributes: { glaze: ["Ash", "Tide"] },
      pictures: [{ media: hash, alt: "A mug" }],
      words: paragraphs("Thrown by hand.", "Fired twice."),
    }),
    aProduct("clay", { name: "Stoneware clay", sale: { unit: "kg", least: 1000, step: 200 }, categories: ["clay"] }),
  ],
  stock: { b1: 12, b2: 0, b3: 4 },
};

let ids = 0;
const factsOf = (of: ShopGoods): PlanFacts => ({
  goods: of,
  currency: "EUR",
  taxClasses: ["standard", "reduced"],
  newId: () => `n${++ids}`,
  picture: (name) => (name === "bell.jpg" ? hash : undefined),
  fresh: (id, name, slug) => aProduct(id, { name, slug, variants: [], price: 0, grams: 0, state: "draft" }),
});
const written = (of: ShopGoods) => [...tableLines(of, "EUR", () => "bell.jpg")] as string[][];
const plan = (lines: readonly (readonly string[])[], of = goods) => {
  const [headers = [], ...rows] = lines;
  return planImport(rows, mappingFor(headers, of.frame), factsOf(of));
};

test("what was written of a shop does nothing to it", () => {
  const { lines, products, frame } = plan(written(goods));
  expect(lines.map(({ line, does }) => [line, does])).toEqual([
    [2, "same"],
    [3, "same"],
    [4, "same"],
    [5, "same"],
  ]);
  expect(products).toEqual([]);
  expect(frame).toEqual(goods.frame);
});

test("read into an empty shop and written again, it is the same table", () => {
  const empty: ShopGoods = { frame: { ...goods.frame, categories: [] }, products: [], stock: {} };
  const table = written(goods);
  const made = plan(table, empty);
  expect(made.lines.map(({ does, faults }) => [does, faults])).toEqual(Array(4).fill(["make", []]));
  const after: ShopGoods = {
    frame: made.frame,
    products: made.products.map(({ product }) => product),
    stock: made.stock,
  };
  expect(written(after)).toEqual(table);
});

describe("line by line", () => {
  const headers = ["Name", "SKU", "Preis", "Bestand", "Kategorie", "Bilder"];
  test("headers from elsewhere are understood, each once", () => {
    expect(mappingFor(headers, goods.frame).columns).toEqual({
      product: 0,
      sku: 1,
      price: 2,
      stock: 3,
      categories: 4,
      pictures: 5,
    });
    expect(mappingFor(["Property: Glaze", "Glaze"], goods.frame).attributes).toEqual({ glaze: 0 });
  });
  test("a new product, a changed one, and one that is as it was", () => {
    const { lines, products, stock, frame } = plan([
      headers,
      ["Rice bowl", "BOWL", "16,00", "7", "Tableware > Bowls", ""],
      ["Stoneware clay", "CLAY-1", "1.90", "", "Clay", ""],
    ]);
    expect(lines.map(({ does, product }) => [does, product])).toEqual([
      ["make", "Rice bowl"],
      ["change", "Stoneware clay"],
    ]);
    expect(products[0]?.product).toMatchObject({ price: 1600, slug: "rice-bowl", counted: true, state: "draft" });
    expect(products[1]?.product).toMatchObject({ id: "clay", price: 190, counted: false });
    expect(Object.values(stock)).toEqual([7]);
    expect(frame.categories.at(-1)).toMatchObject({ name: "Bowls", parent: "ware", slug: "bowls" });
  });
  test("what is wrong is told at its column; a product with a fault is left as it is, with all of its lines", () => {
    const { lines, products, frame } = plan([
      headers,
      ["Plate", "PL-1", "12,5O", "7", "New things", ""],
      ["Plate", "PL-2", "12", "-3", "", ""],
      ["Dish", "", "3", "", "", ""],
      ["Jug", "MUG-ASH-S2", "", "", "", "jug.jpg"],
      ["", "MUG-ASH-S", "1.000", "", "", ""],
    ]);
    const told = lines.map(({ line, does, faults }) => [
      line,
      does,
      faults.map(({ column, message }) => `${column}: ${message}`),
    ]);
    expect(told).toEqual([
      [2, "refuse", ["Price: Here stands the letter O and no zero. Write it as 12.50."]],
      [3, "refuse", ["Stock: This can’t be less than nothing."]],
      [4, "refuse", ["SKU: A SKU is needed, such as MUG-ASH-S: two variants can’t be told apart without."]],
      [
        5,
        "refuse",
        ["Pictures: There is no picture called “jug.jpg” in Media.", "Price: A price is needed. If it is free, say 0."],
      ],
      [6, "refuse", ["Price: Is this 1000 or 1.000? Write it without a sign for thousands."]],
    ]);
    expect(products).toEqual([]);
    expect(frame).toEqual(goods.frame);
  });
  test("a SKU that stands twice, or is another product's", () => {
    const { lines } = plan([
      ["Product", "SKU", "Price", "Option 1", "Choice 1"],
      ["Plate", "PL", "12", "Glaze", "Ash"],
      ["Plate", "PL", "12", "Glaze", "Tide"],
    ]);
    expect(lines[1]?.faults[0]?.message).toBe("PL stands in this table twice.");
  });
});

test("any prices and stocks go out and come back", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 100_000 }),
      fc.option(fc.integer({ min: 0, max: 100_000 }), { nil: null }),
      fc.integer({ min: 0, max: 500 }),
      (price, own, count) => {
        const [bell, ...others] = goods.products as [ShopGoods["products"][number], ...ShopGoods["products"][number][]];
        const [first, ...rest] = bell.variants as [(typeof bell.variants)[number], ...(typeof bell.variants)[number][]];
        const changed: ShopGoods = {
          ...goods,
          products: [{ ...bell, price, variants: [{ ...first, price: own }, ...rest] }, ...others],
          stock: { ...goods.stock, b1: count },
        };
        expect(plan(written(changed), changed).products).toEqual([]);
      },
    ),
  );
});

test("letters of another encoding are read, and it is said where nothing told which", () => {
  const latin = Uint8Array.from([0x53, 0x63, 0x68, 0xfc, 0x73, 0x73, 0x65, 0x6c]);
  expect(textOfTable(latin)).toEqual({ text: "Schüssel", guessed: true });
  expect(textOfTable(new TextEncoder().encode("Schüssel"))).toEqual({ text: "Schüssel", guessed: false });
  const wide = Uint8Array.from([0xff, 0xfe, 0x53, 0x00, 0xfc, 0x00]);
  expect(textOfTable(wide)).toEqual({ text: "Sü", guessed: false });
});
