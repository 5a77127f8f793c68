// The basket: its mark with a count, the basket itself, and how its sum is told.
import { betweenRow, taxLine } from "@/core/cart/sums";
import type { Total } from "@/core/cart/total";
import type { Reason } from "@/core/visitor/decision";
import type { PaidRow } from "./paid";
import type { Part } from "./part";
import {
  type CartLineShown,
  type CartShown,
  catalogPath,
  countryName,
  html,
  linkTo,
  money,
  otherShopLine,
  productPath,
  quantityWords,
  rateWords,
  type ShopView,
  wordsOf,
} from "./view";

/** How many things are in it: what is sold by measure counts once. */
const countOf = (cart: CartShown | null): number =>
  (cart?.lines ?? []).reduce((sum, { quantity, product }) => sum + (product.sale.unit === "piece" ? quantity : 1), 0);

/** What tells the script that the basket is shown at the side of the page. */
export const atSide = ({ shop }: Pick<ShopView, "shop">): string => (shop.look.basket === "page" ? "" : " data-sheet");

export const markPart: Part = {
  html: (_asked, view) => {
    const words = wordsOf(view);
    const count = countOf(view.cart);
    const path = view.shop.paths.cart;
    return path === null
      ? ""
      : `<a class="s-cart" href="${html(path)}"${atSide(view)} aria-label="${html(count ? words.cartCount(count) : words.cart)}"><svg viewBox="0 0 24 24" width="22" height="22" aria-hidden="true" fill="none" stroke="currentColor" stroke-width="1.8" stroke-linejoin="round"><path d="M4 9h16l-1.6 10.5H5.6zM8.5 9 12 4l3.5 5"/></svg><span class="s-number">${count || ""}</span></a>`;
  },
};

const row = (label: string, amount: string, className = "") =>
  `<div${className ? ` class="${className}"` : ""}><dt>${label}</dt><dd>${amount}</dd></div>`;

/** Why sending is not possible, in the buyer's words: what is set up and by which band is nothing for them. */
export function whyNot(why: readonly Reason[], view: ShopView): string {
  const words = wordsOf(view);
  const away = why.find(({ code }) => code === "sending.notThere");
  return away ? words.notThere(countryName(String(away.country), view.language)) : words.noWay;
}

/** The sum as lines: goods, what is taken off, sending, tax, vouchers, what is to be paid. */
export function sumHtml(
  total: Total,
  view: ShopView,
  sending: { readonly label: string; readonly words: string } | null,
  paid: readonly PaidRow[] = [{ label: wordsOf(view).toPay, amount: total.toPay, main: true }],
): string {
  const words = wordsOf(view);
  const amount = (value: number) => html(`${value < 0 ? "−" : ""}${money(view, Math.abs(value))}`);
  const between = taxLine(total);
  const other = betweenRow(between, words);
  const goods = total.lines.reduce((sum, { written }) => sum + written, 0);
  const taxes = total.taxes
    .filter(({ rate, tax }) => rate > 0 && tax > 0)
    .map(({ rate, net, tax }) =>
      row(html(words.taxOf(rateWords(rate, view.language), money(view, net), money(view, tax))), "", "s-small"),
    );
  const before = (total.taxedBefore ?? []).map(({ rate, tax }) =>
    row(html(words.taxBefore(rateWords(rate, view.language), money(view, tax))), "", "s-small"),
  );
  return `<dl class="s-sum">${row(html(words.sum), amount(goods))}${total.reductions
    .map(({ name, amount: off }) => row(html(name), `−${amount(off)}`))
    .join("")}${
    total.sending
      ? row(
          html(sending?.label ?? total.sending.name),
          total.sending.written ? amount(total.sending.written) : html(words.free),
        )
      : sending
        ? row(html(sending.label), html(sending.words))
        : ""
  }${
    between.is === "added"
      ? between.taxes.map(({ rate, tax }) => row(html(rateWords(rate, view.language)), amount(tax))).join("")
      : other
        ? row(html(other.label), amount(other.amount))
        : ""
  }${total.vouchers
    .filter((voucher) => voucher.amount > 0)
    .map(({ code, amount: used }) => row(html(`${words.voucher} ${code}`), `−${amount(used)}`))
    .join("")}${paid
    .map(({ label, amount: value, main }) =>
      row(
        html(label),
        main
          ? `<strong>${amount(value)}</strong>${otherShopLine(view, value)
              .map((other) => ` <small>${html(other)}</small>`)
              .join("")}`
          : amount(value),
        main ? "s-pay" : "",
      ),
    )
    .join("")}${between.is === "added" ? "" : taxes.join("")}${before.join("")}</dl>`;
}

function lineHtml(line: CartLineShown, view: ShopView): string {
  const words = wordsOf(view);
  const { product, variant, quantity } = line;
  const media = variant.picture ?? product.pictures[0]?.media;
  const image = media ? view.picture(media, { className: "s-thumb", alt: "", sizes: "88px" }) : "";
  const { unit, step, least } = product.sale;
  const number = (thousandths: number) => (unit === "piece" ? thousandths : thousandths / 1000);
  const asked = line.asked.map(([label, said]) => `<br><small>${html(`${label}: ${said}`)}</small>`).join("");
  const label = unit === "piece" ? words.quantity : words.amountIn(unit);
  return `<li class="s-line"><div class="s-line-picture">${image}</div><div class="s-line-words"><a href="${html(productPath(view, product, variant))}">${html(line.name)}</a>${asked}<br><small>${html(unit === "piece" ? words.each(money(view, line.price)) : words.per(money(view, line.price), unit))}</small></div><label class="s-line-count"><span class="s-quiet">${html(`${label}, ${line.name}`)}</span><input name="quantity.${html(line.id)}" type="number" inputmode="decimal" min="0" step="${number(step)}" max="999" value="${number(quantity)}" data-least="${number(least)}"></label><span class="s-line-sum">${html(money(view, line.amount))}</span><button class="s-remove" type="submit" name="remove" value="${html(line.id)}" aria-label="${html(words.removeNamed(line.name))}">×</button></li>`;
}

/** What has changed since the buyer last looked. */
export const saidHtml = (cart: CartShown): string =>
  cart.said.length
    ? `<div class="s-told" role="status">${cart.said.map((one) => `<p>${html(one)}</p>`).join("")}</div>`
    : "";

/** What Enter in a field presses: the first button of a form, which is not to be one that takes something away. */
export const enterButton = '<button type="submit" hidden></button>';

export const cartPart: Part = {
  html: (_asked, view) => {
    const words = wordsOf(view);
    const { cart } = view;
    if (!cart?.lines.length)
      return `${cart ? saidHtml(cart) : ""}<p class="s-empty">${html(words.cartEmpty)}</p><p>${linkTo(catalogPath(view), words.toShop, "b-button")}</p>`;
    const offered = cart.ways.find(({ method }) => method.id === cart.way);
    const country = cart.country ? countryName(cart.country, view.language) : "";
    const label = offered && country ? `${offered.method.name}, ${words.sendingGuess(country)}` : words.sending;
    const sending = cart.sent
      ? { label, words: cart.why.length && !cart.ways.length && country ? whyNot(cart.why, view) : words.sendingLater }
      : null;
    const missing = offered?.reasons.find(({ code }) => code === "sending.freeFrom");
    const free =
      missing && typeof missing.missing === "number"
        ? `<p class="s-small">${html(words.freeMissing(money(view, missing.missing)))}</p>`
        : "";
    return `${saidHtml(cart)}<div class="s-basket"><form method="post" action="/_w/v1/shop/cart">${enterButton}<input type="hidden" name="command" value="set"><ul class="s-lines">${cart.lines.map((line) => lineHtml(line, view)).join("")}</ul><p><button class="s-more" type="submit">${html(words.change)}</button></p></form><div class="s-side">${sumHtml(cart.total, view, sending)}${free}${linkTo(view.shop.paths.checkout, words.checkout, "b-button s-buy")}</div></div>`;
  },
};

/** Lines of an order as they were agreed. */
export const orderedLines = (view: ShopView): string =>
  (view.order?.document.lines ?? [])
    .map((line, at) => {
      const image = line.picture ? view.picture(line.picture, { className: "s-thumb", alt: "", sizes: "88px" }) : "";
      const asked = line.asked.map(([label, said]) => `<br><small>${html(`${label}: ${said}`)}</small>`).join("");
      const sale = { unit: (line.unit || "piece") as "piece", least: 1, step: 1 };
      const written = view.order?.document.total.lines[at]?.written ?? 0;
      return `<li class="s-line"><div class="s-line-picture">${image}</div><div class="s-line-words">${html(line.name)}${asked}</div><span class="s-line-count">${html(quantityWords(line.quantity, { sale }, view.language))} ×</span><span class="s-line-sum">${html(money(view, written))}</span></li>`;
    })
    .join("");
