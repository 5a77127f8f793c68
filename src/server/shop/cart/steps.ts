// The steps of an order: each a row, and what it does to goods and money besides.
import { and, eq, sql } from "drizzle-orm";
import { type LineParts, linesLeft, parcelLines, tooMuch } from "@/core/order/lines";
import { afterCommand, type OrderCommand, type OrderState, takesGoods } from "@/core/order/order";
import { paidOf } from "@/core/payment/charge";
import { connectors } from "@/core/payment/connectors";
import { type Executor, inTransaction } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { shopOrderSteps, shopOrders, shopParcels, shopRefunds } from "@/data/shop/tables";
import type { SiteRow } from "@/data/site/queries";
import type { Context } from "@/server/context";
import { closePayments, giveBack, paymentsOf, queuePaymentCommand, takeByHand } from "@/server/payment/payments";
import { conflict, fieldProblem } from "@/server/problem";
import type { OrderRow } from "@/server/shop/orders/order-row";
import { letGoods, putBack, sellKept } from "../catalog/stock";
import { issue, recall } from "../orders/issuing";
import { writeCommand } from "../orders/letters";
import { nextNumber, prefixOf } from "../orders/numbers";
import { liveShop } from "../pages/live";
import { freeFetchTime } from "./fetching";
import { unspend } from "./vouchers";

/** What a command needs to know besides. */
export interface CommandDetails {
  /** Minor units, of "refund". */
  readonly amount?: number;
  /** A parcel's number and where it can be followed, of "send". */
  readonly tracking?: string;
  readonly link?: string;
  /** How much of which lines, of "send" and "refund"; without it all that is left, or none by name. */
  readonly lines?: LineParts;
  /** Whether what is given back goes on the shelf again. */
  readonly toStock?: boolean;
}

const own = (siteId: string, id: string) => and(eq(shopOrders.siteId, siteId), eq(shopOrders.id, id));

/** An order, locked; null where there is none. */
export async function lockOrder(tx: Executor, siteId: string, id: string): Promise<OrderRow | null> {
  const [row] = await tx.select().from(shopOrders).where(own(siteId, id)).for("update");
  return row ?? null;
}

export interface Step {
  /** A command, or something that was told and changes no state: an edit by the Desk, what its buyer wants to send back. */
  readonly command: OrderCommand | "declined" | "edit" | "returnAsked";
  readonly to: OrderState;
  /** A member's id, "buyer", "payment" or "time". */
  readonly by: string;
  readonly details?: Readonly<Record<string, string | number>>;
  /** What was sold stays gone though the order ends: it broke, or is not sold any more. */
  readonly goodsStay?: boolean;
}

/** What was given back of an order, which is locked. */
const refundsOf = (tx: Executor, { siteId, id }: OrderRow) =>
  tx
    .select()
    .from(shopRefunds)
    .where(and(eq(shopRefunds.siteId, siteId), eq(shopRefunds.orderId, id)))
    .for("update");

/** Lines of an order with so much of each. */
const partsOf = ({ document }: OrderRow, parts: LineParts) =>
  document.lines.flatMap((line) => (parts[line.id] ? [{ ...line, quantity: parts[line.id] ?? 0 }] : []));

/** Goods follow an order's state: what is kept is sold or let go, what is sold is put back. */
async function moveGoods(tx: Executor, order: OrderRow, to: OrderState, by: string, now: Date): Promise<void> {
  const goods = { siteId: order.siteId, order: order.id, lines: order.document.lines, by, now };
  if (order.state === "waiting" && to !== "waiting") await (takesGoods(to) ? sellKept : letGoods)(tx, goods);
  else if (takesGoods(order.state) && !takesGoods(to)) {
    const before = await refundsOf(tx, order);
    const shelved = before.filter((one) => one.shelved).map((one) => one.lines);
    const left = linesLeft(goods.lines, shelved);
    await putBack(tx, { ...goods, lines: partsOf(order, left) });
  }
}

/** What an order brings besides goods follows its money and its state. */
async function moveIssued(context: Context, tx: Executor, before: OrderRow, after: OrderRow): Promise<void> {
  if (takesGoods(after.state) && after.paid >= after.toPay) await issue(context, tx, after);
  if (after.state === before.state || (after.state !== "cancelled" && after.state !== "returned")) return;
  await freeFetchTime(tx, after.siteId, after.document);
  await recall(context, tx, after);
  await unspend(context, tx, after.siteId, after.id);
}

/** Takes an order, which is locked, a step further: its state, goods and money as they are after it, and a row of it. */
export async function writeStep(
  context: Context,
  tx: Executor,
  order: OrderRow,
  { command, to, by, details = {}, goodsStay = false }: Step,
): Promise<OrderRow> {
  const now = context.now();
  if (!goodsStay) await moveGoods(tx, order, to, by, now);
  const money = paidOf(await paymentsOf(tx, order.siteId, "order", order.id));
  const changed = {
    state: to,
    ...money,
    revision: order.revision + 1,
    changedAt: now,
    ...(to === "waiting" ? {} : { endsByItselfAt: null }),
  };
  await tx.update(shopOrders).set(changed).where(own(order.siteId, order.id));
  const [last] = await tx
    .select({ position: sql<number>`max(${shopOrderSteps.position})`.mapWith(Number) })
    .from(shopOrderSteps)
    .where(and(eq(shopOrderSteps.siteId, order.siteId), eq(shopOrderSteps.orderId, order.id)));
  await tx.insert(shopOrderSteps).values({
    siteId: order.siteId,
    orderId: order.id,
    position: (last?.position ?? -1) + 1,
    at: now,
    by,
    command,
    from: order.state,
    to,
    details,
  });
  await announce(tx, order.siteId, "desk", { of: "order", arrival: order.state === "waiting" && takesGoods(to) });
  const after = { ...order, ...changed };
  await moveIssued(context, tx, order, after);
  return after;
}

/** Money that comes or goes by hand. */
async function moveMoney(
  context: Context,
  tx: Executor,
  order: OrderRow,
  command: "pay" | "refund",
  { amount = 0 }: CommandDetails,
): Promise<void> {
  const all = await paymentsOf(tx, order.siteId, "order", order.id, true);
  const { paid, refunded } = paidOf(all);
  if (command === "pay") {
    const missing = all.find((one) => one.open)?.asked ?? order.toPay - paid;
    if (missing <= 0) throw fieldProblem("command", "This order is paid.");
    await closePayments(tx, order.siteId, "order", order.id);
    const by =
      order.document.payment && !connectors[order.document.payment].service ? order.document.payment : "transfer";
    await takeByHand(context, tx, order.siteId, {
      ...{ of: "order", target: order.id, by, amount: missing, currency: order.currency },
    });
    return;
  }
  const left = paid - refunded;
  if (amount <= 0) throw fieldProblem("amount", "Say how much is given back.");
  if (amount > left)
    throw fieldProblem(
      "amount",
      left > 0 ? "More than was paid can’t be given back." : "Nothing was paid that could be given back.",
    );
  await giveBack(context, tx, all, amount);
}

/** What services have to do because of a command: take what was promised once goods leave, give up what nobody pays any more. */
async function tellServices(tx: Executor, order: OrderRow, command: OrderCommand): Promise<void> {
  if (command === "cancel" || command === "fail") return closePayments(tx, order.siteId, "order", order.id);
  if (command !== "send" && command !== "handOver") return;
  for (const one of await paymentsOf(tx, order.siteId, "order", order.id, true))
    if (one.state === "authorised") await queuePaymentCommand(tx, one, "capture");
}

const detailsOf = (command: OrderCommand, { amount = 0, tracking, link }: CommandDetails) => ({
  ...(command === "refund" ? { amount } : {}),
  ...(command === "send" && tracking ? { tracking } : {}),
  ...(command === "send" && link ? { link } : {}),
});

/** Puts a parcel on its way, and answers whether anything is left to be sent. */
async function sendParcel(
  context: Context,
  tx: Executor,
  row: OrderRow,
  details: CommandDetails,
  by: string,
): Promise<boolean> {
  const sent = await tx
    .select()
    .from(shopParcels)
    .where(and(eq(shopParcels.siteId, row.siteId), eq(shopParcels.orderId, row.id)))
    .for("update");
  const goods = parcelLines(row.document.lines);
  if (!goods.length) return false;
  const left = linesLeft(
    goods,
    sent.map(({ lines }) => lines),
  );
  const lines = details.lines ?? left;
  const wrong = tooMuch(lines, left);
  if (wrong || !Object.keys(lines).length)
    throw fieldProblem(`lines.${wrong ?? ""}`, "So much of this is not left to be sent.");
  await tx.insert(shopParcels).values({
    ...{ siteId: row.siteId, orderId: row.id, position: sent.length, lines, sentAt: context.now(), by },
    ...{ tracking: details.tracking ?? "", link: details.link ?? "" },
  });
  return Object.keys(linesLeft(goods, [...sent.map((one) => one.lines), lines])).length > 0;
}

/** Writes down what is given back, with its credit note where there was an invoice; goods go on the shelf where that is wanted. */
async function writeRefund(
  context: Context,
  tx: Executor,
  row: OrderRow,
  details: CommandDetails,
  by: string,
): Promise<void> {
  const { siteId, id } = row;
  const before = await refundsOf(tx, row);
  const lines = details.lines ?? {};
  const left = linesLeft(
    row.document.lines,
    before.map((one) => one.lines),
  );
  const wrong = tooMuch(lines, left);
  if (wrong) throw fieldProblem(`lines.${wrong}`, "So much of this was not ordered, or went back already.");
  const note = row.invoice ? `${prefixOf(row.invoice)}C${await nextNumber(tx, siteId, "credit", 1)}` : null;
  const now = context.now();
  await tx.insert(shopRefunds).values({
    ...{ siteId, orderId: id, position: before.length, lines, amount: details.amount ?? 0, note, at: now },
    shelved: details.toStock === true && takesGoods(row.state),
  });
  if (!details.toStock || !takesGoods(row.state)) return;
  await putBack(tx, { siteId, order: id, lines: partsOf(row, lines), by, now });
}

/** Ends an order: what is to go back of its money does, all that is left of its goods is back on the shelf or stays gone. */
async function endStanding(
  context: Context,
  tx: Executor,
  row: OrderRow,
  { command, to, by }: Pick<Step, "to" | "by"> & { readonly command: "cancel" | "return" },
  details: CommandDetails,
): Promise<OrderRow> {
  const goodsStay = details.toStock === false && takesGoods(row.state);
  let now = row;
  if (details.amount) {
    await moveMoney(context, tx, row, "refund", details);
    const before = await refundsOf(tx, row);
    const lines = linesLeft(
      row.document.lines,
      before.map((one) => one.lines),
    );
    await writeRefund(context, tx, row, { ...details, lines, toStock: !goodsStay }, by);
    const { amount } = details;
    now = await writeStep(context, tx, row, { command: "refund", to: row.state, by, details: { amount } });
  }
  await tellServices(tx, now, command);
  return writeStep(context, tx, now, { command, to, by, goodsStay });
}

/** Does a command with an order that is locked; a field problem where the command can't follow. */
export async function doCommand(
  context: Context,
  tx: Executor,
  row: OrderRow,
  command: OrderCommand,
  details: CommandDetails,
  by: string,
): Promise<OrderRow> {
  const to = afterCommand(row.state, command);
  if (to === null) throw fieldProblem("command", `That can’t be done with an order that is ${row.state}.`);
  if (command === "cancel" || command === "return") return endStanding(context, tx, row, { command, to, by }, details);
  if (command === "pay" || command === "refund") await moveMoney(context, tx, row, command, details);
  if (command === "refund") await writeRefund(context, tx, row, details, by);
  const partly = command === "send" && (await sendParcel(context, tx, row, details, by));
  await tellServices(tx, row, command);
  return writeStep(context, tx, row, {
    command,
    to: partly ? row.state : to,
    by,
    details: detailsOf(command, details),
  });
}

/** Does a command with an order as it stood at `revision`; refused where it has changed since, or where the command can't follow. */
export async function stepOrder(
  context: Context,
  site: SiteRow,
  order: string,
  revision: number,
  command: OrderCommand,
  details: CommandDetails,
  by: string,
): Promise<OrderRow> {
  const live = await liveShop(context, site);
  const done = await inTransaction(context.db, async (tx) => {
    const row = await lockOrder(tx, site.id, order);
    if (!row) throw fieldProblem("order", "This order is not there.");
    if (row.revision !== revision)
      throw conflict("orderChanged", "Something happened with this order meanwhile. Look at it anew.");
    const after = await doCommand(context, tx, row, command, details, by);
    await writeCommand(context, tx, { site, live }, { before: row, after, command });
    return after;
  });
  context.jobQueued();
  return done;
}
