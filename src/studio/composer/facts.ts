"use client";
// What the selected block has room for at each width: how many characters before another line, and how large its pictures'
// places are. Measured in a hidden frame, a moment after the last letter.
import { createContext, useContext, useEffect, useRef, useState } from "react";
import { kinds } from "@/core/page/kinds";
import { furtherThatFit, furtherWords } from "@/core/page/look/fits";
import type { Kind, PageNode } from "@/core/page/node";
import type { RenderedPage, Renderer } from "@/core/render/render";
import { type HiddenFrame, hiddenFrame, idle, stillPage } from "@/studio/stage/hidden-frame";
import { openStage, patchStage, type StageState } from "@/studio/stage/patch";

/** How much is written in a field, on how many lines, and how much would fit on them; null where nearly anything would. */
export interface Fit {
  readonly count: number;
  readonly lines: number;
  readonly fits: number | null;
}

export interface PlaceSize {
  readonly widthPx: number;
  readonly heightPx: number;
}

export interface FactsAt {
  readonly widthPx: number;
  /** By the field, or by the line and its part: "text", "l1.caption". */
  readonly words: ReadonlyMap<string, Fit>;
  /** By the line; "" is that of the block itself. */
  readonly places: ReadonlyMap<string, PlaceSize>;
}

interface BlockFacts {
  readonly node: string;
  readonly at: readonly FactsAt[];
}

const nothing: readonly FactsAt[] = [];

export const Facts = createContext<BlockFacts | null>(null);

/** What was measured of a block; nothing until it was. */
export const useFacts = (node: string): readonly FactsAt[] => {
  const facts = useContext(Facts);
  return facts?.node === node ? facts.at : nothing;
};

/** The widths that are told of: a wide window, a tablet, a phone. */
const widths = [1180, 820, 390] as const;
const heightPx = 900;
/** So long after the last letter it is measured, in ms. */
const restMs = 220;
/** Of a long list only the first lines are measured. */
const mostFields = 24;
/** What stands in for words of the site where a field has too few of its own to tell how wide they are. */
const usualWords = "and some more words of a usual length";

/** On how many lines the words of an element stand. */
function linesIn(element: Element): number {
  const range = element.ownerDocument.createRange();
  range.selectNodeContents(element);
  const lines: { readonly middle: number; readonly half: number }[] = [];
  for (const { top, height, width } of range.getClientRects()) {
    if (width < 0.5 || !height) continue;
    const middle = top + height / 2;
    const last = lines.at(-1);
    if (!last || Math.abs(last.middle - middle) > Math.min(last.half, height / 2))
      lines.push({ middle, half: height / 2 });
  }
  return lines.length;
}

/** The last text of an element. */
function lastText(element: Element): Text | null {
  const walker = element.ownerDocument.createTreeWalker(element, NodeFilter.SHOW_TEXT);
  let last: Text | null = null;
  for (let node = walker.nextNode(); node; node = walker.nextNode())
    if ((node as Text).data.trim()) last = node as Text;
  return last;
}

function fitOf(element: Element): Fit | null {
  const text = lastText(element);
  const said = (element.textContent ?? "").replaceAll("\u200b", "");
  const lines = linesIn(element);
  if (!text || !lines) return null;
  const { data } = text;
  const further = furtherWords(said, usualWords);
  try {
    const fit = furtherThatFit((count) => {
      text.data = data + further.slice(0, count);
      return linesIn(element) === lines;
    }, further.length);
    return { count: said.length, lines, fits: fit === further.length ? null : said.length + fit };
  } finally {
    text.data = data;
  }
}

const closestOwn = (element: Element) => element.closest<HTMLElement>("[data-n]")?.dataset.n;

/** Elements of a block that hold words of it, by the paths of their fields. */
function wordsOf(block: HTMLElement, id: string, kind: Kind): ReadonlyMap<string, Element> {
  const found = new Map<string, Element>();
  const inLine = (element: Element) => element.closest<HTMLElement>("[data-l]")?.dataset.l;
  for (const element of block.querySelectorAll<HTMLElement>("[data-p]")) {
    if (closestOwn(element) !== id || found.size >= mostFields) continue;
    const line = inLine(element);
    const part = element.dataset.p ?? "";
    found.set(line ? `${line}.${part}` : part, element);
  }
  const { onPage } = kinds[kind];
  if (onPage && !found.has(onPage)) found.set(onPage, block);
  return found;
}

/** Places for pictures in a block: by the line they stand in, or "" for that of the block itself. */
function placesIn(block: HTMLElement, id: string): ReadonlyMap<string, PlaceSize> {
  const found = new Map<string, PlaceSize>();
  for (const element of block.querySelectorAll<HTMLElement>("img, .b-none")) {
    if (closestOwn(element) !== id || found.size >= mostFields) continue;
    const line = element.closest<HTMLElement>("[data-l]")?.dataset.l ?? "";
    // What is zoomed is larger than its place; the place is what layout gave it.
    const size = { widthPx: element.offsetWidth, heightPx: element.offsetHeight };
    if (size.widthPx && size.heightPx && !found.has(line)) found.set(line, size);
  }
  return found;
}

/** The page with nothing but the section that a block stands in: what a long page has besides need not be laid out for it. */
function sectionOf(page: RenderedPage, id: string): RenderedPage {
  const holding = (parts: RenderedPage["parts"]["main"]) => parts.filter(({ html }) => html.includes(`data-n="${id}"`));
  const { header, main, footer } = page.parts;
  return { ...page, parts: { header: holding(header), main: holding(main), footer: holding(footer) } };
}

/** Keeps what was measured of the selected block; nothing while none is, or several are. */
export function useBlockFacts(
  node: PageNode | null,
  renderer: Renderer | null,
  rendered: RenderedPage | null,
): BlockFacts | null {
  const [facts, setFacts] = useState<BlockFacts | null>(null);
  const kept = useRef<{ readonly hidden: HiddenFrame; readonly stage: StageState } | null>(null);
  useEffect(
    () => () => {
      kept.current?.hidden.frame.remove();
      kept.current = null;
    },
    [],
  );
  const [id, kind] = [node?.id, node?.kind];
  useEffect(() => {
    if (!id || !kind || !renderer || !rendered) return;
    let wanted = true;
    const measure = async () => {
      await idle();
      if (!wanted) return;
      const hidden = kept.current?.hidden ?? hiddenFrame(widths[0], heightPx);
      if (!hidden) return;
      const stage = kept.current?.stage ?? openStage(hidden.inside);
      if (!kept.current) {
        kept.current = { hidden, stage };
        stillPage(hidden.inside);
      }
      patchStage(stage, sectionOf(rendered, id), renderer, null);
      await hidden.inside.fonts.ready;
      const at: FactsAt[] = [];
      for (const widthPx of widths) {
        await idle();
        if (!wanted) return;
        hidden.frame.style.width = `${widthPx}px`;
        const block = hidden.inside.querySelector<HTMLElement>(`[data-n="${CSS.escape(id)}"]`);
        if (!block) return;
        const words = new Map<string, Fit>();
        for (const [path, element] of wordsOf(block, id, kind)) {
          const fit = fitOf(element);
          if (fit) words.set(path, fit);
        }
        at.push({ widthPx, words, places: placesIn(block, id) });
      }
      setFacts({ node: id, at });
    };
    const timer = setTimeout(() => void measure().catch(() => {}), restMs);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [id, kind, renderer, rendered]);
  return facts;
}
