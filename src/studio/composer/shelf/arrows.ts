// The arrows on the shelf: from the search into what is found, and through it as it stands on the screen.
import type { KeyboardEvent } from "react";
import { entryMark } from "./entry-button";

interface Standing {
  readonly element: HTMLElement;
  readonly box: DOMRect;
}

/** So near to the same line two things stand on one, in px. */
const sameLinePx = 12;

const middle = ({ left, width }: DOMRect) => left + width / 2;

/** The nearest one in a direction: on its line, or on the next line that has one, as near to below or above as there is. */
function beside(from: Standing, all: readonly Standing[], key: string): Standing | undefined {
  const onLine = (one: Standing) => Math.abs(one.box.top - from.box.top) <= sameLinePx;
  if (key === "ArrowLeft") return all.findLast((one) => onLine(one) && one.box.left < from.box.left);
  if (key === "ArrowRight") return all.find((one) => onLine(one) && one.box.left > from.box.left);
  const sign = key === "ArrowDown" ? 1 : -1;
  const further = all.filter((one) => (one.box.top - from.box.top) * sign > sameLinePx);
  const tops = further.map(({ box }) => box.top);
  const line = sign === 1 ? Math.min(...tops) : Math.max(...tops);
  return further
    .filter(({ box }) => Math.abs(box.top - line) <= sameLinePx)
    .sort(
      (one, other) => Math.abs(middle(one.box) - middle(from.box)) - Math.abs(middle(other.box) - middle(from.box)),
    )[0];
}

const arrows: ReadonlySet<string> = new Set(["ArrowUp", "ArrowDown", "ArrowLeft", "ArrowRight"]);

/** Moves the focus by an arrow; whether it did. In the search only the way down leads out of it. */
export function goByArrow(event: KeyboardEvent<HTMLElement>): boolean {
  if (!arrows.has(event.key) || event.altKey || event.ctrlKey || event.metaKey) return false;
  const shelf = event.currentTarget;
  const all = [...shelf.querySelectorAll<HTMLElement>(`[${entryMark}]`)].map((element) => ({
    element,
    box: element.getBoundingClientRect(),
  }));
  const target = event.target as HTMLElement;
  const from = all.find(({ element }) => element === target);
  const next = from
    ? beside(from, all, event.key)
    : target.tagName === "INPUT" && event.key === "ArrowDown"
      ? all[0]
      : undefined;
  // From the first line up is the search again.
  const to = next?.element ?? (from && event.key === "ArrowUp" ? shelf.querySelector("input") : null);
  if (!to) return false;
  event.preventDefault();
  to.focus();
  to.scrollIntoView({ block: "nearest" });
  return true;
}
