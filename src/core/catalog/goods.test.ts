// A shop's part of the site file: what it may not say.
import { goodsFaults, goodsMedia, goodsSchema } from "./goods";
import { emptyFrame } from "./product";
import { aProduct, aVariant } from "./sample.test-kit";

const category = { id: "mugs", name: "Mugs", slug: "mugs", parent: null, picture: null, words: "" };
const frame = { ...emptyFrame, categories: [category] };

test("the same address, SKU or variant twice, categories and variants that are not there", () => {
  const products = [
    aProduct("bell", { categories: ["mugs"], variants: [aVariant("v1", { sku: "A" })] }),
    aProduct("mugs", { categories: ["gone"], variants: [aVariant("v1", { sku: "a" })] }),
  ];
  expect(goodsFaults({ frame, products, stock: { v1: 3, v9: 1 } })).toEqual([
    { path: "products[1].slug", message: "“Mugs” has this address, too." },
    { path: "products[1].categories", message: "There is no category with this id." },
    { path: "products[1].variants[0].sku", message: "“bell” has this SKU, too." },
    { path: "products[1].variants[0].id", message: "This id stands here twice." },
    { path: "stock.v9", message: "There is no variant with this id." },
  ]);
});

test("a good one passes, and tells its pictures", () => {
  const goods = {
    frame,
    products: [
      aProduct("bell", {
        pictures: [{ media: "a".repeat(64), alt: "" }],
        variants: [aVariant("v1", { picture: "b".repeat(64) })],
      }),
    ],
    stock: { v1: 3 },
  };
  expect(goodsSchema.validate(goods).error).toBeUndefined();
  expect(goodsFaults(goods)).toEqual([]);
  expect([...goodsMedia(goods)].map(({ path }) => path)).toEqual([
    "products[0].pictures[0].media",
    "products[0].variants[0].picture",
  ]);
  expect(goodsSchema.validate({ ...goods, stock: { v1: -1 } }).error?.details[0]?.path).toEqual(["stock", "v1"]);
});
