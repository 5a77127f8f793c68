// What the forms of a shop say, read as they come: something to add, amounts that change, a checkout with what is wrong with it. Nothing
// here is kept: live sites and rehearsals do with it what they do.
import { priceOf } from "@/core/catalog/price";
import { asksAmount, type Product, type Variant, variantName } from "@/core/catalog/product";
import { plainLine } from "@/core/input/plain";
import { mailSchema } from "@/core/input/text";
import { moneyWords } from "@/core/money/money";
import { readAmount } from "@/core/money/read";
import type { OfferedPayment } from "@/core/payment/connectors";
import { addressFaults, addressFields, addressForm, noAddress } from "@/core/shop/address";
import type { CartLine, CheckoutTyped } from "@/core/shop/cart";
import { readQuantity } from "@/core/shop/reckon";
import { cartLimits } from "@/core/shop/shop";
import { type CartShown, quantityWords } from "@/core/storefront/view";
import { shopWords } from "@/core/storefront/words";
import { isWallDateTime } from "@/core/time/dates";
import type { SiteRow } from "@/data/site/queries";
import { registerKnows } from "@/standins/tax-register";
import { sha256 } from "../context";
import { fieldProblem } from "../problem";
import { plainTaxNumber } from "./cart/carts";
import type { KnownCatalog } from "./catalog/catalog";
import type { LiveShop } from "./pages/live";

export type Fields = Readonly<Record<string, unknown>>;

export const textOf = (fields: Fields, name: string, most = 254): string => {
  return plainLine(fields[name], most);
};

/** What a buyer wants a voucher to be worth, in minor units; undefined for what has a price. A field problem at "amount". */
function ownAmount(
  product: Product,
  typed: string,
  { settings }: { readonly settings: SiteRow["settings"] },
): number | undefined {
  const { currency, language } = settings;
  if (!product.ownAmount || !asksAmount(product)) return undefined;
  const { least, most } = product.ownAmount;
  const read = readAmount(typed, currency);
  if ("amount" in read && read.amount >= least && read.amount <= most) return read.amount;
  const words = [least, most].map((amount) => moneyWords({ amount, currency }, language)) as [string, string];
  throw fieldProblem("amount", shopWords(language).amountOf(...words));
}

/** Something that is to be added to a basket. */
interface Adding {
  readonly product: Product;
  readonly variant: Variant;
  readonly quantity: number;
  readonly asked: Readonly<Record<string, string>>;
  readonly own: number | undefined;
}

/** What a form adds. Field problems are told at their fields. */
export function readAdding(fields: Fields, known: KnownCatalog, settings: SiteRow["settings"]): Adding {
  const { language } = settings;
  const words = shopWords(language);
  const product = known.productOf(textOf(fields, "variant", 40));
  const variant = product?.variants.find(({ id }) => id === fields.variant);
  if (!product || !variant || !known.catalog.product(product.id)) throw fieldProblem("variant", words.noProduct);
  const typed = textOf(fields, "quantity", 20);
  const read = typed ? readQuantity(typed, product, language, cartLimits) : { quantity: product.sale.least };
  if ("fault" in read) throw fieldProblem("quantity", read.fault);
  const asked: Record<string, string> = {};
  for (const { id, required, most, kind } of product.asks) {
    if (kind === "file") continue;
    const said = textOf(fields, `ask.${id}`, most);
    if (required && !said) throw fieldProblem(`ask.${id}`, words.needed);
    if (said) asked[id] = said;
  }
  const own = ownAmount(product, textOf(fields, "amount", 20), { settings });
  return { product, variant, quantity: Math.max(product.sale.least, read.quantity), asked, own };
}

/** A file that goes along, by the id of its question. */
type Files = Readonly<Record<string, { readonly id: string; readonly name: string; readonly hash: string }>>;

/** A basket with something added; the same with the same words and files is one line. Field problems are told at their fields. */
export function withAdded(
  lines: readonly CartLine[],
  { product, variant, quantity: added, asked: words, own }: Adding,
  files: Files,
  { left: leftOf }: Pick<KnownCatalog, "left">,
  language: string,
): readonly CartLine[] {
  const says = shopWords(language);
  const sent = Object.entries(files);
  const asked = { ...words, ...Object.fromEntries(sent.map(([ask, { name }]) => [ask, name])) };
  const hashes = sent.map(([, { hash }]) => hash);
  const parts = [variant.id, asked, ...(own === undefined ? [] : [own]), ...(hashes.length ? [hashes] : [])];
  const id = sha256(JSON.stringify(parts)).slice(0, 16);
  const before = lines.find((line) => line.id === id);
  const quantity = added + (before?.quantity ?? 0);
  const piece = product.sale.unit === "piece";
  const most = piece ? cartLimits.units : cartLimits.thousandths;
  if (quantity > most) throw fieldProblem("quantity", says.tooMany(piece ? most : most / 1000));
  const left = leftOf(variant.id);
  if (left !== null && quantity > left)
    throw fieldProblem(
      "quantity",
      left > 0
        ? says.fewer(variantName(product, variant), quantityWords(left, product, language))
        : says.gone(variantName(product, variant)),
    );
  const line: CartLine = {
    id,
    product: product.id,
    variant: variant.id,
    quantity,
    asked,
    seen: own ?? priceOf(product, variant).value,
    ...(own === undefined ? {} : { own }),
    ...(hashes.length ? { files: Object.fromEntries(sent.map(([ask, file]) => [ask, file.id])) } : {}),
  };
  if (!before && lines.length >= cartLimits.lines) throw fieldProblem("variant", says.tooMany(cartLimits.lines));
  return before ? lines.map((one) => (one.id === id ? line : one)) : [...lines, line];
}

/** A basket with other quantities, or without a line; and what of the form says nothing. */
export function withSet(
  lines: readonly CartLine[],
  fields: Fields,
  { productOf }: Pick<KnownCatalog, "productOf">,
  language: string,
): { readonly lines: readonly CartLine[]; readonly said: readonly string[] } {
  const removed = textOf(fields, "remove", 40);
  const said: string[] = [];
  const changed = lines.flatMap((line): CartLine[] => {
    const product = productOf(line.variant);
    if (line.id === removed) return [];
    const typed = textOf(fields, `quantity.${line.id}`, 20);
    if (!product || !typed) return [line];
    const read = readQuantity(typed, product, language, cartLimits);
    if ("fault" in read) {
      said.push(`${product.name}: ${read.fault}`);
      return [line];
    }
    return read.quantity === 0 ? [] : [{ ...line, quantity: read.quantity }];
  });
  return { lines: changed, said };
}

/** When it is fetched, as the form sends it; "" for anything else. */
function fetchField(fields: Fields): string {
  const typed = textOf(fields, "fetchAt", 20);
  return isWallDateTime(typed) ? typed : "";
}

/** What was typed into the checkout, cleaned. */
export function typedOf(fields: Fields): CheckoutTyped {
  const address = Object.fromEntries(
    addressFields.map((field) => [field, textOf(fields, `address.${field}`, field === "postcode" ? 20 : 120)]),
  ) as Record<(typeof addressFields)[number], string>;
  const country = address.country.toUpperCase();
  return {
    email: textOf(fields, "email").toLowerCase(),
    phone: textOf(fields, "phone", 40),
    address: { ...noAddress, ...address, country: /^[A-Z]{2}$/.test(country) ? country : "", region: address.region },
    way: textOf(fields, "way", 40),
    fetchAt: fetchField(fields),
    payment: textOf(fields, "payment", 20),
    taxNumber: textOf(fields, "taxNumber", 30),
    note:
      typeof fields.note === "string"
        ? fields.note
            .replace(/\p{Cc}/gu, " ")
            .trim()
            .slice(0, 1000)
        : "",
    agreed: fields.agreed === "true" || fields.agreed === true,
    ...(fields.remind === "true" || fields.remind === true ? { remind: true } : {}),
  };
}

/** The way that a buyer chose, of those that they may pay by. */
export const wayChosen = (ways: readonly OfferedPayment[], chosen: string) => ways.find(({ by }) => by === chosen);

/** Everything that is wrong with a checkout, by field; empty for nothing. */
export function checkoutFaults(
  typed: CheckoutTyped,
  shown: CartShown,
  live: LiveShop,
  ways: readonly OfferedPayment[],
  times: readonly string[] | null,
  language: string,
): Record<string, string> {
  const words = shopWords(language);
  const faults: Record<string, string> = {};
  if (!typed.email) faults.email = words.needed;
  else if (mailSchema.validate(typed.email).error) faults.email = words.badEmail;
  const { example } = addressForm(typed.address.country);
  for (const [field, fault] of Object.entries(addressFaults(typed.address)))
    faults[`address.${field}`] = fault === "needed" ? words.needed : words.badPostcode(example);
  const number = plainTaxNumber(typed.taxNumber);
  if (number && !registerKnows(number)) faults.taxNumber = words.badTaxNumber;
  const way = shown.ways.find(({ method }) => method.id === typed.way);
  if (shown.sent && !way) faults.way = words.badWay;
  if (way && times && !times.includes(typed.fetchAt ?? "")) faults.fetchAt = words.badFetchAt;
  if (shown.total.toPay > 0) {
    if (!wayChosen(ways, typed.payment)) faults.payment = words.badPayment;
  }
  if (live.shown.terms && !typed.agreed) faults.agreed = words.agreeNeeded;
  return faults;
}
