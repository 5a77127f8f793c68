// The small drawing of a section in the running order, computed from what stands in it.
import type { PageNode } from "./node";

/** A shape in a field of 52 by 34: "line" for words, "box" for pictures, "key" for buttons. */
export interface Shape {
  readonly kind: "line" | "bold" | "box" | "key";
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export const drawingWidth = 52;
export const drawingHeight = 34;

/** How tall each kind stands, in the drawing's units. */
const heights: Partial<Record<PageNode["kind"], number>> = {
  heading: 3,
  richText: 5,
  picture: 14,
  button: 4,
  list: 8,
  divider: 1,
  navigation: 3,
  widget: 4,
};
const gap = 2.5;

interface Cell {
  readonly column: PageNode;
  /** Its part of the row's width. */
  readonly part: number;
}

/** Columns in rows of as many as the split has parts. */
function rowsOf(node: PageNode): readonly (readonly Cell[])[] {
  const children = node.children ?? [];
  const split = (node.look.base.split ?? "1:1").split(":").map((part) => Number(part) || 1);
  const tracks = Math.max(1, Math.min(split.length, children.length));
  const rows: Cell[][] = [];
  children.forEach((column, index) => {
    const cell = { column, part: split[index % tracks] ?? 1 };
    if (index % tracks === 0) rows.push([cell]);
    else rows.at(-1)?.push(cell);
  });
  return rows;
}

const rowHeight = (row: readonly Cell[]): number => Math.max(0, ...row.map((cell) => heightOf(cell.column)));

function heightOf(node: PageNode): number {
  if (node.kind === "columns")
    return rowsOf(node).reduce((sum, row, index) => sum + rowHeight(row) + (index ? gap : 0), 0);
  if (node.children) return node.children.reduce((sum, child, index) => sum + heightOf(child) + (index ? gap : 0), 0);
  return heights[node.kind] ?? 3;
}

function leaf(node: PageNode, x: number, y: number, width: number): readonly Shape[] {
  const line = (offset: number, share: number, kind: Shape["kind"] = "line", height = 1.4): Shape => ({
    kind,
    x,
    y: y + offset,
    width: width * share,
    height,
  });
  switch (node.kind) {
    case "heading":
      return [line(0, 0.85, "bold", 2.4)];
    case "richText":
      return [line(0, 1), line(2.8, 0.7)];
    case "picture":
      return [line(0, 1, "box", 14)];
    case "button":
    case "widget":
      return [line(0, Math.min(0.5, 12 / width), "key", 3.6)];
    case "list":
      return [line(0, 1), line(3, 1), line(6, 1)];
    case "divider":
      return [line(0, 1, "line", 0.6)];
    case "navigation":
      return [line(0, 0.3, "bold", 2), { ...line(0.4, 0.35), x: x + width * 0.65 }];
    default:
      return [];
  }
}

function draw(node: PageNode, x: number, y: number, width: number): readonly Shape[] {
  if (node.kind === "columns") {
    let down = y;
    return rowsOf(node).flatMap((row) => {
      const whole = row.reduce((sum, cell) => sum + cell.part, 0);
      const room = width - gap * (row.length - 1);
      let left = x;
      const top = down;
      down += rowHeight(row) + gap;
      return row.flatMap(({ column, part }) => {
        const own = (room * part) / whole;
        const shapes = draw(column, left, top, own);
        left += own + gap;
        return shapes;
      });
    });
  }
  if (!node.children) return leaf(node, x, y, width);
  let top = y;
  return node.children.flatMap((child) => {
    const shapes = draw(child, x, top, width);
    top += heightOf(child) + gap;
    return shapes;
  });
}

/** Shapes of a section, scaled so that a tall section still fits. */
export function drawing(section: PageNode): readonly Shape[] {
  const margin = 5;
  const tall = heightOf(section);
  const scale = Math.min(1, (drawingHeight - 2 * margin) / Math.max(tall, 1));
  const top = (drawingHeight - tall * scale) / 2;
  return draw(section, margin, 0, drawingWidth - 2 * margin).map((shape) => ({
    ...shape,
    y: top + shape.y * scale,
    height: Math.max(0.8, shape.height * scale),
  }));
}
