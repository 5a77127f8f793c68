// Shapes of small drawings: of the sections in the running order, of the kinds of widgets.
import type { PageNode } from "../node";

/** A shape in a field of 52 by 34: "line" for words, "box" for pictures, "key" for buttons. */
export interface Shape {
  readonly kind: "line" | "bold" | "box" | "key";
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A block as drawn from its own upper left corner. */
export interface Drawn {
  readonly height: number;
  readonly shapes: readonly Shape[];
}

const gap = 2.5;

/** Shapes that stand at their block's corner unless they say otherwise, in a block of `height`. */
export const drawn = (
  shapes: readonly (Omit<Shape, "x" | "y"> & Partial<Pick<Shape, "x" | "y">>)[],
  height: number,
): Drawn => ({ height, shapes: shapes.map((shape) => ({ x: 0, y: 0, ...shape })) });

/** What a button looks like in a block of `width`. */
export const keyShape = (width: number) => ({ kind: "key", width: Math.min(width * 0.5, 12), height: 3.6 }) as const;

const moved = (shapes: readonly Shape[], x: number, y: number): readonly Shape[] =>
  shapes.map((shape) => ({ ...shape, x: shape.x + x, y: shape.y + y }));

/** Blocks under each other. */
export function under(parts: readonly Drawn[]): Drawn {
  const shapes: Shape[] = [];
  let height = 0;
  for (const [index, part] of parts.entries()) {
    if (index) height += gap;
    shapes.push(...moved(part.shapes, 0, height));
    height += part.height;
  }
  return { height, shapes };
}

export interface Cell {
  readonly column: PageNode;
  /** Its part of the row's width. */
  readonly part: number;
}

/** Blocks beside each other, each with its part of `width`. */
export function beside(row: readonly Cell[], width: number, inner: (node: PageNode, width: number) => Drawn): Drawn {
  const whole = row.reduce((sum, cell) => sum + cell.part, 0);
  const room = width - gap * (row.length - 1);
  const shapes: Shape[] = [];
  let left = 0;
  let height = 0;
  for (const { column, part } of row) {
    const own = (room * part) / whole;
    const one = inner(column, own);
    shapes.push(...moved(one.shapes, left, 0));
    height = Math.max(height, one.height);
    left += own + gap;
  }
  return { height, shapes };
}

/** The field of drawings. */
export const drawingWidth = 52;
export const drawingHeight = 34;
