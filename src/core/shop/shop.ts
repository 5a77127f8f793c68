// A shop's settings, besides what it sells: its pages, tax, sending, and how it looks. Ways to pay are the site's.

import type { OwnOrderLetters } from "@/core/order/letters/kinds";
import type { Dispatch } from "@/core/shipping/days";
import type { Zone } from "@/core/shipping/shipping";
import type { TaxSettings } from "@/core/tax/tax";

/** Pages that a shop needs, each composed from blocks; what they show of the shop depends on their address. */
export const shopPages = [
  "catalog",
  "category",
  "product",
  "search",
  "cart",
  "checkout",
  "thanks",
  "order",
  "account",
] as const;
export type ShopPage = (typeof shopPages)[number];

export const pictureRatios = ["1:1", "4:5", "3:4", "4:3", "3:2"] as const;
export type PictureRatio = (typeof pictureRatios)[number];

export interface ShopLook {
  readonly ratio: PictureRatio;
  /** Pictures fill their place, or are seen whole on a ground. */
  readonly whole: boolean;
  readonly align: "start" | "center";
  /** Where the button of a card stands: below its words, over the picture, over it when pointed at, or nowhere. */
  readonly button: "none" | "below" | "over" | "pointed";
  /** Where the basket is shown once something is added: at the side of the page, as where nothing is said, or on its own page. */
  readonly basket?: "sheet" | "page";
  /** A second picture when pointed at. */
  readonly second: boolean;
  /** Corner marks: "new", "-20 %". */
  readonly marks: boolean;
  /** So many days a product is new. */
  readonly newDays: number;
  readonly columns: { readonly wide: number; readonly tablet: number; readonly phone: number };
  readonly perPage: number;
}

/** Another currency in which prices are shown besides: so many of it for one of the site's own. */
export interface ShownCurrency {
  readonly code: string;
  readonly rate: number;
}

export interface Shop {
  readonly enabled: boolean;
  readonly pages: Readonly<Record<ShopPage, string | null>>;
  readonly tax: TaxSettings;
  readonly zones: readonly Zone[];
  readonly dispatch: Dispatch;
  readonly currencies: readonly ShownCurrency[];
  readonly look: ShopLook;
  /** Page of the terms that a buyer agrees to; null for none. */
  readonly terms: string | null;
  /** After so many hours somebody who asked for it is reminded of a basket they left, once; absent or null where nobody is. */
  readonly remindAfterHours?: number | null;
  /** Own words of the letters about orders, and which of them are not written. */
  readonly letters?: OwnOrderLetters;
  /** Before the running numbers of orders and invoices. */
  readonly prefixes: { readonly order: string; readonly invoice: string };
  /** The seller's address on invoices, line by line. */
  readonly seller?: string;
  /** The seller's tax number, for invoices; "" for none. */
  readonly taxNumber: string;
}

export const newLook: ShopLook = {
  ratio: "4:5",
  whole: false,
  align: "start",
  button: "pointed",
  second: true,
  marks: true,
  newDays: 30,
  columns: { wide: 4, tablet: 3, phone: 2 },
  perPage: 24,
};

/** A file may be fetched so often for each that was bought, and so many days. */
export const downloadLimits = { times: 5, days: 30 } as const;

/** The most units of one thing in a basket, and lines of one. */
export const cartLimits = { units: 999, thousandths: 999_000, lines: 60, days: 30 } as const;
