// A basket worked out as the shop stands now: what its lines cost, how it can be sent, what it comes to, and what has changed
// since the buyer last looked.
import { type LineItem, totalOf } from "@/core/cart/total";
import { gramsOf, priceOf } from "@/core/catalog/price";
import { isOnSale, type Product, type Variant, variantName } from "@/core/catalog/product";
import { shareOfAmount } from "@/core/money/money";
import { arrivalOf, type Ordered } from "@/core/shipping/days";
import { type Offered, waysTo } from "@/core/shipping/shipping";
import type { CartLineShown, CartShown } from "@/core/storefront/view";
import { money, quantityWords } from "@/core/storefront/view";
import { shopWords } from "@/core/storefront/words";
import type { Place } from "@/core/tax/tax";
import type { Decision } from "@/core/visitor/decision";
import type { VoucherPurpose } from "@/core/voucher/purpose";
import type { Cart, CartLine } from "./cart";
import type { Shop } from "./shop";

/** The shop around a basket. */
export interface Around {
  readonly shop: Pick<Shop, "tax" | "zones" | "dispatch">;
  readonly language: string;
  readonly currency: string;
  readonly today: string;
  /** The local moment of ordering. */
  readonly now: Ordered;
  isHoliday(day: number): boolean;
  productOf(variant: string): Product | undefined;
  /** When the shop's vouchers are taxed, and why. */
  readonly vouchersAre: Decision<VoucherPurpose>;
  /** What can be had of a variant; null where it is not counted, or sold on. */
  left(variant: string): number | null;
}

/** Where it goes, as far as that is known, and how. */
export interface Going {
  readonly to: Place;
  readonly way: string;
  /** A tax number that the register knows; "" for none. */
  readonly taxNumber: string;
  /** Vouchers that pay, as far as they reach. */
  readonly vouchers?: CartShown["vouchers"];
}

export interface Reckoned {
  readonly shown: CartShown;
  /** The lines as they can be had now. */
  readonly lines: readonly CartLine[];
}

/** What is fetched is there on the day it could leave. */
const atOnce = { from: 0, to: 0 };

const dateOf = (day: number): string => new Date(day * 86_400_000).toISOString().slice(0, 10);

interface Had {
  readonly line: CartLine;
  readonly product: Product;
  readonly variant: Variant;
  readonly price: number;
  readonly basket: LineItem;
}

/** What a buyer said that something is to be worth; null where it has a price of its own, or where that is not possible any more. */
const ownAmountOf = ({ kind, ownAmount }: Product, { own }: CartLine): number | null =>
  kind === "voucher" && ownAmount && own !== undefined && own >= ownAmount.least && own <= ownAmount.most ? own : null;

/** The tax class of a product; of a voucher none, or that of what it is for, as home has it. */
function taxOf({ kind, taxClass }: Product, { vouchersAre: { value } }: Around): Pick<LineItem, "taxClass" | "atHome"> {
  if (kind !== "voucher") return { taxClass };
  return value.kind === "single" ? { taxClass: value.taxClass, atHome: true } : { taxClass: "" };
}

/** Each line as it can be had, and what has to be said of those that can't, or changed. */
function having(
  cart: Pick<Cart, "lines">,
  around: Around,
): { readonly had: readonly Had[]; readonly said: readonly string[] } {
  const words = shopWords(around.language);
  const had: Had[] = [];
  const said: string[] = [];
  const used = new Map<string, number>();
  for (const line of cart.lines) {
    const product = around.productOf(line.variant);
    const variant = product?.variants.find(({ id }) => id === line.variant);
    if (!product || !variant || (line.agreed === undefined && !isOnSale(product, around.today))) {
      said.push(words.gone(product?.name ?? "—"));
      continue;
    }
    const name = variantName(product, variant);
    const all = around.left(line.variant);
    const left = all === null ? null : Math.max(0, all - (used.get(line.variant) ?? 0));
    if (left !== null && left < product.sale.least) {
      said.push(words.gone(name));
      continue;
    }
    const quantity = left === null ? line.quantity : Math.min(line.quantity, left);
    if (quantity < line.quantity && left !== null)
      said.push(words.fewer(name, quantityWords(left, product, around.language)));
    used.set(line.variant, (used.get(line.variant) ?? 0) + quantity);
    const { value: asked, reasons } = priceOf(product, variant);
    const price = line.agreed ?? ownAmountOf(product, line) ?? asked;
    if (price !== line.seen) said.push(words.priceChanged(name, money(around, line.seen), money(around, price)));
    had.push({
      line: { ...line, quantity, seen: price },
      product,
      variant,
      price,
      basket: {
        id: line.id,
        price,
        quantity,
        per: product.sale.unit === "piece" ? 1 : 1000,
        ...taxOf(product, around),
        sent: product.kind === "goods",
        reasons: product.kind === "voucher" ? [...reasons, ...around.vouchersAre.reasons] : reasons,
      },
    });
  }
  return { had, said };
}

/** How many units are packed, and what one weighs: a measure is one thing of its own weight. */
const packed = ({ product, variant, line }: Had) =>
  product.sale.unit === "piece"
    ? { grams: gramsOf(product, variant), count: line.quantity }
    : { grams: shareOfAmount(gramsOf(product, variant), line.quantity, 1000), count: 1 };

/** The basket worked out. */
export function reckon(cart: Pick<Cart, "lines">, going: Going, around: Around): Reckoned {
  const { had, said } = having(cart, around);
  const { shop } = around;
  const vouchers = going.vouchers ?? [];
  const sentGoods = had.filter(({ basket }) => basket.sent);
  const sent = sentGoods.length > 0;
  const worth = had.reduce((sum, { basket }) => sum + shareOfAmount(basket.price, basket.quantity, basket.per), 0);
  const ways = sent
    ? waysTo(shop.zones, going.to, {
        parcels: sentGoods.map((one) => ({ name: one.product.name, sizeMm: one.product.sizeMm, ...packed(one) })),
        worth,
      })
    : { value: [] as readonly Offered[], reasons: [] };
  const way = ways.value.find(({ method }) => method.id === going.way) ?? ways.value[0] ?? null;
  // What is fetched is handed over at home.
  const to = way?.method.kind === "pickup" ? { country: shop.tax.home, region: "", postcode: "" } : going.to;
  const extra = Math.max(0, ...sentGoods.map(({ product }) => product.makingDays));
  const total = totalOf(
    {
      lines: had.map(({ basket }) => basket),
      reductions: [],
      sending: way ? { name: way.method.name, amount: way.amount, reasons: [...ways.reasons, ...way.reasons] } : null,
      vouchers: vouchers.map(({ tail, balance, levy }) => ({ code: tail, balance, ...(levy ? { levy } : {}) })),
      to,
      buyer: { taxNumber: going.taxNumber },
    },
    shop.tax,
  );
  const lines = had.map(
    ({ line, product, variant, price }, at): CartLineShown => ({
      id: line.id,
      product,
      variant,
      name: variantName(product, variant),
      quantity: line.quantity,
      asked: product.asks.flatMap(({ id, label }) => (line.asked[id] ? [[label, line.asked[id]] as const] : [])),
      sent: product.asks.flatMap(({ id, label }) => {
        const [file, name] = [line.files?.[id], line.asked[id]];
        return file && name ? [{ label, name, file }] : [];
      }),
      price,
      amount: total.lines[at]?.written ?? 0,
    }),
  );
  return {
    lines: had.map(({ line }) => line),
    shown: {
      lines,
      total,
      country: going.to.country,
      ways: ways.value.map((one) => {
        const days = one.method.kind === "pickup" ? atOnce : one.method.days;
        const found = arrivalOf(around.now, shop.dispatch, days, extra, around.isHoliday);
        if (one.method.kind === "pickup") return { ...one, arrival: null, ready: found && dateOf(found.leaves) };
        return { ...one, arrival: found && { from: dateOf(found.from), to: dateOf(found.to) } };
      }),
      way: way?.method.id ?? null,
      why: ways.reasons,
      sent,
      vouchers,
      said,
    },
  };
}

/** A quantity as a form sends it, "2" or "3.4", in pieces or thousandths; or a sentence of why not. */
export function readQuantity(
  text: string,
  product: Pick<Product, "sale">,
  language: string,
  most: { readonly units: number; readonly thousandths: number },
): { readonly quantity: number } | { readonly fault: string } {
  const words = shopWords(language);
  const { unit, least, step } = product.sale;
  const number = Number(text.trim().replace(",", "."));
  const quantity = unit === "piece" ? number : Math.round(number * 1000);
  const largest = unit === "piece" ? most.units : most.thousandths;
  if (!text.trim() || !Number.isInteger(quantity) || quantity < 0) return { fault: words.needed };
  if (quantity > largest) return { fault: words.tooMany(unit === "piece" ? largest : largest / 1000) };
  if (quantity === 0) return { quantity };
  // What lies between two steps is the next one: nobody gets less than they asked for.
  const stepped = Math.max(least, least + Math.ceil((quantity - least) / step) * step);
  return { quantity: Math.min(stepped, largest) };
}
