// What the parts of a shop show, by their names.
import { accountPart } from "./account";
import { cartPart, markPart } from "./cart";
import { checkoutPart, orderPart } from "./checkout";
import { categoriesPart, crumbsPart, filtersPart, listPart, searchPart, titlePart } from "./list";
import type { Part } from "./part";
import { type Hole, holeHtml, holePattern, type PartName } from "./part-facts";
import { addPart, buyPart, optionsPart, picturesPart, pricePart, stockPart, wordsPart } from "./product";
import { html, type ShopView } from "./view";
import { shopWords } from "./words";

export const parts: Readonly<Record<PartName, Part>> = {
  list: listPart,
  filters: filtersPart,
  search: searchPart,
  categories: categoriesPart,
  mark: markPart,
  crumbs: crumbsPart,
  title: titlePart,
  pictures: picturesPart,
  price: pricePart,
  add: addPart,
  options: optionsPart,
  stock: stockPart,
  buy: buyPart,
  words: wordsPart,
  cart: cartPart,
  checkout: checkoutPart,
  order: orderPart,
  account: accountPart,
};

/** What stands in a hole; `stem` begins the ids in it, and no other hole of the page has it. */
export const filled = (hole: Hole, view: ShopView, stem = "shop"): string =>
  parts[hole.part]?.html({ ...hole, stem }, view) ?? "";

/** A page with its holes filled. */
export function fillHoles(page: string, view: ShopView): string {
  let nth = 0;
  return page.replace(holePattern, (_all, json: string) => filled(JSON.parse(json) as Hole, view, `shop-${++nth}`));
}

/** What a hole says that is asked for by its part alone. */
const plain = { list: "all", category: "", products: [], most: 1, filters: false } as const;

/** The basket as it stands at the side of a page: its title and mark, and what is in it. */
export function sheetPage(language: string): string {
  const words = shopWords(language);
  const hole = (part: PartName) => holeHtml({ ...plain, part });
  return `<header class="s-top"><h2 id="s-sheet" tabindex="-1">${html(words.cart)}</h2>${hole("mark")}<button class="s-close" type="button" aria-label="${html(words.close)}">×</button></header>${hole("cart")}`;
}
