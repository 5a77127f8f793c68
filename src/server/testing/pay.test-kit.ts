// Payers in tests: the payment stand-in is asked for a payment, and somebody pays it as a card of theirs does.
import { findSite } from "@/data/site/queries";
import type { Context } from "@/server/context";
import { beginPayment, latestPayment, type PaymentRow, paymentOf } from "@/server/payment/payments";
import { payStore } from "@/server/payment/stand-in-store";
import type { BehaviourName } from "@/standins/pay/behaviours";
import { type Played, play } from "@/standins/pay/service";
import type { Payment } from "@/standins/pay/store";

/** The payment that something waits for, begun at its service. */
export async function begunFor(
  context: Context,
  siteKey: string,
  of: "order" | "booking",
  target: string,
): Promise<PaymentRow> {
  const site = await findSite(context.db, siteKey);
  const payment = site && (await latestPayment(context.db, site.id, of, target));
  if (!site || !payment) throw new Error("Nothing waits to be paid.");
  await beginPayment(context, site, payment, { title: "A test", returnTo: "http://shop.example/" });
  return (await paymentOf(context.db, site.id, payment.id)) as PaymentRow;
}

/** Pays it; what the stand-in tells of that goes out as jobs. */
export async function payFor(
  context: Context,
  siteKey: string,
  of: "order" | "booking",
  target: string,
  does: BehaviourName,
  lateMs?: number,
): Promise<Played> {
  const { known } = await begunFor(context, siteKey, of, target);
  return play(payStore(context), known, does, lateMs);
}

/** A payment as the stand-in knows it. */
export const knownAt = async (context: Context, known: string): Promise<Payment | null> =>
  payStore(context).read("payment", known);
