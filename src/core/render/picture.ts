// A rendered page as one SVG file: the markup itself in a foreignObject, at one width, with everything it shows inside.

/** One `@media(max-width:…)` or `@media(min-width:…)` block of our own style sheets. */
const mediaRule = /@media\((max|min)-width:(\d+)px\)\{/;

/** Where the block that opens before `from` ends. */
function endOf(css: string, from: number): number {
  let depth = 1;
  for (let at = from; at < css.length; at++) {
    if (css[at] === "{") depth += 1;
    if (css[at] === "}" && --depth === 0) return at;
  }
  return css.length;
}

/**
 * A style sheet as it holds at one width: a picture is shown at any size, and its rules must not follow that. Blocks
 * for other widths go, those for this one stay without their condition, and `vw` become px.
 */
export function cssAtWidth(css: string, widthPx: number): string {
  let out = "";
  let rest = css;
  for (let found = mediaRule.exec(rest); found; found = mediaRule.exec(rest)) {
    const start = found.index + found[0].length;
    const end = endOf(rest, start);
    const limit = Number(found[2]);
    const holds = found[1] === "max" ? widthPx <= limit : widthPx >= limit;
    out += rest.slice(0, found.index) + (holds ? rest.slice(start, end) : "");
    rest = rest.slice(end + 1);
  }
  return (out + rest).replace(
    /\b(\d{1,4}(?:\.\d{1,4})?)vw\b/g,
    (_whole, share: string) => `${(Number(share) * widthPx) / 100}px`,
  );
}

/** The SVG around a page that is XHTML already. */
export const pictureSvg = (xhtml: string, css: string, widthPx: number, heightPx: number): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${widthPx}" height="${heightPx}" viewBox="0 0 ${widthPx} ${heightPx}"><foreignObject width="${widthPx}" height="${heightPx}"><body xmlns="http://www.w3.org/1999/xhtml"><style>${css.replaceAll("&", "&amp;").replaceAll("<", "&lt;")}</style>${xhtml}</body></foreignObject></svg>`;
