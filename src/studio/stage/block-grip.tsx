"use client";
// The tag of the selected block: by it the block is dragged over the frames, with a line where it would stand.
import { useEffect, useRef, useState } from "react";
import type { PageNode } from "@/core/page/node";
import { moveTo } from "@/studio/composer/several";
import type { Composer } from "@/studio/composer/store";
import { words } from "@/studio/composer/words";
import { MarkTag } from "./mark-tag";
import { type Found, OverFrame, type Point } from "./over-frame";

/** A pointer that moved less than this did not drag, in px. */
const dragPx = 5;

export function BlockGrip({
  composer,
  node,
  x,
  y,
  tag,
}: {
  composer: Composer;
  node: PageNode;
  /** Where the tag stands, in px of the screen. */
  x: number;
  y: number;
  tag: string;
}) {
  const from = useRef<Point | null>(null);
  const found = useRef<Found | null>(null);
  const [dragged, setDragged] = useState<{ readonly node: PageNode; readonly from: Point } | null>(null);
  const stop = () => {
    from.current = null;
    setDragged(null);
  };
  useEffect(() => {
    if (!dragged) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "Escape") return;
      event.preventDefault();
      event.stopPropagation();
      from.current = null;
      setDragged(null);
    };
    addEventListener("keydown", onKey, true);
    return () => removeEventListener("keydown", onKey, true);
  }, [dragged]);
  const onMove = ({ clientX, clientY }: React.PointerEvent<HTMLElement>) => {
    const begun = from.current;
    if (!begun || dragged || Math.hypot(clientX - begun.x, clientY - begun.y) < dragPx) return;
    setDragged({ node, from: { x: clientX, y: clientY } });
  };
  const drop = () => {
    const there = dragged ? found.current : null;
    stop();
    const refusal = there && (there.ok ? moveTo(composer, node.id, there.place) : there.why);
    if (refusal) composer.say(refusal);
  };
  return (
    <>
      <MarkTag
        data-grip=""
        title={words.dragBlock}
        left={`${x}px`}
        top={`${y}px`}
        zIndex="2"
        cursor={dragged ? "grabbing" : "grab"}
        css={{ touchAction: "none" }}
        aria-hidden="true"
        onPointerDown={(event) => {
          event.stopPropagation();
          event.preventDefault();
          event.currentTarget.setPointerCapture(event.pointerId);
          from.current = { x: event.clientX, y: event.clientY };
        }}
        onPointerMove={onMove}
        onPointerUp={drop}
        onPointerCancel={stop}
      >
        {tag}
      </MarkTag>
      {dragged ? (
        <OverFrame composer={composer} dragged={dragged.node} found={found} tag={tag} from={dragged.from} />
      ) : null}
    </>
  );
}
