// What an order brings besides goods: files to fetch and vouchers to give. Made out once, when it is paid; ended when it is called off.
import { and, eq, inArray, isNull } from "drizzle-orm";
import { moneyWords } from "@/core/money/money";
import { downloadLimits } from "@/core/shop/shop";
import type { IssuedShown } from "@/core/storefront/view";
import { dateWords } from "@/core/storefront/view";
import { shopWords } from "@/core/storefront/words";
import type { Executor } from "@/data/connection";
import { shopDownloads, shopOrders, shopVouchers } from "@/data/shop/tables";
import type { SiteRow } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { type Context, isSigned, sign, siteOrigin } from "@/server/context";
import { writePlain } from "@/server/mail/plain";
import type { OrderRow } from "@/server/shop/orders/order-row";
import { makeVoucher, voucherCode, voucherToken } from "../cart/vouchers";

const dayMs = 86_400_000;

/** The part of an address that leads to a file. */
const downloadToken = ({ settings }: Context, id: string): string => `${id}.${sign(settings, "download", id)}`;

export function readDownloadToken({ settings }: Context, token: string): string | null {
  const [id = "", signature = ""] = token.split(".", 2);
  return /^[\w-]{1,24}$/.test(id) && isSigned(settings, "download", id, signature) ? id : null;
}

/** So many files and vouchers of orders are told at once. */
const mostIssued = 200;

/** The files that came with orders, each with the order it came with. */
export async function downloadsOf(
  context: Context,
  db: Executor,
  siteId: string,
  orders: readonly string[],
): Promise<readonly (IssuedShown["downloads"][number] & { readonly order: string })[]> {
  if (!orders.length) return [];
  const rows = await db
    .select()
    .from(shopDownloads)
    .where(and(eq(shopDownloads.siteId, siteId), inArray(shopDownloads.orderId, [...orders])))
    .limit(mostIssued);
  const now = context.now();
  return rows.map(({ id, orderId, name, left, endsAt }) => ({
    order: orderId,
    name,
    path: left > 0 && endsAt > now ? `/_w/v1/shop/download?d=${downloadToken(context, id)}` : "",
    left,
    until: endsAt.toISOString().slice(0, 10),
  }));
}

/** Everything that was made out of an order, as its buyer sees it: addresses are paths on the site's host. */
export async function issuedOf(context: Context, db: Executor, order: OrderRow): Promise<IssuedShown> {
  if (!order.issuedAt) return { downloads: [], vouchers: [] };
  const vouchers = await db
    .select()
    .from(shopVouchers)
    .where(
      and(eq(shopVouchers.siteId, order.siteId), eq(shopVouchers.orderId, order.id), isNull(shopVouchers.voidedAt)),
    )
    .limit(mostIssued);
  const downloads = await downloadsOf(context, db, order.siteId, [order.id]);
  return {
    downloads: downloads.map(({ order: _order, ...one }) => one),
    vouchers: vouchers.map((row) => ({
      code: voucherCode(context, row),
      amount: row.left,
      path: `/_w/v1/shop/voucher.pdf?v=${voucherToken(context, row.id)}`,
    })),
  };
}

/** Makes out what an order brings, and writes to its buyer; nothing where that was done, or where it brings only goods. */
export async function issue(context: Context, tx: Executor, order: OrderRow): Promise<void> {
  const { lines, total } = order.document;
  const brings = lines.some(({ kind, files }) => kind === "voucher" || files?.length);
  if (order.issuedAt || !brings) return;
  const now = context.now();
  const { siteId, id: orderId, currency } = order;
  for (const [at, line] of lines.entries()) {
    const { rate = 0, owedTo = "" } = total.lines[at]?.levy ?? {};
    const levy = rate > 0 ? { rate, owedTo } : null;
    if (line.kind === "voucher")
      for (let nth = 0; nth < line.quantity; nth++)
        await makeVoucher(context, tx, siteId, { orderId, amount: line.price, currency, levy });
    for (const { media, name } of line.files ?? [])
      await tx.insert(shopDownloads).values({
        ...{
          siteId,
          id: context.newId(),
          orderId,
          media,
          name,
          left: downloadLimits.times * Math.max(1, line.quantity),
        },
        endsAt: new Date(now.getTime() + downloadLimits.days * dayMs),
      });
  }
  await tx
    .update(shopOrders)
    .set({ issuedAt: now })
    .where(and(eq(shopOrders.siteId, siteId), eq(shopOrders.id, orderId)));
  await tellIssued(context, tx, { ...order, issuedAt: now });
}

async function tellIssued(context: Context, tx: Executor, order: OrderRow): Promise<void> {
  const [site] = await tx.select().from(sites).where(eq(sites.id, order.siteId));
  if (!site || !order.email) return;
  const words = shopWords(order.language);
  const { downloads, vouchers } = await issuedOf(context, tx, order);
  const origin = siteOrigin(context.settings, site.key);
  const lines = [
    words.issuedFor(order.number),
    ...downloads.flatMap(({ name, path, left, until }) => [
      `${name}: ${words.fetchUntil(left, dateWords(until, order.language))}`,
      `${origin}${path}`,
    ]),
    ...vouchers.flatMap(({ code, amount, path }) => [
      `${words.voucherWorth(moneyWords({ amount, currency: order.currency }, order.language))}: ${code}`,
      `${origin}${path}`,
    ]),
  ];
  await writePlain(context, tx, site, {
    recipient: order.email,
    subject: `${words.issuedTitle} · ${site.name}`,
    lines,
  });
}

/** Ends what was made out of an order that is called off: files can't be fetched, vouchers can't be spent any more. */
export async function recall(context: Context, tx: Executor, { siteId, id }: OrderRow): Promise<void> {
  await tx
    .update(shopDownloads)
    .set({ left: 0 })
    .where(and(eq(shopDownloads.siteId, siteId), eq(shopDownloads.orderId, id)));
  await tx
    .update(shopVouchers)
    .set({ voidedAt: context.now() })
    .where(and(eq(shopVouchers.siteId, siteId), eq(shopVouchers.orderId, id), isNull(shopVouchers.voidedAt)));
}

/** Within so long a file that was fetched may be fetched again for nothing: a connection that broke, a part that is asked for. */
const againMs = 10 * 60_000;

/** Takes one fetching of a file: what it is and whose, or why not. */
export async function fetchDownload(
  context: Context,
  tx: Executor,
  site: Pick<SiteRow, "id">,
  id: string,
): Promise<{ readonly media: string; readonly name: string } | "gone" | "over" | "used"> {
  const mine = and(eq(shopDownloads.siteId, site.id), eq(shopDownloads.id, id));
  const [row] = await tx.select().from(shopDownloads).where(mine).for("update");
  if (!row) return "gone";
  const now = context.now();
  const again = row.fetchedAt !== null && now.getTime() - row.fetchedAt.getTime() < againMs;
  if (row.endsAt <= now) return "over";
  if (row.left <= 0 && !again) return "used";
  if (!again)
    await tx
      .update(shopDownloads)
      .set({ left: row.left - 1, fetchedAt: now })
      .where(mine);
  return { media: row.media, name: row.name };
}
