// What payments mean for orders, and orders that nobody pays.
import { and, eq, lte } from "drizzle-orm";
import { afterCommand, takesGoods } from "@/core/order/order";
import { paidOf } from "@/core/payment/charge";
import type { ConnectorKind } from "@/core/payment/connectors";
import { shopWords } from "@/core/storefront/words";
import { type Executor, inTransaction } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { shopOrders } from "@/data/shop/tables";
import type { SiteRow } from "@/data/site/queries";
import type { Context } from "@/server/context";
import type { Owed, Payable } from "@/server/payment/payable";
import {
  closePayment,
  closePayments,
  giveBack,
  latestPayment,
  type PaymentRow,
  paymentOf,
  paymentsOf,
} from "@/server/payment/payments";
import { notFound } from "@/server/problem";
import type { OrderRow } from "@/server/shop/orders/order-row";
import { doCommand, lockOrder, writeStep } from "../cart/steps";
import { type LiveShop, liveShop } from "../pages/live";
import { orderPath, thanksPath, writeMoney, writeOrder } from "./letters";

/** An order that was changed and comes to more waits for the rest of its money, and stands all the same. */
const standing = ({ state }: OrderRow, open: PaymentRow | null): Owed["stands"] =>
  state === "cancelled" || state === "returned" ? "over" : state === "waiting" || open ? "waits" : "settled";

/** What is still asked for of an order that stands; null for nothing. */
export async function openPaymentOf(db: Executor, { siteId, id }: Pick<OrderRow, "siteId" | "id">) {
  const latest = await latestPayment(db, siteId, "order", id);
  return latest?.open ? latest : null;
}

async function owed(context: Context, site: SiteRow, id: string): Promise<Owed | null> {
  const [row] = await context.db
    .select()
    .from(shopOrders)
    .where(and(eq(shopOrders.siteId, site.id), eq(shopOrders.id, id)));
  if (!row) return null;
  const open = row.state === "waiting" ? null : await openPaymentOf(context.db, row);
  const stands = standing(row, open);
  return {
    thing: "order",
    title: shopWords(row.language).orderTitle(row.number),
    amount: open?.asked ?? row.toPay - row.paid,
    currency: row.currency,
    language: row.language,
    fetched: row.document.way.kind === "pickup",
    stands,
    // One that was changed waits for the rest alone: it stands already.
    mayOwe: row.state === "waiting",
    seenAt: (stands === "settled" ? thanksPath : orderPath)(context, await liveShop(context, site), id),
  };
}

interface Told {
  readonly context: Context;
  readonly tx: Executor;
  readonly site: SiteRow;
  readonly live: LiveShop | null;
}

/** Gives back all that is left of one payment, and writes that down. */
async function refundAll(
  { context, tx, site, live }: Told,
  order: OrderRow,
  payment: PaymentRow,
  most: number,
): Promise<OrderRow> {
  const row = await paymentOf(tx, order.siteId, payment.id, true);
  const given = row ? await giveBack(context, tx, [row], most) : 0;
  if (!given) return order;
  const details = { amount: given };
  const after = await writeStep(context, tx, order, { command: "refund", to: order.state, by: "payment", details });
  await writeMoney(context, tx, { site, live }, after, "refunded", given);
  return after;
}

/** Money has come: the order is paid, or what came for nothing goes back by itself. */
async function captured(told: Told, order: OrderRow, payment: PaymentRow): Promise<void> {
  const { context, tx, site, live } = told;
  const all = await paymentsOf(tx, site.id, "order", order.id, true);
  const { paid, refunded } = paidOf(all);
  const to = afterCommand(order.state, "pay") ?? order.state;
  const waited = order.state === "waiting";
  // What has gone back already was paid before it: words come in any order.
  const enough = paid >= order.toPay;
  const details = { amount: payment.amount };
  const after = await writeStep(context, tx, order, {
    command: "pay",
    to: enough ? to : order.state,
    by: "payment",
    details,
  });
  if (order.state === "cancelled" || order.state === "returned")
    return void (await refundAll(told, after, payment, payment.amount));
  if (paid - refunded > order.toPay) await refundAll(told, after, payment, paid - refunded - order.toPay);
  if (!enough) return;
  for (const other of all) if (other.id !== payment.id) await closePayment(tx, other);
  if (waited) await writeOrder(context, tx, { site, live }, after);
  else await writeMoney(context, tx, { site, live }, after, "paid", payment.amount);
}

/** A service answers for the money: the order stands, or the promise is given up. */
async function promised(told: Told, order: OrderRow, payment: PaymentRow): Promise<void> {
  const { context, tx, site, live } = told;
  if (order.state !== "waiting") {
    // A promise for what a change has cost more is taken with the rest, once the goods leave.
    const all = await paymentsOf(tx, site.id, "order", order.id, true);
    const sum = all.reduce((so, one) => so + (one.state === "authorised" ? one.asked : 0), paidOf(all).paid);
    return takesGoods(order.state) && sum <= order.toPay ? undefined : closePayment(tx, payment);
  }
  const after = await writeStep(context, tx, order, { command: "promise", to: "placed", by: "payment" });
  for (const other of await paymentsOf(tx, site.id, "order", order.id, true))
    if (other.id !== payment.id) await closePayment(tx, other);
  await writeOrder(context, tx, { site, live }, after);
}

async function moved(told: Told, order: OrderRow, before: PaymentRow, after: PaymentRow): Promise<void> {
  const { context, tx, site, live } = told;
  if (after.state === "captured" && before.state !== "captured") return captured(told, order, after);
  if (after.state === "authorised" && before.state !== "authorised") return promised(told, order, after);
  if (after.state === "declined" && before.state !== "declined") {
    const details: Record<string, string> = after.why ? { why: after.why } : {};
    await writeStep(context, tx, order, { command: "declined", to: order.state, by: "payment", details });
    return;
  }
  // Given back at the service itself: nobody here asked for it.
  const { refunded } = paidOf([after]);
  const more = refunded - paidOf([before]).refunded;
  if (after.returned.length > before.returned.length && more <= 0)
    await announce(tx, order.siteId, "desk", { of: "order", arrival: false });
  if (more <= 0) return;
  const step = { command: "refund", to: order.state, by: "payment", details: { amount: more } } as const;
  await writeMoney(context, tx, { site, live }, await writeStep(context, tx, order, step), "refunded", more);
}

/** An order that waited to be paid stands, and is paid later: its buyer has chosen another way after all. */
async function owe(context: Context, site: SiteRow, id: string, by: ConnectorKind): Promise<void> {
  const live = await liveShop(context, site);
  await inTransaction(context.db, async (tx) => {
    const order = await lockOrder(tx, site.id, id);
    if (order?.state !== "waiting") return;
    await closePayments(tx, site.id, "order", id);
    const document = { ...order.document, payment: by };
    await tx
      .update(shopOrders)
      .set({ document })
      .where(and(eq(shopOrders.siteId, site.id), eq(shopOrders.id, id)));
    const chosen = { ...order, document };
    const after = await writeStep(context, tx, chosen, { command: "promise", to: "placed", by: "buyer" });
    await writeOrder(context, tx, { site, live }, after);
  });
}

export const orderPayable: Payable = {
  owed,
  owe,
  during: async (context, site, id, work) => {
    const live = await liveShop(context, site);
    return inTransaction(context.db, async (tx) => {
      const order = await lockOrder(tx, site.id, id);
      if (!order) throw notFound("This order");
      return work({ tx, moved: (before, after) => moved({ context, tx, site, live }, order, before, after) });
    });
  },
};

/** Orders that nobody has paid for in time. */
export const unpaidOrders = (context: Context, siteId: string) =>
  context.db
    .select({ id: shopOrders.id })
    .from(shopOrders)
    .where(
      and(
        eq(shopOrders.siteId, siteId),
        eq(shopOrders.state, "waiting"),
        lte(shopOrders.endsByItselfAt, context.now()),
      ),
    )
    .limit(100);

/** An order that is still not paid ends: its goods are anybody's again, and its payment is given up. */
export const endOrder = (context: Context, siteId: string, id: string): Promise<void> =>
  inTransaction(context.db, async (tx) => {
    const order = await lockOrder(tx, siteId, id);
    if (order?.state !== "waiting" || !order.endsByItselfAt || order.endsByItselfAt > context.now()) return;
    await doCommand(context, tx, order, "fail", {}, "time");
  });
