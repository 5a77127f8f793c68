// The checkout, one page: who, where to, how it is sent and paid, the whole sum, one button. And the order that it makes.
import { mayPay } from "@/core/payment/connectors";
import { type AddressField, addressForm, addressLines, autofill, fieldsOf, noAddress } from "@/core/shop/address";
import type { CheckoutTyped } from "@/core/shop/cart";
import { orderedLines, saidHtml, sumHtml, whyNot } from "./cart";
import { paidRows } from "./paid";
import type { Part } from "./part";
import {
  accountPath,
  type CartShown,
  catalogPath,
  countryName,
  dateWords,
  html,
  type IssuedShown,
  linkTo,
  momentWords,
  money,
  type OrderShown,
  quantityWords,
  type ShopView,
  wordsOf,
} from "./view";

interface FieldAsked {
  readonly name: string;
  readonly label: string;
  readonly value: string;
  readonly autocomplete: string;
  readonly type?: string;
  readonly needed?: boolean;
  readonly hint?: string;
}

function fieldHtml(field: FieldAsked, view: ShopView, stem: string): string {
  const fault = view.faults[field.name];
  const id = `${stem}-${field.name.replace(".", "-")}`;
  const optional = field.needed ? "" : ` <small>(${html(wordsOf(view).optional)})</small>`;
  const described = [...(field.hint ? [`${id}-h`] : []), ...(fault ? [`${id}-f`] : [])].join(" ");
  return `<p class="s-field"><label for="${id}">${html(field.label)}${optional}</label><input id="${id}" name="${html(field.name)}" type="${field.type ?? "text"}" value="${html(field.value)}" autocomplete="${field.autocomplete}" maxlength="254"${field.needed ? " required" : ""}${described ? ` aria-describedby="${described}"` : ""}${fault ? ' aria-invalid="true"' : ""}>${field.hint ? `<small id="${id}-h">${html(field.hint)}</small>` : ""}${fault ? `<span class="s-fault" id="${id}-f">${html(fault)}</span>` : ""}</p>`;
}

/** Countries one can choose, by their names: those that are sent to; all of the world where anything is. */
export function countriesOf(
  view: Pick<ShopView, "language"> & { readonly shop: Pick<ShopView["shop"], "countries"> },
  chosen: string,
): readonly (readonly [code: string, name: string])[] {
  const { countries } = view.shop;
  const codes = countries.includes("*") ? [...new Set([...commonCountries, ...countries])] : countries;
  return [...new Set([...codes.filter((code) => code !== "*"), ...(chosen ? [chosen] : [])])]
    .map((code) => [code, countryName(code, view.language)] as const)
    .sort(([, a], [, b]) => a.localeCompare(b, view.language));
}

/** Countries with addresses that parcels reach, ISO 3166-1. */
const commonCountries =
  "AD AE AR AT AU BE BG BR CA CH CL CY CZ DE DK EE ES FI FR GB GR HK HR HU IE IL IN IS IT JP KR LI LT LU LV MC MT MX MY NL NO NZ PH PL PT RO RS SE SG SI SK SM TH TR TW UA US UY ZA".split(
    " ",
  );

function addressHtml(typed: CheckoutTyped, view: ShopView, stem: string): string {
  const words = wordsOf(view);
  const { address } = typed;
  const country = address.country;
  const form = addressForm(country);
  const needs: Partial<Record<AddressField, boolean>> = {
    name: true,
    street: true,
    city: true,
    postcode: form.postcode !== null && !form.postcode.test(""),
    region: form.region === "needed",
  };
  const fault = view.faults["address.country"];
  const options = countriesOf(view, country)
    .map(([code, name]) => `<option value="${code}"${code === country ? " selected" : ""}>${html(name)}</option>`)
    .join("");
  const chooser = `<p class="s-field"><label for="${stem}-country">${html(words.fields.country)}</label><select id="${stem}-country" name="address.country" autocomplete="country" required${fault ? ` aria-invalid="true" aria-describedby="${stem}-country-f"` : ""}>${country ? "" : '<option value=""></option>'}${options}</select>${fault ? `<span class="s-fault" id="${stem}-country-f">${html(fault)}</span>` : ""}</p>`;
  const fields = fieldsOf(country)
    .filter((field) => field !== "country")
    .map((field) =>
      fieldHtml(
        {
          name: `address.${field}`,
          label: words.fields[field],
          value: address[field],
          autocomplete: `shipping ${autofill[field]}`,
          needed: needs[field] ?? false,
        },
        view,
        stem,
      ),
    );
  return chooser + fields.join("");
}

interface Choice {
  readonly value: string;
  readonly label: string;
  readonly aside: string;
  readonly below: string;
}

function choicesHtml(
  name: string,
  title: string,
  chosen: string,
  choices: readonly Choice[],
  view: ShopView,
  stem: string,
): string {
  const fault = view.faults[name];
  const lines = choices.map(
    ({ value, label, aside, below }) =>
      `<label class="s-choice"><input type="radio" name="${name}" value="${html(value)}"${value === chosen ? " checked" : ""}${fault ? ` aria-describedby="${stem}-${name}-f"` : ""} required><span><strong>${html(label)}</strong>${below ? `<br><small>${html(below)}</small>` : ""}</span><span>${html(aside)}</span></label>`,
  );
  return `<fieldset class="s-choices"${fault ? ' aria-invalid="true"' : ""}><legend>${html(title)}</legend>${lines.join("")}${fault ? `<span class="s-fault" id="${stem}-${name}-f">${html(fault)}</span>` : ""}</fieldset>`;
}

function waysHtml(cart: CartShown, typed: CheckoutTyped, view: ShopView, stem: string): string {
  const words = wordsOf(view);
  if (!cart.sent) return "";
  const look = `<button class="s-more" type="submit" name="look" value="1" formnovalidate>${html(words.showWays)}</button>`;
  if (!typed.address.country)
    return `<fieldset class="s-choices"><legend>${html(words.way)}</legend>${look}</fieldset>`;
  if (!cart.ways.length)
    return `<fieldset class="s-choices"><legend>${html(words.way)}</legend><p class="s-fault" role="alert">${html(whyNot(cart.why, view))}</p>${look}</fieldset>`;
  const choices = cart.ways.map(({ method, amount, arrival }) => ({
    value: method.id,
    label: method.name,
    aside: amount ? money(view, amount) : words.free,
    below:
      method.kind === "pickup"
        ? method.where
        : arrival
          ? words.arrives(dateWords(arrival.from, view.language), dateWords(arrival.to, view.language))
          : "",
  }));
  return `${choicesHtml("way", words.way, cart.way ?? "", choices, view, stem)}<p>${look}</p>${fetchHtml(typed, view, stem)}`;
}

/** Times at which it can be fetched, by their days. */
function fetchHtml(typed: CheckoutTyped, view: ShopView, stem: string): string {
  const words = wordsOf(view);
  const { fetchTimes: times, language } = view;
  if (!times) return "";
  if (!times.length) return `<p class="s-fault" role="alert">${html(words.noFetchTimes)}</p>`;
  const fault = view.faults.fetchAt;
  const options = [...new Set(times.map((at) => at.slice(0, 10)))].map((day) => {
    const starts = times.filter((at) => at.startsWith(day));
    return `<optgroup label="${html(dateWords(day, language))}">${starts.map((at) => `<option value="${at}"${at === typed.fetchAt ? " selected" : ""}>${html(momentWords(at, language))}</option>`).join("")}</optgroup>`;
  });
  return `<p class="s-field"><label for="${stem}-fetch">${html(words.fetchAt)}</label><select id="${stem}-fetch" name="fetchAt" required${fault ? ` aria-invalid="true" aria-describedby="${stem}-fetch-f"` : ""}><option value="">${html(words.fetchChoose)}</option>${options.join("")}</select>${fault ? `<span class="s-fault" id="${stem}-fetch-f">${html(fault)}</span>` : ""}</p>`;
}

function paymentsHtml(cart: CartShown, typed: CheckoutTyped, view: ShopView, stem: string): string {
  const words = wordsOf(view);
  if (cart.total.toPay === 0) return "";
  const fetched = cart.ways.find(({ method }) => method.id === cart.way)?.method.kind === "pickup";
  const choices = view.payments
    .filter((one) => mayPay(one, { thing: "order", amount: cart.total.toPay, fetched }))
    .map(({ by, words: below }) => ({ value: by, label: words.payments[by], aside: "", below }));
  const chosen = typed.payment || (choices.length === 1 ? (choices[0]?.value ?? "") : "");
  return choicesHtml("payment", words.payment, chosen, choices, view, stem);
}

/** Vouchers that pay, each with a way to leave it out, and a field for another. */
function vouchersHtml(cart: CartShown, view: ShopView, stem: string): string {
  const words = wordsOf(view);
  const fault = view.faults.voucherCode;
  const used = cart.vouchers
    .map(
      ({ id, tail, balance }) =>
        `<li><span>${html(words.voucherUsed(tail, money(view, balance)))}</span> <button class="s-remove" type="submit" name="voucherDrop" value="${html(id)}" formnovalidate aria-label="${html(words.dropVoucher(tail))}">×</button></li>`,
    )
    .join("");
  return `<div class="s-vouchers">${used ? `<ul class="s-short">${used}</ul>` : ""}<p class="s-field"><label for="${stem}-voucher">${html(words.voucher)} <small>(${html(words.optional)})</small></label><span class="s-with"><input id="${stem}-voucher" name="voucherCode" autocomplete="off" autocapitalize="characters" spellcheck="false" maxlength="30"${fault ? ` aria-invalid="true" aria-describedby="${stem}-voucher-f"` : ""}><button class="s-more" type="submit" name="voucher" value="use" formnovalidate>${html(words.useVoucher)}</button></span>${fault ? `<span class="s-fault" id="${stem}-voucher-f">${html(fault)}</span>` : ""}</p></div>`;
}

/** Files and vouchers that an order brought. */
function issuedHtml({ downloads, vouchers }: IssuedShown, view: ShopView): string {
  const words = wordsOf(view);
  const files = downloads
    .map(({ name, path, left, until }) =>
      path
        ? `<li><a href="${html(path)}" download>${html(name)}</a> <small>${html(words.fetchUntil(left, dateWords(until, view.language)))}</small></li>`
        : `<li>${html(name)} <small>${html(left > 0 ? words.fetchOver : words.fetchUsed)}</small></li>`,
    )
    .join("");
  const codes = vouchers
    .map(
      ({ code, amount, path }) =>
        `<li><span>${html(words.voucherWorth(money(view, amount)))}: <strong class="s-code">${html(code)}</strong></span> <a href="${html(path)}">${html(words.voucherSheet)}</a></li>`,
    )
    .join("");
  return `${files ? `<h2 class="b-heading">${html(words.downloads)}</h2><ul class="s-issued">${files}</ul>` : ""}${codes ? `<h2 class="b-heading">${html(words.voucher)}</h2><ul class="s-issued">${codes}</ul><p class="s-small"><a href="/_w/v1/shop/voucher">${html(words.voucherAsk)}</a></p>` : ""}`;
}

/** Parcels on their way, each with where it can be followed. */
function parcelsHtml({ parcels }: OrderShown, view: ShopView): string {
  const words = wordsOf(view);
  const lines = parcels
    .filter(({ tracking, link }) => tracking || link)
    .map(({ tracking, link, on }) => {
      const said = words.parcel(dateWords(on, view.language), tracking);
      return `<li>${link ? `<a href="${html(link)}" rel="noopener noreferrer">${html(said)}</a>` : html(said)}</li>`;
    })
    .join("");
  return lines && `<ul class="s-issued">${lines}</ul>`;
}

/** What stands in the fields of somebody who has typed nothing yet. */
export const nothingTyped = (country: string): CheckoutTyped => ({
  email: "",
  phone: "",
  address: { ...noAddress, country },
  way: "",
  payment: "",
  taxNumber: "",
  note: "",
  agreed: false,
});

export const checkoutPart: Part = {
  html: ({ stem }, view) => {
    const words = wordsOf(view);
    const { cart } = view;
    if (!cart?.lines.length)
      return `${cart ? saidHtml(cart) : ""}<p class="s-empty">${html(words.cartEmpty)}</p><p>${linkTo(catalogPath(view), words.toShop, "b-button")}</p>`;
    const typed = view.typed ?? nothingTyped(cart.country);
    const faults = Object.keys(view.faults).length;
    const offered = cart.ways.find(({ method }) => method.id === cart.way);
    const sending = cart.sent ? { label: offered?.method.name ?? words.sending, words: words.sendingLater } : null;
    const { terms, reminds } = view.shop;
    const remind = reminds
      ? `<p class="s-field s-agree"><label><input type="checkbox" name="remind" value="true"${typed.remind ? " checked" : ""}> <span>${html(words.remind)}</span></label></p>`
      : "";
    const agreeFault = view.faults.agreed;
    const agree = terms
      ? `<p class="s-field s-agree"><label><input type="checkbox" name="agreed" value="true"${typed.agreed ? " checked" : ""} required${agreeFault ? ` aria-invalid="true" aria-describedby="${stem}-agreed-f"` : ""}> <span>${words
          .agree("\u0000")
          .split("\u0000")
          .map(html)
          .join(
            `<a href="${html(terms.path)}">${html(terms.title)}</a>`,
          )}</span></label>${agreeFault ? `<span class="s-fault" id="${stem}-agreed-f">${html(agreeFault)}</span>` : ""}</p>`
      : "";
    const contact = [
      fieldHtml(
        { name: "email", label: words.email, value: typed.email, autocomplete: "email", type: "email", needed: true },
        view,
        stem,
      ),
      fieldHtml(
        { name: "phone", label: words.phone, value: typed.phone, autocomplete: "tel", type: "tel" },
        view,
        stem,
      ),
    ].join("");
    const more = fieldHtml(
      {
        name: "taxNumber",
        label: words.taxNumber,
        value: typed.taxNumber,
        autocomplete: "off",
        hint: words.taxNumberHint,
      },
      view,
      stem,
    );
    const lines = cart.lines
      .map(
        ({ name, quantity, product, amount }) =>
          `<li><span>${html(`${quantityWords(quantity, product, view.language)} × ${name}`)}</span> <span>${html(money(view, amount))}</span></li>`,
      )
      .join("");
    return `<form class="s-checkout" method="post" action="/_w/v1/shop/checkout"><button type="submit" name="look" value="1" formnovalidate hidden></button><input type="hidden" name="once" value="${html(view.once)}"><input type="hidden" name="seen" value="${cart.total.toPay}"><div>${saidHtml(cart)}${faults ? `<p class="s-told" role="alert">${html(words.wrong(faults))}</p>` : ""}<fieldset><legend>${html(words.contact)}</legend>${contact}${remind}</fieldset><fieldset><legend>${html(words.address)}</legend>${addressHtml(typed, view, stem)}${more}</fieldset>${waysHtml(cart, typed, view, stem)}${paymentsHtml(cart, typed, view, stem)}<p class="s-field"><label for="${stem}-note">${html(words.note)} <small>(${html(words.optional)})</small></label><textarea id="${stem}-note" name="note" rows="3" maxlength="1000">${html(typed.note)}</textarea></p></div><div class="s-side"><ul class="s-short">${lines}</ul>${sumHtml(cart.total, view, sending)}${vouchersHtml(cart, view, stem)}${agree}<button class="b-button s-buy" type="submit">${html(words.place(money(view, cart.total.toPay)))}</button><p class="s-small">${linkTo(view.shop.paths.cart, words.back)} · ${linkTo(accountPath(view), words.yours)}</p></div></form>`;
  },
};

/** Where a buyer asks to send something back. */
function returnHtml(order: OrderShown, view: ShopView): string {
  const words = wordsOf(view);
  if (order.returning === "no") return "";
  if (order.returning === "asked") return `<p class="s-notice">${html(words.sendBackAsked)}</p>`;
  return `<details class="s-return"><summary>${html(words.sendBack)}</summary><form method="post" action="/_w/v1/shop/send-back"><input type="hidden" name="o" value="${html(order.token)}"><p class="s-field"><label for="s-why">${html(words.sendBackWhat)}</label><textarea id="s-why" name="why" rows="3" maxlength="500" required></textarea></p><p><button class="s-more" type="submit">${html(words.sendBackAsk)}</button></p></form></details>`;
}

export const orderPart: Part = {
  html: (_asked, view) => {
    const words = wordsOf(view);
    const { order } = view;
    if (!order) return `<h1 class="b-heading">${html(words.cart)}</h1><p>${html(words.noOrder)}</p>`;
    const { document } = order;
    const title = order.fresh ? words.thanks : words.orderTitle(order.number);
    const address = addressLines(document.address, (code) => countryName(code, view.language));
    const { fetched } = document.way;
    const arrival = fetched
      ? `<p>${html(`${document.way.name}: ${momentWords(fetched.at, view.language)}`)}</p>`
      : document.arrival
        ? `<p>${html(`${document.way.name}: ${words.arrives(dateWords(document.arrival.from, view.language), dateWords(document.arrival.to, view.language))}`)}</p>`
        : document.way.name
          ? `<p>${html(document.way.name)}</p>`
          : "";
    return `<div class="s-order"><h1 class="b-heading">${html(title)}</h1>${order.rehearsed ? `<p class="s-notice">${html(words.rehearsed)}</p>` : order.fresh ? `<p>${html(words.thanksText(order.email))}</p>` : ""}<p class="s-state"><strong>${html(words.orderTitle(order.number))}</strong> · ${html(words.states[order.state] ?? order.state)}</p>${order.payLines.length ? `<p class="s-notice">${order.payLines.map(html).join("<br>")}</p>` : ""}${order.payAt ? `<p>${linkTo(order.payAt, words.payNow(money(view, order.asked)), "b-button")}</p>` : ""}${issuedHtml(order.issued, view)}${parcelsHtml(order, view)}${order.invoice ? `<p><a href="${html(order.invoice)}">${html(words.invoice)}</a></p>` : ""}<div class="s-basket"><div><ul class="s-lines">${orderedLines(view)}</ul>${arrival}<address class="s-address">${address.map(html).join("<br>")}</address>${returnHtml(order, view)}<p class="s-small">${linkTo(accountPath(view), words.yours)}</p></div><div class="s-side">${sumHtml(document.total, view, null, paidRows({ ...order, language: view.language, payment: document.payment, toPay: document.total.toPay }))}</div></div></div>`;
  },
};
