// What a shop took: by day, by tax, by product; and every order as a line for whoever keeps the books. All of it is counted by the
// database.
import { and, asc, desc, eq, gt, gte, inArray, lte, or, sql } from "drizzle-orm";
import Joi from "joi";
import { decimalsOf } from "@/core/money/money";
import { wholeDays } from "@/core/order/figures";
import { orderStates, takesGoods } from "@/core/order/order";
import { dateSchema } from "@/core/time/schema";
import { shopOrderLines, shopOrders, shopOrderTaxes } from "@/data/shop/tables";
import { csvLine } from "@/server/csv";
import { type SiteCall, siteOperation } from "@/server/operation";
import { fieldProblem, validated } from "@/server/problem";
import { countsOf } from "./counts";

/** Orders that stand: what was cancelled or came back is no revenue. */
const standing = orderStates.filter(takesGoods);

interface Days {
  readonly from: string;
  readonly to: string;
}

const daysSchema = Joi.object<Days>({ from: dateSchema.required(), to: dateSchema.required() });

const mostDays = 366;
const dayMs = 86_400_000;

function checked({ from, to }: Days): Days {
  const span = (Date.parse(to) - Date.parse(from)) / dayMs;
  if (span < 0) throw fieldProblem("to", "The last day is not before the first.");
  if (span > mostDays) throw fieldProblem("to", "At most a year at once.");
  return { from, to };
}

const within = (siteId: string, { from, to }: Days) =>
  and(
    eq(shopOrders.siteId, siteId),
    gte(shopOrders.day, from),
    lte(shopOrders.day, to),
    inArray(shopOrders.state, [...standing]),
  );

const number = (text: ReturnType<typeof sql>) => sql<number>`${text}`.mapWith(Number);
const mostProducts = 20;

export const figureOperations = {
  /** Revenue by day, tax by rate and country, and what was sold most. */
  "shop.figures": siteOperation(
    "visitors.read",
    { from: dateSchema.required(), to: dateSchema.required() },
    async ({ context: { db }, site }, asked: Days) => {
      const days = checked(asked);
      const mine = within(site.id, days);
      const byDay = await db
        .select({
          day: shopOrders.day,
          orders: number(sql`count(*)`),
          refunded: number(sql`sum(${shopOrders.refunded})`),
        })
        .from(shopOrders)
        .where(mine)
        .groupBy(shopOrders.day);
      const gross = await db
        .select({ day: shopOrders.day, gross: number(sql`sum(${shopOrderTaxes.net} + ${shopOrderTaxes.tax})`) })
        .from(shopOrderTaxes)
        .innerJoin(shopOrders, eq(shopOrders.id, shopOrderTaxes.orderId))
        .where(and(eq(shopOrderTaxes.siteId, site.id), mine))
        .groupBy(shopOrders.day);
      const grossOf = new Map(gross.map((one) => [one.day, one.gross]));
      const taxes = await db
        .select({
          rate: shopOrderTaxes.rate,
          owedTo: shopOrderTaxes.owedTo,
          net: number(sql`sum(${shopOrderTaxes.net})`),
          tax: number(sql`sum(${shopOrderTaxes.tax})`),
        })
        .from(shopOrderTaxes)
        .innerJoin(shopOrders, eq(shopOrders.id, shopOrderTaxes.orderId))
        .where(and(eq(shopOrderTaxes.siteId, site.id), mine))
        .groupBy(shopOrderTaxes.owedTo, shopOrderTaxes.rate)
        .orderBy(asc(shopOrderTaxes.owedTo), desc(shopOrderTaxes.rate));
      const sold = await db
        .select({
          product: shopOrderLines.productId,
          name: sql<string>`max(${shopOrderLines.name})`,
          lines: number(sql`count(*)`),
          gross: number(sql`sum(${shopOrderLines.gross})`),
        })
        .from(shopOrderLines)
        .innerJoin(shopOrders, eq(shopOrders.id, shopOrderLines.orderId))
        .where(and(eq(shopOrderLines.siteId, site.id), mine))
        .groupBy(shopOrderLines.productId)
        .orderBy(desc(sql`sum(${shopOrderLines.gross})`))
        .limit(mostProducts);
      return {
        currency: site.settings.currency,
        days: wholeDays(
          days.from,
          days.to,
          byDay.map(({ day, orders }) => ({ day, orders, gross: grossOf.get(day) ?? 0 })),
        ),
        /** From the page of a product to an order: looks, things put into baskets; orders are told by day. */
        counts: await countsOf(db, site.id, days),
        refunded: byDay.reduce((sum, { refunded }) => sum + refunded, 0),
        taxes,
        sold,
      };
    },
  ),
};

/** The days that an address asks for; a field problem where they are none, or too many. */
export const daysIn = (query: URLSearchParams): Days =>
  checked(validated(daysSchema, { from: query.get("from") ?? "", to: query.get("to") ?? "" }));

const columns = [
  "number",
  "day",
  "state",
  "invoice",
  "name",
  "company",
  "country",
  "tax number",
  "currency",
  "net",
  "tax",
  "gross",
  "by rate",
  "vouchers",
  "to pay",
  "paid",
  "given back",
  "paid by",
] as const;
const size = 500;

/** Every order of some days as CSV (RFC 4180), the first before the others: also those that were called off, by their state. */
export async function* bookkeepersCsv({ context: { db }, site }: SiteCall, asked: Days): AsyncGenerator<string> {
  const { from, to } = asked;
  yield csvLine(columns);
  for (let after: { readonly day: string; readonly id: string } | null = null; ; ) {
    const rows: (typeof shopOrders.$inferSelect)[] = await db
      .select()
      .from(shopOrders)
      .where(
        and(
          eq(shopOrders.siteId, site.id),
          gte(shopOrders.day, from),
          lte(shopOrders.day, to),
          after
            ? or(gt(shopOrders.day, after.day), and(eq(shopOrders.day, after.day), gt(shopOrders.id, after.id)))
            : undefined,
        ),
      )
      .orderBy(asc(shopOrders.day), asc(shopOrders.id))
      .limit(size);
    for (const row of rows) {
      const { document, currency } = row;
      const decimals = decimalsOf(currency);
      const money = (amount: number) => (amount / 10 ** decimals).toFixed(decimals);
      const rates = document.total.taxes.map(
        ({ rate, owedTo, net, tax }) => `${owedTo} ${rate / 1000} %: ${money(net)} + ${money(tax)}`,
      );
      yield csvLine([
        ...[row.number, row.day, row.state, row.invoice ?? "", row.name, document.address.company],
        ...[document.address.country, document.taxNumber, currency],
        ...[money(document.total.net), money(document.total.tax), money(document.total.gross), rates.join("; ")],
        money((document.vouchers ?? []).reduce((sum, { amount }) => sum + amount, 0)),
        ...[money(row.toPay), money(row.paid), money(row.refunded), document.payment],
      ]);
    }
    if (rows.length < size) return;
    after = rows.at(-1) ?? null;
  }
}
