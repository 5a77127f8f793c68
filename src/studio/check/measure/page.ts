// A page as it is measured: its blocks and what is written in them, at the width its frame has now.

import type { Surface } from "@/core/brand/brand";
import type { LayoutFound, Region } from "@/core/check/layout";
import type { PageNode } from "@/core/page/node";

export interface MeasuredPage {
  readonly document: Document;
  readonly view: Window & typeof globalThis;
  readonly widthPx: number;
  /** Roots of the documents shown, by where they stand. */
  readonly roots: Readonly<Partial<Record<Region, PageNode>>>;
  /** Colour of each surface's ground and words, "#rrggbb". */
  readonly surfaces: readonly { readonly name: Surface; readonly ground: string; readonly words: string }[];
}

/** One thing that is looked for. */
export type Measure = (page: MeasuredPage, words: readonly Words[]) => Iterable<LayoutFound>;

/** The block that an element belongs to. */
export const blockOf = (element: Element): HTMLElement | null => element.closest<HTMLElement>("[data-n]");

export const nameOf = (block: HTMLElement | null): string | null => block?.dataset.n ?? null;

const regions: readonly Region[] = ["header", "main", "footer"];

/** What lies behind the page is the page's own, though it stands at the end. */
export const regionOf = (element: Element): Region =>
  element.closest(".b-behind") ? "main" : (regions.find((name) => element.closest(`body > ${name}`)) ?? "main");

/** What a finding says of its place. */
export const at = (element: Element): Pick<LayoutFound, "node" | "region"> => ({
  node: nameOf(blockOf(element)),
  region: regionOf(element),
});

/** Whether it takes room on the page as it stands. */
export function isShown(element: Element): boolean {
  const { width, height } = element.getBoundingClientRect();
  return width > 0 && height > 0 && element.checkVisibility({ visibilityProperty: true });
}

/** Whether it is meant to stand over the page: a header that stays, something that opens. */
export function isLifted({ view, document }: MeasuredPage, block: HTMLElement): boolean {
  for (let up: HTMLElement | null = block; up && up !== document.body; up = up.parentElement)
    if (["fixed", "sticky"].includes(view.getComputedStyle(up).position)) return true;
  return false;
}

/** A run of words as it stands: the element that holds them, and a box for each line. */
export interface Words {
  readonly text: string;
  readonly element: HTMLElement;
  readonly lines: readonly DOMRect[];
}

/** Tells of an element whether it is there for those who listen alone: in a box of a pixel that cuts off all else. */
function forEarsAlone(view: Window): (element: Element | null) => boolean {
  const known = new Map<Element, boolean>();
  const told = (element: Element | null): boolean => {
    if (!element || element.tagName === "BODY") return false;
    const before = known.get(element);
    if (before !== undefined) return before;
    const { width, height } = element.getBoundingClientRect();
    const small = width <= 2 || height <= 2;
    const answer = (small && view.getComputedStyle(element).overflow !== "visible") || told(element.parentElement);
    known.set(element, answer);
    return answer;
  };
  return told;
}

/** So many runs of words of one page are looked at. */
const mostWords = 4000;

/** Every run of words that is shown. */
export function wordsOn({ document, view }: MeasuredPage): readonly Words[] {
  const found: Words[] = [];
  const walker = document.createTreeWalker(document.body, view.NodeFilter.SHOW_TEXT);
  const range = document.createRange();
  const isForEarsAlone = forEarsAlone(view);
  while (walker.nextNode() && found.length < mostWords) {
    const node = walker.currentNode as Text;
    const element = node.parentElement;
    const text = node.data.trim();
    if (!text || text === "\u200b" || !element || element.closest("style,script,.skip,svg")) continue;
    if (!element.checkVisibility({ visibilityProperty: true }) || isForEarsAlone(element)) continue;
    range.selectNodeContents(node);
    const lines = [...range.getClientRects()].filter(({ width, height }) => width > 1 && height > 1);
    if (lines.length) found.push({ text, element, lines });
  }
  return found;
}
