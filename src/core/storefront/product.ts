// The parts of a product's page: its pictures, what it costs, what one chooses, its words.
import { priceOf, pricePerUnit, reducedPercent } from "@/core/catalog/price";
import { asksAmount, choiceNames, type Product, type Variant } from "@/core/catalog/product";
import type { TextBlock, TextTable } from "@/core/catalog/text";
import { acceptedFiles } from "@/core/field/field";
import { amountText } from "@/core/money/read";
import type { Inline, Paragraph, RichList } from "@/core/page/words/richtext";
import { atSide } from "./cart";
import { buyHtml } from "./list";
import type { Part, PartAsked } from "./part";
import { html, money, otherShopLine, productPath, quantityWords, type ShopView, wordsOf } from "./view";

/** The variant that is shown: the one that the address names, or the first that can be had. */
export const shownVariant = (product: Product, view: Pick<ShopView, "variant" | "left" | "product">): Variant =>
  (view.product?.id === product.id ? view.variant : null) ??
  product.variants.find(({ id }) => (view.left(id) ?? 1) > 0) ??
  (product.variants[0] as Variant);

/** The product that a part is about: the one chosen for it, or that of the page. */
const productFor = ({ products }: PartAsked, view: ShopView): Product | null =>
  products[0] ? (view.catalog.product(products[0]) ?? null) : view.product;

const withProduct =
  (draw: (product: Product, view: ShopView, asked: PartAsked) => string): Part["html"] =>
  (asked, view) => {
    const product = productFor(asked, view);
    return product ? draw(product, view, asked) : "";
  };

export const picturesPart: Part = {
  html: withProduct((product, view) => {
    const { picture } = shownVariant(product, view);
    const own = picture === null ? undefined : product.pictures.find(({ media }) => media === picture);
    const pictures =
      picture === null
        ? product.pictures
        : [own ?? { media: picture, alt: "" }, ...product.pictures.filter((one) => one !== own)];
    const shown = pictures
      .map(({ media, alt }, at) => {
        const image = view.picture(media, {
          className: at ? "s-still" : "s-main",
          alt: alt || product.name,
          sizes: at ? "(max-width:640px) 25vw, 140px" : "(max-width:640px) 100vw, 560px",
          first: at === 0,
        });
        const address = view.pictureAddress(media);
        return image && (at ? `<li><a href="${html(address)}">${image}</a></li>` : `<li>${image}</li>`);
      })
      .join("");
    return shown && `<ul class="s-pictures s-r${view.shop.look.ratio.replace(":", "x")}">${shown}</ul>`;
  }),
};

function stockWords(variant: Variant, product: Product, view: ShopView): { words: string; left: number | null } {
  const words = wordsOf(view);
  const left = view.left(variant.id);
  if (left === null) return { words: words.there, left };
  if (left <= 0) return { words: words.none, left: 0 };
  return { words: left <= product.lowAt ? words.few(quantityWords(left, product, view.language)) : words.there, left };
}

export const pricePart: Part = {
  html: withProduct((product, view) => {
    const words = wordsOf(view);
    const variant = shownVariant(product, view);
    const own = asksAmount(product) ? product.ownAmount : null;
    const price = own?.least ?? priceOf(product, variant).value;
    const unit = pricePerUnit(product, price);
    const percent = reducedPercent(product, price);
    const lines = [
      `<p class="s-cost">${html(own ? words.from(money(view, price)) : money(view, price))}${product.sale.unit === "piece" ? "" : ` <small>/ ${product.sale.unit}</small>`}${percent === null || product.earlierPrice === null ? "" : ` <span class="s-quiet">${html(words.before(money(view, product.earlierPrice)))}</span><s aria-hidden="true">${html(money(view, product.earlierPrice))}</s> <span class="s-mark">−${percent} %</span>`}</p>`,
      `<p class="s-small">${[
        view.shop.taxIncluded ? words.taxIn : words.taxAdded,
        ...(product.kind === "goods" ? [words.sendingBesides] : []),
        ...(unit && product.sale.unit === "piece" ? [words.per(money(view, unit.price), unit.unit)] : []),
        ...otherShopLine(view, price),
      ]
        .map(html)
        .join(" · ")}</p>`,
    ];
    return `<div class="s-priced">${lines.join("")}</div>`;
  }),
};

/** So many variants stand beside each other as pills; more stand in a list. */
const mostPills = 8;

const optionsTitle = ({ options }: Product, view: ShopView): string =>
  options.map(({ name }) => name).join(", ") || wordsOf(view).variant;

function choicesHtml(product: Product, shown: Variant, view: ShopView, stem: string): string {
  const words = wordsOf(view);
  if (product.variants.length === 1) return `<input type="hidden" name="variant" value="${html(shown.id)}">`;
  const title = optionsTitle(product, view);
  const said = (variant: Variant) => {
    const { left } = stockWords(variant, product, view);
    const price = priceOf(product, variant).value;
    return { name: choiceNames(product, variant).join(", "), price: money(view, price), none: left === 0 };
  };
  if (product.variants.length > mostPills) {
    const options = product.variants.map((variant) => {
      const { name, price, none } = said(variant);
      return `<option value="${html(variant.id)}" data-v="${html(variant.sku)}"${variant === shown ? " selected" : ""}${none ? " disabled" : ""}>${html(`${name}, ${price}${none ? `, ${words.none}` : ""}`)}</option>`;
    });
    return `<p class="s-field"><label for="${stem}-v">${html(title)}</label><select id="${stem}-v" name="variant">${options.join("")}</select></p>`;
  }
  const pills = product.variants.map((variant) => {
    const { name, price, none } = said(variant);
    return `<label class="s-pill"><input type="radio" name="variant" value="${html(variant.id)}" data-v="${html(variant.sku)}"${variant === shown ? " checked" : ""}${none ? " disabled" : ""} required><span>${html(name)} <small>${html(none ? words.none : price)}</small></span></label>`;
  });
  return `<fieldset class="s-pills"><legend>${html(title)}</legend>${pills.join("")}</fieldset>`;
}

function asksHtml(product: Product, view: ShopView, stem: string): string {
  const words = wordsOf(view);
  return product.asks
    .map(({ id, label, required, most, kind }) => {
      const input =
        kind === "file"
          ? `type="file" accept="${acceptedFiles}" aria-describedby="${stem}-${html(id)}-h"`
          : `maxlength="${most}"`;
      const hint = kind === "file" ? `<small id="${stem}-${html(id)}-h">${html(words.fileHint)}</small>` : "";
      return `<p class="s-field"><label for="${stem}-${html(id)}">${html(label)}${required ? "" : ` <small>(${html(words.optional)})</small>`}</label><input id="${stem}-${html(id)}" name="ask.${html(id)}" ${input}${required ? " required" : ""}>${hint}</p>`;
    })
    .join("");
}

/** How much a voucher is to be worth. */
function amountHtml(product: Product, view: ShopView, stem: string): string {
  if (!product.ownAmount || !asksAmount(product)) return "";
  const { least, most } = product.ownAmount;
  const words = wordsOf(view);
  return `<p class="s-field"><label for="${stem}-amount">${html(words.amountOf(money(view, least), money(view, most)))}</label><input id="${stem}-amount" name="amount" inputmode="decimal" maxlength="12" required value="${amountText(least, view.currency)}"></p>`;
}

function quantityHtml(product: Product, view: ShopView, stem: string): string {
  const words = wordsOf(view);
  const { unit, least, step } = product.sale;
  const label = unit === "piece" ? words.quantity : words.amountIn(unit);
  const number = (thousandths: number) => (unit === "piece" ? thousandths : thousandths / 1000);
  return `<p class="s-field s-quantity"><label for="${stem}-q">${html(label)}</label><input id="${stem}-q" name="quantity" type="number" inputmode="decimal" min="${number(least)}" step="${number(step)}" value="${number(least)}" max="999"></p>`;
}

export const addPart: Part = {
  html: withProduct((product, view, { stem }) => {
    const words = wordsOf(view);
    const shown = shownVariant(product, view);
    const there = product.variants.some(({ id }) => (view.left(id) ?? 1) > 0);
    const stock = stockWords(shown, product, view);
    const notice = product.notice ? `<p class="s-notice">${html(product.notice)}</p>` : "";
    const button = there
      ? `<button class="b-button s-buy" type="submit">${html(words.add)}</button>`
      : `<p class="s-notice"><strong>${html(words.none)}</strong></p>`;
    return `<form class="s-add"${product.asks.some(({ kind }) => kind === "file") ? ' enctype="multipart/form-data"' : ""} data-at="${html(productPath(view, product))}"${atSide(view)} method="post" action="/_w/v1/shop/cart"><input type="hidden" name="command" value="add">${choicesHtml(product, shown, view, stem)}${asksHtml(product, view, stem)}${amountHtml(product, view, stem)}<div class="s-buying">${there ? quantityHtml(product, view, stem) : ""}${button}</div>${there && product.variants.length === 1 ? `<p class="s-small">${html(stock.words)}</p>` : ""}${notice}</form>`;
  }),
};

export const stockPart: Part = {
  html: withProduct((product, view) => {
    const { words, left } = stockWords(shownVariant(product, view), product, view);
    return `<p class="s-stock${left === 0 ? " s-gone" : ""}">${html(words)}</p>`;
  }),
};

/** The button alone: on its own page it adds what is shown; elsewhere it leads there where something has to be chosen. */
export const buyPart: Part = {
  html: withProduct((product, view) =>
    buyHtml(product, view, "b-button", view.product?.id === product.id ? shownVariant(product, view) : undefined),
  ),
};

/** What can be chosen, as links: price, pictures, stock and the button follow the address. */
export const optionsPart: Part = {
  html: withProduct((product, view) => {
    if (product.variants.length === 1) return "";
    const words = wordsOf(view);
    const shown = shownVariant(product, view);
    const pills = product.variants.map((variant) => {
      const gone = stockWords(variant, product, view).left === 0;
      const aside = gone ? words.none : money(view, priceOf(product, variant).value);
      return `<li><a class="s-pill" href="${html(productPath(view, product, variant))}"${variant === shown ? ' aria-current="true"' : ""}><span>${html(choiceNames(product, variant).join(", "))} <small>${html(aside)}</small></span></a></li>`;
    });
    return `<nav aria-label="${html(optionsTitle(product, view))}"><ul class="s-pills">${pills.join("")}</ul></nav>`;
  }),
};

const inlineHtml = (node: Inline): string => {
  if (node.type === "hardBreak") return "<br>";
  let text = html(node.text);
  for (const mark of node.marks ?? []) {
    if (mark.type === "bold") text = `<strong>${text}</strong>`;
    else if (mark.type === "italic") text = `<em>${text}</em>`;
    else if (/^(https?|mailto|tel):/.test(mark.attrs.href)) text = `<a href="${html(mark.attrs.href)}">${text}</a>`;
  }
  return text;
};

const inlinesHtml = (content: readonly Inline[] = []): string => content.map(inlineHtml).join("");

const wordsHtml = (nodes: readonly (Paragraph | RichList)[]): string => nodes.map(wordHtml).join("");

function wordHtml(node: Paragraph | RichList): string {
  if (node.type === "paragraph") return `<p>${inlinesHtml(node.content)}</p>`;
  const tag = node.type === "bulletList" ? "ul" : "ol";
  return `<${tag}>${node.content.map((item) => `<li>${wordsHtml(item.content)}</li>`).join("")}</${tag}>`;
}

/** A table, which scrolls by itself where it is too wide. */
function tableHtml({ content: rows }: TextTable, label: string): string {
  const cells = (row: TextTable["content"][number], at: number) =>
    row.content.map(({ type, content }) => {
      const inner = content.length === 1 ? inlinesHtml(content[0]?.content) : wordsHtml(content);
      return type === "tableHeader" ? `<th scope="${at ? "row" : "col"}">${inner}</th>` : `<td>${inner}</td>`;
    });
  return `<div class="s-table" role="group" tabindex="0" aria-label="${html(label)}"><table>${rows.map((row, at) => `<tr>${cells(row, at).join("")}</tr>`).join("")}</table></div>`;
}

/** What each sort of block of a text looks like; what is gone from the media shows nothing. */
const blocks: {
  readonly [T in Exclude<TextBlock["type"], "paragraph" | "bulletList" | "orderedList">]: (
    block: Extract<TextBlock, { type: T }>,
    product: Product,
    view: ShopView,
  ) => string;
} = {
  heading: ({ attrs: { level }, content }) => `<h${level} class="b-heading">${inlinesHtml(content)}</h${level}>`,
  table: (table, { name }) => tableHtml(table, name),
  picture: ({ attrs: { media, alt } }, _product, view) => {
    const picture = view.picture(media, { className: "", alt, sizes: "(max-width:860px) 92vw, 560px" });
    return picture && `<figure class="s-figure">${picture}</figure>`;
  },
  film: ({ attrs: { media, alt } }, { name }, view) => {
    const address = view.film(media);
    return (
      address &&
      `<figure class="s-figure"><video src="${html(address)}" controls preload="metadata" playsinline aria-label="${html(alt || name)}"></video></figure>`
    );
  },
};

function textHtml(product: Product, view: ShopView): string {
  return product.words.content
    .map((block) =>
      block.type in blocks
        ? blocks[block.type as keyof typeof blocks](block as never, product, view)
        : wordHtml(block as Paragraph | RichList),
    )
    .join("");
}

export const wordsPart: Part = {
  html: withProduct((product, view) => {
    const { attributes } = view.catalog.frame;
    const rows = attributes.flatMap(({ id, name }) => {
      const values = product.attributes[id];
      return values?.length ? [`<dt>${html(name)}</dt><dd>${html(values.join(", "))}</dd>`] : [];
    });
    return `<div class="b-rich s-words">${textHtml(product, view)}</div>${rows.length ? `<dl class="s-values">${rows.join("")}</dl>` : ""}`;
  }),
};
