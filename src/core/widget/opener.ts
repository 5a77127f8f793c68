// What opens a widget: a button, whether it looks like one or like a link among words.
import { type Floating, floatDistances } from "@/core/opening/opening";

/** A button with attributes (a leading space each), what makes it open, and markup in it. */
export const openerHtml = (attributes: string, opens: string, inner: string): string =>
  `<button type="button"${attributes} ${opens}>${inner}</button>`;

/** The class of the opener by how it was placed. */
export const openerClass = { button: "b-button", link: "b-open" } as const;

/** The classes of a button that floats over pages, in a lower corner. */
export const floatClass = ({ corner, distance }: Pick<Floating, "corner" | "distance">): string =>
  `w-float w-float-${corner}${distance ? ` w-off-${distance}` : ""}`;

/** From the top of one button of a corner to the next above it, in px. */
const apartPx = 60;
/** Below the last thing on a page, so that a button covers none of it, in px. */
const roomPx = 68;

const corners = ["start", "end"] as const;

/** The second and the third button of a corner stand above the first, as far from the edge as that. */
const stacked = corners
  .flatMap((corner) => [
    ...[1, 2].map(
      (index) =>
        `${`.w-float-${corner}~`.repeat(index)}.w-float-${corner}{inset-block-end:calc(var(--off,16px) + ${index * apartPx}px)}`,
    ),
    ...floatDistances.map((px) => `.w-off-${px}.w-float-${corner}~.w-float-${corner}{--off:${px}px}`),
  ])
  .join("");

const distances = floatDistances
  .map((px) => `.w-off-${px}{--off:${px}px}html:has(.w-off-${px}){scroll-padding-block-end:${px + roomPx}px}`)
  .join("");

/** For the kinds whose buttons float: what stands below is never hidden behind them when it has the focus. */
export const floatCss = `.w-float{position:fixed;inset-block-end:max(var(--off,16px),env(safe-area-inset-bottom));z-index:5;max-width:calc(100vw - 32px);min-height:48px;padding:.75em 1.3em;border:0;border-radius:var(--button-radius);background:var(--c-accent);color:var(--c-onAccent);font:600 1rem var(--f-text);cursor:pointer;box-shadow:0 4px 18px rgb(0 0 0 / .28)}.w-float-start{inset-inline-start:var(--off,16px)}.w-float-end{inset-inline-end:var(--off,16px)}html:has(.w-float){scroll-padding-block-end:${16 + roomPx}px}${distances}${stacked}@media(max-width:600px){.w-float-start{inset-inline-start:16px}.w-float-end{inset-inline-end:16px}footer:has(>.w-float)::after{content:"";display:block;block-size:${roomPx}px}}@media print{.w-float{display:none}}`;
