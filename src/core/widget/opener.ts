// What opens a widget: a button, whether it looks like one or like a link among words.

/** A button with attributes (a leading space each), what makes it open, and markup in it. */
export const openerHtml = (attributes: string, opens: string, inner: string): string =>
  `<button type="button"${attributes} ${opens}>${inner}</button>`;

/** The class of the opener by how it was placed. */
export const openerClass = { button: "b-button", link: "b-open" } as const;

/** The class of a button that floats over pages, in a lower corner. */
export const floatClass = (corner: "start" | "end"): string => `w-float w-float-${corner}`;

/** How far the second and the third button of a corner stand above the first, in px. */
const floatsAbove = [76, 136];
const above = (corner: "start" | "end") =>
  floatsAbove
    .map((px, index) => `${`.w-float-${corner}~`.repeat(index + 1)}.w-float-${corner}{inset-block-end:${px}px}`)
    .join("");

/** For the kinds whose buttons float: what stands below is never hidden behind them when it has the focus. */
export const floatCss = `.w-float{position:fixed;inset-block-end:max(16px,env(safe-area-inset-bottom));z-index:5;max-width:calc(100vw - 32px);min-height:48px;padding:.75em 1.3em;border:0;border-radius:var(--button-radius);background:var(--c-accent);color:var(--c-onAccent);font:600 1rem var(--f-text);cursor:pointer;box-shadow:0 4px 18px rgb(0 0 0 / .28)}.w-float-start{inset-inline-start:16px}.w-float-end{inset-inline-end:16px}${above("start")}${above("end")}html:has(.w-float){scroll-padding-block-end:84px}@media print{.w-float{display:none}}`;
