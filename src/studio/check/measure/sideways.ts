// What makes a page scroll sideways: the block that causes it and not those it stretches, found by taking blocks away in
// turn; and the repair that fits, found by trying it.
import type { LayoutFound, LayoutRepair } from "@/core/check/layout";
import { at, isShown, type MeasuredPage, nameOf } from "./page";

/** How far the page reaches beyond its window, in px. */
const beyond = ({ document }: MeasuredPage) =>
  Math.round(document.documentElement.scrollWidth - document.documentElement.clientWidth);

/** Whether something between an element and the page keeps what is too wide from it. */
function isKeptInside(element: Element, { document, view }: MeasuredPage): boolean {
  for (let up = element.parentElement; up && up !== document.body; up = up.parentElement)
    if (view.getComputedStyle(up).overflowX !== "visible") return true;
  return false;
}

const depth = (element: Element) => {
  let steps = 0;
  for (let up: Element | null = element; up; up = up.parentElement) steps += 1;
  return steps;
};

/** Blocks that reach beyond the window, the innermost first, the widest of equally deep ones before others. */
function reaching(page: MeasuredPage): readonly HTMLElement[] {
  const { document, widthPx } = page;
  const blocks = [...document.querySelectorAll<HTMLElement>("[data-n]")].filter(isShown);
  const far = blocks.filter((block) => !block.style.length && reach(block, widthPx) > 1 && !isKeptInside(block, page));
  return far.sort((one, other) => depth(other) - depth(one) || reach(other, widthPx) - reach(one, widthPx));
}

/** How far a block, or what stands in it, reaches beyond the window. */
function reach(block: HTMLElement, widthPx: number): number {
  const { left, right } = block.getBoundingClientRect();
  const own = block.scrollWidth > block.clientWidth && block.clientWidth > 0 ? left + block.scrollWidth : right;
  return Math.max(right, own) - widthPx;
}

/** A block as if nothing of it needed any width; its height stays, so that what holds it is as it was. */
function collapse(block: HTMLElement): void {
  const height = `${block.getBoundingClientRect().height}px`;
  const none = { width: "0", "min-width": "0", "max-width": "0", "padding-inline": "0", "margin-inline": "0" };
  for (const [name, value] of Object.entries({ ...none, height, "min-height": height, overflow: "clip", flex: "none" }))
    block.style.setProperty(name, value, "important");
}

/** As it was: pages carry no styles of their own. */
const restore = (block: HTMLElement) => block.removeAttribute("style");

/** So many causes of one page are told. */
const mostCauses = 6;

interface Cause {
  readonly block: HTMLElement;
  readonly px: number;
}

/** Takes blocks away until the page fits: those whose absence makes it narrower are what it was for. */
function causesOf(page: MeasuredPage): readonly Cause[] {
  const taken: Cause[] = [];
  const first = beyond(page);
  let left = first;
  while (left > 1 && taken.length < mostCauses * 4) {
    const list = reaching(page);
    let found: HTMLElement | undefined;
    for (const block of list) {
      const px = Math.round(reach(block, page.widthPx));
      collapse(block);
      if (beyond(page) < left - 1) {
        found = block;
        taken.push({ block, px });
        break;
      }
      restore(block);
    }
    if (!found) {
      // Several reach equally far: the innermost goes, and with it a part of the reason.
      const [block] = list;
      if (!block) break;
      taken.push({ block, px: Math.round(reach(block, page.widthPx)) });
      collapse(block);
    }
    left = beyond(page);
  }
  for (const { block } of taken) restore(block);
  return together(taken);
}

/** Whether a block has room enough for itself, and is only pushed out by what stands before it in its row. */
function isPushed(block: HTMLElement, holder: HTMLElement): boolean {
  const room = block.parentElement?.clientWidth ?? 0;
  const { width, top } = block.getBoundingClientRect();
  const row = [...holder.querySelectorAll<HTMLElement>("[data-n]")].filter(
    (other) =>
      other !== block &&
      other.parentElement?.closest("[data-n]") === holder &&
      Math.abs(other.getBoundingClientRect().top - top) < 3,
  );
  return row.length > 0 && width <= room && block.scrollWidth <= block.clientWidth + 1;
}

/** Several beside each other are one trouble: that of the block which puts them there. */
function together(causes: readonly Cause[]): readonly Cause[] {
  const found = new Map<HTMLElement, Cause>();
  for (const cause of causes) {
    const holder = cause.block.parentElement?.closest<HTMLElement>("[data-n]");
    const beside = causes.filter(
      (other) =>
        other !== cause &&
        other.block.parentElement?.closest("[data-n]") === holder &&
        Math.abs(other.block.getBoundingClientRect().top - cause.block.getBoundingClientRect().top) < 3,
    );
    const block = holder && (beside.length || isPushed(cause.block, holder)) ? holder : cause.block;
    const before = found.get(block);
    if (!before || before.px < cause.px) found.set(block, { block, px: cause.px });
  }
  // Where a block is a cause, what stands in it is not told besides.
  const all = [...found.values()];
  return all
    .filter(({ block }) => !all.some((other) => other.block !== block && other.block.contains(block)))
    .slice(0, mostCauses);
}

/** What each repair declares, as the look of that name does. */
const fits = {
  wrap: { "overflow-wrap": "anywhere", "min-width": "0", "flex-wrap": "wrap" },
  shrink: { "max-width": "100%", "min-width": "0", "margin-inline": "auto" },
  scroll: { "overflow-x": "auto", "max-width": "100%", "min-width": "0" },
  clip: { "overflow-x": "clip", "max-width": "100%", "min-width": "0" },
} as const;
type Fit = keyof typeof fits;

function withFit<T>(block: HTMLElement, fit: Fit, ask: () => T): T {
  for (const [name, value] of Object.entries(fits[fit])) block.style.setProperty(name, value, "important");
  const answer = ask();
  restore(block);
  return answer;
}

/** Whether it holds a word that is wider than the window has room for. */
const isOfWords = (block: HTMLElement) =>
  /^(H[1-6]|P|LI|UL|OL|A|BLOCKQUOTE)$/.test(block.tagName) || block.matches(".b-rich,.b-heading");

/** Whether several things stand beside each other in it, each as wide as it wants. */
const holdsRow = (block: HTMLElement) =>
  block.matches(".b-table,.b-slider,.b-gallery") || block.querySelector("table") !== null;

/** The smallest type that a repair proposes, in rem. */
const smallestRem = 1;

/** Smaller type at this width, for a heading of which a word is a little too wide; null where it would be too small. */
function smallerType(page: MeasuredPage, block: HTMLElement): LayoutRepair | null {
  if (!/^H[1-6]$/.test(block.tagName) || !block.dataset.n) return null;
  const { fontSize } = page.view.getComputedStyle(block);
  const size = Number.parseFloat(fontSize);
  const room = block.clientWidth - Math.max(0, reach(block, page.widthPx)) - 4;
  const rem = Math.floor((size * room * 10) / (block.scrollWidth * 16)) / 10;
  if (rem < smallestRem || rem < (size / 16) * 0.6) return null;
  block.style.setProperty("font-size", `${rem}rem`, "important");
  const cured = beyond(page) <= 1;
  restore(block);
  return cured ? { set: "look", node: block.dataset.n, field: "size", value: rem } : null;
}

/** The repair that lets the page fit, the mildest first. */
function repairOf(page: MeasuredPage, block: HTMLElement): LayoutRepair | undefined {
  const node = block.dataset.n;
  if (!node) return undefined;
  const type = smallerType(page, block);
  if (type) return type;
  const order: readonly Fit[] = isOfWords(block)
    ? ["wrap", "shrink", "clip"]
    : holdsRow(block)
      ? ["scroll", "wrap", "shrink"]
      : ["shrink", "wrap", "scroll", "clip"];
  const fit = order.find((one) => withFit(block, one, () => beyond(page) <= 1));
  if (fit) return { set: "look", node, field: "fit", value: fit };
  const section = block.closest<HTMLElement>(".b-section[data-n]");
  return section?.dataset.n && withFit(section, "clip", () => beyond(page) <= 1)
    ? { set: "look", node: section.dataset.n, field: "fit", value: "clip" }
    : undefined;
}

/** Every block that makes the page scroll sideways, with the px it is too wide and the repair that cures it. */
export function* sideways(page: MeasuredPage): Generator<LayoutFound> {
  if (beyond(page) <= 1) return;
  const causes = causesOf(page);
  for (const { block, px } of causes) {
    // Judged alone: the others are out of the way while its repair is tried.
    const others = causes.filter((other) => other.block !== block);
    for (const other of others) collapse(other.block);
    const repair = repairOf(page, block);
    for (const other of others) restore(other.block);
    yield {
      code: "layout.sideways",
      ...at(block),
      node: nameOf(block),
      values: { px: Math.max(px, 2) },
      ...(repair ? { repair } : {}),
    };
  }
}
