// What a product and the catalog around it may be.
import Joi from "joi";
import { idSchema, lineSchema } from "@/core/input/text";
import { largestAmount } from "@/core/money/read";
import { dateSchema } from "@/core/time/schema";
import {
  type Ask,
  type Attribute,
  type CatalogFrame,
  type Category,
  combinationOf,
  givesNothing,
  type Product,
  type ProductOption,
  productKinds,
  productStates,
  saleUnits,
  type Variant,
} from "./product";
import { media, productTextSchema } from "./text";

export const catalogLimits = {
  products: 20_000,
  pictures: 20,
  options: 4,
  choices: 40,
  variants: 400,
  categories: 400,
  attributes: 40,
  stock: 1_000_000,
  grams: 1_000_000,
} as const;

const amount = Joi.number().integer().min(0).max(largestAmount).messages({
  "number.min": "A price can’t be less than nothing.",
  "number.max": "This is more than can be asked.",
});
const grams = Joi.number().integer().min(0).max(catalogLimits.grams).messages({
  "number.min": "A weight can’t be less than nothing.",
  "number.max": "A weight is 1,000 kg at most.",
});

/** One part of an address. */
export const partSlugSchema = Joi.string()
  .max(80)
  .pattern(/^[a-z0-9]+(-[a-z0-9]+)*$/)
  .messages({
    "string.pattern.base": "An address has small letters, digits and single hyphens, such as bell-mug.",
    "string.empty": "An address is needed, such as bell-mug.",
  });

export const skuSchema = Joi.string()
  .trim()
  .max(60)
  .pattern(/^[\w./+-]+( [\w./+-]+)*$/)
  .messages({
    "string.pattern.base": "A SKU has letters, digits, and - _ . / + between them, such as MUG-ASH-S.",
    "string.empty": "A SKU is needed, such as MUG-ASH-S.",
  });

const optionSchema = Joi.object<ProductOption>({
  id: idSchema.required(),
  name: lineSchema(40).required().messages({ "string.empty": "An option needs a name, such as Glaze." }),
  choices: Joi.array()
    .items(
      Joi.object({
        id: idSchema.required(),
        name: lineSchema(60).required().messages({ "string.empty": "A choice needs a name." }),
        price: Joi.number().integer().min(-largestAmount).max(largestAmount).required(),
        grams: Joi.number().integer().min(-catalogLimits.grams).max(catalogLimits.grams).required(),
      }),
    )
    .min(1)
    .max(catalogLimits.choices)
    .unique("id")
    .unique((a: { name: string }, b: { name: string }) => a.name.toLowerCase() === b.name.toLowerCase())
    .required()
    .messages({
      "array.min": "An option needs a choice.",
      "array.unique": "Two choices have the same name.",
      "array.max": `An option has at most ${catalogLimits.choices} choices.`,
    }),
});

const variantSchema = Joi.object<Variant>({
  id: idSchema.required(),
  sku: skuSchema.required(),
  choices: Joi.array().items(idSchema).max(catalogLimits.options).required(),
  price: amount.allow(null).required(),
  grams: grams.allow(null).required(),
  picture: media.allow(null).required(),
});

const askSchema = Joi.object<Ask>({
  id: idSchema.required(),
  label: lineSchema(80).required().messages({ "string.empty": "Say what is asked, such as Name to stamp." }),
  required: Joi.boolean().required(),
  most: Joi.number().integer().min(1).max(500).required(),
  kind: Joi.string().valid("words", "file"),
});

const combinations = (product: Product, helpers: Joi.CustomHelpers) => {
  const seen = new Map<string, number>();
  const skus = new Map<string, number>();
  for (const [at, { choices, sku }] of product.variants.entries()) {
    const fits =
      choices.length === product.options.length &&
      choices.every((id, nth) => product.options[nth]?.choices.some((choice) => choice.id === id));
    if (!fits) return helpers.error("variants.choices", {}, { path: ["variants", at, "choices"] } as never);
    const key = combinationOf(choices);
    if (seen.has(key)) return helpers.error("variants.twice", {}, { path: ["variants", at, "choices"] } as never);
    seen.set(key, at);
    const same = skus.get(sku.toLowerCase());
    if (same !== undefined)
      return helpers.error("variants.sku", { row: same + 1 }, { path: ["variants", at, "sku"] } as never);
    skus.set(sku.toLowerCase(), at);
  }
  return product;
};

/** The form of a product, as one may have been kept or come in with a site. */
export const keptProductSchema: Joi.ObjectSchema<Product> = Joi.object<Product>({
  id: idSchema.required(),
  kind: Joi.string()
    .valid(...productKinds)
    .required(),
  name: lineSchema(120).required().messages({ "string.empty": "A product needs a name." }),
  slug: partSlugSchema.required(),
  state: Joi.string()
    .valid(...productStates)
    .required(),
  from: dateSchema.allow("").required(),
  to: dateSchema.allow("").required(),
  words: productTextSchema.required(),
  pictures: Joi.array()
    .items(Joi.object({ media: media.required(), alt: Joi.string().allow("").max(300).required() }))
    .max(catalogLimits.pictures)
    .unique("media")
    .required()
    .messages({ "array.unique": "The same picture stands here twice." }),
  price: amount.required(),
  earlierPrice: amount.allow(null).required(),
  sale: Joi.object({
    unit: Joi.string()
      .valid(...saleUnits)
      .required(),
    least: Joi.number().integer().min(1).max(1_000_000).required(),
    step: Joi.number().integer().min(1).max(1_000_000).required(),
  }).required(),
  content: Joi.object({
    unit: Joi.string().valid("kg", "l", "m").required(),
    thousandths: Joi.number().integer().min(1).max(10_000_000).required(),
  })
    .allow(null)
    .required(),
  grams: grams.required(),
  sizeMm: Joi.array().items(Joi.number().integer().min(1).max(10_000)).length(3).allow(null).required().messages({
    "number.min": "A size can’t be less than 1 mm.",
    "array.length": "A size has length, width and height.",
  }),
  taxClass: idSchema.required(),
  categories: Joi.array().items(idSchema).max(20).unique().required(),
  attributes: Joi.object()
    .pattern(idSchema, Joi.array().items(lineSchema(80).min(1)).max(30).unique())
    .max(catalogLimits.attributes)
    .required(),
  tags: Joi.array().items(lineSchema(40).min(1)).max(40).unique().required(),
  options: Joi.array()
    .items(optionSchema)
    .max(catalogLimits.options)
    .unique("id")
    .required()
    .messages({ "array.max": `A product has at most ${catalogLimits.options} options.` }),
  variants: Joi.array()
    .items(variantSchema)
    .min(1)
    .max(catalogLimits.variants)
    .unique("id")
    .required()
    .messages({
      "array.min": "Nothing can be sold: make at least one variant.",
      "array.max": `A product has at most ${catalogLimits.variants} variants.`,
    }),
  asks: Joi.array().items(askSchema).max(5).unique("id").required(),
  files: Joi.array()
    .items(
      Joi.object({
        media: media.required(),
        name: lineSchema(120).required().messages({ "string.empty": "A file needs a name." }),
        variant: idSchema.allow(null).required(),
      }),
    )
    .max(20),
  ownAmount: Joi.object({
    least: amount.min(1).required(),
    most: amount.min(Joi.ref("least")).required().messages({
      "number.min": "The most is not less than the least.",
      "any.ref": "The most is not less than the least.",
    }),
  }).allow(null),
  related: Joi.array().items(idSchema).max(24).unique().allow(null).required(),
  notice: lineSchema(200).allow("").required(),
  makingDays: Joi.number().integer().min(0).max(200).required(),
  searchTitle: lineSchema(120).allow("").required(),
  description: Joi.string().allow("").max(300).required(),
  counted: Joi.boolean().required(),
  lowAt: Joi.number().integer().min(0).max(catalogLimits.stock).required(),
  sellsOn: Joi.boolean().required(),
})
  .custom(combinations)
  .custom((product: Product, helpers) => {
    if (product.from && product.to && product.to < product.from)
      return helpers.error("product.days", {}, { path: ["to"] } as never);
    if (product.sale.unit === "piece" && (product.sale.least !== 1 || product.sale.step !== 1))
      return helpers.error("product.pieces", {}, { path: ["sale", "step"] } as never);
    return product;
  })
  .messages({
    "variants.choices": "This variant has a choice that is none of the options’.",
    "variants.twice": "This combination stands here twice.",
    "variants.sku": "The variant in row {#row} has this SKU already.",
    "product.days": "The last day must not be earlier than the first.",
    "product.pieces": "Pieces are sold one by one.",
  });

/** A product as somebody may leave it. */
export const productSchema: Joi.ObjectSchema<Product> = keptProductSchema
  .custom((product: Product, helpers) =>
    product.state === "on" && givesNothing(product)
      ? helpers.error("product.gives", {}, { path: ["files"] } as never)
      : product,
  )
  .messages({
    "product.gives": "Whoever buys it would get nothing. Add a file for every variant, or leave it a draft until then.",
  });

const categorySchema = Joi.object<Category>({
  id: idSchema.required(),
  name: lineSchema(80).required().messages({ "string.empty": "A category needs a name." }),
  slug: partSlugSchema.required(),
  parent: idSchema.allow(null).required(),
  picture: media.allow(null).required(),
  words: Joi.string().allow("").max(1000).required(),
});

const attributeSchema = Joi.object<Attribute>({
  id: idSchema.required(),
  name: lineSchema(40).required().messages({ "string.empty": "A property needs a name, such as Glaze." }),
  filter: Joi.boolean().required(),
});

/** A category within itself would have no end. */
const nested = (categories: readonly Category[], helpers: Joi.CustomHelpers) => {
  const parents = new Map(categories.map(({ id, parent }) => [id, parent]));
  for (const [at, { id, parent }] of categories.entries()) {
    if (parent !== null && !parents.has(parent))
      return helpers.error("category.parent", {}, { path: [at, "parent"] } as never);
    let steps = 0;
    for (let above = parent; above !== null && above !== undefined; above = parents.get(above) ?? null)
      if (above === id || ++steps > 6) return helpers.error("category.circle", {}, { path: [at, "parent"] } as never);
  }
  return categories;
};

export const catalogFrameSchema: Joi.ObjectSchema<CatalogFrame> = Joi.object<CatalogFrame>({
  categories: Joi.array()
    .items(categorySchema)
    .max(catalogLimits.categories)
    .unique("id")
    .unique("slug")
    .custom(nested)
    .required()
    .messages({
      "array.unique": "Two categories have the same address.",
      "category.parent": "The category above it is not there.",
      "category.circle": "A category can’t stand within itself, nor deeper than six levels.",
    }),
  attributes: Joi.array().items(attributeSchema).max(catalogLimits.attributes).unique("id").required(),
  synonyms: Joi.array()
    .items(Joi.array().items(lineSchema(40).min(1)).min(2).max(12))
    .max(200)
    .required()
    .messages({ "array.min": "Two words at least mean the same." }),
});
