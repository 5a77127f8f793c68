// An order that is made up, for looking at letters: worked out by the shop's own tax and first way of sending.
import { totalOf } from "@/core/cart/total";
import { noAddress } from "@/core/shop/address";
import type { OrderDocument } from "@/core/shop/ordered";
import type { Shop } from "@/core/shop/shop";

const quantity = 2;
const priced = 1800;
const sent = 600;

/** Two pieces of one thing, sent within the shop's own country, or fetched where it sends nothing. */
export function sampleDocument(
  { tax, zones }: Pick<Shop, "tax" | "zones">,
  names: { readonly product: string; readonly buyer: string },
): OrderDocument {
  const [method] = zones.flatMap(({ methods }) => methods);
  const taxClass = tax.classes[0]?.id ?? "";
  const line = { id: "sample", price: priced, quantity, per: 1 as const, taxClass, sent: true, reasons: [] };
  const total = totalOf(
    {
      ...{ lines: [line], reductions: [], vouchers: [], buyer: { taxNumber: "" } },
      sending: method?.kind === "parcel" ? { name: method.name, amount: sent, reasons: [] } : null,
      to: { country: tax.home, region: "", postcode: "" },
    },
    tax,
  );
  return {
    lines: [
      {
        ...{
          id: "sample",
          product: "sample",
          variant: "sample",
          sku: "",
          name: names.product,
          picture: null,
          quantity,
        },
        ...{ per: 1, unit: "", price: priced, grams: 0, asked: [], counted: false },
      },
    ],
    total,
    address: { ...noAddress, name: names.buyer, country: tax.home },
    ...{ phone: "", taxNumber: "", note: "", arrival: null, payment: "transfer", terms: "" },
    way: method ? { id: method.id, name: method.name, kind: method.kind } : { id: "", name: "", kind: "none" },
  };
}
