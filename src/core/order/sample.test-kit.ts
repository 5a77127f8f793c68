// An order that papers and letters are written about.
import { noAddress } from "@/core/shop/address";
import type { OrderDocument, OrderedLine } from "@/core/shop/ordered";
import type { PaperOrder } from "./paper";

const levy = { rate: 23_000, writtenAt: 23_000, owedTo: "IE" };

const line = (id: string, more: Partial<OrderedLine> = {}): OrderedLine => ({
  ...{ id, product: id, variant: id, sku: id.toUpperCase(), name: `The ${id}`, picture: null, quantity: 1, per: 1 },
  ...{ unit: "", price: 1800, grams: 0, asked: [], counted: true, ...more },
});
/** Two mugs and clay by weight, sent to Galway, ten euro of it paid by a voucher. */
export const aDocument: OrderDocument = {
  lines: [
    line("mug", { quantity: 2, asked: [["Name to stamp", "Ana & Bo"]] }),
    line("clay", { quantity: 2500, per: 1000, unit: "kg", price: 180 }),
  ],
  total: {
    ...{ net: 3724, tax: 826, gross: 4550, toPay: 3550, reductions: [], reasons: [] },
    lines: [
      { id: "mug", written: 3600, levy, net: 2927, tax: 673, gross: 3600 },
      { id: "clay", written: 450, levy, net: 366, tax: 84, gross: 450 },
    ] as unknown as OrderDocument["total"]["lines"],
    sending: { name: "Parcel", written: 500, net: 431, tax: 69, gross: 500, reasons: [] },
    taxes: [
      { rate: 23_000, owedTo: "IE", net: 3293, tax: 757 },
      { rate: 0, owedTo: "IE", net: 431, tax: 0 },
    ],
    vouchers: [{ code: "…QRWE", amount: 1000 }],
  },
  vouchers: [{ id: "v", tail: "…QRWE", amount: 1000 }],
  address: { ...noAddress, name: "Nuala Byrne", street: "3 Quay Street", city: "Galway", country: "IE" },
  ...{ phone: "", taxNumber: "", note: "Ring <b>twice</b>", terms: "" },
  way: { id: "post", name: "Parcel", kind: "parcel" },
  arrival: null,
  payment: "card",
};
export const anOrder: PaperOrder = {
  ...{
    number: "W-1042",
    language: "en-IE",
    currency: "EUR",
    toPay: 3550,
    paid: 3550,
    document: aDocument,
    refunded: 0,
    date: "2026-03-05",
  },
  seller: { name: "Wrenfield Clayworks", lines: ["Mill Lane 4"], taxNumber: "IE1234567T" },
};
