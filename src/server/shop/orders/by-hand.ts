// Orders that somebody at the Desk makes, to be paid by a link or later, and orders that are changed before they are packed: worked out
// by the same rules as a buyer's, what was agreed stays agreed, and the difference is asked for or returned.
import { and, eq } from "drizzle-orm";
import { everything } from "@/core/catalog/find";
import { priceOf } from "@/core/catalog/price";
import { type Product, variantName } from "@/core/catalog/product";
import { lessThanBack } from "@/core/order/lines";
import { paidOf } from "@/core/payment/charge";
import { type ConnectorKind, connectors } from "@/core/payment/connectors";
import { type Address, addressFaults, addressForm } from "@/core/shop/address";
import type { CartLine, CheckoutTyped } from "@/core/shop/cart";
import type { OrderDocument, OrderedLine } from "@/core/shop/ordered";
import { type Reckoned, reckon } from "@/core/shop/reckon";
import { cartLimits } from "@/core/shop/shop";
import { countriesOf } from "@/core/storefront/checkout";
import type { CartShown } from "@/core/storefront/view";
import { type Executor, inTransaction, isDuplicate } from "@/data/connection";
import { shopOrders, shopRefunds } from "@/data/shop/tables";
import type { SiteRow } from "@/data/site/queries";
import type { Context } from "@/server/context";
import { closePayment, giveBack, openPayment, type PaymentRow, paymentsOf } from "@/server/payment/payments";
import { connectorOf, offeredPayments, waysFor } from "@/server/payment/set-up";
import { conflict, fieldProblem, Problem } from "@/server/problem";
import type { OrderRow } from "@/server/shop/orders/order-row";
import { documentOf, eraseLines, makeOrder, orderMade, writeLines } from "@/server/shop/orders/orders";
import { aroundOf } from "../cart/carts";
import { lockOrder, writeStep } from "../cart/steps";
import { returnPart } from "../cart/vouchers";
import { catalogOf, type KnownCatalog } from "../catalog/catalog";
import { putBack, takeGoods } from "../catalog/stock";
import { type LiveShop, liveShop } from "../pages/live";
import { writeChanged, writeMoney, writeToPay } from "./letters";

/** A line as somebody at the Desk writes it; `line` is that of the order which is changed, null for a new one. */
export interface HandLine {
  readonly line: string | null;
  readonly variant: string;
  /** Pieces, or thousandths of the unit it is sold by. */
  readonly quantity: number;
}

interface HandGoing {
  readonly address: Address;
  /** Id of the way it is sent; "" for the first that fits. */
  readonly way: string;
}

const dayMs = 86_400_000;
/** How long goods are kept for somebody who has a link to pay by. */
const linkMs = 7 * dayMs;
/** How often it is tried anew where another order was made at the same time. */
const tries = 3;

async function shopOf(context: Context, site: SiteRow): Promise<LiveShop> {
  const live = await liveShop(context, site);
  if (!live) throw conflict("noShop", "Publish the site with its shop first: orders are made of what is live.");
  return live;
}

/** Lines as a basket has them; those of the order keep what was agreed. */
function cartLines(lines: readonly HandLine[], order: OrderRow | null, known: KnownCatalog): CartLine[] {
  return lines.map(({ line, variant, quantity }, at) => {
    const before = order?.document.lines.find(({ id }) => id === line);
    const product = known.productOf(variant);
    const one = product?.variants.find(({ id }) => id === variant);
    if (!product || !one)
      throw fieldProblem(
        `lines[${at}].variant`,
        before
          ? `${before.name} is not in the shop any more, so this order can’t be worked out anew. Give back by line instead.`
          : "This is not in the shop any more.",
      );
    const most = product.sale.unit === "piece" ? cartLimits.units : cartLimits.thousandths;
    if (quantity > most || quantity < product.sale.least)
      throw fieldProblem(
        `lines[${at}].quantity`,
        quantity > most ? "So much of it is no order." : "So little of it is not sold.",
      );
    const base = { product: product.id, variant, quantity, asked: {} };
    return before
      ? { ...base, id: before.id, seen: before.price, agreed: before.price }
      : { ...base, id: `hand-${variant}`.slice(0, 40), seen: priceOf(product, one).value };
  });
}

/** What is worked out for the Desk, in its own language; `order` is the one that is changed. */
async function workedOut(
  context: Context,
  site: SiteRow,
  live: LiveShop,
  lines: readonly HandLine[],
  { address, way }: HandGoing,
  order: OrderRow | null,
): Promise<Reckoned & { readonly known: KnownCatalog }> {
  const known = await catalogOf(context, site, { now: true });
  const around = await aroundOf(context, site, live, known);
  const own = new Map<string, number>();
  for (const { variant, quantity, counted } of order?.document.lines ?? [])
    if (counted) own.set(variant, (own.get(variant) ?? 0) + quantity);
  const { country, region, postcode } = address;
  const worked = reckon(
    { lines: cartLines(lines, order, known) },
    {
      to: { country: country || live.shop.tax.home, region, postcode },
      way,
      taxNumber: order?.document.taxNumber ?? "",
      vouchers: (order?.document.vouchers ?? []).map(({ id, tail, amount, levy }) => ({
        ...{ id, tail, balance: amount },
        ...(levy ? { levy } : {}),
      })),
    },
    {
      ...around,
      language: "en-GB",
      left: (variant) => {
        const left = known.left(variant);
        return left === null ? null : left + (own.get(variant) ?? 0);
      },
    },
  );
  return { ...worked, known };
}

const orderFor = async (context: Context, site: SiteRow, id: string | null): Promise<OrderRow | null> => {
  if (id === null) return null;
  const [row] = await context.db
    .select()
    .from(shopOrders)
    .where(and(eq(shopOrders.siteId, site.id), eq(shopOrders.id, id)));
  if (!row) throw fieldProblem("order", "This order is not there.");
  return row;
};

/** What a variant is called, costs, and how many there are: for whoever looks for something to add. */
const offeredOf = (product: Product, known: KnownCatalog) =>
  product.variants.map((variant) => ({
    variant: variant.id,
    name: variantName(product, variant),
    sku: variant.sku,
    price: priceOf(product, variant).value,
    left: known.left(variant.id),
    sale: product.sale,
  }));

const mostOffered = 12;

/** Variants that can be sold now, by words. */
export async function goodsFor(context: Context, site: SiteRow, words: string) {
  await shopOf(context, site);
  const known = await catalogOf(context, site);
  const bySku = known.catalog.products.flatMap((product) =>
    product.variants.some(({ sku }) => sku.toLowerCase() === words.toLowerCase()) ? [product] : [],
  );
  const found = bySku.length ? bySku : known.catalog.find({ ...everything, words }, mostOffered).products;
  return found.slice(0, mostOffered).flatMap((product) => offeredOf(product, known));
}

/** What an order by hand, or a changed one, would come to. */
export async function previewOrder(
  context: Context,
  site: SiteRow,
  asked: HandGoing & { readonly lines: readonly HandLine[]; readonly order: string | null },
) {
  const live = await shopOf(context, site);
  const order = await orderFor(context, site, asked.order);
  const going = order ? { address: order.document.address, way: order.document.way.id } : asked;
  const { shown } = await workedOut(context, site, live, asked.lines, going, order);
  return {
    lines: shown.lines.map(({ id, variant, name, price, amount, quantity }) => ({
      ...{ id, variant: variant.id, name, price, amount, quantity },
    })),
    total: shown.total,
    sent: shown.sent,
    ways: shown.ways.map(({ method, amount }) => ({ id: method.id, name: method.name, amount })),
    way: shown.way,
    said: shown.said,
    /** Countries that anything is sent to, with their names. */
    countries: countriesOf({ language: "en-GB", shop: live.shown }, live.shop.tax.home),
    home: live.shop.tax.home,
    payments: (await offeredPayments(context.db, site.id)).map(({ by }) => by),
    /** More to be paid than before, or less; null where nothing was before. */
    difference: order ? shown.total.toPay - order.toPay : null,
  };
}

/** How an order by hand is paid: by a link that its buyer gets, or as one of the ways without a service. */
export type HandPayment = "link" | ConnectorKind;

export interface HandOrder extends HandGoing {
  readonly key: string;
  readonly lines: readonly HandLine[];
  readonly email: string;
  readonly phone: string;
  readonly note: string;
  readonly payment: HandPayment;
  /** What the Desk saw to be paid, in minor units. */
  readonly seen: number;
}

/** Refuses what can't be had as it is asked for, and a sum that is not the one that was seen. */
function checkSum({ lines, said, total }: CartShown, seen: number): void {
  if (said.length || !lines.length) throw fieldProblem("lines", said.join(" ") || "There is nothing in this order.");
  if (total.toPay !== seen)
    throw conflict("sumChanged", "Prices have changed meanwhile. Look at the sum once more, and send it again.");
}

function checkBuyer({ address, email, payment }: HandOrder, sent: boolean): void {
  const wrong = Object.entries(sent ? addressFaults(address) : address.name ? {} : { name: "needed" as const }).map(
    ([field, fault]) => ({
      path: `address.${field}`,
      message: fault === "needed" ? "Needed." : `Write it like ${addressForm(address.country).example}.`,
    }),
  );
  if (payment === "link" && !email)
    wrong.push({ path: "email", message: "A link needs an address that it can be sent to." });
  if (wrong.length) throw new Problem(422, "fields", "Something is missing.", wrong);
}

/** The way that a payment is opened by. */
async function wayOf(
  db: Executor,
  siteId: string,
  payment: HandPayment,
  asked: { readonly amount: number; readonly fetched: boolean },
): Promise<ConnectorKind> {
  const ways = waysFor(await offeredPayments(db, siteId), { thing: "order", ...asked });
  const found =
    payment === "link" ? ways.find(({ by }) => connectors[by].service) : ways.find(({ by }) => by === payment);
  if (found) return found.by;
  throw fieldProblem(
    "payment",
    payment === "link"
      ? "Nobody can pay online yet: switch on a way to pay under Payments."
      : "This way to pay is not switched on, or does not take so much.",
  );
}

/** Makes an order by hand. The same key is the same order. */
export async function orderByHand(context: Context, site: SiteRow, by: string, asked: HandOrder): Promise<OrderRow> {
  const once = `hand ${by} ${asked.key}`.slice(0, 80);
  const live = await shopOf(context, site);
  for (let nth = 1; ; nth++) {
    const made = await orderMade(context, site.id, once);
    if (made) return made;
    const { shown } = await workedOut(context, site, live, asked.lines, asked, null);
    checkBuyer(asked, shown.sent);
    if (shown.sent && !shown.way) throw fieldProblem("way", "Nothing of this can be sent there.");
    checkSum(shown, asked.seen);
    const fetched = shown.ways.find(({ method }) => method.id === shown.way)?.method.kind === "pickup";
    const amount = shown.total.toPay;
    const payment = amount === 0 ? "" : await wayOf(context.db, site.id, asked.payment, { amount, fetched });
    const { email, phone, address, note } = asked;
    const typed: CheckoutTyped = {
      ...{ email, phone, address, note, way: shown.way ?? "", payment, taxNumber: "", agreed: false },
    };
    try {
      const order = await inTransaction(context.db, (tx) =>
        makeOrder(context, tx, { site, live, kept: null, typed, shown, payment, once, by, payWithin: linkMs }),
      );
      context.jobQueued();
      return order;
    } catch (error) {
      if (!isDuplicate(error) || nth === tries) throw error;
    }
  }
}

/** Lines of a changed order: what stays is as it was agreed, but for how much of it. */
const changedLines = (document: OrderDocument, before: OrderDocument): readonly OrderedLine[] =>
  document.lines.map((line) => {
    const old = before.lines.find(({ id }) => id === line.id);
    return old ? { ...old, quantity: line.quantity } : line;
  });

/** By how much each line has grown or shrunk; counted goods only move by that. */
function goodsMoved(before: readonly OrderedLine[], after: readonly OrderedLine[]) {
  const grown: OrderedLine[] = [];
  const shrunk: OrderedLine[] = [];
  for (const line of after) {
    const more = line.quantity - (before.find(({ id }) => id === line.id)?.quantity ?? 0);
    if (more > 0) grown.push({ ...line, quantity: more });
    else if (more < 0) shrunk.push({ ...line, quantity: -more });
  }
  shrunk.push(...before.filter(({ id }) => !after.some((line) => line.id === id)));
  return { grown, shrunk };
}

const editable: readonly OrderRow["state"][] = ["placed", "paid"];

/** Whether an order can be changed as it stands: nothing is packed, and no invoice has its number. */
export const mayEdit = ({ state, invoice }: Pick<OrderRow, "state" | "invoice">): boolean =>
  editable.includes(state) && invoice === null;

/** Refuses what can't be changed any more. */
async function checkEdit(tx: Executor, row: OrderRow, after: readonly OrderedLine[]): Promise<void> {
  if (!mayEdit(row))
    throw fieldProblem(
      "order",
      row.invoice
        ? `Its invoice ${row.invoice} is written: give back by line instead, or make another order.`
        : `An order that is ${row.state} can’t be changed.`,
    );
  if (!after.length) throw fieldProblem("lines", "Nothing is left of it. Cancel the order instead.");
  const { grown, shrunk } = goodsMoved(row.document.lines, after);
  const issued = [...grown, ...shrunk].find(({ kind }) => kind !== undefined && kind !== "goods");
  if (row.issuedAt && issued)
    throw fieldProblem("lines", `${issued.name} was handed out already, so it can’t be changed.`);
  const back = await tx
    .select({ lines: shopRefunds.lines })
    .from(shopRefunds)
    .where(and(eq(shopRefunds.siteId, row.siteId), eq(shopRefunds.orderId, row.id)));
  const short = lessThanBack(
    row.document.lines,
    back.map(({ lines }) => lines),
    Object.fromEntries(after.map(({ id, quantity }) => [id, quantity])),
  );
  if (short) throw fieldProblem("lines", `${short.name}: as much of it went back already.`);
}

/** What is asked for besides, or goes back, once an order comes to something else. */
async function moveDifference(
  context: Context,
  tx: Executor,
  about: { readonly site: SiteRow; readonly live: LiveShop; readonly by: string },
  row: OrderRow,
  difference: number,
): Promise<OrderRow> {
  const { site, live, by } = about;
  const all = await paymentsOf(tx, site.id, "order", row.id, true);
  const { paid, refunded } = paidOf(all);
  const promised = all.filter(({ state }) => state === "authorised").reduce((sum, { asked }) => sum + asked, 0);
  const open = all.filter((one: PaymentRow) => one.open);
  for (const one of open) await closePayment(tx, one);
  // Nothing was paid or promised yet: what it comes to now is what is owed. What a voucher paid whole is paid.
  if (row.state === "placed" && paid + promised === 0) {
    await writeChanged(context, tx, { site, live }, row);
    return row;
  }
  const due = open.reduce((sum, { asked }) => sum + asked, 0) + difference;
  if (due <= 0) {
    const back = Math.min(-due, paid - refunded);
    await writeChanged(context, tx, { site, live }, row);
    if (back <= 0) return row;
    const given = await giveBack(context, tx, all, back);
    const step = { command: "refund", to: row.state, by, details: { amount: given } } as const;
    const after = await writeStep(context, tx, row, step);
    await writeMoney(context, tx, { site, live }, after, "refunded", given);
    return after;
  }
  const fetched = row.document.way.kind === "pickup";
  const way = await wayOf(tx, site.id, "link", { amount: due, fetched }).catch((error) => {
    if (error instanceof Problem) return null;
    throw error;
  });
  if (!way) {
    await writeChanged(context, tx, { site, live }, row);
    return row;
  }
  const { mode } = await connectorOf(tx, site.id, way);
  await openPayment(context, tx, site.id, {
    ...{ of: "order", target: row.id, by: way, mode, amount: due, currency: row.currency },
  });
  await writeToPay(context, tx, { site, live }, row, due);
  return row;
}

/** Changes what was ordered, as it stood at `revision`: goods, tax, sending and money follow. */
export async function editOrder(
  context: Context,
  site: SiteRow,
  by: string,
  asked: {
    readonly order: string;
    readonly revision: number;
    readonly lines: readonly HandLine[];
    readonly seen: number;
  },
): Promise<OrderRow> {
  const live = await shopOf(context, site);
  const done = await inTransaction(context.db, async (tx) => {
    const row = await lockOrder(tx, site.id, asked.order);
    if (!row) throw fieldProblem("order", "This order is not there.");
    if (row.revision !== asked.revision)
      throw conflict("orderChanged", "Something happened with this order meanwhile. Look at it anew.");
    const { document: before } = row;
    const { shown } = await workedOut(
      ...([context, site, live, asked.lines, { address: before.address, way: before.way.id }, row] as const),
    );
    if (before.way.id && shown.sent && shown.way !== before.way.id)
      throw fieldProblem("lines", `${before.way.name} does not take this any more.`);
    const lines = changedLines(made(live, before, shown), before);
    await checkEdit(tx, row, lines);
    checkSum(shown, asked.seen);
    const vouchers = (before.vouchers ?? []).map((one, at) => ({
      ...one,
      amount: shown.total.vouchers[at]?.amount ?? 0,
    }));
    for (const [at, one] of (before.vouchers ?? []).entries())
      await returnPart(context, tx, row, one.id, one.amount - (vouchers[at]?.amount ?? 0));
    const { grown, shrunk } = goodsMoved(before.lines, lines);
    const goods = { siteId: site.id, order: row.id, by, now: context.now() };
    if (grown.length) await takeGoods(tx, { ...goods, lines: grown }, "sold", "en-GB");
    if (shrunk.length) await putBack(tx, { ...goods, lines: shrunk });
    const changed: OrderRow = {
      ...row,
      document: { ...before, lines, vouchers, total: shown.total },
      toPay: shown.total.toPay,
    };
    const { document, toPay } = changed;
    await tx
      .update(shopOrders)
      .set({ document, toPay })
      .where(and(eq(shopOrders.siteId, site.id), eq(shopOrders.id, row.id)));
    await eraseLines(tx, changed);
    await writeLines(tx, changed);
    const difference = toPay - row.toPay;
    const details = { amount: difference };
    const stepped = await writeStep(context, tx, changed, { command: "edit", to: row.state, by, details });
    return moveDifference(context, tx, { site, live, by }, stepped, difference);
  });
  context.jobQueued();
  return done;
}

/** The document that an order would have if it were placed now as it was then. */
const made = (live: LiveShop, before: OrderDocument, shown: CartShown): OrderDocument =>
  documentOf({
    live,
    shown,
    typed: {
      ...{ email: "", agreed: true, vouchers: [], payment: before.payment, way: before.way.id },
      ...{ phone: before.phone, address: before.address, taxNumber: before.taxNumber, note: before.note },
    },
    payment: before.payment,
  });
