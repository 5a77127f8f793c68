// What a shop sells, into a site file and out of one. Only what takes a site whole reads it: no page and no release does.
import { and, asc, eq, inArray, isNull } from "drizzle-orm";
import type { ShopGoods } from "@/core/catalog/goods";
import { emptyFrame, type Product } from "@/core/catalog/product";
import { withTextMedium } from "@/core/catalog/text";
import type { Executor } from "@/data/connection";
import { shopCatalogs, shopMedia, shopProducts, shopVariants } from "@/data/shop/tables";
import { type Command, keepFrame, keepProduct, makeProduct, setStock } from "./products";

const batch = 500;

/** Everything that a site sells; undefined for one without a shop. */
export async function loadGoods(db: Executor, siteId: string): Promise<ShopGoods | undefined> {
  const [row] = await db.select().from(shopCatalogs).where(eq(shopCatalogs.siteId, siteId));
  const products: Product[] = [];
  for (let at = 0; ; at += batch) {
    const rows = await db
      .select({ document: shopProducts.document })
      .from(shopProducts)
      .where(and(eq(shopProducts.siteId, siteId), isNull(shopProducts.removedAt)))
      .orderBy(asc(shopProducts.position), asc(shopProducts.id))
      .limit(batch)
      .offset(at);
    products.push(...rows.map(({ document }) => document));
    if (rows.length < batch) break;
  }
  if (!row && !products.length) return undefined;
  const there = new Set(products.flatMap(({ variants }) => variants.map(({ id }) => id)));
  const variants = await db
    .select({ id: shopVariants.id, stock: shopVariants.stock })
    .from(shopVariants)
    .where(eq(shopVariants.siteId, siteId))
    .orderBy(asc(shopVariants.id));
  return {
    frame: row?.frame ?? emptyFrame,
    products,
    stock: Object.fromEntries(
      variants.flatMap(({ id, stock }) => (stock !== null && there.has(id) ? [[id, stock]] : [])),
    ),
  };
}

/** Stores what a new site sells, checked already. */
export async function storeGoods(tx: Executor, siteId: string, goods: ShopGoods, now: Date): Promise<void> {
  const command = { siteId, by: "file", now };
  await keepFrame(tx, command, goods.frame, 0);
  for (const product of goods.products) {
    await makeProduct(tx, command, product);
    for (const { id } of product.variants) {
      const stock = goods.stock[id];
      if (product.counted && stock !== undefined) await setStock(tx, command, id, stock, "import");
    }
  }
}

/** Which products show which media, by the product's name. */
export const goodsMediaUses = (db: Executor, siteId: string) =>
  db
    .select({ hash: shopMedia.hash, name: shopProducts.name })
    .from(shopMedia)
    .innerJoin(shopProducts, and(eq(shopProducts.siteId, shopMedia.siteId), eq(shopProducts.id, shopMedia.productId)))
    .where(and(eq(shopMedia.siteId, siteId), isNull(shopProducts.removedAt)));

/** Puts one medium in the place of another in every product that shows it; answers whether any did. */
export async function replaceInGoods(tx: Executor, command: Command, from: string, to: string): Promise<boolean> {
  const ids = (
    await tx
      .select({ id: shopMedia.productId })
      .from(shopMedia)
      .where(and(eq(shopMedia.siteId, command.siteId), eq(shopMedia.hash, from)))
  ).map(({ id }) => id);
  if (!ids.length) return false;
  const rows = await tx
    .select({ document: shopProducts.document, revision: shopProducts.revision })
    .from(shopProducts)
    .where(and(eq(shopProducts.siteId, command.siteId), inArray(shopProducts.id, ids), isNull(shopProducts.removedAt)))
    .for("update");
  for (const { document, revision } of rows) {
    const pictures = document.pictures.map((one) => (one.media === from ? { ...one, media: to } : one));
    const once = pictures.filter(({ media }, at) => pictures.findIndex((one) => one.media === media) === at);
    const variants = document.variants.map((one) => (one.picture === from ? { ...one, picture: to } : one));
    const files = document.files?.map((one) => (one.media === from ? { ...one, media: to } : one));
    const words = withTextMedium(document.words, from, to);
    await keepProduct(
      tx,
      command,
      { ...document, words, pictures: once, variants, ...(files ? { files } : {}) },
      revision,
    );
  }
  return rows.length > 0;
}
