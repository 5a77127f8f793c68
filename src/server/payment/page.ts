// The page on which an order or a booking is paid, on the site's own host and in its brand, without script.

import { moneyWords } from "@/core/money/money";
import { isOpen } from "@/core/payment/charge";
import { type ConnectorKind, connectors } from "@/core/payment/connectors";
import { payHtml } from "@/core/payment/page";
import { payWords } from "@/core/payment/words";
import { escapeHtml } from "@/core/render/escape";
import { shopWords } from "@/core/storefront/words";
import { findSite, type SiteRow } from "@/data/site/queries";
import { type Context, siteOrigin } from "../context";
import { notFound, Problem } from "../problem";
import { noticePage, sitePage } from "../release/notice";
import { payPath, readPayToken } from "./link";
import { Unreachable } from "./outside";
import type { Owed } from "./payable";
import { beginPayment, closePayment, latestPayment, openPayment, type PaymentRow, paymentsOf } from "./payments";
import { connectorOf, offeredPayments, serviceOrigin, waysFor } from "./set-up";
import { askAfter } from "./settle";
import { payables } from "./targets";

/** A page, or where its reader goes on. */
export type Paying =
  | { readonly status: number; readonly html: string; readonly frames: readonly string[] }
  | { readonly onTo: string };

interface Asked {
  readonly site: SiteRow;
  readonly of: "order" | "booking";
  readonly target: string;
  readonly owed: Owed;
}

async function askedFor(context: Context, siteKey: string, token: string): Promise<Asked> {
  const read = readPayToken(context, token);
  const site = await findSite(context.db, siteKey);
  const owed = read && site && (await payables[read.of].owed(context, site, read.target));
  if (!read || !site || !owed) throw notFound("This link", "p");
  return { site, ...read, owed };
}

/** A payment as it stands now: its service is asked, for what it says may still be on its way here. */
async function asItStands(context: Context, site: SiteRow, payment: PaymentRow | null): Promise<PaymentRow | null> {
  if (!payment?.known || !isOpen(payment.state)) return payment;
  try {
    return await askAfter(context, site, payment);
  } catch (error) {
    if (error instanceof Unreachable) return payment;
    throw error;
  }
}

/** Where the payer of an open payment pays; null where its service does not answer. */
async function begun(context: Context, { site, of, target, owed }: Asked, payment: PaymentRow) {
  try {
    return await beginPayment(context, site, payment, {
      title: `${owed.title} · ${site.name}`.slice(0, 200),
      returnTo: siteOrigin(context.settings, site.key) + payPath(context, of, target),
    });
  } catch (error) {
    if (error instanceof Unreachable || (error instanceof Problem && error.status === 409)) return null;
    throw error;
  }
}

/** The page; with `go`, it leads on by itself to a service that is gone to. */
export async function payingPage(context: Context, siteKey: string, token: string, go: boolean): Promise<Paying> {
  const first = await askedFor(context, siteKey, token);
  const { site, of, target } = first;
  const before = await latestPayment(context.db, site.id, of, target);
  const payment = await asItStands(context, site, before);
  const owed = payment === before ? first.owed : ((await payables[of].owed(context, site, target)) ?? first.owed);
  const words = payWords(owed.language);
  if (owed.stands === "settled") return { onTo: owed.seenAt };
  if (owed.stands === "over")
    return {
      status: 200,
      frames: [],
      html: await noticePage(context, siteKey, {
        title: words.over,
        text: words.overText,
        then: { href: owed.seenAt, words: words.see },
      }),
    };
  const open = payment?.open ? payment : null;
  const at = open && (await begun(context, { ...first, owed }, open));
  const origin = serviceOrigin(context);
  const names = shopWords(owed.language).payments;
  const ways = waysFor(await offeredPayments(context.db, site.id), owed).filter(
    ({ by }) => connectors[by].service || owed.mayOwe,
  );
  const main = payHtml({
    language: owed.language,
    title: owed.title,
    price: moneyWords(owed, owed.language),
    test: open?.mode === "test",
    now: open && at ? { by: open.connector, ...at } : null,
    silent: open !== null && at === null,
    declined: open?.state === "declined" ? open.why || "refused" : "",
    ways: ways.map((way) => ({ ...way, name: names[way.by] })),
    token,
  });
  const leads = go && at?.shows === "page" && open?.state === "opened";
  const head = leads ? `<meta http-equiv="refresh" content="0;url=${escapeHtml(at.page)}">` : "";
  return { status: 200, frames: [origin], html: await sitePage(context, siteKey, { title: owed.title, main, head }) };
}

/** Pays another way: the payment that was open is given up, and what is owed is asked for anew. */
export async function changeWay(context: Context, siteKey: string, token: string, by: string): Promise<string> {
  const { site, of, target, owed } = await askedFor(context, siteKey, token);
  const chosen = waysFor(await offeredPayments(context.db, site.id), owed).find((one) => one.by === by)?.by;
  if (owed.stands !== "waits" || !chosen) return payPath(context, of, target);
  if (!connectors[chosen].service) {
    if (!owed.mayOwe) return payPath(context, of, target);
    await payables[of].owe?.(context, site, target, chosen);
    context.jobQueued();
    return (await payables[of].owed(context, site, target))?.seenAt ?? owed.seenAt;
  }
  const { mode } = await connectorOf(context.db, site.id, chosen);
  await payables[of].during(context, site, target, async ({ tx }) => {
    const all = await paymentsOf(tx, site.id, of, target, true);
    const open = all.find((one) => one.open);
    // Pressed twice, or meanwhile paid.
    if (open?.connector === chosen || all.some(({ state }) => state === "captured" || state === "authorised")) return;
    if (open) await closePayment(tx, open);
    const { amount, currency } = owed;
    await openPayment(context, tx, site.id, { of, target, by: chosen as ConnectorKind, mode, amount, currency });
  });
  context.jobQueued();
  return `${payPath(context, of, target)}&go=1`;
}
