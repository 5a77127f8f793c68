// What a buyer does with a basket, as forms that work without script: adding, changing, and the checkout. Nothing that was typed is
// lost: it is kept with the basket, with what was wrong at its field.

import type { Cart, CheckoutTyped } from "@/core/shop/cart";
import { shopWords } from "@/core/storefront/words";
import { inTransaction, isDuplicate } from "@/data/connection";
import { findSite, type SiteRow } from "@/data/site/queries";
import { Refused } from "@/server/booking/refusal";
import { type Context, sha256 } from "@/server/context";
import type { FormBody } from "@/server/edge/endpoint";
import { offeredPayments, waysFor } from "@/server/payment/set-up";
import { notFound, Problem } from "@/server/problem";
import type { OrderRow } from "@/server/shop/orders/order-row";
import { makeOrder, orderMade } from "@/server/shop/orders/orders";
import { inTurn } from "@/server/turn";
import { catalogOf } from "../catalog/catalog";
import { checkoutFaults, type Fields, readAdding, textOf, typedOf, wayChosen, withAdded, withSet } from "../forms";
import { keepBuyerFiles } from "../orders/buyer-files";
import { countShop } from "../orders/counts";
import { type LiveShop, liveShop } from "../pages/live";
import { planReminder } from "./abandoned-carts";
import { type CartAt, type KeptCart, keepCart, readCart, reckoned, secured } from "./carts";
import { fetchTimes, keepFetchTime } from "./fetching";
import { vouchersAsked } from "./voucher-field";

/** Who buys: where their basket is, and the country they seem to be in. */
export interface Buying {
  readonly basket: CartAt;
  /** Network address, for limits. */
  readonly address: string;
  readonly guessed: string;
}

/** The shop of a site that is on; 404 where there is none. */
export async function shopAt(context: Context, siteKey: string): Promise<{ site: SiteRow; live: LiveShop }> {
  const site = await findSite(context.db, siteKey);
  const live = site && (await liveShop(context, site));
  if (!site || !live) throw notFound("This shop");
  return { site, live };
}

/** Adds a variant to a basket; the same with the same words is one line. Field problems are told at their fields. */
export async function addToCart(
  context: Context,
  siteKey: string,
  { basket, address }: Buying,
  fields: Fields,
  sent: FormBody["files"] = {},
): Promise<void> {
  const { site } = await shopAt(context, siteKey);
  const known = await catalogOf(context, site);
  const adding = readAdding(fields, known, site.settings);
  const files = await keepBuyerFiles(context, site, adding.product.asks, sent, address);
  await inTransaction(context.db, async (tx) => {
    const kept = await readCart(context, tx, site.id, basket.id, true);
    const lines = withAdded(kept.cart.lines, adding, files, known, site.settings.language);
    await keepCart(context, tx, site.id, kept, { ...kept.cart, lines });
  });
  countShop(context, site, "adds");
}

/** Sets quantities of a basket, or takes a line out; what can't be had so is said in the basket. */
export async function setCart(context: Context, siteKey: string, buying: Buying, fields: Fields): Promise<void> {
  const { site, live } = await shopAt(context, siteKey);
  const known = await catalogOf(context, site);
  await inTransaction(context.db, async (tx) => {
    const kept = await readCart(context, tx, site.id, buying.basket.id, true);
    const { lines, said } = withSet(kept.cart.lines, fields, known, site.settings.language);
    const now = await reckoned(context, site, live, known, { ...kept.cart, lines }, buying.guessed);
    await keepCart(context, tx, site.id, kept, {
      ...kept.cart,
      lines: now.lines,
      said: [...said, ...now.shown.said].slice(0, 20),
    });
  });
}

/** What came of a checkout: an order, or the page once more with what is to be mended; and where the basket is from now on. */
export interface CheckedOut {
  readonly order: OrderRow | null;
  /** Null where it is as another answer has told it. */
  readonly basket: CartAt | null;
}

export const onceOf = ({ id, revision }: KeptCart): string => sha256(`${id} ${revision}`).slice(0, 40);

/** A basket at a checkout: where it is, and how it was when it was looked at. */
interface AtCheckout {
  readonly site: SiteRow;
  readonly live: LiveShop;
  readonly basket: CartAt;
  readonly before: KeptCart;
}

/** Keeps what was typed, and what is wrong with it. */
async function again(
  context: Context,
  { site, live, basket: named, before }: AtCheckout,
  change: (cart: Cart) => Partial<Cart>,
): Promise<CheckedOut> {
  const basket = await inTransaction(context.db, async (tx) => {
    const found = await readCart(context, tx, site.id, named.id, true);
    // Pressed twice: the other has taken it elsewhere, with what was typed.
    if (found.revision < before.revision) return null;
    const cart = { ...found.cart, ...change(found.cart) };
    const { basket, kept } = await secured(context, tx, site, { basket: named, kept: found, cart });
    await keepCart(context, tx, site.id, kept, cart);
    await planReminder(context, tx, site, live, kept.id, cart);
    return basket;
  });
  return { order: null, basket };
}

/** How often it is tried anew where another order was made at the same time. */
const tries = 3;

/** Takes a checkout in its turn: judged whole, and made an order where nothing is wrong with it. */
export async function checkOut(context: Context, siteKey: string, buying: Buying, fields: Fields): Promise<CheckedOut> {
  const shop = await shopAt(context, siteKey);
  const { rush } = shopWords(shop.site.settings.language);
  return inTurn(`checkout ${shop.site.id}`, () => checkedOut(context, shop, buying, fields), rush);
}

async function checkedOut(
  context: Context,
  { site, live }: { readonly site: SiteRow; readonly live: LiveShop },
  buying: Buying,
  fields: Fields,
): Promise<CheckedOut> {
  const { language } = site.settings;
  const words = shopWords(language);
  const seen = textOf(fields, "seen", 60);
  const before = await readCart(context, context.db, site.id, buying.basket.id);
  const at = { site, live, basket: buying.basket, before };
  const typed: CheckoutTyped = { ...typedOf(fields), vouchers: before.cart.typed?.vouchers ?? [] };
  // Pressed twice: the basket is empty by now, and its order is there.
  const made = await orderMade(context, site.id, textOf(fields, "once", 40) || onceOf(before));
  if (made) return { order: made, basket: null };
  const known = await catalogOf(context, site, { now: true });
  const { shown, lines } = await reckoned(context, site, live, known, { ...before.cart, typed }, buying.guessed);
  const asked = await vouchersAsked(context, site, buying.address, fields, typed.vouchers ?? []);
  if (asked) {
    const { vouchers, faults } = asked;
    return again(context, at, () => ({ typed: { ...typed, vouchers }, faults }));
  }
  // Ways of sending were asked for: nothing is wrong yet.
  if (fields.look !== undefined) return again(context, at, () => ({ typed, faults: {} }));
  const fetched = shown.ways.find(({ method }) => method.id === shown.way)?.method.kind === "pickup";
  const amount = shown.total.toPay;
  const ways = waysFor(await offeredPayments(context.db, site.id), { thing: "order", amount, fetched });
  const payment = wayChosen(ways, typed.payment)?.by ?? "";
  const times = await fetchTimes(context, context.db, site, shown);
  const faults = checkoutFaults(typed, shown, live, ways, times, language);
  const changed = shown.said.length > 0 || (seen !== "" && seen !== String(shown.total.toPay));
  if (!shown.lines.length || Object.keys(faults).length || changed)
    return again(context, at, () => ({ typed, faults, lines, said: shown.said }));
  for (let nth = 1; ; nth++) {
    try {
      return await inTransaction(context.db, async (tx) => {
        const found = await readCart(context, tx, site.id, buying.basket.id, true);
        if (found.revision !== before.revision) throw new Problem(409, "cartChanged", "The basket has changed.");
        const fetched = await keepFetchTime(context, tx, site, shown, typed);
        const cart = { ...found.cart, typed };
        const { basket, kept } = await secured(context, tx, site, { basket: buying.basket, kept: found, cart });
        const making = { site, live, kept, typed, shown, payment, fetched } as const;
        return { order: await makeOrder(context, tx, { ...making, once: onceOf(found) }), basket };
      });
    } catch (error) {
      const other = await orderMade(context, site.id, onceOf(before));
      if (other) return { order: other, basket: null };
      if (error instanceof Refused)
        return again(context, at, () => ({ typed, faults: { fetchAt: words.fetchAtTaken } }));
      if (error instanceof Problem && error.code === "cartChanged")
        return again(context, at, () => ({ typed, faults: {} }));
      if (error instanceof Problem) {
        // Somebody else had the last one.
        const said = error.fields.map(({ message }) => message);
        return again(context, at, () => ({ typed, faults: {}, said }));
      }
      if (!isDuplicate(error) || nth === tries) throw error;
    }
  }
}
