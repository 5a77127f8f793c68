// What comes of a payment: words of its service, in whichever order and however often they come, change the payment and what it is for
// in one transaction.
import { and, eq } from "drizzle-orm";
import { afterEvent, type Charge, type ChargeEvent, isOpen, refundFault } from "@/core/payment/charge";
import { payments } from "@/data/payment/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { queueJob } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import type { Context } from "../context";
import { notFound, Problem } from "../problem";
import type { Line } from "./connector";
import { connectorServers } from "./connectors";
import { Unreachable } from "./outside";
import {
  askMinutes,
  chargeOf,
  type PaymentCommand,
  type PaymentRow,
  paymentCommands,
  paymentOf,
  queueAsking,
  writeRefusal,
  writeStep,
} from "./payments";
import { connectorOf, keysFor, lineFor } from "./set-up";
import { payables } from "./targets";

const same = (one: Charge, other: Charge) =>
  one.state === other.state &&
  one.amount === other.amount &&
  one.why === other.why &&
  Object.keys(one.refunds).length === Object.keys(other.refunds).length;

/** Refunds that these events confirm. */
const confirmed = (row: PaymentRow, events: readonly ChargeEvent[]) => [
  ...new Set([...row.returned, ...events.flatMap((one) => (one.is === "refunded" ? [one.refund] : []))]),
];

/** A refund before its payment is told again later; one of more than was paid never becomes right. */
function refusedRefund(fault: "early" | "tooMuch"): Problem {
  const message =
    fault === "early" ? "Nothing of this payment was taken yet." : "More can’t be given back than what was paid.";
  const [status, more] = fault === "early" ? ([409, { "retry-after": "5" }] as const) : ([422, {}] as const);
  return new Problem(status, "refund", message, [{ path: "amount", message }], more);
}

/** Takes in what a service says of a payment. `how` it came is written down with what changed. */
export async function settle(
  context: Context,
  site: SiteRow,
  id: string,
  events: readonly ChargeEvent[],
  how: "heard" | "asked" | "answered",
): Promise<PaymentRow> {
  const found = await paymentOf(context.db, site.id, id);
  if (!found) throw notFound("This payment");
  const after = await payables[found.of].during(context, site, found.target, async ({ tx, moved }) => {
    const before = await paymentOf(tx, site.id, id, true);
    if (!before) throw notFound("This payment");
    let charge = chargeOf(before);
    const heard: ChargeEvent[] = [];
    for (const event of events) {
      const fault = refundFault(charge, event);
      if (fault && how === "heard") throw refusedRefund(fault);
      if (fault) {
        context.log.error({ payment: id, event, fault }, "a refund that can't be");
        continue;
      }
      heard.push(event);
      charge = afterEvent(charge, event);
    }
    const returned = confirmed(before, heard);
    if (same(charge, chargeOf(before)) && returned.length === before.returned.length) return before;
    const row: PaymentRow = {
      ...before,
      ...charge,
      returned,
      open: before.open && isOpen(charge.state) ? true : null,
      changedAt: context.now(),
    };
    const { state, amount, why, refunds, open, changedAt } = row;
    await tx
      .update(payments)
      .set({ state, amount, why, refunds, returned, open, changedAt })
      .where(and(eq(payments.siteId, site.id), eq(payments.id, id)));
    await writeStep(tx, row, how, {
      ...(state === before.state ? {} : { state, ...(why ? { why } : {}) }),
      ...(amount === before.amount ? {} : { amount }),
      ...(returned.length === before.returned.length
        ? {}
        : { returned: returned.slice(before.returned.length).reduce((sum, one) => sum + (refunds[one] ?? 0), 0) }),
    });
    await moved(before, row);
    return row;
  });
  context.jobQueued();
  return after;
}

/** Asks the service of a payment how it stands; unchanged where it is not known there, or does not answer. */
export async function askAfter(context: Context, site: SiteRow, payment: PaymentRow): Promise<PaymentRow> {
  const { service } = connectorServers[payment.connector];
  if (!service || !payment.known) return payment;
  const line = lineFor(context, await connectorOf(context.db, site.id, payment.connector), payment.mode);
  return settle(context, site, payment.id, await service.ask(line, payment.known), "asked");
}

async function siteOfJob(context: Context, run: JobRun): Promise<{ site: SiteRow; payment: PaymentRow } | null> {
  const siteId = run.job.siteId ?? "";
  const [site] = await context.db.select().from(sites).where(eq(sites.id, siteId));
  const payment = site && (await paymentOf(context.db, siteId, run.job.payload.payment ?? ""));
  return site && payment ? { site, payment } : null;
}

/** How often it is asked after a payment of which nothing is heard. */
const mostAsking = 30;

/** The job: a word that should have come by now is asked for. */
export async function paymentAskJob(context: Context, run: JobRun): Promise<void> {
  const found = await siteOfJob(context, run);
  const nth = Number(run.job.payload.nth ?? 0);
  // Not answered, it is asked again later, as where nothing was known yet.
  const after =
    found &&
    (await askAfter(context, found.site, found.payment).catch((error) => {
      if (error instanceof Unreachable) return found.payment;
      throw error;
    }));
  await context.db.transaction(async (tx) => {
    await run.finish(tx);
    if (after?.open && isOpen(after.state) && nth < mostAsking) await queueAsking(tx, after, nth + 1);
  });
}

/** How often a command is tried that a service refuses or does not answer: for some days. */
const mostTries = 100;

/** The job: has a service take, give up or give back. Done again it is done once; not answered or refused, it is tried again later. */
export async function paymentCommandJob(context: Context, run: JobRun): Promise<void> {
  const found = await siteOfJob(context, run);
  const { refund = "", nth = "0" } = run.job.payload;
  const command = paymentCommands.find((one) => one === run.job.payload.command);
  const { service } = found ? connectorServers[found.payment.connector] : { service: null };
  if (!found || !command || !service) return run.finish(context.db);
  const { site, payment } = found;
  const asks: Readonly<Record<PaymentCommand, (line: Line) => Promise<readonly ChargeEvent[]>>> = {
    capture: (line) => service.capture(line, payment.known),
    release: (line) => service.release(line, payment.known),
    refund: (line) => service.refund(line, payment.known, refund, payment.refunds[refund] ?? 0),
  };
  try {
    const line = lineFor(context, await connectorOf(context.db, site.id, payment.connector), payment.mode);
    await settle(context, site, payment.id, await asks[command](line), "answered");
  } catch (error) {
    // Refused, too, it is tried again: whoever reads why can mend it, as with keys that are no longer known.
    const why = error instanceof Problem ? error.title.slice(0, 200) : "";
    if (!(why || error instanceof Unreachable) || Number(nth) >= mostTries) throw error;
    await context.db.transaction(async (tx) => {
      await run.finish(tx);
      if (why) await writeRefusal(tx, payment, { command, refund, why });
      const minutes = askMinutes[Math.min(Number(nth), askMinutes.length - 1)] ?? 60;
      await queueJob(tx, {
        kind: "paymentCommand",
        siteId: site.id,
        payload: { payment: payment.id, command, refund, nth: String(Number(nth) + 1) },
        availableAt: new Date(Date.now() + minutes * 60_000),
      });
    });
    return;
  }
  await run.finish(context.db);
}

/** Takes an event from outside, once it is known to be the service's own. The same again changes nothing. */
export async function receiveEvent(
  context: Context,
  siteKey: string,
  by: string,
  mode: string,
  body: string,
  header: (name: string) => string | null,
): Promise<{ readonly outcome: string }> {
  const refused = (message: string) => new Problem(401, "signature", message, [{ path: "Pay-Signature", message }]);
  const site = await findSite(context.db, siteKey);
  const kind = Object.keys(connectorServers).find((one): one is keyof typeof connectorServers => one === by);
  const service = kind && connectorServers[kind].service;
  if (!site || !kind || !service) throw notFound("This way to pay");
  const row = await connectorOf(context.db, site.id, kind);
  const keys = keysFor(context.settings, row, mode === "live" ? "live" : "test");
  if (!keys) throw refused("Nobody is expected to tell this site of payments.");
  const heard = service.hear(keys, body, header);
  if ("fault" in heard) throw refused(heard.fault);
  const payment = await paymentOf(context.db, site.id, heard.reference);
  if (!payment || payment.connector !== kind || payment.mode !== heard.mode || heard.mode !== mode)
    throw notFound("This payment");
  const { event } = heard;
  if (heard.currency !== payment.currency || (event.is !== "refunded" && event.amount !== payment.asked)) {
    const message = "This is not the amount that was asked for.";
    throw new Problem(422, "amount", message, [{ path: "amount", message }]);
  }
  const before = payment.state;
  const after = await settle(context, site, payment.id, [event], "heard");
  return { outcome: after.state === before && event.is !== "refunded" ? "nothing new" : after.state };
}
