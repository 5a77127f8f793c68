"use client";
// Dragging in the composer: sections of the running order and what the shelf offers, put down between sections or on the stage.
import { Flex, Text } from "@chakra-ui/react";
import {
  type CollisionDetection,
  type DndContextProps,
  type DragEndEvent,
  DragOverlay,
  type DragStartEvent,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { useRef, useState } from "react";
import type { PageNode } from "@/core/page/node";
import { type Found, OverFrame, type Point } from "@/studio/stage/over-frame";
import { Drawing } from "../order/picture";
import { inSection, moveTo } from "../several";
import { carriedBy } from "../shelf/carried";
import type { Composer } from "../store";

/** What is dragged in the running order, or from the shelf. */
interface Dragged {
  readonly node: PageNode;
  readonly name: string;
  /** As the running order draws it. */
  readonly shown: PageNode;
  readonly from: Point;
}

// Options of their own identity: new ones at each rendering would render everything that can be dragged anew.
const pointerOptions = { activationConstraint: { distance: 5 } };

/** The insert point that is nearest to the pointer, while it is over the running order: there is always exactly one. */
const nearestInsertPoint: CollisionDetection = ({ pointerCoordinates, droppableContainers, droppableRects }) => {
  if (!pointerCoordinates) return [];
  const { x, y } = pointerCoordinates;
  const near = droppableContainers.flatMap((container) => {
    const rect = droppableRects.get(container.id);
    const over = rect && x >= rect.left - 24 && x <= rect.right + 24;
    return over && String(container.id).startsWith("insert:")
      ? [{ id: container.id, data: { droppableContainer: container, value: Math.abs(rect.top + rect.height / 2 - y) } }]
      : [];
  });
  return near.sort((one, other) => one.data.value - other.data.value).slice(0, 1);
};

interface Dragging {
  readonly dragged: Dragged | null;
  /** Whether it is over the stage, and what was found there. */
  readonly over: { readonly found: React.RefObject<Found | null>; readonly stage: boolean; tell(stage: boolean): void };
  readonly context: DndContextProps;
}

/** What is dragged, and what becomes of it; `order` is the page as the running order shows it. */
export function useDragging(composer: Composer, order: PageNode): Dragging {
  const [dragged, setDragged] = useState<Dragged | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, pointerOptions));
  const found = useRef<Found | null>(null);
  const [stage, tell] = useState(false);
  const begin = ({ active, activatorEvent }: DragStartEvent) => {
    const carried = carriedBy(active);
    const node = carried ? carried.shown() : composer.node(String(active.id));
    const shown = order.children?.find((section) => section.id === active.id) ?? node;
    const { clientX: x, clientY: y } = activatorEvent as PointerEvent;
    const name = carried?.name ?? (node ? composer.documents.titleOf(node) : "");
    setDragged(node && shown ? { node, name, shown: inSection(shown), from: { x, y } } : null);
  };
  const dropped = ({ active, over }: DragEndEvent) => {
    const there = found.current;
    setDragged(null);
    if (there && !there.ok) return composer.say(there.why);
    const place =
      there?.place ??
      (over && { parent: composer.view.page.id, index: Number(String(over.id).slice("insert:".length)) });
    if (!place) return;
    const carried = carriedBy(active);
    if (carried) {
      // Keys go on with what was put down.
      document.querySelector<HTMLElement>("[data-pane]")?.focus({ preventScroll: true });
      return carried.put(place);
    }
    const refusal = moveTo(composer, String(active.id), place);
    if (refusal) composer.say(refusal);
  };
  return {
    dragged,
    over: { found, stage, tell },
    context: {
      sensors,
      collisionDetection: nearestInsertPoint,
      onDragStart: begin,
      onDragEnd: dropped,
      onDragCancel: () => setDragged(null),
    },
  };
}

/** What is seen of dragging: the line on the stage where it would stand, and what is carried. */
export const DraggingSeen = ({ composer, dragging: { dragged, over } }: { composer: Composer; dragging: Dragging }) => (
  <>
    {dragged ? (
      <OverFrame
        composer={composer}
        dragged={dragged.node}
        found={over.found}
        tag={dragged.name}
        from={dragged.from}
        onOver={over.tell}
      />
    ) : null}
    <Carried dragged={dragged} overStage={over.stage} />
  </>
);

/** What is carried, under the pointer. */
const Carried = ({ dragged, overStage }: { dragged: Dragged | null; overStage: boolean }) => (
  <DragOverlay dropAnimation={null}>
    {dragged && !overStage ? (
      <Flex
        gap="10px"
        align="center"
        bg="sheet"
        borderWidth="1px"
        borderColor="mark"
        borderRadius="panel"
        boxShadow="lifted"
        p="6px"
        w="200px"
      >
        <Drawing section={dragged.shown} />
        <Text fontWeight="650">{dragged.name}</Text>
      </Flex>
    ) : null}
  </DragOverlay>
);
