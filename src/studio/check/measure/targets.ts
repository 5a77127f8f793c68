// What is pressed: large enough, or far enough from others (WCAG 2.2, SC 2.5.8); and form fields that say what they are for.
import type { LayoutFound } from "@/core/check/layout";
import { at, isLifted, isShown, type MeasuredPage } from "./page";

const smallestPx = 24;

/** A link in the flow of a sentence is as high as its line. */
function isInSentence(target: HTMLElement, { view }: MeasuredPage): boolean {
  if (target.tagName !== "A" || view.getComputedStyle(target).display !== "inline") return false;
  const around = target.parentElement?.textContent ?? "";
  return around.trim().length > (target.textContent ?? "").trim().length + 1;
}

const middle = ({ left, top, width, height }: DOMRect) => ({ x: left + width / 2, y: top + height / 2 });

/** Whether a circle of 24 px around the middle of one reaches another. */
function reaches(rect: DOMRect, other: DOMRect): boolean {
  const { x, y } = middle(rect);
  const nearX = Math.max(other.left, Math.min(x, other.right));
  const nearY = Math.max(other.top, Math.min(y, other.bottom));
  return Math.hypot(x - nearX, y - nearY) < smallestPx / 2;
}

const mostTargets = 600;

export function* smallTargets(page: MeasuredPage): Generator<LayoutFound> {
  const targets = [
    ...page.document.querySelectorAll<HTMLElement>("a[href],button,summary,input:not([type=hidden]),select,textarea"),
  ]
    .filter((target) => isShown(target) && !target.closest(".skip"))
    .slice(0, mostTargets);
  const boxes = targets.map((target) => target.getBoundingClientRect());
  for (const [index, target] of targets.entries()) {
    const rect = boxes[index] as DOMRect;
    const px = Math.min(rect.width, rect.height);
    if (px >= smallestPx - 0.5 || isInSentence(target, page)) continue;
    // What is pinned to the window is over something else the next moment: it is no neighbour of what scrolls.
    const crowded = boxes.some(
      (other, at) =>
        at !== index &&
        Math.abs(other.top - rect.top) < 200 &&
        reaches(rect, other) &&
        isLifted(page, targets[at] as HTMLElement) === isLifted(page, target),
    );
    if (!crowded) continue;
    yield {
      code: "layout.target",
      ...at(target),
      values: { px: Math.round(px), what: (target.textContent ?? "").trim().slice(0, 40) },
    };
  }
}

/** Fields without a label that is read. */
export function* unlabelled({ document }: MeasuredPage): Generator<LayoutFound> {
  for (const field of document.querySelectorAll<HTMLInputElement>(
    "input:not([type=hidden],[type=submit],[type=button]),select,textarea",
  )) {
    const named = field.labels?.length || field.ariaLabel || field.getAttribute("aria-labelledby") || field.title;
    if (!named) yield { code: "layout.unlabelled", ...at(field), values: { what: field.name.slice(0, 40) } };
  }
}
