// What the studio asks of a shop's catalog: lists, one product, what is there, categories, and the pages it needs.
import { and, asc, desc, eq, inArray, isNull, like, or, sql } from "drizzle-orm";
import Joi from "joi";
import { freshProduct } from "@/core/catalog/fresh";
import {
  type CatalogFrame,
  emptyFrame,
  type Product,
  type ProductKind,
  type ProductState,
  productStates,
  type SaleUnit,
} from "@/core/catalog/product";
import { catalogFrameSchema, catalogLimits, productSchema } from "@/core/catalog/schema";
import { textMedia } from "@/core/catalog/text";
import { idSchema, lineSchema } from "@/core/input/text";
import { isFilm } from "@/core/media/documents";
import { isFound, shopPageBodies, shopPageNames } from "@/core/shop/pages";
import { type Shop, shopPages } from "@/core/shop/shop";
import { inTransaction } from "@/data/connection";
import { shopCatalogs, shopProducts, shopStockMoves, shopVariants } from "@/data/shop/tables";
import { media } from "@/data/site/tables";
import { escapeLike } from "@/data/text";
import { widgets } from "@/data/widget/tables";
import { realNow } from "../bytes/store";
import { type SiteCall, siteOperation } from "../operation";
import { addPage } from "../page/adding";
import { conflict, fieldProblem, notFound, Problem } from "../problem";
import { type Command, freeSlug, keepFrame, keepProduct, makeProduct, setStock, stockOf } from "./catalog/products";
import { cartInHeader } from "./pages/header-cart";

const pageSize = 100;
const id = idSchema.required();

const commandOf = ({ context, site, account }: SiteCall): Command => ({
  siteId: site.id,
  by: account.id,
  now: context.now(),
});

const changedMeanwhile = (what: string) =>
  conflict("productChanged", `Somebody changed ${what} meanwhile. Look at it anew; what you typed is kept here.`);

async function productRow({ context, site }: SiteCall, product: string) {
  const [row] = await context.db
    .select()
    .from(shopProducts)
    .where(and(eq(shopProducts.siteId, site.id), eq(shopProducts.id, product), isNull(shopProducts.removedAt)));
  if (!row) throw notFound("This product", "product");
  return row;
}

/** Refuses what no schema can see: categories, classes and pictures that the site does not have. */
async function checkAround(call: SiteCall, product: Product): Promise<void> {
  const { db } = call.context;
  const [frame] = await db.select().from(shopCatalogs).where(eq(shopCatalogs.siteId, call.site.id));
  const there = new Set((frame?.frame ?? emptyFrame).categories.map((one) => one.id));
  if (product.categories.some((one) => !there.has(one)))
    throw fieldProblem("product.categories", "One of these categories is not there any more.");
  const inText = textMedia(product.words);
  const films = inText.filter(({ type }) => type === "film").map(({ attrs }) => attrs.media);
  const hashes = [
    ...product.pictures.map((one) => one.media),
    ...product.variants.flatMap(({ picture }) => picture ?? []),
    ...inText.filter(({ type }) => type === "picture").map(({ attrs }) => attrs.media),
  ];
  if (!hashes.length && !films.length) return;
  const rows = await db
    .select({ hash: media.hash, width: media.widthPx, type: media.type })
    .from(media)
    .where(and(eq(media.siteId, call.site.id), inArray(media.hash, [...hashes, ...films]), isNull(media.removedAt)));
  const pictures = new Set(rows.filter(({ width }) => width > 0).map(({ hash }) => hash));
  if (hashes.some((hash) => !pictures.has(hash)))
    throw fieldProblem("product.pictures", "One of these pictures is not among the site’s media any more.");
  if (films.some((hash) => !rows.some((row) => row.hash === hash && isFilm(row))))
    throw fieldProblem("product.words", "One of these films is not among the site’s media any more.");
}

const stockSchema = Joi.object()
  .pattern(
    idSchema,
    Joi.number().integer().min(0).max(catalogLimits.stock).allow(null).messages({
      "number.min": "Less than nothing can’t be there.",
      "number.max": "At most a million are counted.",
    }),
  )
  .max(catalogLimits.variants);

/** So many addresses are tried for a page. */
const mostTries = 20;

/** Does something with the first of "basket", "basket-2" … that is nobody's. */
async function withFreeAddress<T>(slug: string, make: (slug: string) => Promise<T>): Promise<T> {
  for (let nth = 1; ; nth++) {
    try {
      return await make(nth === 1 ? slug : `${slug}-${nth}`);
    } catch (error) {
      const taken = error instanceof Problem && error.fields.some(({ path }) => path === "slug");
      if (!taken || nth === mostTries) throw error;
    }
  }
}

export interface ProductsAsked {
  readonly words: string;
  readonly state: ProductState | "all";
  readonly before: number | null;
}

/** Products of a site that are like this: by words of their name or a SKU, and by their state. */
export function productsLike(siteId: string, asked: Pick<ProductsAsked, "words" | "state">) {
  const words = asked.words && `%${escapeLike(asked.words.toLowerCase())}%`;
  return and(
    eq(shopProducts.siteId, siteId),
    isNull(shopProducts.removedAt),
    asked.state === "all" ? undefined : eq(shopProducts.state, asked.state),
    words
      ? or(
          like(sql`lower(${shopProducts.name})`, words),
          sql`exists (select 1 from ${shopVariants} v where v.site_id = ${siteId} and v.product_id = ${shopProducts.id} and lower(v.sku) like ${words})`,
        )
      : undefined,
  );
}

export const catalogOperations = {
  /** Products, the newest first, a hundred at a time; found by name or SKU. */
  "shop.products": siteOperation(
    "site.read",
    {
      words: Joi.string().trim().allow("").max(80).default(""),
      state: Joi.string()
        .valid("all", ...productStates)
        .default("all"),
      before: Joi.number().integer().min(0).max(Number.MAX_SAFE_INTEGER).allow(null).default(null),
    },
    async ({ context: { db }, site }, input: ProductsAsked) => {
      const mine = productsLike(site.id, input);
      const rows = await db
        .select({
          id: shopProducts.id,
          name: shopProducts.name,
          state: shopProducts.state,
          price: shopProducts.price,
          picture: shopProducts.picture,
          variants: shopProducts.variants,
          /** What it is sold by: how much is left is told in it. */
          unit: sql<SaleUnit>`json_value(${shopProducts.document}, '$.sale.unit')`,
          position: shopProducts.position,
        })
        .from(shopProducts)
        .where(and(mine, input.before === null ? undefined : sql`${shopProducts.position} < ${input.before}`))
        .orderBy(desc(shopProducts.position))
        .limit(pageSize + 1);
      const shown = rows.slice(0, pageSize);
      const stock = shown.length
        ? await db
            .select({
              product: shopVariants.productId,
              left: sql<number>`sum(stock - kept)`.mapWith(Number),
              counted: sql<number>`count(stock)`.mapWith(Number),
            })
            .from(shopVariants)
            .where(
              and(
                eq(shopVariants.siteId, site.id),
                inArray(
                  shopVariants.productId,
                  shown.map((row) => row.id),
                ),
              ),
            )
            .groupBy(shopVariants.productId)
        : [];
      const left = new Map(stock.map((row) => [row.product, row.counted ? row.left : null]));
      const [all] = await db
        .select({ count: sql<number>`count(*)`.mapWith(Number) })
        .from(shopProducts)
        .where(and(eq(shopProducts.siteId, site.id), isNull(shopProducts.removedAt)));
      return {
        products: shown.map((row) => ({ ...row, left: left.get(row.id) ?? null })),
        more: rows.length > pageSize,
        all: all?.count ?? 0,
      };
    },
  ),
  /** What kinds of things are on sale, by their tax class, each once: what vouchers are for follows from it. */
  "shop.taxed": siteOperation("site.read", {}, async ({ context, site }) => ({
    taxed: await context.db
      .selectDistinct({
        taxClass: sql<string>`json_value(${shopProducts.document}, '$.taxClass')`,
        kind: sql<ProductKind>`json_value(${shopProducts.document}, '$.kind')`,
      })
      .from(shopProducts)
      .where(and(eq(shopProducts.siteId, site.id), isNull(shopProducts.removedAt), eq(shopProducts.state, "on")))
      .limit(100),
  })),
  /** One product with what is there of each variant. */
  "shop.product": siteOperation("site.read", { product: id }, async (call, input: { product: string }) => {
    const { document, revision } = await productRow(call, input.product);
    return { product: document, revision, stock: await stockOf(call.context.db, call.site.id, [document]) };
  }),
  "shop.addProduct": siteOperation(
    "widgets.change",
    { name: lineSchema(120).required().messages({ "string.empty": "A product needs a name." }) },
    async (call, input: { name: string }) => {
      const { context, site } = call;
      const made = context.newId();
      await inTransaction(context.db, async (tx) => {
        const [all] = await tx
          .select({ count: sql<number>`count(*)`.mapWith(Number) })
          .from(shopProducts)
          .where(and(eq(shopProducts.siteId, site.id), isNull(shopProducts.removedAt)));
        if ((all?.count ?? 0) >= catalogLimits.products)
          throw fieldProblem("name", `A shop has at most ${catalogLimits.products} products.`);
        const slug = await freeSlug(tx, site.id, input.name);
        await makeProduct(tx, commandOf(call), freshProduct(made, context.newId(), input.name, slug));
      });
      return { product: made };
    },
  ),
  /** Keeps a product whole, with what is there of its variants: 409 where somebody changed it meanwhile. */
  "shop.saveProduct": siteOperation(
    "widgets.change",
    {
      product: productSchema.required(),
      revision: Joi.number().integer().min(0).required(),
      stock: stockSchema.default({}),
    },
    async (call, input: { product: Product; revision: number; stock: Readonly<Record<string, number | null>> }) => {
      await checkAround(call, input.product);
      const command = commandOf(call);
      await inTransaction(call.context.db, async (tx) => {
        if (!(await keepProduct(tx, command, input.product, input.revision))) throw changedMeanwhile("this product");
        if (input.product.counted)
          for (const { id: variant } of input.product.variants) {
            const stock = input.stock[variant];
            if (stock !== undefined) await setStock(tx, command, variant, stock, "set");
          }
      });
      return { revision: input.revision + 1 };
    },
  ),
  /** Takes products out of the shop; orders keep what they say of them. */
  "shop.removeProducts": siteOperation(
    "widgets.change",
    { products: Joi.array().items(idSchema).min(1).max(1000).unique().required() },
    async (call, input: { products: readonly string[] }) => {
      const now = call.context.now();
      const [done] = await call.context.db
        .update(shopProducts)
        .set({ removedAt: now, changedAt: realNow() })
        .where(
          and(
            eq(shopProducts.siteId, call.site.id),
            inArray(shopProducts.id, [...input.products]),
            isNull(shopProducts.removedAt),
          ),
        );
      return { removed: done.affectedRows };
    },
  ),
  "shop.restoreProducts": siteOperation(
    "widgets.change",
    { products: Joi.array().items(idSchema).min(1).max(1000).unique().required() },
    async (call, input: { products: readonly string[] }) => {
      const [done] = await call.context.db
        .update(shopProducts)
        .set({ removedAt: null, changedAt: realNow(), revision: sql`${shopProducts.revision} + 1` })
        .where(and(eq(shopProducts.siteId, call.site.id), inArray(shopProducts.id, [...input.products])));
      return { restored: done.affectedRows };
    },
  ),
  /** How what is there of a variant came to be: the last changes, the newest first. */
  "shop.stockMoves": siteOperation("site.read", { variant: id }, async (call, input: { variant: string }) => ({
    moves: (
      await call.context.db
        .select()
        .from(shopStockMoves)
        .where(and(eq(shopStockMoves.siteId, call.site.id), eq(shopStockMoves.variantId, input.variant)))
        .orderBy(desc(shopStockMoves.id))
        .limit(50)
    ).map(({ before, after, reason, at }) => ({ before, after, reason, at: at.toISOString() })),
  })),
  /** Categories, properties and words that mean the same. */
  "shop.frame": siteOperation("site.read", {}, async ({ context, site }) => {
    const [row] = await context.db.select().from(shopCatalogs).where(eq(shopCatalogs.siteId, site.id));
    return { frame: row?.frame ?? emptyFrame, revision: row?.revision ?? 0 };
  }),
  "shop.saveFrame": siteOperation(
    "widgets.change",
    { frame: catalogFrameSchema.required(), revision: Joi.number().integer().min(0).required() },
    async (call, input: { frame: CatalogFrame; revision: number }) => {
      await inTransaction(call.context.db, async (tx) => {
        if (!(await keepFrame(tx, commandOf(call), input.frame, input.revision)))
          throw changedMeanwhile("the categories");
      });
      return { revision: input.revision + 1 };
    },
  ),
  /** The names of products, for whoever chooses some. */
  "shop.names": siteOperation("site.read", {}, async ({ context, site }) => ({
    products: await context.db
      .select({ id: shopProducts.id, name: shopProducts.name })
      .from(shopProducts)
      .where(and(eq(shopProducts.siteId, site.id), isNull(shopProducts.removedAt)))
      .orderBy(asc(shopProducts.name))
      .limit(2000),
  })),
  /** Makes the pages that a shop lacks, and answers all of them: the settings are the caller's to save. */
  "shop.makePages": siteOperation("pages.arrange", { widget: id }, async (call, input: { widget: string }) => {
    const { context, site } = call;
    const [row] = await context.db
      .select({ settings: widgets.settings, kind: widgets.kind })
      .from(widgets)
      .where(and(eq(widgets.siteId, site.id), eq(widgets.id, input.widget)));
    if (row?.kind !== "shop") throw notFound("This shop", "widget");
    const settings = row.settings as Shop;
    const { language } = site.settings;
    const bodies = shopPageBodies(language, context.newId);
    const pages: Record<string, string | null> = { ...settings.pages };
    for (const page of shopPages) {
      if (pages[page]) continue;
      const { title, slug } = shopPageNames(language)[page];
      pages[page] = await withFreeAddress(slug, (free) =>
        addPage(
          call,
          { title, slug: free, inNavigation: isFound(page), unlisted: !isFound(page) },
          async () => bodies[page],
        ),
      );
    }
    if (shopPages.some((page) => !settings.pages[page])) await cartInHeader(call);
    return { pages: pages as Shop["pages"] };
  }),
};
