// The parts of a shop that blocks can show, and their places in a released page: adding one adds a line here and one in parts.
import type { PartAsked } from "./part";

interface PartFacts {
  readonly label: string;
  /** Where it says something: on any page, where a product is shown, or on a page of its own. */
  readonly on: "any" | "product" | "cart" | "checkout" | "order" | "account";
  /** What it shows depends on whose basket it is. */
  readonly personal?: true;
  /** It stands beside what its page is for: without it the page is one still. */
  readonly aside?: true;
  /** It is the title of its page. */
  readonly titles?: true;
  /** A script makes it immediate; without one it works by forms and links. */
  readonly live?: true;
}

const facts = {
  list: { label: "Products", on: "any", live: true },
  filters: { label: "Filters", on: "any", live: true },
  search: { label: "Search field", on: "any", live: true },
  categories: { label: "Categories", on: "any" },
  mark: { label: "Basket mark", on: "any", personal: true, aside: true, live: true },
  crumbs: { label: "Way back", on: "any" },
  title: { label: "Title of what is shown", on: "any", titles: true },
  pictures: { label: "Pictures", on: "product" },
  price: { label: "Price", on: "product" },
  add: { label: "Choosing and adding", on: "product", live: true },
  options: { label: "Options", on: "product", live: true },
  stock: { label: "In stock", on: "product" },
  buy: { label: "Buy button", on: "product", live: true },
  words: { label: "Words", on: "product" },
  cart: { label: "Basket", on: "cart", personal: true, live: true },
  checkout: { label: "Checkout", on: "checkout", personal: true, live: true },
  order: { label: "Order", on: "order", titles: true, personal: true },
  account: { label: "What is one’s own", on: "account", personal: true },
} as const satisfies Readonly<Record<string, PartFacts>>;

export type PartName = keyof typeof facts;
export const partFacts: Readonly<Record<PartName, PartFacts>> = facts;
export const partNames = Object.keys(facts) as readonly PartName[];

/** A part of a shop in a released page: filled in when somebody asks for the page. */
export interface Hole extends Omit<PartAsked, "stem"> {
  readonly part: PartName;
}

/** A hole as a comment: no text of it can end the comment. */
export const holeHtml = (hole: Hole): string =>
  `<!--shop ${JSON.stringify(hole).replaceAll("-", "\\u002d").replaceAll("<", "\\u003c").replaceAll(">", "\\u003e")}-->`;

export const holePattern = /<!--shop (\{[^<>-]*\})-->/g;

/** The holes of a page. */
export const holesIn = (page: string): readonly Hole[] =>
  [...page.matchAll(holePattern)].map(([, json = "{}"]) => JSON.parse(json) as Hole);

/** A page without what stands beside it, such as the count of a basket. */
export const withoutAsides = (page: string): string =>
  page.replace(holePattern, (all, json: string) => (partFacts[(JSON.parse(json) as Hole).part]?.aside ? "" : all));

/** Whether a page shows what is somebody's own. */
export const isPersonal = (page: string): boolean =>
  holesIn(page).some(({ part }) => partFacts[part].personal === true);
