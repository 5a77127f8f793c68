// Orders: made of a basket in one transaction, and forgotten.
import { and, eq } from "drizzle-orm";
import { gramsOf } from "@/core/catalog/price";
import { variantName } from "@/core/catalog/product";
import type { OrderState } from "@/core/order/order";
import { type ConnectorKind, connectors } from "@/core/payment/connectors";
import { type Cart, type CheckoutTyped, emptyCart } from "@/core/shop/cart";
import type { OrderDocument, OrderedLine } from "@/core/shop/ordered";
import type { CartShown } from "@/core/storefront/view";
import type { Executor } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { shopOrderLines, shopOrderSteps, shopOrders, shopOrderTaxes } from "@/data/shop/tables";
import type { SiteRow } from "@/data/site/queries";
import type { Context } from "@/server/context";
import { dayIn } from "@/server/day";
import { queueJob, realTime } from "@/server/job/queue";
import { openPayment } from "@/server/payment/payments";
import { connectorOf } from "@/server/payment/set-up";
import { type KeptCart, keepCart } from "@/server/shop/cart/carts";
import type { Fetched } from "@/server/shop/cart/fetching";
import { spend } from "@/server/shop/cart/vouchers";
import { takeGoods } from "@/server/shop/catalog/stock";
import { claimBuyerFiles } from "@/server/shop/orders/buyer-files";
import { issue } from "@/server/shop/orders/issuing";
import { writeOrder, writeToPay } from "@/server/shop/orders/letters";
import { nextNumber } from "@/server/shop/orders/numbers";
import type { OrderRow } from "@/server/shop/orders/order-row";
import type { LiveShop } from "@/server/shop/pages/live";

export const orderedLine = (line: CartShown["lines"][number]): OrderedLine => ({
  id: line.id,
  product: line.product.id,
  variant: line.variant.id,
  sku: line.variant.sku,
  name: variantName(line.product, line.variant),
  picture: line.variant.picture ?? line.product.pictures[0]?.media ?? null,
  quantity: line.quantity,
  per: line.product.sale.unit === "piece" ? 1 : 1000,
  unit: line.product.sale.unit === "piece" ? "" : line.product.sale.unit,
  price: line.price,
  grams: gramsOf(line.product, line.variant),
  asked: line.asked,
  ...(line.sent.length ? { sent: line.sent } : {}),
  kind: line.product.kind,
  ...(line.product.kind === "download"
    ? {
        files: (line.product.files ?? [])
          .filter(({ variant }) => variant === null || variant === line.variant.id)
          .map(({ media, name }) => ({ media, name })),
      }
    : {}),
  counted: line.product.counted,
});

interface Making {
  readonly site: SiteRow;
  readonly live: LiveShop;
  /** The basket that it is made of, which is empty afterwards; null for none. */
  readonly kept: KeptCart | null;
  /** A member who makes it; without one, its buyer does. */
  readonly by?: string;
  /** How long its goods are kept for somebody who pays, in ms. */
  readonly payWithin?: number;
  readonly typed: CheckoutTyped;
  readonly shown: CartShown;
  /** When its buyer fetches it; absent or null for no time. */
  readonly fetched?: Fetched | null;
  /** How it is paid; "" where nothing is to be paid. */
  readonly payment: ConnectorKind | "";
  /** What the buyer saw when the button was pressed: the same of the same basket is one order. */
  readonly once: string;
}

export function documentOf({
  live,
  typed,
  shown,
  payment,
  fetched,
}: Pick<Making, "live" | "typed" | "shown" | "payment" | "fetched">): OrderDocument {
  const way = shown.ways.find(({ method }) => method.id === shown.way);
  return {
    lines: shown.lines.map(orderedLine),
    total: shown.total,
    vouchers: shown.vouchers.map(({ id, tail, levy }, at) => ({
      ...{ id, tail, amount: shown.total.vouchers[at]?.amount ?? 0 },
      ...(levy ? { levy } : {}),
    })),
    address: typed.address,
    phone: typed.phone,
    taxNumber: typed.taxNumber,
    note: typed.note,
    way: way
      ? { id: way.method.id, name: way.method.name, kind: way.method.kind, ...(fetched ? { fetched } : {}) }
      : { id: "", name: "", kind: "none" },
    arrival: way?.arrival ? { leaves: way.arrival.from, ...way.arrival } : null,
    payment: shown.total.toPay === 0 ? "" : payment,
    terms: live.shown.terms?.path ?? "",
  };
}

const found = async (db: Executor, siteId: string, once: string): Promise<OrderRow | undefined> =>
  (
    await db
      .select()
      .from(shopOrders)
      .where(and(eq(shopOrders.siteId, siteId), eq(shopOrders.once, once)))
  )[0];

/** Takes the lines and taxes of an order away, that others are written in their place. */
export async function eraseLines(tx: Executor, { siteId, id }: OrderRow): Promise<void> {
  await tx.delete(shopOrderLines).where(and(eq(shopOrderLines.siteId, siteId), eq(shopOrderLines.orderId, id)));
  await tx.delete(shopOrderTaxes).where(and(eq(shopOrderTaxes.siteId, siteId), eq(shopOrderTaxes.orderId, id)));
}

/** Writes down what is counted over many orders: lines and taxes of an order that has none written. */
export async function writeLines(tx: Executor, { siteId, id: orderId, document }: OrderRow): Promise<void> {
  const { lines, total } = document;
  if (lines.length)
    await tx.insert(shopOrderLines).values(
      lines.map((line, position) => {
        const { net, tax, gross, levy } = total.lines[position] as OrderDocument["total"]["lines"][number];
        return {
          ...{ siteId, orderId, position, productId: line.product, variantId: line.variant },
          ...{ name: line.name.slice(0, 300), quantity: line.quantity },
          ...{ net, tax, gross, rate: levy.rate, owedTo: levy.owedTo },
        };
      }),
    );
  // What was due as vouchers were sold is not due again.
  const before = (total.taxedBefore ?? []).map((row) => ({ ...row, net: -row.net, tax: -row.tax }));
  const taxes = [...total.taxes, ...before];
  if (taxes.length)
    await tx.insert(shopOrderTaxes).values(
      taxes.map(({ rate, owedTo, net, tax }, position) => ({
        ...{ siteId, orderId, position, rate, owedTo, net, tax },
      })),
    );
}

/** How long goods are kept for somebody who pays. */
export const payWithinMs = 30 * 60_000;

/** Has orders looked at that nobody has paid for by then. */
export const queueOrderEnd = (context: Context, tx: Executor, siteId: string, at: Date) =>
  queueJob(tx, { kind: "orderEnds", siteId, payload: {}, availableAt: realTime(context, at) });

/** The order that a basket made already; undefined for none. */
export const orderMade = (context: Context, siteId: string, once: string) => found(context.db, siteId, once);

/**
 * Makes an order of a basket, worked out a moment ago: goods leave the shelf, the running number is taken, letters are written
 * and the basket is empty, all or nothing. The same pressed twice is one order. A field problem at "lines" where there is
 * less left than that.
 */
export async function makeOrder(context: Context, tx: Executor, making: Making): Promise<OrderRow> {
  const { site, live, kept, typed, shown, once, by = "buyer", payWithin = payWithinMs } = making;
  const now = context.now();
  const id = context.newId();
  const { language, currency } = site.settings;
  const document = documentOf(making);
  const way = document.payment ? connectors[document.payment] : null;
  const state: OrderState = way === null ? "paid" : way.service ? "waiting" : "placed";
  const goods = { siteId: site.id, order: id, lines: document.lines, by, now };
  await takeGoods(tx, goods, state === "waiting" ? "kept" : "sold", language);
  await spend(context, tx, site.id, id, document.vouchers ?? []);
  const number = `${live.shop.prefixes.order}${await nextNumber(tx, site.id, "order", 1001)}`;
  const row: OrderRow = {
    siteId: site.id,
    id,
    number,
    once,
    state,
    email: typed.email,
    name: typed.address.name,
    language,
    currency,
    toPay: shown.total.toPay,
    paid: 0,
    refunded: 0,
    document,
    invoice: null,
    day: dayIn(site.settings.zone, now),
    invoicedAt: null,
    issuedAt: null,
    revision: 0,
    endsByItselfAt: state === "waiting" ? new Date(now.getTime() + payWithin) : null,
    createdAt: now,
    changedAt: now,
  };
  await tx.insert(shopOrders).values(row);
  await writeLines(tx, row);
  await tx.insert(shopOrderSteps).values({
    siteId: site.id,
    orderId: id,
    position: 0,
    at: now,
    by,
    command: "place",
    from: null,
    to: state,
    details: {},
  });
  const emptied: Cart = { ...emptyCart, typed: { ...typed, fetchAt: "", note: "", agreed: false } };
  await claimBuyerFiles(tx, site.id, id, document);
  if (kept) await keepCart(context, tx, site.id, kept, emptied);
  if (row.endsByItselfAt && document.payment) {
    const { mode } = await connectorOf(tx, site.id, document.payment);
    await openPayment(context, tx, site.id, {
      ...{ of: "order", target: id, by: document.payment, mode, amount: row.toPay, currency },
    });
    await queueOrderEnd(context, tx, site.id, row.endsByItselfAt);
    if (making.by) await writeToPay(context, tx, { site, live }, row, row.toPay);
  } else {
    await writeOrder(context, tx, { site, live }, row);
    if (state === "paid") await issue(context, tx, row);
    await announce(tx, site.id, "desk", { of: "order", arrival: true });
  }
  return row;
}
