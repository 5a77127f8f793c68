// Why a basket comes to what it does, in words: one sentence a code of the core.
import type { Reason } from "@/core/visitor/decision";

type Money = (amount: number) => string;
type Sentence = (reason: Reason, price: Money) => string;

const percent = (rate: unknown) => `${Number(rate) / 1000} %`;
const list = (value: unknown) => (Array.isArray(value) ? value.join(", ") : String(value));

const sentences: Readonly<Record<string, Sentence>> = {
  "price.variant": ({ price }, money) => `Price of the variant (${money(Number(price))}), not of the product.`,
  "price.choices": ({ from, choices }, money) =>
    `Price of the product (${money(Number(from))}) with what ${list(choices)} adds.`,
  "price.product": () => "Price of the product.",
  "tax.none": ({ class: name }) => `Class “${name}” bears no tax.`,
  "tax.home": ({ rate, at }) => `${percent(rate)} tax: it stays in ${at}.`,
  "tax.there": ({ rate, at }) =>
    `${percent(rate)} tax, the rate of ${at}, where it goes; the price that was shown holds.`,
  "tax.ofHome": ({ rate, at }) => `${percent(rate)} tax, the rate of ${at}, where it leaves from.`,
  "tax.reverse": ({ number }) => `No tax: ${number} is a business in another state of the Union, and owes it there.`,
  "tax.export": ({ to }) => `No tax: it leaves for ${to}. What is in the written price is taken out.`,
  "voucher.otherLaw": ({ at }) =>
    `Vouchers bear no tax as they are sold: the law of ${at} taxes what they are used for.`,
  "voucher.nothingSold": () => "Vouchers bear no tax as they are sold: nothing is on sale yet that they could be for.",
  "voucher.rates": ({ one, other }) =>
    `Vouchers bear no tax as they are sold, but as they are used: they are for things of ${percent(one)} and of ${percent(other)} (multi-purpose).`,
  "voucher.untaxed": () => "Vouchers bear no tax: nor does what they are for.",
  "voucher.places": ({ at }) =>
    `Vouchers bear no tax as they are sold, but as they are used: they are also for things that leave ${at}, whose tax nobody knows before (multi-purpose).`,
  "voucher.single": ({ rate, at }) =>
    `Vouchers bear ${percent(rate)} as they are sold, and what they pay for is not taxed again: everything on sale bears that, in ${at} (single-purpose).`,
  "total.taxedBefore": () => "What vouchers bore already, as they were sold, is not due again.",
  "sending.zone": ({ zone }) => `Zone ${zone}.`,
  "sending.flat": () => "Sending costs always the same.",
  "sending.weightBand": ({ measured, upTo }) =>
    `${measured} g, band ${upTo === null ? "of anything more" : `up to ${upTo} g`}.`,
  "sending.numberBand": ({ measured, upTo }) =>
    `${measured} things, band ${upTo === null ? "of any more" : `up to ${upTo}`}.`,
  "sending.priceBand": ({ measured, upTo }, money) =>
    `Goods of ${money(Number(measured))}, band ${upTo === null ? "of anything more" : `up to ${money(Number(upTo))}`}.`,
  "sending.weightOver": ({ method, measured, most }) => `${method} takes ${most} g, and this is ${measured} g.`,
  "sending.numberOver": ({ method, measured, most }) => `${method} takes ${most} things, and these are ${measured}.`,
  "sending.priceOver": ({ method, measured, most }, money) =>
    `${method} takes goods of ${money(Number(most))}, and these are ${money(Number(measured))}.`,
  "sending.boxes": ({ boxes }) => `Packed into ${list(boxes)}.`,
  "sending.boxNone": ({ thing, method }) => `${thing} goes into no box of ${method}.`,
  "sending.free": ({ from }, money) => `Sent free from ${money(Number(from))}.`,
  "sending.freeFrom": ({ from, missing }, money) =>
    `Free sending starts at ${money(Number(from))}, missing ${money(Number(missing))}.`,
  "sending.pickup": () => "Fetched by the buyer.",
  "sending.notThere": ({ country }) => `Nothing is sent to ${country}: no zone has it.`,
  "sending.noWay": ({ zone }) => `Zone ${zone} has no way of sending yet.`,
  "total.taxInside": ({ rounding }) =>
    `Tax is inside, rounded half up ${rounding === "line" ? "per line" : "once an order"}.`,
  "total.taxAdded": ({ rounding }) =>
    `Tax is added, rounded half up ${rounding === "line" ? "per line" : "once an order"}.`,
  "total.spread": () => "What is taken off is spread over its lines.",
  "total.vouchers": () => "Vouchers pay what they hold; the tax stays.",
};

/** A reason as a sentence; "" for one that nobody needs to read. */
export const reasonOf = (reason: Reason, price: Money): string =>
  Object.hasOwn(sentences, reason.code) ? (sentences[reason.code] as Sentence)(reason, price) : "";
