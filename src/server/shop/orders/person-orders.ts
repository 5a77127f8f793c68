// What somebody has ordered, as they and the Desk see it.
import { and, desc, eq } from "drizzle-orm";
import { moneyWords } from "@/core/money/money";
import { addressLines } from "@/core/shop/address";
import { countryName, dateWords } from "@/core/storefront/view";
import { shopWords } from "@/core/storefront/words";
import { shopOrders } from "@/data/shop/tables";
import { type Done, mostDone, type PersonAsked } from "@/server/widget/half";
import { liveShop } from "../pages/live";
import { downloadsOf } from "./issuing";
import { orderPath } from "./letters";

/** The orders of a mail address, the newest first. */
export async function ordersOf({ context, site, email, language }: PersonAsked): Promise<readonly Done[]> {
  const rows = await context.db
    .select()
    .from(shopOrders)
    .where(and(eq(shopOrders.siteId, site.id), eq(shopOrders.email, email)))
    .orderBy(desc(shopOrders.createdAt))
    .limit(mostDone);
  const live = await liveShop(context, site);
  const words = shopWords(language);
  const issued = rows.flatMap(({ id, issuedAt }) => (issuedAt ? [id] : []));
  const files = await downloadsOf(context, context.db, site.id, issued);
  return rows.map((row) => ({
    id: row.id,
    at: row.createdAt,
    title: words.orderTitle(row.number),
    words: [moneyWords({ amount: row.toPay, currency: row.currency }, language), words.states[row.state]]
      .filter(Boolean)
      .join(" · "),
    path: orderPath(context, live, row.id),
    files: files
      .filter(({ order }) => order === row.id)
      .map(({ name, path, left, until }) => ({
        name,
        path,
        words: path ? words.fetchUntil(left, dateWords(until, language)) : left > 0 ? words.fetchOver : words.fetchUsed,
      })),
    ...(row.document.address.street
      ? { address: addressLines(row.document.address, (code) => countryName(code, language)) }
      : {}),
  }));
}
