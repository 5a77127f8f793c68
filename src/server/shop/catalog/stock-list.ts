// What is there of everything, as a list to count along: a page at a time, and each count as a change with its reason.
import { and, asc, eq, gt, like, or, sql } from "drizzle-orm";
import Joi from "joi";
import { variantName } from "@/core/catalog/product";
import { inTransaction } from "@/data/connection";
import { shopProducts, shopStockMoves, shopVariants } from "@/data/shop/tables";
import { escapeLike } from "@/data/text";
import { siteOperation } from "@/server/operation";
import { conflict, notFound } from "@/server/problem";
import { setStock } from "./products";

const pageSize = 100;
const mostStock = 1_000_000_000;

export const stockOperations = {
  /** Counted variants in the order of their SKUs; `after` is the last SKU of the page before. */
  "shop.stockList": siteOperation(
    "site.read",
    {
      words: Joi.string().trim().allow("").max(80).default(""),
      after: Joi.string().allow("").max(60).default(""),
      low: Joi.boolean().default(false),
    },
    async ({ context: { db }, site }, { words, after, low }: { words: string; after: string; low: boolean }) => {
      const pattern = `%${escapeLike(words.toLowerCase())}%`;
      const rows = await db
        .select({
          id: shopVariants.id,
          sku: shopVariants.sku,
          stock: shopVariants.stock,
          kept: shopVariants.kept,
          product: shopProducts.document,
        })
        .from(shopVariants)
        .innerJoin(
          shopProducts,
          and(eq(shopProducts.siteId, shopVariants.siteId), eq(shopProducts.id, shopVariants.productId)),
        )
        .where(
          and(
            eq(shopVariants.siteId, site.id),
            sql`${shopVariants.stock} is not null`,
            sql`${shopProducts.removedAt} is null`,
            after ? gt(shopVariants.sku, after) : undefined,
            low ? sql`${shopVariants.stock} <= json_value(${shopProducts.document}, '$.lowAt')` : undefined,
            words
              ? or(like(sql`lower(${shopVariants.sku})`, pattern), like(sql`lower(${shopProducts.name})`, pattern))
              : undefined,
          ),
        )
        .orderBy(asc(shopVariants.sku))
        .limit(pageSize);
      return {
        rows: rows.map(({ id, sku, stock, kept, product }) => {
          const variant = product.variants.find((one) => one.id === id);
          return {
            ...{ id, sku, stock: stock ?? 0, kept, low: (stock ?? 0) <= product.lowAt },
            name: variant ? variantName(product, variant) : product.name,
            unit: product.sale.unit,
          };
        }),
        more: rows.length === pageSize ? (rows.at(-1)?.sku ?? null) : null,
      };
    },
  ),
  /** So much of it was counted; refused where it has changed since the list was drawn. */
  "shop.count": siteOperation(
    "widgets.change",
    {
      variant: Joi.string().max(40).required(),
      seen: Joi.number().integer().min(-mostStock).max(mostStock).required(),
      counted: Joi.number().integer().min(0).max(mostStock).required().messages({
        "number.min": "Less than nothing can’t be counted.",
      }),
    },
    async ({ context, site, account }, input: { variant: string; seen: number; counted: number }) =>
      inTransaction(context.db, async (tx) => {
        const [row] = await tx
          .select({ stock: shopVariants.stock })
          .from(shopVariants)
          .where(and(eq(shopVariants.siteId, site.id), eq(shopVariants.id, input.variant)))
          .for("update");
        if (!row || row.stock === null) throw notFound("This variant", "variant");
        if (row.stock !== input.seen)
          throw conflict(
            "stockChanged",
            `There are ${row.stock} by now: something was sold or came back. Count again.`,
          );
        const command = { siteId: site.id, by: account.id, now: context.now() };
        await setStock(tx, command, input.variant, input.counted, "counted");
        // That it was right is worth a row, too: somebody has looked.
        if (input.counted === input.seen)
          await tx.insert(shopStockMoves).values({
            ...{ siteId: site.id, variantId: input.variant, before: row.stock, after: row.stock },
            ...{ reason: "counted", by: account.id, at: context.now() },
          });
        return { stock: input.counted };
      }),
  ),
};
