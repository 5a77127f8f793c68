// A part of the shop on a page: products, a search field, the basket, what a product's page is composed of.
import Joi from "joi";
import { shopCss } from "@/core/storefront/css";
import { type ListOf, lists } from "@/core/storefront/part";
import { type PartName, partFacts, partNames } from "@/core/storefront/part-facts";
import { partHtml } from "@/core/storefront/shown";
import { defineKind, type KindDefinition } from "../kind";
import { drawn, keyShape } from "../look/shapes";

export interface ShopContent {
  readonly part: PartName;
  readonly list: ListOf;
  readonly category: string;
  readonly products: readonly string[];
  readonly most: number;
  readonly filters: boolean;
}

const listWords: Readonly<Record<ListOf, string>> = {
  asked: "what the visitor asks for",
  all: "all products",
  category: "a category",
  chosen: "chosen products",
  newest: "the newest",
  reduced: "what is reduced",
  related: "what goes with this product",
};

const id = Joi.string().pattern(/^[\w-]{1,40}$/);

/** A block that shows one part, as a new one starts. */
export const shopContent = (part: PartName, more: Partial<ShopContent> = {}): ShopContent => ({
  part,
  list: "newest",
  category: "",
  products: [],
  most: 8,
  filters: false,
  ...more,
});

export const shop: KindDefinition = defineKind<ShopContent>({
  label: "Shop",
  group: "Working parts",
  inFlow: true,
  schema: Joi.object<ShopContent>({
    part: Joi.string()
      .valid(...partNames)
      .required(),
    list: Joi.string()
      .valid(...lists)
      .required(),
    category: id.allow("").required(),
    products: Joi.array().items(id).max(24).unique().required(),
    most: Joi.number().integer().min(1).max(48).required(),
    filters: Joi.boolean().required(),
  }),
  fresh: () => shopContent("list"),
  looks: ["above", "below", "hidden"],
  words: {},
  fields: [
    {
      name: "part",
      label: "Shows",
      control: { kind: "choice", options: partNames.map((name) => [name, partFacts[name].label] as const) },
      layout: true,
    },
    {
      name: "list",
      label: "Which",
      control: { kind: "choice", options: lists.map((name) => [name, listWords[name]] as const) },
      shown: ({ part }) => part === "list",
      layout: true,
    },
    {
      name: "category",
      label: "Category",
      control: { kind: "shopCategory" },
      shown: ({ part, list }) => part === "list" && list === "category",
      layout: true,
    },
    {
      name: "products",
      label: "Products",
      control: { kind: "shopProducts" },
      shown: ({ part, list }) => (part === "list" && list === "chosen") || partFacts[part].on === "product",
      hint: ({ part }) => (partFacts[part].on === "product" ? "None: the product that the page is about." : undefined),
      layout: true,
    },
    {
      name: "most",
      label: "At most",
      control: { kind: "value", of: { kind: "number", unit: "", step: 1, min: 1, max: 48 } },
      shown: ({ part, list }) => part === "list" && list !== "asked" && list !== "chosen",
      layout: true,
    },
    {
      name: "filters",
      label: "Filters",
      control: { kind: "flag", says: "Filters and order stand beside them" },
      shown: ({ part, list }) => part === "list" && list === "asked",
      layout: true,
    },
  ],
  title: ({ part }) => partFacts[part].label,
  headingLevel: ({ part }) => (partFacts[part].titles ? 1 : null),
  countedAs: () => "shop",
  draw: (_node, width) =>
    drawn(
      [
        { kind: "box", width: width * 0.3, height: 8 },
        { kind: "box", x: width * 0.35, width: width * 0.3, height: 8 },
        { kind: "box", x: width * 0.7, width: width * 0.3, height: 8 },
        { ...keyShape(width), y: 10 },
      ],
      14,
    ),
  css: `.s-part{display:block;width:100%}${shopCss}`,
  cssOf: ["button", "heading", "richText"],
  render: (node, content, context) =>
    `<div${context.attributes(node, "s-part")} data-p="${content.part}"${partFacts[content.part].live ? context.script("storefront") : ""}>${partHtml(content, context)}</div>`,
});
