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

const euros = { currency: "EUR", sale: { unit: "piece" } } as const;
const kilos = { currency: "EUR", sale: { unit: "kg" } } as const;

describe("a cell of the table", () => {
  const mug = variant("ash1", ["ash"]);

  test("takes what its column is of, and nothing else", () => {
    expect(withCell(mug, "price", " 12,50 ", euros)?.variant.price).toBe(1250);
    expect(withCell(mug, "price", "", euros)?.variant.price).toBeNull();
    expect(withCell(mug, "price", "twelve", euros)).toBeNull();
    expect(withCell(mug, "weight", "340g", euros)?.variant.grams).toBe(340);
    expect(withCell(mug, "weight", "-1", euros)).toBeNull();
    expect(withCell(mug, "stock", "7", euros)).toEqual({ variant: mug, stock: 7 });
    expect(withCell(mug, "stock", "7.5", euros)).toBeNull();
    // Of clay by weight it is kilograms, with decimals, as everywhere.
    expect(withCell(mug, "stock", "7.5", kilos)).toEqual({ variant: mug, stock: 7500 });
    expect(withCell(mug, "stock", "250 kg", kilos)).toEqual({ variant: mug, stock: 250_000 });
    expect(withCell(mug, "stock", "0,25", kilos)).toEqual({ variant: mug, stock: 250 });
    expect(withCell(mug, "stock", "1.2345", kilos)).toBeNull();
  });

  test("shows what was set, as it is typed", () => {
    const set = { ...mug, price: 1250, grams: 340 };
    expect(variantColumns.map((column) => cellText(set, column, { ash1: 4 }, euros))).toEqual([
      "ASH1",
      "12.50",
      "4",
      "340",
    ]);
    expect(cellText(mug, "stock", {}, euros)).toBe("0");
    expect(cellText(mug, "stock", { ash1: 2500 }, kilos)).toBe("2.5");
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
    euros,
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
