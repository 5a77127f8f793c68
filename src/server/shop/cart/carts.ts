// Baskets: found by what the buyer's browser keeps, changed under a lock, worked out as the shop stands now.
import { and, desc, eq, gt, inArray } from "drizzle-orm";
import { nanoid } from "nanoid";
import { type Cart, emptyCart } from "@/core/shop/cart";
import { type Around, type Going, type Reckoned, reckon } from "@/core/shop/reckon";
import { cartLimits } from "@/core/shop/shop";
import { dayNumber } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { voucherPurpose } from "@/core/voucher/purpose";
import type { Executor } from "@/data/connection";
import { shopCarts } from "@/data/shop/tables";
import type { SiteRow } from "@/data/site/queries";
import { type Context, sha256 } from "@/server/context";
import { dayIn } from "@/server/day";
import { newToken, setCookie, tokensIn } from "@/server/edge/cookies";
import { signedIn } from "@/server/self-service/sessions";
import { registerKnows } from "@/standins/tax-register";
import type { KnownCatalog } from "../catalog/catalog";
import type { LiveShop } from "../pages/live";
import { holidaysOf } from "./holidays";
import { type VoucherRow, vouchersById } from "./vouchers";

/** What the cookie that names a basket is called for. */
const cartCookie = "basket";

/** Where a basket is: by what a browser keeps, or by whoever is signed in on it. */
export interface CartAt {
  readonly id: string;
  /** What the browser keeps; null where somebody is signed in. */
  readonly token: string | null;
}

type Of = Pick<SiteRow, "id" | "key">;

const idOf = (token: string): string => sha256(`basket ${token}`);

/** A basket that nobody knows of yet. */
export function newCart(context: Context, { key }: Pick<Of, "key">): CartAt & { readonly token: string } {
  const token = newToken(context, key, cartCookie);
  return { id: idOf(token), token };
}

/** The Set-Cookie of a basket; null where the browser has to keep nothing. */
export const cartCookieSet = (context: Context, { key }: Pick<Of, "key">, { token }: CartAt): string | null =>
  token === null ? null : setCookie(context, key, cartCookie, token, cartLimits.days * 86_400);

/** Takes the cookie of a basket away. */
export const cartCookieUnset = (context: Context, { key }: Pick<Of, "key">): string =>
  setCookie(context, key, cartCookie, "", 0);

/** The basket of somebody who is signed in, on whichever device; it comes to be at its first use. */
export async function ownCart(context: Context, tx: Executor, siteId: string, owner: string): Promise<string> {
  const mine = and(eq(shopCarts.siteId, siteId), eq(shopCarts.owner, owner));
  const find = async () => (await tx.select({ id: shopCarts.id }).from(shopCarts).where(mine))[0]?.id;
  const found = await find();
  if (found) return found;
  const now = context.now();
  const id = sha256(`basket of ${nanoid(32)}`);
  const fresh = { document: emptyCart, email: "", revision: 0, changedAt: now, expiresAt: now };
  // Of two devices at once one makes it.
  await tx
    .insert(shopCarts)
    .values({ siteId, id, owner, ...fresh })
    .onDuplicateKeyUpdate({ set: { owner } });
  return (await find()) ?? id;
}

/** The basket that a browser names in a Cookie header; null for none. */
export async function cartNamed(
  context: Context,
  db: Executor,
  site: Of,
  header: string | null | undefined,
): Promise<CartAt | null> {
  const named = tokensIn(context, site.key, cartCookie, header).map((token) => ({ id: idOf(token), token }));
  if (named.length < 2) return named[0] ?? null;
  // One of them another host has planted, or it was given up: the one that was used last counts.
  const ids = named.map(({ id }) => id);
  const [used] = await db
    .select({ id: shopCarts.id })
    .from(shopCarts)
    .where(and(eq(shopCarts.siteId, site.id), inArray(shopCarts.id, ids)))
    .orderBy(desc(shopCarts.changedAt))
    .limit(1);
  return named.find(({ id }) => id === used?.id) ?? named[0] ?? null;
}

/** The basket of whoever asks: of somebody who is signed in, or the one that the browser names; null for none. */
export async function cartAt(
  context: Context,
  db: Executor,
  site: Of,
  header: string | null | undefined,
): Promise<CartAt | null> {
  const owner = await signedIn(context, db, site, header);
  if (owner !== null) return { id: await ownCart(context, db, site.id, owner), token: null };
  return cartNamed(context, db, site, header);
}

/** What somebody has typed of themselves. */
const personIn = ({ typed }: Cart): string => JSON.stringify([typed?.email, typed?.phone, typed?.address]);

/**
 * A basket that a person is about to be written to, which its browser alone knows: under another name where others may know the one it
 * has, which they may have planted.
 */
export async function secured(
  context: Context,
  tx: Executor,
  site: Of,
  { basket, kept, cart }: { readonly basket: CartAt; readonly kept: KeptCart; readonly cart: Cart },
): Promise<{ readonly basket: CartAt; readonly kept: KeptCart }> {
  if (basket.token === null || !cart.typed || personIn(cart) === personIn(kept.cart)) return { basket, kept };
  const fresh = newCart(context, site);
  await tx
    .update(shopCarts)
    // Its reminder is planned anew, under this name.
    .set({ id: fresh.id, remindAt: null })
    .where(and(eq(shopCarts.siteId, site.id), eq(shopCarts.id, kept.id)));
  return { basket: fresh, kept: { ...kept, id: fresh.id } };
}

export interface KeptCart {
  readonly id: string;
  readonly cart: Cart;
  readonly revision: number;
}

/** A basket by its id; an empty one where there is none (yet). `lock` holds it until the transaction ends. */
export async function readCart(
  context: Context,
  db: Executor,
  siteId: string,
  id: string,
  lock = false,
): Promise<KeptCart> {
  // A row that is not there can't be locked but with all that might come beside it: many who begin at once would end each other.
  if (lock) {
    const now = context.now();
    const fresh = { document: emptyCart, email: "", revision: 0, changedAt: now, expiresAt: now };
    await db
      .insert(shopCarts)
      .values({ siteId, id, ...fresh })
      .onDuplicateKeyUpdate({ set: { id } });
  }
  const query = db
    .select()
    .from(shopCarts)
    .where(and(eq(shopCarts.siteId, siteId), eq(shopCarts.id, id), gt(shopCarts.expiresAt, context.now())));
  const [row] = await (lock ? query.for("update") : query);
  return { id, cart: row?.document ?? emptyCart, revision: row?.revision ?? 0 };
}

export async function keepCart(
  context: Context,
  tx: Executor,
  siteId: string,
  { id, revision }: KeptCart,
  cart: Cart,
): Promise<void> {
  const now = context.now();
  const values = {
    document: cart,
    email: (cart.typed?.email ?? "").slice(0, 254),
    revision: revision + 1,
    changedAt: now,
    expiresAt: new Date(now.getTime() + cartLimits.days * 86_400_000),
  };
  await tx
    .insert(shopCarts)
    .values({ siteId, id, ...values })
    .onDuplicateKeyUpdate({ set: values });
}

/** A tax number as it is compared: capital letters and digits. */
export const plainTaxNumber = (typed: string): string => typed.toUpperCase().replace(/[^A-Z0-9]/g, "");

/** Where a basket goes, as far as its buyer has said. */
function goingOf(
  { typed }: Cart,
  { shop }: Pick<LiveShop, "shop">,
  guessed: string,
  vouchers: readonly VoucherRow[],
): Going {
  const number = plainTaxNumber(typed?.taxNumber ?? "");
  return {
    to: {
      country: typed?.address.country || guessed || shop.tax.home,
      region: typed?.address.region ?? "",
      postcode: typed?.address.postcode ?? "",
    },
    way: typed?.way ?? "",
    taxNumber: registerKnows(number) ? number : "",
    vouchers: vouchers.map(({ id, tail, left, levy }) => ({ id, tail, balance: left, levy })),
  };
}

/** What a basket is worked out from. */
export async function aroundOf(
  context: Context,
  site: Pick<SiteRow, "settings">,
  live: Pick<LiveShop, "shop">,
  known: KnownCatalog,
): Promise<Around> {
  const { zone, language, currency } = site.settings;
  const clock = ZoneClock.of(zone);
  const instant = context.now().getTime();
  const today = dayIn(zone, context.now());
  const holidays = await holidaysOf(live.shop.tax.home, Number(today.slice(0, 4)));
  return {
    shop: live.shop,
    language,
    currency,
    today,
    now: { day: dayNumber(today), minutes: clock.minutesOf(instant) },
    vouchersAre: voucherPurpose(live.shop, known.taxed()),
    isHoliday: (day) => holidays.has(day),
    productOf: known.productOf,
    left: known.left,
  };
}

/** A basket worked out as the shop stands now. `guessed` is the country it would go to while nobody has said. */
export const reckoned = async (
  context: Context,
  site: Pick<SiteRow, "id" | "settings">,
  live: Pick<LiveShop, "shop">,
  known: KnownCatalog,
  cart: Cart,
  guessed: string,
): Promise<Reckoned> => {
  const vouchers = await vouchersById(context, context.db, site.id, cart.typed?.vouchers ?? []);
  return reckon(cart, goingOf(cart, live, guessed, vouchers), await aroundOf(context, site, live, known));
};
