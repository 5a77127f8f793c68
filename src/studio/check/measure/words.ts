// Words that can't be read as they stand: cut off, over each other, in lines that are too long.
import type { LayoutFound } from "@/core/check/layout";
import { at, blockOf, isLifted, type MeasuredPage, nameOf, type Words } from "./page";

/** What a line of letters or a shadow may reach over an edge without being cut, in px. */
const slackPx = 3;

/** Words that what holds them cuts off. */
export function* cutWords({ view }: MeasuredPage, words: readonly Words[]): Generator<LayoutFound> {
  const told = new Set<Element>();
  for (const { element, lines } of words) {
    for (let up: HTMLElement | null = element; up && up.tagName !== "BODY"; up = up.parentElement) {
      const style = view.getComputedStyle(up);
      const cutsX = style.overflowX === "hidden" || style.overflowX === "clip";
      const cutsY = style.overflowY === "hidden" || style.overflowY === "clip";
      // What scrolls can be reached.
      if (style.overflowX === "auto" || style.overflowX === "scroll") break;
      if (!cutsX && !cutsY) continue;
      if (style.webkitLineClamp !== "none") break;
      const box = up.getBoundingClientRect();
      const px = Math.max(
        ...lines.map((line) =>
          Math.max(
            cutsX ? Math.max(line.right - box.right, box.left - line.left) : 0,
            cutsY ? line.bottom - box.bottom : 0,
          ),
        ),
      );
      if (px <= slackPx) continue;
      const block = blockOf(element);
      if (!block || told.has(block)) break;
      told.add(block);
      yield { code: "layout.cut", ...at(element), values: { px: Math.round(px) } };
      break;
    }
  }
}

interface Line {
  readonly rect: DOMRect;
  readonly block: HTMLElement;
  readonly element: HTMLElement;
}

/** Words of different blocks that lie over each other. */
export function* wordsOver(page: MeasuredPage, words: readonly Words[]): Generator<LayoutFound> {
  const lines: Line[] = words
    .flatMap(({ element, lines }) => {
      const block = blockOf(element);
      return block ? lines.map((rect) => ({ rect, block, element })) : [];
    })
    .sort((one, other) => one.rect.top - other.rect.top);
  const told = new Set<string>();
  for (const [index, { rect, block, element }] of lines.entries())
    for (let next = index + 1; next < lines.length; next++) {
      const other = lines[next] as Line;
      if (other.rect.top >= rect.bottom - slackPx) break;
      if (other.block === block || block.contains(other.block) || other.block.contains(block)) continue;
      const across = Math.min(rect.right, other.rect.right) - Math.max(rect.left, other.rect.left);
      const down = Math.min(rect.bottom, other.rect.bottom) - other.rect.top;
      // Lines of one row touch by their leading; over each other is what hides letters.
      if (across <= slackPx || down <= Math.min(rect.height, other.rect.height) * 0.35) continue;
      if (isLifted(page, block) !== isLifted(page, other.block)) continue;
      if (isCutOff(page, element, rect) || isCutOff(page, other.element, other.rect)) continue;
      // The one that comes later was put there.
      const later = block.compareDocumentPosition(other.block) & page.view.Node.DOCUMENT_POSITION_FOLLOWING;
      const [lower, upper] = later ? [block, other.block] : [other.block, block];
      const key = `${nameOf(lower)} ${nameOf(upper)}`;
      if (told.has(key)) continue;
      told.add(key);
      yield { code: "layout.over", ...at(upper), values: { what: firstWords(lower) } };
    }
}

/** Whether a line lies outside of what holds it and cuts it: then it is not seen. */
function isCutOff({ view }: MeasuredPage, element: HTMLElement, line: DOMRect): boolean {
  const [x, y] = [line.left + line.width / 2, line.top + line.height / 2];
  for (let up: HTMLElement | null = element; up && up.tagName !== "BODY"; up = up.parentElement) {
    const { overflowX, overflowY } = view.getComputedStyle(up);
    const box = up.getBoundingClientRect();
    if (overflowX !== "visible" && (x < box.left || x > box.right)) return true;
    if (overflowY !== "visible" && (y < box.top || y > box.bottom)) return true;
  }
  return false;
}

const firstWords = (block: HTMLElement) => (block.textContent ?? "").trim().replace(/\s+/g, " ").slice(0, 40);

/** About so many characters a line has at most (WCAG 2.2, SC 1.4.8 wants 80; comfortable reading ends about here). */
const longestLine = 90;
/** What the repair sets, in characters. */
const goodMeasure = 70;

/** Running words in lines that are too long. */
export function* longLines(_page: MeasuredPage, words: readonly Words[]): Generator<LayoutFound> {
  const paragraphs = new Map<HTMLElement, { characters: number; lines: Set<number> }>();
  for (const { text, element, lines } of words) {
    const paragraph = element.closest<HTMLElement>("p,li,dd,blockquote");
    if (!paragraph || element.closest("nav,.b-links")) continue;
    const sum = paragraphs.get(paragraph) ?? { characters: 0, lines: new Set<number>() };
    sum.characters += text.length + 1;
    for (const { bottom } of lines) sum.lines.add(Math.round(bottom / 4));
    paragraphs.set(paragraph, sum);
  }
  const told = new Set<HTMLElement | null>();
  for (const [paragraph, { characters, lines }] of paragraphs) {
    // One full line is no paragraph; of several the last is shorter.
    if (lines.size < 2) continue;
    const perLine = Math.round(characters / (lines.size - 0.5));
    const block = blockOf(paragraph);
    if (perLine <= longestLine || told.has(block)) continue;
    told.add(block);
    yield {
      code: "layout.longLine",
      ...at(paragraph),
      values: { characters: perLine },
      ...(block?.dataset.n
        ? { repair: { set: "look", node: block.dataset.n, field: "measure", value: goodMeasure } as const }
        : {}),
    };
  }
}
