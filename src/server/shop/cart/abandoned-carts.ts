// Baskets that were left: seen on the Desk, and reminded of once by a letter, where the owner has that and the buyer asked for it.
import { and, desc, eq, gt, isNull, lt, sql } from "drizzle-orm";
import { type Cart, emptyCart } from "@/core/shop/cart";
import { quantityWords } from "@/core/storefront/view";
import { shopWords } from "@/core/storefront/words";
import { type Executor, inTransaction } from "@/data/connection";
import { shopCarts } from "@/data/shop/tables";
import type { SiteRow } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { type Context, isSigned, sign, siteOrigin } from "@/server/context";
import { queueJob, realTime } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import { countPoint } from "@/server/limit";
import { writePlain } from "@/server/mail/plain";
import { siteOperation } from "@/server/operation";
import { catalogOf } from "../catalog/catalog";
import { type LiveShop, liveShop } from "../pages/live";
import { keepCart, readCart } from "./carts";

const hourMs = 3_600_000;
/** A basket is left once nothing happened with it for so long. */
const leftMs = hourMs;
const mostShown = 100;

const own = (siteId: string, id: string) => and(eq(shopCarts.siteId, siteId), eq(shopCarts.id, id));

const queueReminder = (context: Context, tx: Executor, siteId: string, cart: string, at: Date) =>
  queueJob(tx, { kind: "cartReminder", siteId, payload: { cart }, availableAt: realTime(context, at) });

/** Plans the one letter of a basket whose buyer asked for it; a second time nothing is planned. */
export async function planReminder(
  context: Context,
  tx: Executor,
  site: Pick<SiteRow, "id">,
  { shop }: Pick<LiveShop, "shop">,
  id: string,
  { typed }: Cart,
): Promise<void> {
  if (!shop.remindAfterHours || !typed?.remind || !typed.email) return;
  const at = new Date(context.now().getTime() + shop.remindAfterHours * hourMs);
  const [planned] = await tx
    .update(shopCarts)
    .set({ remindAt: at })
    .where(and(own(site.id, id), isNull(shopCarts.remindAt)));
  if (planned.affectedRows) await queueReminder(context, tx, site.id, id, at);
}

/** The part of an address that leads back to a basket, on whatever device it is opened. */
const cartLink = ({ settings }: Context, id: string): string => `${id}.${sign(settings, "basket", id)}`;

function readCartLink({ settings }: Context, text: string): string | null {
  const [id = "", signature = ""] = text.split(".", 2);
  return /^[0-9a-f]{64}$/.test(id) && isSigned(settings, "basket", id, signature) ? id : null;
}

/** Puts a basket that was left into another, if nothing is in that one yet. Whether there was such a basket. */
export async function bringBack(context: Context, siteId: string, link: string, into: string): Promise<boolean> {
  const id = readCartLink(context, link);
  if (!id) return false;
  return inTransaction(context.db, async (tx) => {
    const [left] = await tx
      .select({ document: shopCarts.document })
      .from(shopCarts)
      .where(and(own(siteId, id), gt(shopCarts.expiresAt, context.now())));
    if (!left) return false;
    const kept = await readCart(context, tx, siteId, into, true);
    // What was typed is for the browser it was typed in: whoever has the letter sees the goods alone.
    if (kept.id !== id && !kept.cart.lines.length)
      await keepCart(context, tx, siteId, kept, { ...emptyCart, lines: left.document.lines });
    return true;
  });
}

/** The job: writes the letter, unless the buyer has ordered, or was here meanwhile: then it is put off. */
export async function cartReminderJob(context: Context, run: JobRun): Promise<void> {
  const { db } = context;
  const siteId = run.job.siteId ?? "";
  const [site] = await db.select().from(sites).where(eq(sites.id, siteId));
  const live = site && (await liveShop(context, site));
  const hours = live?.shop.remindAfterHours;
  const known = site && (await catalogOf(context, site));
  await db.transaction(async (tx) => {
    await run.finish(tx);
    const [row] = await tx
      .select()
      .from(shopCarts)
      .where(own(siteId, run.job.payload.cart ?? ""))
      .for("update");
    const { typed, lines } = row?.document ?? emptyCart;
    if (!row || !hours || !known || row.remindedAt || !typed?.remind || !typed.email || !lines.length) return;
    const due = new Date(row.changedAt.getTime() + hours * hourMs);
    if (due > context.now()) return void (await queueReminder(context, tx, siteId, row.id, due));
    await tx.update(shopCarts).set({ remindedAt: context.now() }).where(own(siteId, row.id));
    if ((await countPoint(context, tx, "letterPerson", typed.email)).left < 0) return;
    const { language } = site.settings;
    const words = shopWords(language);
    const names = lines.flatMap(({ variant, quantity }) => {
      const product = known.productOf(variant);
      return product ? [`${quantityWords(quantity, product, language)} × ${product.name}`] : [];
    });
    const link = `${siteOrigin(context.settings, site.key)}/_w/v1/shop/return?b=${cartLink(context, row.id)}`;
    await writePlain(context, tx, site, {
      recipient: typed.email,
      subject: `${words.remindTitle} · ${site.name}`,
      lines: [words.remindText, ...names, link, words.remindLast],
    });
  });
}

export const abandonedCartOperations = {
  /** Baskets with something in them, whose buyer wrote an address and has not been here for an hour; the newest first. */
  "desk.abandonedCarts": siteOperation("visitors.read", {}, async ({ context, site }) => {
    const now = context.now().getTime();
    const rows = await context.db
      .select()
      .from(shopCarts)
      .where(
        and(
          eq(shopCarts.siteId, site.id),
          lt(shopCarts.changedAt, new Date(now - leftMs)),
          gt(shopCarts.expiresAt, new Date(now)),
          gt(shopCarts.email, ""),
          sql`json_length(${shopCarts.document}, '$.lines') > 0`,
        ),
      )
      .orderBy(desc(shopCarts.changedAt))
      .limit(mostShown);
    const known = await catalogOf(context, site);
    return {
      rows: rows.map(({ id, document, changedAt, remindAt, remindedAt }) => ({
        id,
        email: document.typed?.email ?? "",
        name: document.typed?.address.name ?? "",
        lines: document.lines.flatMap(({ variant, quantity }) => {
          const product = known.productOf(variant);
          return product ? [`${quantityWords(quantity, product, "en-GB")} × ${product.name}`] : [];
        }),
        at: changedAt.toISOString(),
        remindAt: remindAt?.toISOString() ?? null,
        remindedAt: remindedAt?.toISOString() ?? null,
      })),
    };
  }),
};
