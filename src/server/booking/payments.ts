// Payments: opened by a job after the booking stands, answered by the payment service with signed events.
import { timingSafeEqual } from "node:crypto";
import { request } from "node:http";
import { and, eq } from "drizzle-orm";
import Joi from "joi";
import { bookings, paymentEvents } from "@/data/booking/tables";
import { inTransaction, isDuplicate } from "@/data/connection";
import { findSite, type SiteRow } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { type PaymentEvent, signEvent, standInPayments } from "@/standins/payment";
import { type Context, sign } from "../context";
import { type JobRun, queueJob, realTime } from "../job/queue";
import { notFound, Problem, validated } from "../problem";
import { lockSite } from "./deeds/lock";
import { takePayment } from "./deeds/paying";
import { inTurn } from "./turn";

/** The secret that the payment service and we share. */
export const paymentSecret = (context: Context): string => sign(context.settings, "payments", "events");

/** A signature older than this is refused, in seconds of real time. */
const toleranceSeconds = 300;

/** Hands an event to the webhook. */
export type Deliver = (context: Context, site: SiteRow, body: string, signature: string) => Promise<void>;

/** By http to this process (or the next one behind the same address), as the service would from outside. */
export const deliverByHttp: Deliver = (context, site, body, signature) =>
  new Promise((resolve, reject) => {
    const sent = request(
      {
        host: context.settings.address === "0.0.0.0" ? "127.0.0.1" : context.settings.address,
        port: context.settings.port,
        method: "POST",
        path: "/_w/v1/payments/events",
        headers: {
          host: `${site.key}.${context.settings.publicHost}:${context.settings.port}`,
          "content-type": "application/json",
          "webitor-payment-signature": signature,
        },
        timeout: 10_000,
      },
      (response) => {
        response.resume();
        if ((response.statusCode ?? 500) < 500) resolve();
        else reject(new Error(`The webhook answered ${response.statusCode}`));
      },
    );
    sent.on("timeout", () => sent.destroy(new Error("The webhook did not answer in time")));
    sent.on("error", reject);
    sent.end(body);
  });

/** The job: opens the payment, or delivers one of the stand-in's events. */
export const paymentJob =
  (deliver: Deliver) =>
  async (context: Context, run: JobRun): Promise<void> => {
    const siteId = run.job.siteId ?? "";
    const { booking: id = "", token = "", event } = run.job.payload;
    const [site] = await context.db.select().from(sites).where(eq(sites.id, siteId));
    if (!site) return run.finish(context.db);
    if (event) {
      await deliver(context, site, event, signEvent(paymentSecret(context), event, Math.floor(Date.now() / 1000)));
      return run.finish(context.db);
    }
    const [booking] = await context.db
      .select()
      .from(bookings)
      .where(and(eq(bookings.siteId, siteId), eq(bookings.id, id)));
    const answers =
      booking?.bill && booking.payNow !== null && booking.paymentReference
        ? standInPayments.open({
            reference: booking.paymentReference,
            amount: booking.payNow,
            currency: booking.bill.currency,
            token,
          })
        : [];
    await context.db.transaction(async (tx) => {
      await run.finish(tx);
      for (const answer of answers)
        await queueJob(tx, {
          kind: "payment",
          siteId,
          payload: { event: JSON.stringify(answer.event) },
          availableAt: realTime(context, new Date(context.now().getTime() + answer.afterMs)),
        });
    });
    context.jobQueued();
  };

function checkSignature(context: Context, body: string, header: string | null) {
  const refused = (message: string) =>
    new Problem(401, "signature", message, [{ path: "Webitor-Payment-Signature", message }]);
  const [, at, given] = /^t=(\d{1,12}),v1=([0-9a-f]{64})$/.exec(header ?? "") ?? [];
  if (!at || !given) throw refused("This event is not signed.");
  const wanted = signEvent(paymentSecret(context), body, Number(at)).split("v1=", 2)[1] ?? "";
  if (!timingSafeEqual(Buffer.from(wanted), Buffer.from(given))) throw refused("This signature is not right.");
  if (Math.abs(Date.now() / 1000 - Number(at)) > toleranceSeconds) throw refused("This signature is too old.");
}

const eventSchema = Joi.object<PaymentEvent>({
  id: Joi.string().max(60).required(),
  type: Joi.string().valid("payment.approved", "payment.declined").required(),
  reference: Joi.string().max(60).required(),
  amount: Joi.number().integer().min(0).required(),
  currency: Joi.string().length(3).required(),
});

/** Takes in an event of the payment service. The same event again changes nothing and gets the same answer. */
export async function takePaymentEvent(
  context: Context,
  siteKey: string,
  body: string,
  signature: string | null,
): Promise<{ outcome: string }> {
  checkSignature(context, body, signature);
  let value: unknown;
  try {
    value = JSON.parse(body);
  } catch {
    throw new Problem(400, "notJson", "The body is not JSON.");
  }
  const event = validated(eventSchema, value);
  const site = await findSite(context.db, siteKey);
  if (!site) throw notFound("This site");
  const mine = and(eq(paymentEvents.siteId, site.id), eq(paymentEvents.eventId, event.id));
  const known = async () => (await context.db.select().from(paymentEvents).where(mine))[0];
  const before = await known();
  if (before) return { outcome: before.outcome };
  try {
    return await inTurn(site.id, () =>
      inTransaction(context.db, async (tx) => {
        const locked = await lockSite(context, tx, site);
        const [booking] = await tx
          .select({ id: bookings.id, bill: bookings.bill, payNow: bookings.payNow })
          .from(bookings)
          .where(and(eq(bookings.siteId, site.id), eq(bookings.paymentReference, event.reference)));
        if (!booking) throw notFound("This payment's booking");
        if (event.amount !== booking.payNow || event.currency !== booking.bill?.currency)
          throw new Problem(422, "amount", "This is not the amount that was asked for.", [
            { path: "amount", message: "This is not the amount that was asked for." },
          ]);
        const outcome = await takePayment(locked, {
          approved: event.type === "payment.approved",
          reference: event.reference,
        });
        await tx
          .insert(paymentEvents)
          .values({ siteId: site.id, eventId: event.id, bookingId: booking.id, outcome, at: context.now() });
        return { outcome };
      }),
    );
  } catch (error) {
    // The same event at the same time: the other one has done it.
    if (isDuplicate(error)) return { outcome: (await known())?.outcome ?? "nothing to do" };
    throw error;
  }
}
