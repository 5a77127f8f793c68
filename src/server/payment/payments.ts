// Payments: opened for one thing, begun at their service, given back, and everything that happens to them written down. What a
// payment is for learns of it in settle.ts.
import { and, asc, desc, eq, inArray, isNotNull } from "drizzle-orm";
import { type Charge, isOpen, shareRefund } from "@/core/payment/charge";
import { type ConnectorKind, connectors, type PaymentMode } from "@/core/payment/connectors";
import type { Executor } from "@/data/connection";
import { paymentSteps, payments, type paymentTargets } from "@/data/payment/tables";
import type { SiteRow } from "@/data/site/queries";
import { queueJob } from "@/server/job/queue";
import type { Context } from "../context";
import { conflict } from "../problem";
import type { Begun } from "./connector";
import { connectorServers } from "./connectors";
import { connectorOf, lineFor, notifyAddress } from "./set-up";

export type PaymentRow = typeof payments.$inferSelect;
export type PaymentTarget = (typeof paymentTargets)[number];

/** A payment as the rules of charges see it. */
export const chargeOf = ({ state, amount, why, refunds }: PaymentRow): Charge => ({ state, amount, why, refunds });

const own = (siteId: string, id: string) => and(eq(payments.siteId, siteId), eq(payments.id, id));

/** Writes down what happened to a payment. */
export const writeStep = (
  tx: Executor,
  payment: Pick<PaymentRow, "siteId" | "id">,
  what: string,
  details: Readonly<Record<string, string | number>> = {},
) => tx.insert(paymentSteps).values({ siteId: payment.siteId, paymentId: payment.id, at: new Date(), what, details });

/** Everything that happened to a payment, the first before the others. */
export const stepsOf = (db: Executor, siteId: string, id: string) =>
  db
    .select({ at: paymentSteps.at, what: paymentSteps.what, details: paymentSteps.details })
    .from(paymentSteps)
    .where(and(eq(paymentSteps.siteId, siteId), eq(paymentSteps.paymentId, id)))
    .orderBy(asc(paymentSteps.id))
    .limit(200);

const isRefusal = eq(paymentSteps.what, "serviceRefused");

/** Writes down that a service refused a command, and why; the same said again stands once. */
export async function writeRefusal(
  tx: Executor,
  payment: Pick<PaymentRow, "siteId" | "id">,
  said: { readonly command: PaymentCommand; readonly refund: string; readonly why: string },
): Promise<void> {
  const refusalOf = await refusalsOf(tx, payment.siteId, [payment.id]);
  if (refusalOf(payment.id, said.command, said.refund) !== said.why)
    await writeStep(tx, payment, "serviceRefused", said);
}

/** Why a service last refused a command about a payment; "" where it did not. `refund` is "" for commands about the whole. */
export type RefusalOf = (payment: string, command: PaymentCommand, refund: string) => string;

/** Why services last refused what they were to do about these payments. */
export async function refusalsOf(db: Executor, siteId: string, ids: readonly string[]): Promise<RefusalOf> {
  const rows = ids.length
    ? await db
        .select({ payment: paymentSteps.paymentId, details: paymentSteps.details })
        .from(paymentSteps)
        .where(and(eq(paymentSteps.siteId, siteId), inArray(paymentSteps.paymentId, [...ids]), isRefusal))
        .orderBy(desc(paymentSteps.id))
        .limit(200)
    : [];
  return (payment, command, refund) =>
    String(
      rows.find((row) => row.payment === payment && row.details.command === command && row.details.refund === refund)
        ?.details.why ?? "",
    );
}

/** Every payment of one thing, the first before the others. */
export function paymentsOf(
  tx: Executor,
  siteId: string,
  of: PaymentTarget,
  target: string,
  locked = false,
): Promise<PaymentRow[]> {
  const asked = tx
    .select()
    .from(payments)
    .where(and(eq(payments.siteId, siteId), eq(payments.of, of), eq(payments.target, target)))
    .orderBy(asc(payments.createdAt), asc(payments.id))
    .limit(200);
  return locked ? asked.for("update") : asked;
}

export async function paymentOf(tx: Executor, siteId: string, id: string, locked = false): Promise<PaymentRow | null> {
  const asked = tx.select().from(payments).where(own(siteId, id));
  const [row] = await (locked ? asked.for("update") : asked);
  return row ?? null;
}

/** The payment of a thing that may still be paid, or the last there was; null for none. */
export async function latestPayment(
  tx: Executor,
  siteId: string,
  of: PaymentTarget,
  target: string,
): Promise<PaymentRow | null> {
  const [row] = await tx
    .select()
    .from(payments)
    .where(and(eq(payments.siteId, siteId), eq(payments.of, of), eq(payments.target, target)))
    .orderBy(desc(isNotNull(payments.open)), desc(payments.createdAt), desc(payments.id))
    .limit(1);
  return row ?? null;
}

export interface Opening {
  readonly of: PaymentTarget;
  readonly target: string;
  readonly by: ConnectorKind;
  readonly mode: PaymentMode;
  /** Minor units. */
  readonly amount: number;
  readonly currency: string;
}

/** Opens a payment. Of one thing only one is open: a second is refused by the database. */
export async function openPayment(
  context: Context,
  tx: Executor,
  siteId: string,
  opening: Opening,
): Promise<PaymentRow> {
  const { of, target, by, mode, amount, currency } = opening;
  const now = context.now();
  const row: PaymentRow = {
    ...{ siteId, id: context.newId(), of, target, connector: by, mode, state: "opened", asked: amount, amount: 0 },
    ...{ currency, why: "", refunds: {}, returned: [], known: "", open: true, createdAt: now, changedAt: now },
  };
  await tx.insert(payments).values(row);
  await writeStep(tx, row, "opened", { amount, currency });
  return row;
}

/** Money that somebody says has come. */
export async function takeByHand(
  context: Context,
  tx: Executor,
  siteId: string,
  { of, target, by, amount, currency }: Omit<Opening, "mode">,
): Promise<PaymentRow> {
  const now = context.now();
  const row: PaymentRow = {
    ...{
      siteId,
      id: context.newId(),
      of,
      target,
      connector: by,
      mode: "live",
      state: "captured",
      asked: amount,
      amount,
    },
    ...{ currency, why: "", refunds: {}, returned: [], known: "", open: null, createdAt: now, changedAt: now },
  };
  await tx.insert(payments).values(row);
  await writeStep(tx, row, "taken", { amount, currency });
  return row;
}

/** How soon it is asked what became of a payment of which nothing was heard, in minutes; then every last so many. */
export const askMinutes = [2, 5, 15, 30, 60] as const;

/** Has a payment asked after later. */
export const queueAsking = (tx: Executor, payment: Pick<PaymentRow, "siteId" | "id">, nth: number) =>
  queueJob(tx, {
    kind: "paymentAsk",
    siteId: payment.siteId,
    payload: { payment: payment.id, nth: String(nth) },
    availableAt: new Date(Date.now() + (askMinutes[Math.min(nth, askMinutes.length - 1)] ?? 60) * 60_000),
  });

/** What a service still has to do about a payment. */
export const paymentCommands = ["capture", "release", "refund"] as const;
export type PaymentCommand = (typeof paymentCommands)[number];

export const queuePaymentCommand = (
  tx: Executor,
  payment: Pick<PaymentRow, "siteId" | "id">,
  command: PaymentCommand,
  refund = "",
) =>
  queueJob(tx, {
    kind: "paymentCommand",
    siteId: payment.siteId,
    payload: { payment: payment.id, command, refund },
  });

/**
 * Begins a payment at its service, or finds it begun: the same however often, by its id. Throws `Unreachable` where the service
 * does not answer; the payment is still there then, and can be begun again.
 */
export async function beginPayment(
  context: Context,
  site: Pick<SiteRow, "id" | "key">,
  payment: PaymentRow,
  about: Pick<Begun, "title" | "returnTo">,
): Promise<{ readonly page: string; readonly shows: "frame" | "page" }> {
  const row = await connectorOf(context.db, site.id, payment.connector);
  const { service } = connectorServers[payment.connector];
  if (!service) throw conflict("paymentByHand", "This is paid without a payment service.");
  const line = lineFor(context, row, payment.mode);
  const begun = await service.begin(line, {
    ...{ reference: payment.id, amount: payment.asked, currency: payment.currency, ...about },
    notify: notifyAddress(context, site.key, row, payment.mode),
  });
  if (!payment.known) {
    const [kept] = await context.db
      .update(payments)
      .set({ known: begun.known })
      .where(and(own(site.id, payment.id), eq(payments.known, "")));
    if (kept.affectedRows) {
      await writeStep(context.db, payment, "begun", { known: begun.known });
      await queueAsking(context.db, payment, 0);
    }
  }
  return { page: begun.page, shows: service.shows };
}

/** Closes a payment that is not to be paid any more: its service gives it up, or says that it was paid after all. */
export async function closePayment(tx: Executor, payment: PaymentRow): Promise<void> {
  if (payment.open) await tx.update(payments).set({ open: null }).where(own(payment.siteId, payment.id));
  if (payment.known && (isOpen(payment.state) || payment.state === "authorised"))
    await queuePaymentCommand(tx, payment, "release");
}

/** Gives up what of a thing's payments is still open, or only promised. */
export async function closePayments(tx: Executor, siteId: string, of: PaymentTarget, target: string): Promise<void> {
  for (const payment of await paymentsOf(tx, siteId, of, target, true))
    if (payment.open || payment.state === "authorised") await closePayment(tx, payment);
}

/**
 * Gives back so much of what was paid by these payments, which the caller has locked: a promise first, so that nobody gives back the
 * same twice; services are told of it by a job. Answers what could be given back: less than asked where less was paid.
 */
export async function giveBack(
  context: Context,
  tx: Executor,
  all: readonly PaymentRow[],
  amount: number,
): Promise<number> {
  let given = 0;
  for (const { charge: payment, amount: share } of shareRefund(all, amount)) {
    const refund = context.newId();
    const byHand = !connectors[payment.connector].service;
    await tx
      .update(payments)
      .set({
        refunds: { ...payment.refunds, [refund]: share },
        ...(byHand ? { returned: [...payment.returned, refund] } : {}),
        changedAt: context.now(),
      })
      .where(own(payment.siteId, payment.id));
    await writeStep(tx, payment, "refundAsked", { amount: share, refund });
    if (!byHand) await queuePaymentCommand(tx, payment, "refund", refund);
    given += share;
  }
  return given;
}
