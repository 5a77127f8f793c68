// The parts of a shop that blocks can show, by their names: adding one adds a line here.
import { accountPart } from "./account";
import { cartPart, markPart } from "./cart";
import { checkoutPart, orderPart } from "./checkout";
import { categoriesPart, crumbsPart, filtersPart, listPart, searchPart, titlePart } from "./list";
import type { Part, PartAsked } from "./part";
import { addPart, buyPart, optionsPart, picturesPart, pricePart, stockPart, wordsPart } from "./product";
import { html, type ShopView } from "./view";
import { shopWords } from "./words";

export const parts = {
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
} satisfies Record<string, Part>;

export type PartName = keyof typeof parts;
export const partNames = Object.keys(parts) as readonly PartName[];

/** A part of a shop in a released page: filled in when somebody asks for the page. */
export interface Hole extends Omit<PartAsked, "stem"> {
  readonly part: PartName;
}

/** A hole as a comment: no text of it can end the comment. */
export const holeHtml = (hole: Hole): string =>
  `<!--shop ${JSON.stringify(hole).replaceAll("-", "\\u002d").replaceAll("<", "\\u003c").replaceAll(">", "\\u003e")}-->`;

const holePattern = /<!--shop (\{[^<>-]*\})-->/g;

/** The holes of a page. */
export const holesIn = (page: string): readonly Hole[] =>
  [...page.matchAll(holePattern)].map(([, json = "{}"]) => JSON.parse(json) as Hole);

const partOf = (hole: string): Part | undefined => parts[(JSON.parse(hole) as Hole).part];

/** A page without what stands beside it, such as the count of a basket. */
export const withoutAsides = (page: string): string =>
  page.replace(holePattern, (all, json: string) => (partOf(json)?.aside ? "" : all));

/** Whether a page shows what is somebody's own. */
export const isPersonal = (page: string): boolean => holesIn(page).some(({ part }) => (parts[part] as Part).personal);

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
