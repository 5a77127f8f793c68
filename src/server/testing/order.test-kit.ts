// An order in tests, as the checkout makes it.
import { aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { noAddress } from "@/core/shop/address";
import { emptyCart } from "@/core/shop/cart";
import { newShop } from "@/core/shop/new-shop";
import { inTransaction } from "@/data/connection";
import type { SiteRow } from "@/data/site/queries";
import { makeOrder } from "@/server/shop/orders/orders";
import type { Context } from "../context";
import { readCart, reckoned } from "../shop/cart/carts";
import { catalogOf } from "../shop/catalog/catalog";
import { liveShopOf } from "../shop/pages/live";

export const aMug = aProduct("mug", {
  name: "Bell mug",
  variants: [aVariant("mug-1", { sku: "MUG" })],
  asks: [{ id: "n", label: "Name", required: false, most: 9 }],
});

/** Orders mugs, as somebody of this name would at a moment; their address is "nuala@post.example" for a Nuala. */
export async function orderFor(
  context: Context,
  row: SiteRow,
  name: string,
  { at, quantity = 1 }: { readonly at: string; readonly quantity?: number },
) {
  const past: Context = { ...context, now: () => new Date(at) };
  const settings = { ...newShop("Europe/Dublin", "en-IE"), enabled: true };
  const live = liveShopOf({
    pages: [],
    widgets: [{ id: "shop", kind: "shop", name: "Shop", settings }],
  });
  if (!live) throw new Error("There is no shop.");
  const typed = {
    email: `${name.split(" ")[0]?.toLowerCase()}@post.example`,
    phone: "087 555 0100",
    address: { ...noAddress, name, street: "3 Quay Street", city: "Galway", country: "IE" },
    way: "parcel",
    payment: "transfer",
    taxNumber: "",
    note: "Please ring <b>twice</b>",
    agreed: true,
  };
  const lines = [{ id: "l", product: "mug", variant: "mug-1", quantity, asked: { n: "<Ana>" }, seen: 1800 }];
  const cart = { ...emptyCart, lines, typed };
  const { shown } = await reckoned(past, row, live, await catalogOf(past, row, { now: true }), cart, "IE");
  return inTransaction(context.db, async (tx) => {
    const kept = await readCart(past, tx, row.id, past.newId());
    return makeOrder(past, tx, {
      ...{ site: row, live, kept, typed, shown, payment: "transfer", once: context.newId() },
    });
  });
}
