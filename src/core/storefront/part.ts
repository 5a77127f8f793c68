// What a part of a shop on a page is, and what a block says about it.
import type { ShopView } from "./view";

/** Which products a list shows. */
export const lists = ["asked", "all", "category", "chosen", "newest", "reduced", "related"] as const;
export type ListOf = (typeof lists)[number];

/** What a block says of the part it shows. */
export interface PartAsked {
  readonly list: ListOf;
  /** Of "category": its id. */
  readonly category: string;
  /** Of "chosen", and of the part that shows one: ids. */
  readonly products: readonly string[];
  readonly most: number;
  /** Whether filters, order and pages stand with a list. */
  readonly filters: boolean;
  /** An id that no other element of the page has. */
  readonly stem: string;
}

export interface Part {
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
  html(asked: PartAsked, view: ShopView): string;
}
