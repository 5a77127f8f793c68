// Contrast between the brand's colours, as WCAG 2.2 measures it (relative luminance, SC 1.4.3).

import { type Brand, type ColourRole, type Surface, surfaceRoles, surfaces } from "./brand";
import { channels, luminance, luminanceOf } from "./luminance";

const ratioOf = (one: number, other: number) => (Math.max(one, other) + 0.05) / (Math.min(one, other) + 0.05);

/** WCAG contrast ratio of two "#rrggbb" colours, from 1 to 21. */
export const contrastRatio = (one: string, other: string): number => ratioOf(luminanceOf(one), luminanceOf(other));

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

/** So much of a picture may be weaker than what is told: single pixels are nothing one reads on. */
const ignoredShare = 0.02;

/**
 * Contrast of words on a picture with a veil of colour over it, at the picture's weakest place. `pixels` as a canvas
 * gives them: RGBA, four bytes each. `veil` from 0 to 1. Mixed as browsers mix, in sRGB; measured as WCAG 2.2 does.
 */
export function contrastOnPicture(
  pixels: ArrayLike<number>,
  veilColour: string,
  veil: number,
  wordsColour: string,
): number {
  const [red, green, blue] = channels(veilColour);
  const words = luminance(...channels(wordsColour));
  const mixed = (value: number, over: number) => value * (1 - veil) + over * veil;
  const ratios: number[] = [];
  for (let at = 0; at + 3 < pixels.length; at += 4)
    ratios.push(
      ratioOf(
        words,
        luminance(
          mixed(pixels[at] as number, red),
          mixed(pixels[at + 1] as number, green),
          mixed(pixels[at + 2] as number, blue),
        ),
      ),
    );
  ratios.sort((one, other) => one - other);
  return ratios[Math.floor(ratios.length * ignoredShare)] ?? 1;
}

/** The weakest veil in % that leaves words enough contrast on a picture, in steps of 5; null where none does. */
export function veilFor(pixels: ArrayLike<number>, veilColour: string, wordsColour: string): number | null {
  for (let veil = 0; veil <= 100; veil += 5)
    if (contrastOnPicture(pixels, veilColour, veil / 100, wordsColour) >= textRatio) return veil;
  return null;
}

/** Contrast of words on a ground that runs from one colour to another, at its weakest. */
export function contrastOnGradient(from: string, to: string, wordsColour: string): number {
  const words = luminance(...channels(wordsColour));
  const [start, end] = [channels(from), channels(to)];
  const steps = 16;
  let weakest = Number.POSITIVE_INFINITY;
  for (let step = 0; step <= steps; step++) {
    const [red, green, blue] = start.map((value, at) => value + (((end[at] as number) - value) * step) / steps);
    weakest = Math.min(weakest, ratioOf(words, luminance(red as number, green as number, blue as number)));
  }
  return weakest;
}
