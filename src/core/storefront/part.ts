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

/** What a part shows; its facts stand in part-facts. */
export interface Part {
  html(asked: PartAsked, view: ShopView): string;
}
