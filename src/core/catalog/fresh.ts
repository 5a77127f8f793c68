// What a product starts as.
import { paragraphs } from "@/core/page/words/richtext";
import type { Product } from "./product";

/** A product as a new one starts: one variant, not on sale. */
export const freshProduct = (id: string, variant: string, name: string, slug: string): Product => ({
  id,
  kind: "goods",
  name,
  slug,
  state: "draft",
  from: "",
  to: "",
  words: paragraphs(""),
  pictures: [],
  price: 0,
  earlierPrice: null,
  sale: { unit: "piece", least: 1, step: 1 },
  content: null,
  grams: 0,
  sizeMm: null,
  taxClass: "standard",
  categories: [],
  attributes: {},
  tags: [],
  options: [],
  variants: [
    { id: variant, sku: slug.toUpperCase().slice(0, 60), choices: [], price: null, grams: null, picture: null },
  ],
  asks: [],
  related: null,
  notice: "",
  makingDays: 0,
  searchTitle: "",
  description: "",
  counted: true,
  lowAt: 3,
  sellsOn: false,
});
