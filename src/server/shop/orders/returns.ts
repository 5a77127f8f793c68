// What a buyer wants to send back: asked for on the page of the order, read on the Desk, told to the shop by a letter. What becomes of
// it is the Desk's to say.
import { and, eq } from "drizzle-orm";
import { mayAskReturn } from "@/core/order/order";
import { shopWords } from "@/core/storefront/words";
import { type Executor, inTransaction } from "@/data/connection";
import { shopOrderSteps } from "@/data/shop/tables";
import type { SiteRow } from "@/data/site/queries";
import { type Context, hostOrigin } from "@/server/context";
import { writePlain } from "@/server/mail/plain";
import { fieldProblem, notFound } from "@/server/problem";
import type { OrderRow } from "@/server/shop/orders/order-row";
import { lockOrder, writeStep } from "../cart/steps";

/** Whether the buyer of an order has asked to send something back. */
export async function returnAsked(db: Executor, { siteId, id }: Pick<OrderRow, "siteId" | "id">): Promise<boolean> {
  const [row] = await db
    .select({ position: shopOrderSteps.position })
    .from(shopOrderSteps)
    .where(
      and(eq(shopOrderSteps.siteId, siteId), eq(shopOrderSteps.orderId, id), eq(shopOrderSteps.command, "returnAsked")),
    )
    .limit(1);
  return row !== undefined;
}

/** Asks for it, once; asked again nothing more happens. A field problem where nothing of it can be sent back. */
export async function askReturn(context: Context, site: SiteRow, id: string, why: string): Promise<void> {
  const { language } = site.settings;
  if (!why) throw fieldProblem("why", shopWords(language).needed);
  await inTransaction(context.db, async (tx) => {
    const order = await lockOrder(tx, site.id, id);
    if (!order) throw notFound("This order");
    if (await returnAsked(tx, order)) return;
    if (!mayAskReturn(order.state)) throw fieldProblem("why", shopWords(order.language).sendBackNot);
    await writeStep(context, tx, order, { command: "returnAsked", to: order.state, by: "buyer", details: { why } });
    const { settings } = context;
    const lines = [
      `${order.name} <${order.email}>`,
      why,
      `${hostOrigin(settings, settings.publicHost)}/s/${site.key}/desk`,
    ];
    await writePlain(context, tx, site, {
      recipient: site.settings.mailFrom,
      subject: `${shopWords(language).sendBack}: ${order.number}`,
      lines,
    });
  });
  context.jobQueued();
}
