// Custom code of a block: what it is made of, and what it reaches.
import type { Category } from "@/core/consent/category";

export interface CodeContent {
  /** What it is, for those who do not see it. */
  readonly title: string;
  readonly html: string;
  readonly css: string;
  readonly script: string;
  /** Origins it may reach: "https://host.example". */
  readonly origins: readonly string[];
  readonly purpose: Category;
}

/** Letters of each part, at most. */
export const longestCode = 100_000;
export const mostOrigins = 20;
