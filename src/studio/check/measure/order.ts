// The order of headings, and links to places of the page that are not there.
import type { LayoutFound } from "@/core/check/layout";
import { at, blockOf, isShown, type MeasuredPage } from "./page";

/** Headings that skip a level: who listens to a page takes them for its table of contents. */
export function* headingOrder({ document }: MeasuredPage): Generator<LayoutFound> {
  let before = 0;
  for (const heading of document.querySelectorAll<HTMLElement>("main :is(h1,h2,h3,h4,h5,h6)")) {
    if (!isShown(heading) || !heading.textContent?.trim()) continue;
    const level = Number(heading.tagName.slice(1));
    const block = blockOf(heading);
    if (before && level > before + 1) {
      const own = block === heading && block.dataset.n;
      yield {
        code: "layout.headingOrder",
        ...at(heading),
        values: { level, before },
        ...(own ? { repair: { set: "content", node: own, field: "level", value: before + 1 } as const } : {}),
      };
    } else before = level;
    if (level <= before) before = level;
  }
}

/** Links to a place of this page that nothing on it has the name of. */
export function* placesGone({ document }: MeasuredPage): Generator<LayoutFound> {
  for (const link of document.querySelectorAll<HTMLAnchorElement>('a[href^="#"]')) {
    const name = decodeURIComponent(link.getAttribute("href") ?? "").slice(1);
    if (name && name !== "top" && !document.getElementById(name))
      yield { code: "layout.anchorGone", ...at(link), values: { what: name.slice(0, 60) } };
  }
}
