// What is carried from the shelf onto the page: it shows what it is, and knows how to be put down.
import { type Active, useDraggable } from "@dnd-kit/core";
import type { PageNode } from "@/core/page/node";
import type { Place } from "../several";

export interface Carried {
  readonly name: string;
  /** What it looks like while it is carried; its kind decides where it may stand. */
  shown(): PageNode;
  put(place: Place): void;
}

/** What an element is dragged by; `key` parts it from everything else that is dragged. */
export function useCarried(key: string, carried: Carried) {
  const { attributes, listeners, setNodeRef } = useDraggable({ id: key, data: { carried } });
  return { innerRef: setNodeRef, drag: { ...attributes, ...listeners } };
}

export const carriedBy = (active: Active): Carried | undefined => active.data.current?.carried as Carried | undefined;
