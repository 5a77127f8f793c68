// Products for tests: each says only what its story is about.
import { paragraphs } from "@/core/page/words/richtext";
import type { Product, ProductOption, Variant } from "./product";

export const anOption = (
  name: string,
  ...choices: readonly (readonly [name: string, price?: number, grams?: number])[]
): ProductOption => ({
  id: name.toLowerCase(),
  name,
  choices: choices.map(([choice, price = 0, grams = 0]) => ({ id: choice.toLowerCase(), name: choice, price, grams })),
});

export const aVariant = (id: string, more: Partial<Variant> = {}): Variant => ({
  id,
  sku: id.toUpperCase(),
  choices: [],
  price: null,
  grams: null,
  picture: null,
  ...more,
});

export const aProduct = (id: string, more: Partial<Product> = {}): Product => ({
  id,
  kind: "goods",
  name: id,
  slug: id,
  state: "on",
  from: "",
  to: "",
  words: paragraphs(""),
  pictures: [],
  price: 1800,
  earlierPrice: null,
  sale: { unit: "piece", least: 1, step: 1 },
  content: null,
  grams: 310,
  sizeMm: null,
  taxClass: "standard",
  categories: [],
  attributes: {},
  tags: [],
  options: [],
  variants: [aVariant(`${id}-1`)],
  asks: [],
  related: null,
  notice: "",
  makingDays: 0,
  searchTitle: "",
  description: "",
  counted: false,
  lowAt: 0,
  sellsOn: false,
  ...more,
});
