// The list of services: the same on the page before the script and in the calendar itself, so that nothing moves when one
// takes the place of the other. Light enough for the visitor's browser.

import type { BookingLook } from "@/core/booking/words/look";
import { surfaceRoles, surfaces } from "@/core/brand/brand";

export const listCss =
  ".w-list{list-style:none;margin:0;padding:0}.w-row{display:flex;align-items:center;gap:1.1em;width:100%;box-sizing:border-box;margin:0;padding:.85em 0;border:0;border-bottom:1px solid var(--c-line,#ccc);background:none;color:inherit;font:inherit;line-height:inherit;text-align:start}.w-row img{flex:none;width:64px;height:64px;object-fit:cover;border-radius:var(--radius,0)}.w-text{flex:1;min-width:0}.w-quiet{color:var(--quiet,inherit)}.w-words{display:block;color:var(--quiet,inherit);font-size:.92em;margin-top:.15em}.w-price{font-variant-numeric:tabular-nums;text-align:end;flex:none;font-weight:600}.w-price s{font-weight:400;color:var(--quiet,inherit)}.w-category{font-weight:600;margin:1.1em 0 .1em}";

/** Classes of the two boxes around a calendar that departs from Brand, the outer one first. */
export const ownLookClasses = ({ own = {} }: Pick<BookingLook, "own">): readonly [outer: string, inner: string] => [
  [own.surface ? `w-on-${own.surface}` : "", own.corners ? `w-c-${own.corners}` : ""].filter(Boolean).join(" "),
  own.mark ? `w-m-${own.mark}` : "",
];

const grounds = surfaces.map((surface) => {
  const { ground, words, quiet } = surfaceRoles[surface];
  const key = surface === "accent" ? ["var(--c-onAccent)", "var(--c-accent)"] : ["initial", "initial"];
  return `.w-on-${surface}{padding:1.2em 1.4em;border-radius:var(--radius,0);--ground:var(--c-${ground});--words:var(--c-${words});--quiet:var(--c-${quiet});--key:${key[0]};--on-key:${key[1]};background:var(--ground);color:var(--words)}`;
});

/** Of the two boxes. The mark stands in the inner one: it is taken from the ground of the outer. */
export const ownLookCss = `${grounds.join("")}.w-c-square{--radius:0px;--button-radius:0px}.w-c-soft{--radius:6px;--button-radius:6px}.w-c-round{--radius:14px;--button-radius:22px}.w-m-words{--key:var(--words,var(--c-ink,#222));--on-key:var(--ground,var(--c-paper,#fff))}`;
