// Lists of products: cards, filters that are links and a form, pages. All of it works by address and without script.
import { everything, type Found, type Order, orders, type ProductQuery } from "@/core/catalog/find";
import { priceRange, reducedPercent } from "@/core/catalog/price";
import { asksAmount, type Category, type Product, pathOf, type Variant } from "@/core/catalog/product";
import { amountText } from "@/core/money/read";
import { atSide } from "./cart";
import type { ListOf, Part, PartAsked } from "./part";
import {
  askedPath,
  catalogPath,
  categoryPath,
  html,
  money,
  productPath,
  type ShopView,
  searchPath,
  wordsOf,
} from "./view";

/** Whether any variant of a product can be had. */
export const canBeHad = (product: Pick<Product, "variants">, view: Pick<ShopView, "left">): boolean =>
  product.variants.some(({ id }) => (view.left(id) ?? 1) > 0);

/** How wide a picture of a card is, as the value of a `sizes` attribute. */
const cardSizes = ({ columns }: ShopView["shop"]["look"]): string =>
  `(max-width:640px) ${Math.round(100 / columns.phone)}vw, (max-width:1000px) ${Math.round(100 / columns.tablet)}vw, ${Math.round(1184 / columns.wide)}px`;

function marksHtml(product: Product, view: ShopView): string {
  if (!view.shop.look.marks) return "";
  const words = wordsOf(view);
  const percent = reducedPercent(product, priceRange(product).least);
  const marks = [
    percent === null ? "" : `<span class="s-mark">−${percent} %</span>`,
    view.isNew(product) ? `<span class="s-mark">${html(words.newMark)}</span>` : "",
    canBeHad(product, view) ? "" : `<span class="s-mark s-mark-none">${html(words.none)}</span>`,
  ].join("");
  return marks && `<span class="s-marks">${marks}</span>`;
}

/** What a product costs, with what it cost before. */
export function priceHtml(product: Product, view: ShopView): string {
  const words = wordsOf(view);
  const { least, most } = product.ownAmount && asksAmount(product) ? product.ownAmount : priceRange(product);
  const now = least === most ? money(view, least) : words.from(money(view, least));
  const unit = product.sale.unit === "piece" ? "" : ` <small>/ ${product.sale.unit}</small>`;
  const percent = reducedPercent(product, least);
  const before =
    percent === null || product.earlierPrice === null
      ? ""
      : ` <span class="s-quiet">${html(words.before(money(view, product.earlierPrice)))}</span><s aria-hidden="true">${html(money(view, product.earlierPrice))}</s>`;
  return `<span class="s-price${before ? " s-less" : ""}">${html(now)}${unit}${before}</span>`;
}

/** A button that adds a product, or the variant of it that is `chosen`; where something has to be chosen it leads there. */
export function buyHtml(product: Product, view: ShopView, className: string, chosen?: Variant): string {
  const words = wordsOf(view);
  const only = chosen ?? (product.variants.length === 1 ? product.variants[0] : undefined);
  const simple = !asksAmount(product) && !product.asks.length && product.sale.unit === "piece" && only;
  const named = (text: string) => `${html(text)}<span class="s-quiet"> ${html(product.name)}</span>`;
  if (!simple || !canBeHad({ variants: [simple] }, view))
    return `<a class="${className}" href="${html(productPath(view, product))}">${named(simple ? words.see : words.choose)}</a>`;
  return `<form class="s-quick"${atSide(view)} method="post" action="/_w/v1/shop/cart"><input type="hidden" name="command" value="add"><input type="hidden" name="variant" value="${html(only.id)}"><button class="${className}" type="submit">${named(words.add)}</button></form>`;
}

const buttonHtml = (product: Product, view: ShopView): string =>
  view.shop.look.button === "none" ? "" : buyHtml(product, view, "s-more");

/** One product of a list. */
export function cardHtml(product: Product, view: ShopView, level: number): string {
  const { look } = view.shop;
  const [first, second] = product.pictures;
  const asked = { sizes: cardSizes(look), alt: "" };
  const pictures = [
    first ? view.picture(first.media, { ...asked, className: "s-one" }) : "",
    look.second && second ? view.picture(second.media, { ...asked, className: "s-two" }) : "",
  ].join("");
  const href = html(productPath(view, product));
  return `<li class="s-card"><div class="s-frame">${pictures || '<span class="s-blank"></span>'}${marksHtml(product, view)}</div><h${level} class="s-name"><a href="${href}">${html(product.name)}</a></h${level}>${priceHtml(product, view)}${buttonHtml(product, view)}</li>`;
}

export function cardsHtml(products: readonly Product[], view: ShopView, level = 3): string {
  const { look } = view.shop;
  const classes = `s-list s-w${look.columns.wide} s-t${look.columns.tablet} s-p${look.columns.phone} s-r${look.ratio.replace(":", "x")} s-${look.align} s-b-${look.button}${look.whole ? " s-whole" : ""}`;
  return `<ul class="${classes}">${products.map((product) => cardHtml(product, view, level)).join("")}</ul>`;
}

/** What each sort of list asks of the catalog. */
const asks: {
  readonly [L in Exclude<ListOf, "chosen" | "related">]: (asked: PartAsked, view: ShopView) => ProductQuery;
} = {
  asked: (_asked, { query }) => query,
  all: () => everything,
  category: ({ category }) => ({ ...everything, category }),
  newest: () => ({ ...everything, order: "newest" }),
  reduced: () => ({ ...everything, reduced: true }),
};

function shownProducts(asked: PartAsked, view: ShopView): readonly Product[] {
  if (asked.list === "chosen") return asked.products.flatMap((id) => view.catalog.product(id) ?? []);
  if (asked.list === "related") return view.product ? view.catalog.related(view.product, asked.most) : [];
  return view.catalog.find(asks[asked.list](asked, view), asked.most).products;
}

const hiddenField = (name: string, value: string) =>
  `<input type="hidden" name="${html(name)}" value="${html(value)}">`;

function facetsHtml(found: Found, view: ShopView): string {
  const words = wordsOf(view);
  const { query } = view;
  const groups = found.facets.map(({ attribute, name, values }) => {
    const lines = values.map(({ value, count, chosen }) => {
      const now = query.values[attribute] ?? [];
      const next = chosen ? now.filter((one) => one !== value) : [...now, value];
      const { [attribute]: _left, ...others } = query.values;
      const href = askedPath(view, { values: next.length ? { ...others, [attribute]: next } : others });
      return `<li><a href="${html(href)}" rel="nofollow"${chosen ? ' aria-current="true"' : ""}>${html(value)} <span class="s-count">${count}</span></a></li>`;
    });
    return `<details class="s-facet" open><summary>${html(name)}</summary><ul>${lines.join("")}</ul></details>`;
  });
  const flag = (name: "inStock" | "reduced", label: string, count: number | null) =>
    `<li><a href="${html(askedPath(view, { [name]: !query[name] }))}" rel="nofollow"${query[name] ? ' aria-current="true"' : ""}>${html(label)}${count === null ? "" : ` <span class="s-count">${count}</span>`}</a></li>`;
  const chosen =
    Object.keys(query.values).length || query.inStock || query.reduced || query.from !== null || query.to !== null;
  const clear = chosen
    ? `<p><a class="s-clear" href="${html(askedPath(view, { ...everything, category: query.category, words: query.words, order: query.order }))}">${html(words.clear)}</a></p>`
    : "";
  const amount = (value: number | null) => (value === null ? "" : amountText(value, view.currency));
  const bounds = found.prices ? ` placeholder="${amountText(found.prices.least, view.currency)}"` : "";
  const most = found.prices ? ` placeholder="${amountText(found.prices.most, view.currency)}"` : "";
  const rest = new URLSearchParams(askedPath(view, { from: null, to: null, order: "fitting" }).split("?", 2)[1] ?? "");
  const kept = [...rest].map(([name, value]) => hiddenField(name, value)).join("");
  const path = askedPath(view, {}).split("?", 1)[0] as string;
  const options = orders
    .map(
      (order: Order) =>
        `<option value="${order}"${order === query.order ? " selected" : ""}>${html(words.orders[order])}</option>`,
    )
    .join("");
  const form = `<form class="s-sift" method="get" action="${html(path)}">${kept}<p class="s-range"><label>${html(words.priceFrom)} <input name="from" inputmode="decimal" size="6" value="${amount(query.from)}"${bounds}></label> <label>${html(words.priceTo)} <input name="to" inputmode="decimal" size="6" value="${amount(query.to)}"${most}></label></p><p><label>${html(words.order)} <select name="order">${options}</select></label></p><button class="s-more" type="submit">${html(words.apply)}</button></form>`;
  return `<details class="s-filters"><summary>${html(words.filters)}</summary>${clear}${groups.join("")}<ul class="s-flags">${flag("inStock", words.inStock, found.inStock)}${flag("reduced", words.reduced, null)}</ul>${form}</details>`;
}

function pagesHtml(found: Found, view: ShopView): string {
  if (found.pages < 2) return "";
  const words = wordsOf(view);
  const to = (page: number, label: string, rel: string) =>
    page < 1 || page > found.pages
      ? ""
      : `<a rel="${rel}" href="${html(askedPath(view, { page }))}">${html(label)}</a>`;
  return `<nav class="s-pages" aria-label="${html(words.page(found.page, found.pages))}">${to(found.page - 1, words.earlier, "prev")}<span>${html(words.page(found.page, found.pages))}</span>${to(found.page + 1, words.later, "next")}</nav>`;
}

/** The list that the address asks for, with filters, counts and pages. */
function askedHtml(asked: PartAsked, view: ShopView): string {
  const words = wordsOf(view);
  const found = view.catalog.find(view.query, view.shop.look.perPage);
  const count = `<p class="s-found" role="status">${html(
    found.total || !view.query.words ? words.found(found.total) : words.nothingFor(view.query.words),
  )}</p>`;
  const cards = found.products.length ? cardsHtml(found.products, view, 2) : `<p>${html(words.nothing)}</p>`;
  const filters = asked.filters ? facetsHtml(found, view) : "";
  return `<div class="s-shop${filters ? " s-sided" : ""}">${filters}<div class="s-found-list">${count}${cards}${pagesHtml(found, view)}</div></div>`;
}

export const listPart: Part = {
  html: (asked, view) => {
    if (asked.list === "asked") return askedHtml(asked, view);
    const products = shownProducts(asked, view);
    const words = wordsOf(view);
    // Nothing that goes with it needs no words about it.
    if (asked.list === "related")
      return products.length ? `<h2 class="b-heading">${html(words.related)}</h2>${cardsHtml(products, view)}` : "";
    return products.length ? cardsHtml(products, view) : `<p>${html(words.nothing)}</p>`;
  },
};

/** Filters and order of the list on the same page, where they stand by themselves. */
export const filtersPart: Part = {
  html: (_asked, view) => facetsHtml(view.catalog.find(view.query, view.shop.look.perPage), view),
};

export const searchPart: Part = {
  html: ({ stem }, view) => {
    const words = wordsOf(view);
    return `<form class="s-search" role="search" method="get" action="${html(searchPath(view))}"><label class="s-quiet" for="${stem}">${html(words.searchIn)}</label><input id="${stem}" type="search" name="q" value="${html(view.query.words)}" placeholder="${html(words.searchIn)}" maxlength="200"><button class="b-button" type="submit">${html(words.search)}</button></form>`;
  },
};

export const categoriesPart: Part = {
  html: (_asked, view) => {
    const { categories } = view.catalog.frame;
    const here = view.category?.id ?? null;
    const line = (category: Category): string => {
      const under = categories.filter(({ parent }) => parent === category.id).map(line);
      const current = category.id === here ? ' aria-current="page"' : "";
      return `<li><a href="${html(categoryPath(view, category))}"${current}>${html(category.name)}</a>${under.length ? `<ul>${under.join("")}</ul>` : ""}</li>`;
    };
    const top = categories.filter(({ parent }) => parent === null).map(line);
    if (!top.length) return "";
    const words = wordsOf(view);
    return `<nav class="s-categories" aria-label="${html(words.categories)}"><ul><li><a href="${html(catalogPath(view))}">${html(words.allProducts)}</a></li>${top.join("")}</ul></nav>`;
  },
};

/** The way from the shop to a category or a product: names with their addresses. */
export function crumbsOf(view: ShopView): readonly { readonly name: string; readonly path: string }[] {
  const { categories } = view.catalog.frame;
  const within = view.category?.id ?? view.product?.categories[0];
  const path = within ? pathOf(categories, within) : [];
  return [
    { name: wordsOf(view).allProducts, path: catalogPath(view) },
    ...path.map((category) => ({ name: category.name, path: categoryPath(view, category) })),
    ...(view.product ? [{ name: view.product.name, path: productPath(view, view.product) }] : []),
  ];
}

export const crumbsPart: Part = {
  html: (_asked, view) => {
    const crumbs = crumbsOf(view);
    const lines = crumbs.map(({ name, path }, at) =>
      at === crumbs.length - 1
        ? `<li><span aria-current="page">${html(name)}</span></li>`
        : `<li><a href="${html(path)}">${html(name)}</a></li>`,
    );
    return `<nav class="s-crumbs" aria-label="${html(wordsOf(view).categories)}"><ol>${lines.join("")}</ol></nav>`;
  },
};

export const titlePart: Part = {
  html: (_asked, view) => {
    const title = view.product?.name ?? view.category?.name ?? wordsOf(view).allProducts;
    const said = view.product ? "" : (view.category?.words ?? "");
    return `<h1 class="b-heading">${html(title)}</h1>${said ? `<p class="s-said">${html(said)}</p>` : ""}`;
  },
};
