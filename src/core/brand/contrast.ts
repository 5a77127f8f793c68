// Contrast between the brand's colours, as WCAG 2.2 measures it (relative luminance, SC 1.4.3).
import { wcagContrast } from "culori";
import { type Brand, type ColourRole, type Surface, surfaceRoles, surfaces } from "./brand";

/** WCAG contrast ratio of two "#rrggbb" colours, from 1 to 21. */
export const contrastRatio = (one: string, other: string): number => wcagContrast(one, other);

/** Lowest ratio wanted for running text, and for text of 24 px or more (SC 1.4.3, level AA). */
export const textRatio = 4.5;
export const largeTextRatio = 3;

export interface ContrastPair {
  readonly surface: Surface;
  readonly ground: ColourRole;
  readonly words: ColourRole;
  readonly ratio: number;
  readonly enough: boolean;
}

/** Every pair of ground and words that the surfaces put together, each pair once. */
export function contrastPairs(brand: Brand): readonly ContrastPair[] {
  const pairs = new Map<string, ContrastPair>();
  for (const surface of surfaces) {
    const { ground, words, quiet } = surfaceRoles[surface];
    for (const role of [words, quiet]) {
      const ratio = contrastRatio(brand.colours[ground], brand.colours[role]);
      pairs.set(`${ground}/${role}`, { surface, ground, words: role, ratio, enough: ratio >= textRatio });
    }
  }
  return [...pairs.values()];
}
