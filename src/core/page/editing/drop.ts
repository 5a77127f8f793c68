// Where a block that is dragged over a page would stand: the innermost holder that takes it, and its place there.
import { done, type Outcome, refused } from "@/core/visitor/decision";
import { heldBy, kinds } from "../kinds";
import { findNode, type PageNode } from "../node";

/** A rectangle in px of the frame. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface Drop {
  readonly parent: string;
  /** Among the children as they stand now. */
  readonly index: number;
  /** The line that shows where it would stand. */
  readonly line: Box;
}

/** How thick the line is, in px of the frame. */
const thick = 4;

const besideEachOther = (boxes: readonly Box[]): boolean => {
  const [one, other] = boxes;
  return Boolean(one && other && other.x >= one.x + one.width - 1 && other.y < one.y + one.height);
};

/** The line before the child at `index`, behind the last where there is none, in the middle of the gap between two. */
function lineAt(boxes: readonly Box[], index: number, holder: Box, across: boolean): Box {
  const [before, after] = [boxes[index - 1], boxes[index]];
  if (across) {
    const x =
      before && after
        ? (before.x + before.width + after.x) / 2
        : after
          ? after.x - thick
          : before
            ? before.x + before.width + thick
            : holder.x;
    const [tall] = [after ?? before ?? holder];
    return { x: x - thick / 2, y: tall.y, width: thick, height: tall.height };
  }
  const y =
    before && after
      ? (before.y + before.height + after.y) / 2
      : after
        ? after.y - thick
        : before
          ? before.y + before.height + thick
          : holder.y + holder.height / 2;
  return { x: holder.x, y: y - thick / 2, width: holder.width, height: thick };
}

/**
 * Where `dragged` would stand when it is let go at a point. `path` leads from the root of the document down to the block
 * under the pointer; `boxOf` tells where a block stands, null for one that is not shown. Refused where nothing there takes
 * such a block.
 */
export function dropAt(
  dragged: PageNode,
  path: readonly PageNode[],
  point: { readonly x: number; readonly y: number },
  boxOf: (node: string) => Box | null,
): Outcome<Drop> {
  const own = path.findIndex(({ id }) => id === dragged.id);
  // Over itself it stands where it is: its holder is asked.
  const usable = own < 0 ? path : path.slice(0, own);
  // Over one of its own kind beside it, as a column over a column, it changes places with it and does not go into it.
  const beside = usable.some((holder) => holder.children?.some(({ id }) => id === dragged.id));
  for (const holder of [...usable].reverse()) {
    if (beside && holder.kind === dragged.kind) continue;
    if (findNode(dragged, holder.id) || !heldBy(holder.kind)?.includes(dragged.kind)) continue;
    const shown = (holder.children ?? []).flatMap((child, index) => {
      const box = boxOf(child.id);
      return box && box.width > 0 ? [{ index, box }] : [];
    });
    const boxes = shown.map(({ box }) => box);
    const around = usable[usable.indexOf(holder) - 1];
    const across = besideEachOther(boxes) || (around !== undefined && kinds[around.kind].acrossInside === true);
    const nth = boxes.filter((box) =>
      across ? box.x + box.width / 2 < point.x : box.y + box.height / 2 < point.y,
    ).length;
    const all = boxes.length
      ? {
          x: Math.min(...boxes.map(({ x }) => x)),
          y: Math.min(...boxes.map(({ y }) => y)),
          width: Math.max(...boxes.map(({ x, width }) => x + width)) - Math.min(...boxes.map(({ x }) => x)),
          height: Math.max(...boxes.map(({ y, height }) => y + height)) - Math.min(...boxes.map(({ y }) => y)),
        }
      : null;
    const holderBox = all ?? boxOf(holder.id);
    if (!holderBox) continue;
    const index = nth < shown.length ? (shown[nth]?.index ?? 0) : (holder.children ?? []).length;
    return done({ parent: holder.id, index, line: lineAt(boxes, nth, holderBox, across) });
  }
  return refused("page.cannotHold", { parent: usable.at(-1)?.kind ?? "page", kind: dragged.kind });
}
