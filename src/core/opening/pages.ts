// Rules that name pages by their paths, when a page moves.
import type { Opening } from "./opening";
import { pathMatches } from "./rule";

export interface MovedRules {
  readonly opening: Opening;
  /** Whether a rule named the old path and names the new one now. */
  readonly followed: boolean;
  /** Patterns that held for the old path and do not for the new: somebody has to look at them. */
  readonly left: readonly string[];
}

/** The page rules once a page has moved from one path to another. */
export function movedRules(opening: Opening, from: string, to: string): MovedRules {
  const follow = (patterns: readonly string[]) => [
    ...new Set(patterns.map((pattern) => (pattern === from ? to : pattern))),
  ];
  const { include, exclude } = opening.conditions;
  const followed = include.includes(from) || exclude.includes(from);
  const left = [...include, ...exclude].filter(
    (pattern) => pattern !== from && pathMatches(pattern, from) && !pathMatches(pattern, to),
  );
  return {
    opening: followed
      ? { ...opening, conditions: { ...opening.conditions, include: follow(include), exclude: follow(exclude) } }
      : opening,
    followed,
    left,
  };
}
