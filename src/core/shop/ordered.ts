// An order as it was placed: everything that was agreed, as it stood then.
import type { Total, VoucherLevy } from "@/core/cart/total";
import type { ProductKind } from "@/core/catalog/product";
import type { ConnectorKind } from "@/core/payment/connectors";
import type { Address } from "./address";

export interface OrderedLine {
  readonly id: string;
  readonly product: string;
  readonly variant: string;
  readonly sku: string;
  /** "Bell mug, Tide, Large" */
  readonly name: string;
  readonly picture: string | null;
  readonly quantity: number;
  readonly per: 1 | 1000;
  /** "kg" for what is sold by measure; "" for pieces. */
  readonly unit: string;
  /** As written for one unit, in minor units. */
  readonly price: number;
  readonly grams: number;
  /** What the buyer wrote for it: label and words. */
  readonly asked: readonly (readonly [label: string, words: string])[];
  /** What the buyer sent for it: the question, the file's name and its id. */
  readonly sent?: readonly { readonly label: string; readonly name: string; readonly file: string }[];
  /** What kind of thing it is; absent on orders from before that was kept. */
  readonly kind?: ProductKind;
  /** Files that come with it. */
  readonly files?: readonly { readonly media: string; readonly name: string }[];
  /** So much of it was counted out of stock. */
  readonly counted: boolean;
}

export interface OrderDocument {
  readonly lines: readonly OrderedLine[];
  readonly total: Total;
  /** What vouchers paid of it. */
  readonly vouchers?: readonly {
    readonly id: string;
    readonly tail: string;
    readonly amount: number;
    readonly levy?: VoucherLevy;
  }[];
  readonly address: Address;
  readonly phone: string;
  readonly taxNumber: string;
  readonly note: string;
  readonly way: {
    readonly id: string;
    readonly name: string;
    readonly kind: "parcel" | "pickup" | "none";
    /** When it is fetched, on the place's clock, and the booking that keeps the time. */
    readonly fetched?: { readonly at: string; readonly booking: string };
  };
  /** Local days, "2026-11-30"; null where nobody can say. */
  readonly arrival: { readonly leaves: string; readonly from: string; readonly to: string } | null;
  /** "" where nothing was to be paid. */
  readonly payment: ConnectorKind | "";
  /** The terms agreed to: title and address of the page. */
  readonly terms: string;
}
