// Many new products at once, in few statements: what a table brings.
import { and, eq, inArray, max } from "drizzle-orm";
import type { Product } from "@/core/catalog/product";
import type { Executor } from "@/data/connection";
import { shopAddresses, shopMedia, shopProducts, shopStockMoves, shopVariants } from "@/data/shop/tables";
import { realNow } from "@/server/bytes/store";
import { type Command, columnsOf, mediaRows } from "./products";

export interface NewProduct {
  readonly product: Product;
  /** What is there of its variants, by their ids; none of those it does not name. */
  readonly stock: Readonly<Record<string, number | null>>;
}

const repeats = (values: readonly string[]) => new Set(values).size < values.length;

/** Whether one of the addresses or SKUs is somebody's, or stands twice among them. */
async function someTaken(tx: Executor, siteId: string, products: readonly Product[]): Promise<boolean> {
  const slugs = products.map(({ slug }) => slug);
  const skus = products.flatMap(({ variants }) => variants.map(({ sku }) => sku));
  if (repeats(slugs) || repeats(skus.map((sku) => sku.toLowerCase()))) return true;
  const addresses = await tx
    .select({ slug: shopAddresses.slug })
    .from(shopAddresses)
    .where(and(eq(shopAddresses.siteId, siteId), inArray(shopAddresses.slug, slugs)))
    .limit(1)
    .for("update");
  if (addresses.length) return true;
  const variants = await tx
    .select({ sku: shopVariants.sku })
    .from(shopVariants)
    .where(and(eq(shopVariants.siteId, siteId), inArray(shopVariants.sku, skus)))
    .limit(1);
  return variants.length > 0;
}

/**
 * Keeps new products, checked already, behind all others, with what is there of each. False, and nothing kept, where one of
 * them can't be: each has to be made by itself then, so that it is told which, and why.
 */
export async function makeProducts(tx: Executor, command: Command, made: readonly NewProduct[]): Promise<boolean> {
  const { siteId, by, now } = command;
  const products = made.map(({ product }) => product);
  if (await someTaken(tx, siteId, products)) return false;
  const [last] = await tx
    .select({ position: max(shopProducts.position) })
    .from(shopProducts)
    .where(eq(shopProducts.siteId, siteId));
  const first = Math.max((last?.position ?? 0) + 1, now.getTime());
  const changedAt = realNow();
  await tx
    .insert(shopAddresses)
    .values(products.map(({ id, slug }) => ({ siteId, slug, of: "product" as const, target: id, current: true })));
  await tx.insert(shopProducts).values(
    products.map((product, nth) => ({
      siteId,
      id: product.id,
      ...columnsOf(product),
      position: first + nth,
      changedAt,
    })),
  );
  const variants = made.flatMap(({ product, stock }) =>
    product.variants.map(({ id, sku }) => {
      const before = product.counted ? 0 : null;
      return { product, id, sku, before, after: stock[id] === undefined ? before : (stock[id] ?? null) };
    }),
  );
  await tx.insert(shopVariants).values(
    variants.map(({ product, id, sku, after }) => {
      return { siteId, id, productId: product.id, sku, sellsOn: product.sellsOn, stock: after, changedAt };
    }),
  );
  const moves = variants.filter(({ before, after }) => before !== after);
  if (moves.length)
    await tx.insert(shopStockMoves).values(
      moves.map(({ id, before, after }) => {
        return { siteId, variantId: id, before, after, reason: "import" as const, by, at: now };
      }),
    );
  const media = products.flatMap((product) => mediaRows(siteId, product));
  if (media.length) await tx.insert(shopMedia).values(media);
  return true;
}
