// Letters about orders, and what a buyer reads of one.
import { moneyWords } from "@/core/money/money";
import { dateWords, momentWords, quantityWords } from "@/core/storefront/view";
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

/** What a buyer reads of an order as lines of text. */
function orderText(order: Pick<OrderRow, "number" | "document" | "currency" | "language">, link: string): string[] {
  const words = shopWords(order.language);
  const price = (amount: number) => moneyWords({ amount, currency: order.currency }, order.language);
  const { document } = order;
  return [
    ...document.lines.map((line, at) => {
      const sale = { unit: (line.unit || "piece") as "piece", least: 1, step: 1 };
      return `${quantityWords(line.quantity, { sale }, order.language)} × ${line.name}: ${price(document.total.lines[at]?.written ?? 0)}`;
    }),
    ...(document.way.fetched ? [`${document.way.name}: ${momentWords(document.way.fetched.at, order.language)}`] : []),
    ...(document.total.sending ? [`${document.total.sending.name}: ${price(document.total.sending.written)}`] : []),
    `${words.toPay}: ${price(document.total.toPay)}`,
    link,
  ];
}

interface About {
  readonly site: SiteRow;
  readonly live: LiveShop | null;
}

/** A letter to the buyer of an order, unless they were written to often enough today. */
async function tellBuyer(
  context: Context,
  tx: Executor,
  { site, live }: About,
  order: OrderRow,
  subject: string,
  first: readonly string[],
): Promise<void> {
  if (!order.email || (await countPoint(context, tx, "letterPerson", order.email)).left < 0) return;
  const lines = [...first, ...orderText(order, orderAddress(context, site, live, order.id))];
  const title = `${shopWords(order.language).orderTitle(order.number)}${subject}`;
  await writePlain(context, tx, site, { recipient: order.email, subject: title, lines });
}

/** A letter with the link by which an order, or what is missing of it, is paid. `amount` is in minor units. */
export async function writeToPay(
  context: Context,
  tx: Executor,
  about: About,
  order: OrderRow,
  amount: number,
): Promise<void> {
  const words = shopWords(order.language);
  const price = moneyWords({ amount, currency: order.currency }, order.language);
  const link = siteOrigin(context.settings, about.site.key) + payPath(context, "order", order.id);
  await tellBuyer(context, tx, about, order, `: ${words.toPay} ${price}`, [words.toPayLetter(price), link]);
}

/** A letter that says what an order is now. */
export async function writeChanged(context: Context, tx: Executor, about: About, order: OrderRow): Promise<void> {
  const first = [shopWords(order.language).orderChanged, ...(await payLines(tx, order))];
  await tellBuyer(context, tx, about, order, ` · ${about.site.name}`, first);
}

/** Letters about an order that stands: to its buyer, and to the shop. */
export async function writeOrder(context: Context, tx: Executor, about: About, order: OrderRow): Promise<void> {
  const words = shopWords(order.language);
  const { settings } = context;
  const { site } = about;
  const first = [words.thanks, ...(await payLines(tx, order))];
  await tellBuyer(context, tx, about, order, ` · ${site.name}`, first);
  const desk = `${hostOrigin(settings, settings.publicHost)}/s/${site.key}/desk`;
  await writePlain(context, tx, site, {
    recipient: site.settings.mailFrom,
    subject: `${words.orderTitle(order.number)}: ${order.name}`,
    lines: [`${order.name} <${order.email}>`, ...orderText(order, desk)],
  });
}
