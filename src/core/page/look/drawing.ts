// The small drawing of a section in the running order, computed from what stands in it. Each kind draws its own part.
import { kinds } from "../kinds";
import type { PageNode } from "../node";
import { type Drawn, drawingHeight, drawingWidth, type Shape, under } from "./shapes";

function draw(node: PageNode, width: number): Drawn {
  const own = kinds[node.kind].draw;
  return own ? own(node, width, draw) : under((node.children ?? []).map((child) => draw(child, width)));
}

/** Shapes of a section, scaled so that a tall section still fits. */
export function drawing(section: PageNode): readonly Shape[] {
  const margin = 5;
  const { height, shapes } = draw(section, drawingWidth - 2 * margin);
  const scale = Math.min(1, (drawingHeight - 2 * margin) / Math.max(height, 1));
  const top = (drawingHeight - height * scale) / 2;
  return shapes.map((shape) => ({
    ...shape,
    x: margin + shape.x,
    y: top + shape.y * scale,
    height: Math.max(0.8, shape.height * scale),
  }));
}
