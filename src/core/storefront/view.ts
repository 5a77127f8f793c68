// What the parts of a shop on a page are drawn from: the catalog as it stands now, what the address asks, and whose basket it is.
import type { Total, VoucherLevy } from "@/core/cart/total";
import type { Catalog, ProductQuery } from "@/core/catalog/find";
import type { Category, Product, SaleUnit, Variant } from "@/core/catalog/product";
import { queryText } from "@/core/catalog/query";
import { moneyWords } from "@/core/money/money";
import type { OrderState } from "@/core/order/order";
import type { OfferedPayment } from "@/core/payment/connectors";
import { escapeHtml } from "@/core/render/escape";
import { ownRoot } from "@/core/self-service/account";
import type { Offered } from "@/core/shipping/shipping";
import type { CheckoutTyped } from "@/core/shop/cart";
import type { OrderDocument } from "@/core/shop/ordered";
import type { Shop, ShopPage } from "@/core/shop/shop";
import type { Reason } from "@/core/visitor/decision";
import { shopWords } from "./words";
import type { ShopWords } from "./words/catalog";

/** How a place shows a picture of a product. */
export interface PictureAsked {
  readonly className: string;
  /** Not escaped. */
  readonly alt: string;
  readonly sizes: string;
  readonly first?: boolean;
}

export interface CartLineShown {
  readonly id: string;
  readonly product: Product;
  readonly variant: Variant;
  readonly name: string;
  readonly quantity: number;
  readonly asked: readonly (readonly [label: string, words: string])[];
  /** Files that the buyer sent for it. */
  readonly sent: readonly { readonly label: string; readonly name: string; readonly file: string }[];
  readonly price: number;
  /** What the line comes to, in minor units as written. */
  readonly amount: number;
}

/** A basket as it stands now. */
export interface CartShown {
  readonly lines: readonly CartLineShown[];
  readonly total: Total;
  /** The country that sending is guessed for, or the buyer's own; "" for none. */
  readonly country: string;
  readonly ways: readonly (Offered & {
    readonly arrival: { readonly from: string; readonly to: string } | null;
    /** The first local day on which it can be fetched, where that is how it goes; null where nobody can say. */
    readonly ready?: string | null;
  })[];
  /** The way that is reckoned with; null for none. */
  readonly way: string | null;
  /** Why nothing can be sent. */
  readonly why: readonly Reason[];
  /** Whether anything has to be sent at all. */
  readonly sent: boolean;
  /** Vouchers that pay, with what each has left before it. */
  readonly vouchers: readonly {
    readonly id: string;
    readonly tail: string;
    readonly balance: number;
    /** What it bore as it was sold. */
    readonly levy?: VoucherLevy | null;
  }[];
  /** What has changed since the buyer last looked. */
  readonly said: readonly string[];
}

/** What an order brings besides goods. */
export interface IssuedShown {
  readonly downloads: readonly {
    readonly name: string;
    /** "" where it can't be fetched any more. */
    readonly path: string;
    readonly left: number;
    /** A local day. */
    readonly until: string;
  }[];
  readonly vouchers: readonly { readonly code: string; readonly amount: number; readonly path: string }[];
}

export interface OrderShown {
  readonly number: string;
  readonly state: OrderState;
  readonly email: string;
  readonly document: OrderDocument;
  /** What has come and gone of its money, in minor units. */
  readonly paid: number;
  readonly refunded: number;
  /** What the buyer reads about paying, line by line. */
  readonly payLines: readonly string[];
  /** Where it is paid, while it waits for that; "" where it does not. */
  readonly payAt: string;
  /** What is paid there, in minor units. */
  readonly asked: number;
  readonly issued: IssuedShown;
  /** Path of its invoice; "" while there is none. */
  readonly invoice: string;
  readonly parcels: readonly { readonly tracking: string; readonly link: string; readonly on: string }[];
  /** What names it in forms of its page. */
  readonly token: string;
  /** Whether its buyer may ask to send something back, or has asked. */
  readonly returning: "no" | "may" | "asked";
  /** It was placed a moment ago. */
  readonly fresh: boolean;
  /** It would have been placed, had this not been a rehearsal. */
  readonly rehearsed?: boolean;
}

/** What of the settings pages show. */
export interface ShopShown {
  readonly look: Shop["look"];
  readonly taxIncluded: boolean;
  readonly currencies: Shop["currencies"];
  readonly paths: Readonly<Record<ShopPage, string | null>>;
  /** Countries that anything is sent to; "*" for anywhere. */
  readonly countries: readonly string[];
  /** Whether a buyer is asked if they want to be reminded of a basket they leave. */
  readonly reminds: boolean;
  readonly terms: { readonly title: string; readonly path: string } | null;
}

export interface ShopView {
  /** BCP 47. */
  readonly language: string;
  readonly currency: string;
  /** The site's origin, for addresses that others ask for; "" where there is none. */
  readonly origin: string;
  readonly shop: ShopShown;
  /** Ways to pay that are switched on. */
  readonly payments: readonly OfferedPayment[];
  readonly catalog: Catalog;
  /** Ids of products that are new. */
  isNew(product: Product): boolean;
  /** What can be had of a variant; null where it is not counted, or sold on. */
  left(variant: string): number | null;
  /** A picture as markup; "" for one that is gone. */
  picture(media: string, asked: PictureAsked): string;
  /** Address of a film; "" for one that is gone. */
  film(media: string): string;
  /** Address of a picture at its largest; "" for one that is gone. */
  pictureAddress(media: string): string;
  readonly query: ProductQuery;
  readonly category: Category | null;
  readonly product: Product | null;
  readonly variant: Variant | null;
  readonly cart: CartShown | null;
  readonly typed: CheckoutTyped | null;
  readonly faults: Readonly<Record<string, string>>;
  readonly order: OrderShown | null;
  /** What is somebody's own here, as markup; "" where nobody has asked. */
  readonly account: string;
  /** Times at which it can be fetched, "2026-03-07T10:30"; null where none is chosen. */
  readonly fetchTimes: readonly string[] | null;
  /** Names this state of the basket: pressed twice, one order is made. */
  readonly once: string;
}

export const wordsOf = ({ language }: Pick<ShopView, "language">): ShopWords => shopWords(language);

export const money = ({ currency, language }: Pick<ShopView, "currency" | "language">, amount: number): string =>
  moneyWords({ amount, currency }, language);

/** An amount in the other currencies that the shop shows, as about so much. */
export const otherShopLine = (
  view: Pick<ShopView, "shop" | "language" | "currency">,
  amount: number,
): readonly string[] =>
  view.shop.currencies
    .filter(({ code }) => code !== view.currency)
    .map(({ code, rate }) => {
      const digits = (currency: string) =>
        new Intl.NumberFormat("en", { style: "currency", currency }).resolvedOptions().maximumFractionDigits ?? 2;
      const major = (amount / 10 ** digits(view.currency)) * rate;
      return `≈ ${new Intl.NumberFormat(view.language, { style: "currency", currency: code }).format(major)}`;
    });

/** Address of the whole catalog. */
export const catalogPath = ({ shop }: Pick<ShopView, "shop">): string => shop.paths.catalog ?? "/";

/** Where words are looked for: a page of its own, or the whole catalog. */
export const searchPath = (view: Pick<ShopView, "shop">): string => view.shop.paths.search ?? catalogPath(view);

/** Where buyers see everything of theirs. */
export const accountPath = ({ shop }: Pick<ShopView, "shop">): string => shop.paths.account ?? ownRoot;

const below = (view: Pick<ShopView, "shop">, slug: string): string =>
  `${catalogPath(view) === "/" ? "" : catalogPath(view)}/${slug}`;

export const productPath = (view: Pick<ShopView, "shop">, product: Pick<Product, "slug">, variant?: Variant): string =>
  below(view, product.slug) + (variant ? `?v=${encodeURIComponent(variant.sku)}` : "");

export const categoryPath = (view: Pick<ShopView, "shop">, category: Pick<Category, "slug">): string =>
  below(view, category.slug);

/** Address of what is asked now, with some of it changed; the page begins anew. */
export function askedPath(view: ShopView, change: Partial<ProductQuery>): string {
  const query = { ...view.query, page: 1, ...change };
  const path = view.category ? categoryPath(view, view.category) : query.words ? searchPath(view) : catalogPath(view);
  return path + queryText(query, view.currency);
}

export const html = escapeHtml;

/** A link to a page of the shop; just the words where that page is not set. */
export const linkTo = (path: string | null, words: string, className = ""): string =>
  path === null ? html(words) : `<a${className ? ` class="${className}"` : ""} href="${html(path)}">${html(words)}</a>`;

/** "3.4 kg", "2" */
export function quantityWords(quantity: number, product: Pick<Product, "sale">, language: string): string {
  const { unit } = product.sale;
  if (unit === "piece") return new Intl.NumberFormat(language).format(quantity);
  return `${new Intl.NumberFormat(language, { maximumFractionDigits: 3 }).format(quantity / 1000)} ${unit}`;
}

/** How much of a line was ordered: its unit is "" for pieces. */
export const orderedWords = (quantity: number, { unit }: { readonly unit: string }, language: string): string =>
  quantityWords(quantity, { sale: { unit: (unit || "piece") as SaleUnit, least: 1, step: 1 } }, language);

/** A country by its name in a language. */
export function countryName(code: string, language: string): string {
  if (!/^[A-Z]{2}$/.test(code)) return code;
  return new Intl.DisplayNames([language], { type: "region" }).of(code) ?? code;
}

/** "23 %" */
export const rateWords = (rate: number, language: string): string =>
  `${new Intl.NumberFormat(language, { maximumFractionDigits: 3 }).format(rate / 1000)} %`;

/** A local day, "2026-11-30", as a buyer reads it. */
/** A moment on a place's clock, "2026-03-07T10:30", as it is told. */
export const momentWords = (at: string, language: string): string =>
  `${dateWords(at.slice(0, 10), language)}, ${timeWords(at, language)}`;

/** Its time alone. */
export const timeWords = (at: string, language: string): string =>
  new Intl.DateTimeFormat(language, { hour: "numeric", minute: "2-digit", timeZone: "UTC" }).format(
    Date.parse(`${at}:00Z`),
  );

export const dateWords = (date: string, language: string): string =>
  new Intl.DateTimeFormat(language, { weekday: "short", day: "numeric", month: "short", timeZone: "UTC" }).format(
    Date.parse(`${date}T00:00:00Z`),
  );
