// The brand as a style sheet: custom properties that every block draws on.

import { familyStack } from "@/core/brand/near-fonts";
import { type Brand, colourRoles, type FamilyKey, families, surfaceRoles, surfaces } from "./brand";
import { luminanceOf } from "./luminance";

/** Size of a heading of `level` (1 to 6) in rem at the width class; phones take a gentler scale. */
export function headingRem(brand: Brand, level: number, phone: boolean): number {
  const scale = phone ? 1 + (brand.type.scale - 1) * 0.72 : brand.type.scale;
  return Math.round(scale ** (5 - level) * 1000) / 1000;
}

/** Below this luminance white reads better than black (WCAG 2.2, SC 1.4.3: where both ratios are the same). */
const darkBelow = Math.sqrt(1.05 * 0.05) - 0.05;

/** Whether a ground is dark, so that a picture made for dark grounds fits it. */
export const isDark = (colour: string): boolean => luminanceOf(colour) < darkBelow;

/** What of a brand goes with a widget onto pages that are not the site's: colours and shape. Type is that page's own. */
export const brandForOtherSite = ({ colours, shape, type }: Brand): Readonly<Record<string, string>> => ({
  ...Object.fromEntries(colourRoles.map((role) => [`--c-${role}`, colours[role]])),
  "--head-weight": String(type.headingWeight),
  "--radius": `${shape.radiusPx}px`,
  "--button-radius": `${shape.buttonRadiusPx}px`,
});

/** The brand as CSS custom properties and root rules. */
export function brandCss(brand: Brand): string {
  const fallback = (key: FamilyKey) => familyStack(families[key]);
  const vars = [
    ...Object.entries(brandForOtherSite(brand)).map(([name, value]) => `${name}:${value}`),
    ...surfaces.map((surface) => {
      const roles = surfaceRoles[surface];
      const [dark, light] = isDark(brand.colours[roles.ground]) ? ["block", "none"] : ["none", "block"];
      return `--s-${surface}:var(--c-${roles.ground});--on-${surface}:var(--c-${roles.words});--quiet-${surface}:var(--c-${roles.quiet});--mark-${surface}:var(--c-${roles.mark});--dark-${surface}:${dark};--light-${surface}:${light}`;
    }),
    `--f-head:${fallback(brand.type.headings)}`,
    `--f-text:${fallback(brand.type.text)}`,
    `--space:${brand.space}`,
    ...[1, 2, 3, 4, 5, 6].map((level) => `--h${level}:${headingRem(brand, level, false)}rem`),
  ];
  const phone = [1, 2, 3, 4, 5, 6].map((level) => `--h${level}:${headingRem(brand, level, true)}rem`);
  return `:root{${vars.join(";")};font-size:${brand.type.basePx / 16}em}@media(max-width:600px){:root{${phone.join(";")}}}`;
}
