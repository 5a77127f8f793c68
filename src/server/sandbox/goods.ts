// What a table of products would do to a shop, worked out apart: ten thousand lines take a second or two.
import { nanoid } from "nanoid";
import { freshProduct } from "@/core/catalog/fresh";
import type { ShopGoods } from "@/core/catalog/goods";
import { type ImportPlan, planImport } from "@/core/catalog/plan";
import type { Mapping } from "@/core/catalog/table";

export interface GoodsAsked {
  /** Without the headers. */
  readonly rows: readonly (readonly string[])[];
  readonly mapping: Mapping;
  readonly goods: ShopGoods;
  readonly currency: string;
  readonly taxClasses: readonly string[];
  /** Hashes of pictures by their file names in small letters. */
  readonly pictures: ReadonlyMap<string, string>;
}

export const planGoods = ({ rows, mapping, pictures, ...facts }: GoodsAsked): ImportPlan =>
  planImport(rows, mapping, {
    ...facts,
    newId: () => nanoid(12),
    picture: (name) => pictures.get(name.toLowerCase()),
    fresh: (id, name, slug) => ({ ...freshProduct(id, nanoid(12), name, slug), variants: [] }),
  });
