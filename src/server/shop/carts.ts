// Baskets: found by what the buyer's browser keeps, changed under a lock, worked out as the shop stands now.
import { and, eq, gt } from "drizzle-orm";
import { nanoid } from "nanoid";
import { dayNumber, ZoneClock } from "@/core/booking/zone";
import { type Cart, emptyCart } from "@/core/shop/cart";
import { type Around, type Going, type Reckoned, reckon } from "@/core/shop/reckon";
import { cartLimits } from "@/core/shop/shop";
import type { Executor } from "@/data/connection";
import { shopCarts } from "@/data/shop/tables";
import type { SiteRow } from "@/data/site/queries";
import { registerKnows } from "@/standins/tax-register";
import { type Context, sha256 } from "../context";
import { dayIn } from "../day";
import { cookieIn, setCookie } from "../edge/cookies";
import type { KnownCatalog } from "./catalog";
import { holidaysOf } from "./holidays";
import type { LiveShop } from "./live";
import { type VoucherRow, vouchersById } from "./vouchers";

/** Name of the cookie that names a basket. */
export const basketCookie = "basket";

const tokenPattern = /^[\w-]{32}$/;

/** The basket's token in a Cookie header; null for none. */
export function basketToken(header: string | null | undefined): string | null {
  const value = cookieIn(header, basketCookie);
  return tokenPattern.test(value) ? value : null;
}

export const newBasketToken = (): string => nanoid(32);

/** The Set-Cookie of a basket. */
export const basketSet = (context: Pick<Context, "settings">, token: string): string =>
  setCookie(context, basketCookie, token, cartLimits.days * 86_400);

export interface KeptCart {
  readonly id: string;
  readonly cart: Cart;
  readonly revision: number;
}

const idOf = (token: string): string => sha256(`basket ${token}`);

/** A basket by its token; an empty one where there is none (yet). `lock` holds it until the transaction ends. */
export async function readCart(
  context: Context,
  db: Executor,
  siteId: string,
  token: string,
  lock = false,
): Promise<KeptCart> {
  const id = idOf(token);
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
    vouchers: vouchers.map(({ id, tail, left }) => ({ id, tail, balance: left })),
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
