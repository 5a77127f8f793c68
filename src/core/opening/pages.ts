// Rules that name pages by their paths, when a page moves.
import type { PagesShown } from "./opening";
import { pathMatches } from "./rule";

export interface MovedPages<P extends PagesShown> {
  readonly pages: P;
  /** Whether a rule named the old path and names the new one now. */
  readonly followed: boolean;
  /** Patterns that held for the old path and do not for the new: somebody has to look at them. */
  readonly left: readonly string[];
}

/** The page rules once a page has moved from one path to another. */
export function movedPages<P extends PagesShown>(pages: P, from: string, to: string): MovedPages<P> {
  const follow = (patterns: readonly string[]) => [
    ...new Set(patterns.map((pattern) => (pattern === from ? to : pattern))),
  ];
  const { include, exclude } = pages;
  const followed = include.includes(from) || exclude.includes(from);
  const left = [...include, ...exclude].filter(
    (pattern) => pattern !== from && pathMatches(pattern, from) && !pathMatches(pattern, to),
  );
  return { pages: followed ? { ...pages, include: follow(include), exclude: follow(exclude) } : pages, followed, left };
}
