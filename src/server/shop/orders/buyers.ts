// Buyers on the Desk: who ordered, how often, and what it came to. What somebody did besides is asked of every kind (desk/done.ts).
import { and, asc, eq, gt, like, max, ne, or, sql, sum } from "drizzle-orm";
import Joi from "joi";
import { shopOrders } from "@/data/shop/tables";
import { escapeLike } from "@/data/text";
import { siteOperation } from "@/server/operation";

const pageSize = 50;

export const buyerOperations = {
  /** Buyers by their address, from the one behind `after` on; `words` are of a name or an address. */
  "desk.buyers": siteOperation(
    "visitors.read",
    {
      words: Joi.string().trim().allow("").max(80).default(""),
      after: Joi.string().max(254).allow("").default(""),
    },
    async ({ context: { db }, site }, { words, after }: { words: string; after: string }) => {
      const pattern = `%${escapeLike(words.toLowerCase())}%`;
      // In the order of their index: a page reads no further than it has to.
      const rows = await db
        .select({
          email: shopOrders.email,
          name: max(shopOrders.name),
          orders: sql<number>`count(*)`.mapWith(Number),
          paid: sum(shopOrders.paid).mapWith(Number),
          refunded: sum(shopOrders.refunded).mapWith(Number),
          last: max(shopOrders.createdAt),
        })
        .from(shopOrders)
        .where(
          and(
            eq(shopOrders.siteId, site.id),
            ne(shopOrders.email, ""),
            gt(shopOrders.email, after),
            words ? or(like(shopOrders.email, pattern), like(sql`lower(${shopOrders.name})`, pattern)) : undefined,
          ),
        )
        .groupBy(shopOrders.email)
        .orderBy(asc(shopOrders.email))
        .limit(pageSize + 1);
      const shown = rows.slice(0, pageSize);
      return {
        rows: shown.map(({ email, name, orders, paid, refunded, last }) => ({
          ...{ email, name: name ?? "", orders, spent: paid - refunded, last: (last ?? new Date(0)).toISOString() },
        })),
        more: rows.length > pageSize ? (shown.at(-1)?.email ?? null) : null,
      };
    },
  ),
};
