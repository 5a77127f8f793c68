// What a shop sells, as its part of the site file: categories, properties, products in their order, and what is there of each variant.
import Joi from "joi";
import type { ShapeFault } from "@/core/input/shape";
import { idSchema } from "@/core/input/text";
import type { CatalogFrame, Product } from "./product";
import { catalogFrameSchema, catalogLimits, keptProductSchema } from "./schema";
import { isMedium } from "./text";

export interface ShopGoods {
  readonly frame: CatalogFrame;
  readonly products: readonly Product[];
  /** By the id of the variant; those that are not counted are left out. */
  readonly stock: Readonly<Record<string, number>>;
}

export const goodsSchema: Joi.ObjectSchema<ShopGoods> = Joi.object<ShopGoods>({
  frame: catalogFrameSchema.required(),
  products: Joi.array().items(keptProductSchema).max(catalogLimits.products).unique("id").required(),
  stock: Joi.object().pattern(idSchema, Joi.number().integer().min(0).max(catalogLimits.stock)).required(),
});

/** What no schema can say: the same address, SKU or variant twice, and categories that are not there. Paths are within the part. */
export function goodsFaults({ frame, products, stock }: ShopGoods): readonly ShapeFault[] {
  const faults: ShapeFault[] = [];
  const slugs = new Map(frame.categories.map(({ slug, name }) => [slug, name]));
  const categories = new Set(frame.categories.map(({ id }) => id));
  const skus = new Map<string, string>();
  const variants = new Set<string>();
  for (const [at, product] of products.entries()) {
    const path = `products[${at}]`;
    const other = slugs.get(product.slug);
    if (other !== undefined) faults.push({ path: `${path}.slug`, message: `“${other}” has this address, too.` });
    slugs.set(product.slug, product.name);
    if (product.categories.some((id) => !categories.has(id)))
      faults.push({ path: `${path}.categories`, message: "There is no category with this id." });
    for (const [nth, { id, sku }] of product.variants.entries()) {
      const same = skus.get(sku.toLowerCase());
      if (same !== undefined)
        faults.push({ path: `${path}.variants[${nth}].sku`, message: `“${same}” has this SKU, too.` });
      skus.set(sku.toLowerCase(), product.name);
      if (variants.has(id)) faults.push({ path: `${path}.variants[${nth}].id`, message: "This id stands here twice." });
      variants.add(id);
    }
  }
  for (const id of Object.keys(stock))
    if (!variants.has(id)) faults.push({ path: `stock.${id}`, message: "There is no variant with this id." });
  return faults;
}

/** Media that products show, and where in the part. */
export function* goodsMedia({
  frame,
  products,
}: ShopGoods): Generator<{ readonly hash: string; readonly path: string }> {
  for (const [at, { picture }] of frame.categories.entries())
    if (picture) yield { hash: picture, path: `frame.categories[${at}].picture` };
  for (const [at, product] of products.entries()) {
    for (const [nth, { media }] of product.pictures.entries())
      yield { hash: media, path: `products[${at}].pictures[${nth}].media` };
    for (const [nth, block] of product.words.content.entries())
      if (isMedium(block)) yield { hash: block.attrs.media, path: `products[${at}].words.content[${nth}].attrs.media` };
    for (const [nth, { media }] of (product.files ?? []).entries())
      yield { hash: media, path: `products[${at}].files[${nth}].media` };
    for (const [nth, { picture }] of product.variants.entries())
      if (picture) yield { hash: picture, path: `products[${at}].variants[${nth}].picture` };
  }
}
