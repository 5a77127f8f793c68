"use client";
// The tag of the selected block: by it the block is dragged over the page, with a line where it would stand.
import { Box } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { type Drop, dropAt } from "@/core/page/drop";
import type { PageNode } from "@/core/page/node";
import type { Composer } from "@/studio/composer/store";
import { words } from "@/studio/composer/words";
import { reasonWords } from "@/studio/kit/reasons";
import { MarkTag } from "./mark-tag";
import type { StageState } from "./patch";

/** A pointer that moved less than this did not drag, in px. */
const dragPx = 5;
/** So near its edge the pane scrolls, and so far with each move, in px. */
const scrollsWithin = 48;
const scrollBy = 14;

type Found = { readonly ok: true; readonly drop: Drop } | { readonly ok: false; readonly why: string };

export function BlockGrip({
  composer,
  node,
  stage,
  pane,
  scale,
  x,
  y,
  tag,
}: {
  composer: Composer;
  node: PageNode;
  stage: () => StageState | null;
  pane: () => HTMLElement | null;
  scale: number;
  /** Where the tag stands, in px of the screen. */
  x: number;
  y: number;
  tag: string;
}) {
  const from = useRef<{ readonly x: number; readonly y: number } | null>(null);
  const [found, setFound] = useState<Found | null>(null);
  const [at, setAt] = useState<{ readonly x: number; readonly y: number } | null>(null);
  const stop = () => {
    from.current = null;
    setFound(null);
    setAt(null);
  };
  useEffect(() => {
    if (!at) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "Escape") return;
      event.preventDefault();
      event.stopPropagation();
      from.current = null;
      setFound(null);
      setAt(null);
    };
    addEventListener("keydown", onKey, true);
    return () => removeEventListener("keydown", onKey, true);
  }, [at]);
  const look = (point: { x: number; y: number }): Found | null => {
    const document = stage()?.document;
    const under = document?.elementFromPoint(point.x, point.y)?.closest<HTMLElement>("[data-n]")?.dataset.n;
    if (!document || under === undefined) return null;
    const over = composer.isInside(under) ? (under.split("~")[0] ?? under) : under;
    if (composer.documentOf(over) !== composer.documentOf(node.id)) return { ok: false, why: words.dragOtherPart };
    const outcome = dropAt(node, composer.path(over), point, (id) => {
      const box = document.querySelector(`[data-n="${CSS.escape(id)}"]`)?.getBoundingClientRect();
      return box ? { x: box.x, y: box.y, width: box.width, height: box.height } : null;
    });
    return outcome.ok ? { ok: true, drop: outcome.value } : { ok: false, why: reasonWords(outcome.reason) };
  };
  const onMove = (event: React.PointerEvent<HTMLElement>) => {
    const begun = from.current;
    if (!begun) return;
    if (!at && Math.hypot(event.clientX - begun.x, event.clientY - begun.y) < dragPx) return;
    const frame = stage()?.document.defaultView?.frameElement?.getBoundingClientRect();
    const scroller = pane();
    if (!frame || !scroller) return;
    const area = scroller.getBoundingClientRect();
    if (event.clientY < area.top + scrollsWithin) scroller.scrollTop -= scrollBy;
    if (event.clientY > area.bottom - scrollsWithin) scroller.scrollTop += scrollBy;
    const point = { x: (event.clientX - frame.x) / scale, y: (event.clientY - frame.y) / scale };
    setAt({ x: point.x * scale, y: point.y * scale });
    setFound(look(point));
  };
  const drop = () => {
    const place = found?.ok ? found.drop : null;
    const refused = found && !found.ok ? found.why : null;
    const dragged = at !== null;
    stop();
    if (!dragged) return;
    if (refused) return composer.say(refused);
    const now = composer.place(node.id);
    if (!place || !now) return;
    const same = now.parent.id === place.parent;
    // The place is counted once the block has left its old one.
    const index = same && now.index < place.index ? place.index - 1 : place.index;
    if (same && index === now.index) return;
    const refusal = composer.edit(now.document, [{ type: "move", node: node.id, parent: place.parent, index }]);
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
        cursor={at ? "grabbing" : "grab"}
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
      {found?.ok ? (
        <Box
          data-drop-line=""
          position="absolute"
          pointerEvents="none"
          zIndex="4"
          bg="mark"
          left={`${found.drop.line.x * scale}px`}
          top={`${found.drop.line.y * scale}px`}
          w={`${Math.max(3, found.drop.line.width * scale)}px`}
          h={`${Math.max(3, found.drop.line.height * scale)}px`}
        />
      ) : null}
      {at ? (
        <Box
          position="absolute"
          pointerEvents="none"
          zIndex="5"
          left={`${at.x + 12}px`}
          top={`${at.y + 10}px`}
          bg={found && !found.ok ? "brick" : "ink"}
          color="white"
          fontSize="11px"
          fontWeight="650"
          px="7px"
          py="2px"
          maxW="240px"
          role="status"
        >
          {found && !found.ok ? found.why : tag}
        </Box>
      ) : null}
    </>
  );
}
