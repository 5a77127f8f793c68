// A shop's basket in a rehearsal: the forms do what they do on the live site, by the same rules, and what comes of it goes along with
// the address of the next page. Nothing is stored, nothing is sold, nobody is written to.
import { type Cart, emptyCart, type RehearsedCart } from "@/core/shop/cart";
import type { Visitor } from "@/core/visitor/visitor";
import type { SiteRow } from "@/data/site/queries";
import { type Context, sha256 } from "../context";
import type { FormBody } from "../edge/endpoint";
import { offeredPayments, waysFor } from "../payment/set-up";
import { Problem } from "../problem";
import { reckoned } from "../shop/cart/carts";
import { fetchTimes } from "../shop/cart/fetching";
import { vouchersAsked } from "../shop/cart/voucher-field";
import { catalogOf } from "../shop/catalog/catalog";
import { checkoutFaults, type Fields, readAdding, typedOf, withAdded, withSet } from "../shop/forms";
import { judgedFiles } from "../shop/orders/buyer-files";
import type { LiveShop } from "../shop/pages/live";

export const rehearsedForms = ["cart", "checkout"] as const;
type RehearsedForm = (typeof rehearsedForms)[number];

/** A basket of so many characters goes into an address. */
const mostCharacters = 4000;

export interface Rehearsing {
  readonly context: Context;
  readonly site: SiteRow;
  /** Its paths are those of the site, without the rehearsal's. */
  readonly live: LiveShop;
  readonly visitor: Visitor;
  readonly basket: RehearsedCart;
}

/** The context as it would be at the visitor's moment: what leaves when depends on it. */
const then = ({ context, visitor }: Pick<Rehearsing, "context" | "visitor">): Context => ({
  ...context,
  now: () => new Date(visitor.now),
});

/** What a form does to the basket, and where its visitor goes on. */
interface Done {
  readonly basket: RehearsedCart;
  readonly to: string;
}

const open = (cart: Cart): RehearsedCart => ({ cart, ordered: false });

async function cartForm(now: Rehearsing, { fields, files }: FormBody): Promise<Done> {
  const { context, site, live, basket, visitor } = now;
  const { settings } = site;
  const to = live.shown.paths.cart ?? "/";
  const known = await catalogOf(context, site);
  const before = basket.ordered ? emptyCart : basket.cart;
  if (fields.command === "add") {
    const adding = readAdding(fields, known, settings);
    const sent = [...judgedFiles(adding.product.asks, files, settings.language)].map(([ask, { name, bytes }]) => {
      const hash = sha256(bytes);
      return [ask, { id: hash.slice(0, 24), name: name.slice(-200), hash }] as const;
    });
    const lines = withAdded(before.lines, adding, Object.fromEntries(sent), known, settings.language);
    return { basket: open({ ...before, lines }), to };
  }
  const { lines, said } = withSet(before.lines, fields, known, settings.language);
  const worked = await reckoned(then(now), site, live, known, { ...before, lines }, visitor.country ?? "");
  return {
    basket: open({ ...before, lines: worked.lines, said: [...said, ...worked.shown.said].slice(0, 20) }),
    to,
  };
}

/** Vouchers pay as they would: their ids go along, and nothing is taken of them. */
async function checkoutForm(now: Rehearsing, fields: Fields): Promise<Done> {
  const { context, site, live, basket, visitor } = now;
  const held = basket.cart.typed?.vouchers ?? [];
  const asked = await vouchersAsked(context, site, "rehearsal", fields, held);
  const typed = { ...typedOf(fields), vouchers: asked?.vouchers ?? held };
  const cart: Cart = { ...basket.cart, typed, faults: {}, said: [] };
  const again = (part: Partial<Cart>): Done => ({
    basket: open({ ...cart, ...part }),
    to: live.shown.paths.checkout ?? "/",
  });
  if (asked) return again({ faults: asked.faults });
  if (fields.look !== undefined) return again({});
  const known = await catalogOf(context, site);
  const { shown, lines } = await reckoned(then(now), site, live, known, cart, visitor.country ?? "");
  const fetched = shown.ways.find(({ method }) => method.id === shown.way)?.method.kind === "pickup";
  const ways = waysFor(await offeredPayments(context.db, site.id), {
    ...{ thing: "order", amount: shown.total.toPay, fetched },
  });
  const times = await fetchTimes(context, context.db, site, shown);
  const faults = checkoutFaults(typed, shown, live, ways, times, site.settings.language);
  if (!lines.length || shown.said.length || Object.keys(faults).length)
    return again({ lines, faults, said: shown.said });
  const { thanks, order } = live.shown.paths;
  return { basket: { cart: { ...cart, lines }, ordered: true }, to: thanks ?? order ?? "/" };
}

const forms: { readonly [F in RehearsedForm]: (now: Rehearsing, body: FormBody) => Promise<Done> } = {
  cart: cartForm,
  checkout: (now, { fields }) => checkoutForm(now, fields),
};

/** Does what a form asks for; what it is refused for stands in the basket. */
export async function rehearseForm(now: Rehearsing, form: RehearsedForm, body: FormBody): Promise<Done> {
  const { paths } = now.live.shown;
  const stays = (said: readonly string[]): Done => ({
    basket: open({ ...now.basket.cart, said }),
    to: paths.cart ?? "/",
  });
  try {
    const done = await forms[form](now, body);
    return JSON.stringify(done.basket).length > mostCharacters
      ? stays(["A rehearsal holds a small basket: what was added last is left out."])
      : done;
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return stays(error.fields.length ? error.fields.map(({ message }) => message) : [error.message]);
  }
}
