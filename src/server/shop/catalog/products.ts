// Keeping products: documents with what lists are made from beside them, their addresses, their variants and what is there of each.
import { and, eq, inArray, isNull, max, ne, sql } from "drizzle-orm";
import { priceRange } from "@/core/catalog/price";
import { type CatalogFrame, type Product, variantName } from "@/core/catalog/product";
import { textMedia } from "@/core/catalog/text";
import { slugFrom } from "@/core/input/slug";
import type { Executor } from "@/data/connection";
import { shopAddresses, shopCatalogs, shopMedia, shopProducts, shopStockMoves, shopVariants } from "@/data/shop/tables";
import { realNow } from "@/server/bytes/store";
import { fieldProblem } from "@/server/problem";

type StockReason = (typeof shopStockMoves.$inferInsert)["reason"];

/** Who changes something, when, and why. */
export interface Command {
  readonly siteId: string;
  readonly by: string;
  readonly now: Date;
}

const ofProduct = (siteId: string, product: string) =>
  and(eq(shopVariants.siteId, siteId), eq(shopVariants.productId, product));

/** Gives an address below the shop to a product or a category; the one before leads on. 422 at "slug" where it is taken. */
export async function takeAddress(
  tx: Executor,
  siteId: string,
  of: "product" | "category",
  target: string,
  slug: string,
): Promise<void> {
  const [there] = await tx
    .select()
    .from(shopAddresses)
    .where(and(eq(shopAddresses.siteId, siteId), eq(shopAddresses.slug, slug)))
    .for("update");
  const mine = there?.of === of && there.target === target;
  if (there?.current && !mine) throw fieldProblem("slug", `Another ${there.of} has the address “${slug}”.`);
  if (there?.current) return;
  await tx
    .update(shopAddresses)
    .set({ current: false })
    .where(and(eq(shopAddresses.siteId, siteId), eq(shopAddresses.of, of), eq(shopAddresses.target, target)));
  await tx
    .insert(shopAddresses)
    .values({ siteId, slug, of, target, current: true })
    .onDuplicateKeyUpdate({ set: { of, target, current: true } });
}

/** An address that nobody has, made from words: "bell-mug", "bell-mug-2". */
export async function freeSlug(tx: Executor, siteId: string, name: string): Promise<string> {
  const stem = slugFrom(name) || "product";
  for (let nth = 1; ; nth++) {
    const slug = nth === 1 ? stem : `${stem}-${nth}`;
    const [there] = await tx
      .select({ slug: shopAddresses.slug })
      .from(shopAddresses)
      .where(and(eq(shopAddresses.siteId, siteId), eq(shopAddresses.slug, slug)));
    if (!there) return slug;
  }
}

/** Sets what is there of a variant, with a row that says why; nothing where it is so already. */
export async function setStock(
  tx: Executor,
  { siteId, by, now }: Command,
  variant: string,
  stock: number | null,
  reason: StockReason,
): Promise<void> {
  const [row] = await tx
    .select({ stock: shopVariants.stock, kept: shopVariants.kept, sellsOn: shopVariants.sellsOn })
    .from(shopVariants)
    .where(and(eq(shopVariants.siteId, siteId), eq(shopVariants.id, variant)))
    .for("update");
  if (!row || row.stock === stock) return;
  if (stock !== null && stock < row.kept && !row.sellsOn)
    throw fieldProblem("stock", `${row.kept} of it are being paid for right now. Set it to ${row.kept} at least.`);
  await tx
    .update(shopVariants)
    .set({ stock, changedAt: realNow() })
    .where(and(eq(shopVariants.siteId, siteId), eq(shopVariants.id, variant)));
  await tx
    .insert(shopStockMoves)
    .values({ siteId, variantId: variant, before: row.stock, after: stock, reason, by, at: now });
}

async function keepVariants(tx: Executor, command: Command, product: Product): Promise<void> {
  const { siteId } = command;
  const before = await tx.select().from(shopVariants).where(ofProduct(siteId, product.id)).for("update");
  const wanted = new Set(product.variants.map(({ id }) => id));
  const gone = before.filter(({ id }) => !wanted.has(id));
  const paying = gone.find(({ kept }) => kept > 0);
  if (paying)
    throw fieldProblem("variants", `${paying.sku} is being paid for right now. Take it out when that is over.`);
  if (gone.length)
    await tx.delete(shopVariants).where(
      and(
        eq(shopVariants.siteId, siteId),
        inArray(
          shopVariants.id,
          gone.map(({ id }) => id),
        ),
      ),
    );
  const skus = product.variants.map(({ sku }) => sku);
  const [other] = await tx
    .select({ sku: shopVariants.sku, productId: shopVariants.productId })
    .from(shopVariants)
    .where(
      and(eq(shopVariants.siteId, siteId), ne(shopVariants.productId, product.id), inArray(shopVariants.sku, skus)),
    )
    .limit(1);
  if (other) {
    const [named] = await tx
      .select({ name: shopProducts.name })
      .from(shopProducts)
      .where(and(eq(shopProducts.siteId, siteId), eq(shopProducts.id, other.productId)));
    const at = product.variants.findIndex(({ sku }) => sku.toLowerCase() === other.sku.toLowerCase());
    throw fieldProblem(
      `product.variants[${at}].sku`,
      `“${named?.name ?? "Another product"}” has the SKU ${other.sku}.`,
    );
  }
  for (const { id, sku } of product.variants) {
    const old = before.find((row) => row.id === id);
    const stock = product.counted ? (old?.stock ?? 0) : null;
    const values = { sku, sellsOn: product.sellsOn, changedAt: realNow() };
    if (old) {
      await tx
        .update(shopVariants)
        .set(values)
        .where(and(eq(shopVariants.siteId, siteId), eq(shopVariants.id, id)));
      if (old.stock !== stock) await setStock(tx, command, id, stock, "set");
    } else await tx.insert(shopVariants).values({ siteId, id, productId: product.id, ...values, stock });
  }
}

/** The media of a product: what it shows, and what it is sold as. */
export function mediaRows(siteId: string, product: Product) {
  const hashes = [
    ...new Set([
      ...product.pictures.map(({ media }) => media),
      ...product.variants.flatMap(({ picture }) => picture ?? []),
      ...textMedia(product.words).map(({ attrs }) => attrs.media),
    ]),
  ];
  const sold = new Set((product.files ?? []).map(({ media }) => media).filter((hash) => !hashes.includes(hash)));
  const row = { siteId, productId: product.id };
  return [
    ...hashes.map((hash) => ({ ...row, hash, sold: false })),
    ...[...sold].map((hash) => ({ ...row, hash, sold: true })),
  ];
}

async function keepMedia(tx: Executor, siteId: string, product: Product): Promise<void> {
  const rows = mediaRows(siteId, product);
  await tx.delete(shopMedia).where(and(eq(shopMedia.siteId, siteId), eq(shopMedia.productId, product.id)));
  if (rows.length) await tx.insert(shopMedia).values(rows);
}

/** What lists are made from, beside the document. */
export const columnsOf = (product: Product) => ({
  document: product,
  name: product.name,
  state: product.state,
  price: priceRange(product).least,
  picture: product.pictures[0]?.media ?? null,
  variants: product.variants.length,
});

/** Keeps a new product, checked already, behind all others. */
export async function makeProduct(tx: Executor, command: Command, product: Product): Promise<void> {
  const { siteId, now } = command;
  const [last] = await tx
    .select({ position: max(shopProducts.position) })
    .from(shopProducts)
    .where(eq(shopProducts.siteId, siteId));
  await takeAddress(tx, siteId, "product", product.id, product.slug);
  await tx.insert(shopProducts).values({
    siteId,
    id: product.id,
    ...columnsOf(product),
    position: Math.max((last?.position ?? 0) + 1, now.getTime()),
    changedAt: realNow(),
  });
  await keepVariants(tx, command, product);
  await keepMedia(tx, siteId, product);
}

/** Keeps a product that was made of `revision`; false where another has been kept since. */
export async function keepProduct(
  tx: Executor,
  command: Command,
  product: Product,
  revision: number,
): Promise<boolean> {
  const { siteId } = command;
  const [done] = await tx
    .update(shopProducts)
    .set({ ...columnsOf(product), revision: revision + 1, changedAt: realNow() })
    .where(
      and(
        eq(shopProducts.siteId, siteId),
        eq(shopProducts.id, product.id),
        eq(shopProducts.revision, revision),
        isNull(shopProducts.removedAt),
      ),
    );
  if (done.affectedRows !== 1) return false;
  await takeAddress(tx, siteId, "product", product.id, product.slug);
  await keepVariants(tx, command, product);
  await keepMedia(tx, siteId, product);
  return true;
}

/** Keeps categories, properties and synonyms made of `revision`; false where others have been kept since. */
export async function keepFrame(
  tx: Executor,
  command: Command,
  frame: CatalogFrame,
  revision: number,
): Promise<boolean> {
  const { siteId, now } = command;
  await tx
    .insert(shopCatalogs)
    .values({ siteId, frame: { categories: [], attributes: [], synonyms: [] }, changedAt: now })
    .onDuplicateKeyUpdate({ set: { siteId: sql`site_id` } });
  const [done] = await tx
    .update(shopCatalogs)
    .set({ frame, revision: revision + 1, changedAt: now })
    .where(and(eq(shopCatalogs.siteId, siteId), eq(shopCatalogs.revision, revision)));
  if (done.affectedRows !== 1) return false;
  for (const { id, slug } of frame.categories) await takeAddress(tx, siteId, "category", id, slug);
  return true;
}

/** Every variant of these products by its name, with what is there of it. */
export async function stockOf(db: Executor, siteId: string, products: readonly Product[]) {
  if (!products.length) return [];
  const rows = await db
    .select()
    .from(shopVariants)
    .where(
      and(
        eq(shopVariants.siteId, siteId),
        inArray(
          shopVariants.productId,
          products.map(({ id }) => id),
        ),
      ),
    );
  const byId = new Map(rows.map((row) => [row.id, row]));
  return products.flatMap((product) =>
    product.variants.flatMap((variant) => {
      const row = byId.get(variant.id);
      return row
        ? [
            {
              id: variant.id,
              product: product.id,
              sku: row.sku,
              name: variantName(product, variant),
              stock: row.stock,
              kept: row.kept,
            },
          ]
        : [];
    }),
  );
}
