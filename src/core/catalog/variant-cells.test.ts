import type { Product, Variant } from "./product";
import { cellText, variantColumns, withCell, withCells, withVariant } from "./variant-cells";

const variant = (id: string, choices: readonly string[], sku = id.toUpperCase()): Variant => ({
  id,
  sku,
  choices,
  price: null,
  grams: null,
  picture: null,
});

const mugs = {
  slug: "wheel-mug",
  options: [
    {
      id: "glaze",
      name: "Glaze",
      choices: [
        { id: "ash", name: "Ash", price: 0, grams: 0 },
        { id: "tide", name: "Tide", price: 0, grams: 0 },
      ],
    },
  ],
  variants: [variant("tide1", ["tide"], "MUG-TID")],
} as unknown as Product;

describe("a cell of the table", () => {
  const mug = variant("ash1", ["ash"]);

  test("takes what its column is of, and nothing else", () => {
    expect(withCell(mug, "price", " 12,50 ", "EUR")?.variant.price).toBe(1250);
    expect(withCell(mug, "price", "", "EUR")?.variant.price).toBeNull();
    expect(withCell(mug, "price", "twelve", "EUR")).toBeNull();
    expect(withCell(mug, "weight", "340g", "EUR")?.variant.grams).toBe(340);
    expect(withCell(mug, "weight", "-1", "EUR")).toBeNull();
    expect(withCell(mug, "stock", "7", "EUR")).toEqual({ variant: mug, stock: 7 });
    expect(withCell(mug, "stock", "7.5", "EUR")).toBeNull();
  });

  test("shows what was set, as it is typed", () => {
    const set = { ...mug, price: 1250, grams: 340 };
    expect(variantColumns.map((column) => cellText(set, column, { ash1: 4 }, "EUR"))).toEqual([
      "ASH1",
      "12.50",
      "4",
      "340",
    ]);
    expect(cellText(mug, "stock", {}, "EUR")).toBe("0");
  });
});

test("a sheet that is pasted fills cells to the right and below; what fits none is left as it is", () => {
  const rows = [variant("a", ["ash"]), undefined, variant("b", ["tide"])];
  const all = rows.filter((row) => row !== undefined);
  const { variants, stock } = withCells(
    all,
    rows,
    variantColumns,
    { row: 0, column: 1 },
    [["10", "3", "oops"], ["11"], ["12", "4", "500"], ["13"]],
    "EUR",
  );
  expect(variants.map(({ price, grams }) => [price, grams])).toEqual([
    [1000, null],
    [1200, 500],
  ]);
  expect(stock).toEqual({ a: 3, b: 4 });
});

test("a combination that is made has a SKU of its choices that no other has, in the order of combinations", () => {
  const made = withVariant(mugs, ["ash"], "new");
  expect(made.map(({ sku }) => sku)).toEqual(["MUG-ASH", "MUG-TID"]);
  const again = withVariant({ ...mugs, variants: made }, ["tide"], "more");
  expect(again.map(({ sku }) => sku)).toContain("MUG-TID-2");
});
