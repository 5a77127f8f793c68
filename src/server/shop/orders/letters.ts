// Letters about orders, and what a buyer reads of one.
import { isWritten, type OrderLetter } from "@/core/order/letters/kinds";
import { type OrderLetterFacts, orderLetter } from "@/core/order/letters/letters";
import type { OrderCommand } from "@/core/order/order";
import { dateWords } from "@/core/storefront/view";
import { shopWords } from "@/core/storefront/words";
import type { Executor } from "@/data/connection";
import type { SiteRow } from "@/data/site/queries";
import { type Context, hostOrigin, siteOrigin } from "@/server/context";
import { countPoint } from "@/server/limit";
import { writePlain } from "@/server/mail/plain";
import { connectorServers } from "@/server/payment/connectors";
import { payPath } from "@/server/payment/link";
import { connectorOf } from "@/server/payment/set-up";
import type { OrderRow } from "@/server/shop/orders/order-row";
import type { LiveShop } from "../pages/live";
import { parcelsOf } from "./parcels";
import { orderToken } from "./token";

/** Where a buyer sees an order. */
export const orderAddress = (context: Context, site: Pick<SiteRow, "key">, live: LiveShop | null, id: string): string =>
  `${siteOrigin(context.settings, site.key)}${orderPath(context, live, id)}`;

export const orderPath = (context: Context, live: LiveShop | null, id: string): string =>
  `${live?.shown.paths.order ?? "/"}?o=${orderToken(context, id)}`;

/** Where its buyer is thanked for an order, once. */
export const thanksPath = (context: Context, live: LiveShop | null, id: string): string =>
  `${live?.shown.paths.thanks ?? live?.shown.paths.order ?? "/"}?o=${orderToken(context, id)}&new=1`;

const dayMs = 86_400_000;

/** What a buyer has to know to pay what is not paid yet: an account, a reference, until when. */
export async function payLines(db: Executor, order: OrderRow): Promise<readonly string[]> {
  const by = order.document.payment;
  if (!by || order.state !== "placed") return [];
  const { settings } = await connectorOf(db, order.siteId, by);
  const until = dateWords(
    new Date(order.createdAt.getTime() + settings.days * dayMs).toISOString().slice(0, 10),
    order.language,
  );
  return connectorServers[by].says(settings, {
    reference: order.number,
    until: shopWords(order.language).payUntil(until),
  });
}

interface About {
  readonly site: SiteRow;
  readonly live: LiveShop | null;
}

/** What a letter is about besides the order as it stands. */
type Besides = Partial<Pick<OrderLetterFacts, "amount" | "parcel" | "payment">>;

const letterFacts = (
  context: Context,
  { site, live }: About,
  order: OrderRow,
  kind: OrderLetter,
  besides: Besides,
): OrderLetterFacts => ({
  ...{ shop: site.name, language: order.language, currency: order.currency, number: order.number, name: order.name },
  ...{ document: order.document, toPay: order.toPay, paid: order.paid, refunded: order.refunded },
  ...{ payment: [], link: orderAddress(context, site, live, order.id), own: live?.shop.letters?.[kind] },
  ...besides,
});

/**
 * A letter to the buyer of an order, unless the shop has switched it off. What strangers and time set off is limited: they are
 * written to so often a day.
 */
async function tellBuyer(
  context: Context,
  tx: Executor,
  about: About,
  order: OrderRow,
  kind: OrderLetter,
  besides: Besides & { readonly byMember?: boolean } = {},
): Promise<void> {
  const { byMember = false, ...facts } = besides;
  if (!order.email || !isWritten(kind, about.live?.shop.letters)) return;
  if (!byMember && (await countPoint(context, tx, "letterPerson", order.email)).left < 0) return;
  const letter = orderLetter(kind, letterFacts(context, about, order, kind, facts));
  await writePlain(context, tx, about.site, { recipient: order.email, ...letter });
}

/** A letter with the link by which an order, or what is missing of it, is paid. `amount` is in minor units. */
export async function writeToPay(
  context: Context,
  tx: Executor,
  about: About,
  order: OrderRow,
  amount: number,
): Promise<void> {
  const link = siteOrigin(context.settings, about.site.key) + payPath(context, "order", order.id);
  await tellBuyer(context, tx, about, order, "toPay", { amount, payment: [link] });
}

/** A letter that says what an order is now. */
export const writeChanged = async (context: Context, tx: Executor, about: About, order: OrderRow): Promise<void> =>
  tellBuyer(context, tx, about, order, "changed", { payment: await payLines(tx, order) });

/** A letter that money has come, or gone back, in minor units. */
export const writeMoney = (
  context: Context,
  tx: Executor,
  about: About,
  order: OrderRow,
  kind: "paid" | "refunded",
  amount: number,
): Promise<void> => tellBuyer(context, tx, about, order, kind, { amount });

/** The letter about what a member has just done with an order, where its buyer has to hear of it. */
export async function writeCommand(
  context: Context,
  tx: Executor,
  about: About,
  { before, after, command }: { readonly before: OrderRow; readonly after: OrderRow; readonly command: OrderCommand },
): Promise<void> {
  const tell = (kind: OrderLetter, besides: Besides = {}) =>
    tellBuyer(context, tx, about, after, kind, { ...besides, byMember: true });
  if (command === "pay") return tell("paid", { amount: after.paid - before.paid });
  const back = after.refunded - before.refunded;
  if (command === "refund" || (command === "return" && back > 0)) return tell("refunded", { amount: back });
  if (command === "cancel") return tell("cancelled");
  if (command === "pack" && after.document.way.kind === "pickup") return tell("ready");
  if (command !== "send") return;
  const parcel = (await parcelsOf(tx, after.siteId, after.id)).at(-1);
  return tell("sent", parcel ? { parcel } : {});
}

/** Letters about an order that stands: to its buyer, and to the shop. */
export async function writeOrder(context: Context, tx: Executor, about: About, order: OrderRow): Promise<void> {
  const { settings } = context;
  const { site } = about;
  const besides = { payment: await payLines(tx, order) };
  await tellBuyer(context, tx, about, order, "ordered", besides);
  const desk = `${hostOrigin(settings, settings.publicHost)}/s/${site.key}/desk`;
  // The shop reads what its buyer does, in the usual words, and where it is dealt with.
  const { lines } = orderLetter("ordered", {
    ...letterFacts(context, about, order, "ordered", besides),
    ...{ own: undefined, link: desk },
  });
  await writePlain(context, tx, site, {
    recipient: site.settings.mailFrom,
    subject: `${shopWords(order.language).orderTitle(order.number)}: ${order.name}`,
    lines: [`${order.name} <${order.email}>`, "", ...lines.slice(lines.indexOf("") + 1)],
  });
}
