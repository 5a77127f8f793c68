// Code for every page as a page tells its script of it. Light: types alone.
import type { Category } from "@/core/consent/category";

export interface ReleasedWholePage {
  readonly where: "head" | "end";
  readonly html: string;
  readonly script: string;
  readonly purpose: Category;
}
