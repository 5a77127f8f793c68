"use client";
// Handles at the selected block: space above and below, height, and the shares of columns, dragged or moved by the arrows.
import { Box } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import {
  heightBeside,
  snappedHeight,
  snappedSpace,
  spaceBeside,
  splitBeside,
  splitDragged,
} from "@/core/page/editing/drags";
import { kinds } from "@/core/page/kinds";
import { type LookField, lookAt, type Width } from "@/core/page/look/look";
import type { PageNode } from "@/core/page/node";
import type { Composer } from "@/studio/composer/store";
import { words } from "@/studio/composer/words";
import { MarkTag } from "./mark-tag";

/** What is measured of the selected block, in px of the frame. */
export interface Edges {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly above: number;
  readonly below: number;
  /** Room to its right in the frame. */
  readonly beside: number;
  /** Boundaries between columns beside each other: where each stands, and the columns at its sides. */
  readonly between: readonly {
    readonly at: number;
    readonly x: number;
    readonly left: number;
    readonly right: number;
  }[];
}

/** The edges of a block as it stands in its frame. */
export function edgesOf(element: HTMLElement, node: PageNode): Edges {
  const { x, y, width, height } = element.getBoundingClientRect();
  const style = element.ownerDocument.defaultView?.getComputedStyle(element);
  const px = (value: string | undefined) => Number.parseFloat(value ?? "") || 0;
  const { spaceInside } = kinds[node.kind];
  const above = px(spaceInside ? style?.paddingTop : style?.marginTop);
  const below = px(spaceInside ? style?.paddingBottom : style?.marginBottom);
  const boxes = kinds[node.kind].looks.includes("split")
    ? [...element.children].map((child) => child.getBoundingClientRect())
    : [];
  const between = boxes.slice(0, -1).flatMap((box, at) => {
    const next = boxes[at + 1];
    // Under each other there is nothing between them.
    if (!next || next.left < box.right - 1) return [];
    return [{ at, x: (box.right + next.left) / 2, left: box.left, right: next.right }];
  });
  const beside = element.ownerDocument.documentElement.clientWidth - (x + width);
  return { x, y, width, height, above, below, beside, between };
}

interface Handle {
  readonly key: string;
  readonly label: string;
  readonly field: LookField;
  /** Its middle, in px of the frame. */
  readonly x: number;
  readonly y: number;
  readonly upright: boolean;
  /** As a number for who hears it, and in words. */
  readonly now: number;
  readonly most: number;
  readonly says: string;
  /** The value once the pointer has moved, in px of the frame; without snapping where `free`. */
  dragged(dx: number, dy: number, free: boolean): unknown;
  /** The value by an arrow. */
  stepped(by: 1 | -1): unknown;
}

/** How far the handles stand from the right end, in px of the screen. */
const firstPx = 26;
const secondPx = 74;
const thirdPx = 122;

function handlesOf(node: PageNode, width: Width, edges: Edges, spacing: number, scale: number): readonly Handle[] {
  const kind = kinds[node.kind];
  const { values } = lookAt(node.look, width);
  const has = (field: LookField) => kind.looks.includes(field);
  const right = edges.x + edges.width;
  // Beside the block where there is room, so that they lie on no words; else at its right end, where words seldom are.
  const outwards = edges.beside * scale > secondPx + firstPx ? 1 : -1;
  const at = (px: number) => right + (outwards * px) / scale;
  const bottom = edges.y + edges.height;
  const handles: Handle[] = [];
  const space = (field: "above" | "below", y: number) => {
    const now = values[field] ?? Math.round(edges[field] / spacing);
    handles.push({
      key: field,
      label: field === "above" ? words.dragAbove : words.dragBelow,
      field,
      x: at(field === "above" || edges.height * scale > secondPx ? firstPx : secondPx),
      y,
      upright: false,
      now,
      most: 320,
      says: words.dragPx(now),
      dragged: (_dx, dy, free) => snappedSpace(now + dy / spacing, !free),
      stepped: (by) => spaceBeside(now, by),
    });
  };
  if (has("above")) space("above", kind.spaceInside ? edges.y + edges.above : edges.y);
  if (has("below")) space("below", kind.spaceInside ? bottom : bottom + edges.below);
  if (has("height") && kind.dragsHeight) {
    const now = Math.round(edges.height);
    handles.push({
      key: "height",
      label: words.dragHeight,
      field: "height",
      x: at(thirdPx),
      y: bottom,
      upright: false,
      now: Math.min(1200, now),
      most: 1200,
      says: words.dragPx(now),
      dragged: (_dx, dy, free) => snappedHeight(now + dy, !free),
      stepped: (by) => heightBeside(now, by),
    });
  }
  // Where they stand under each other at this width, another width has the columns.
  const split = width === "phone" ? node.look.phone?.split : values.split;
  for (const { at, x, left, right } of edges.between) {
    const share = (x - left) / (right - left);
    handles.push({
      key: `split${at}`,
      label: words.dragShares(at + 1),
      field: "split",
      x,
      y: edges.y + edges.height / 2,
      upright: true,
      now: Math.round(share * 100),
      most: 100,
      says: (split ?? "1:1").replaceAll(":", " : "),
      dragged: (dx) => splitDragged(split, at, Math.max(0, Math.min(1, share + dx / (right - left)))),
      stepped: (by) => splitBeside(split, at, by),
    });
  }
  return handles;
}

export function DragHandles({
  composer,
  node,
  width,
  edges,
  scale,
  spacing,
}: {
  composer: Composer;
  node: PageNode;
  width: Width;
  edges: Edges;
  scale: number;
  /** The brand's factor on every space. */
  spacing: number;
}) {
  return handlesOf(node, width, edges, spacing, scale).map((handle) => (
    <OneHandle key={handle.key} composer={composer} node={node.id} width={width} handle={handle} scale={scale} />
  ));
}

const arrows: Readonly<Record<string, readonly [upright: boolean, by: 1 | -1]>> = {
  ArrowUp: [false, -1],
  ArrowDown: [false, 1],
  ArrowLeft: [true, -1],
  ArrowRight: [true, 1],
};

const longBar = (upright: boolean) => (upright ? { width: "5px", height: "28px" } : { width: "28px", height: "5px" });

function OneHandle({
  composer,
  node,
  width,
  handle,
  scale,
}: {
  composer: Composer;
  node: string;
  width: Width;
  handle: Handle;
  scale: number;
}) {
  const [dragging, setDragging] = useState(false);
  const [focused, setFocused] = useState(false);
  // What holds at the beginning holds for the whole drag: the page grows under the pointer.
  const from = useRef<{ readonly x: number; readonly y: number; readonly handle: Handle; last: unknown } | null>(null);
  const set = (value: unknown) => {
    const refusal = composer.looks.set(node, width, handle.field, value);
    if (refusal) composer.say(refusal);
  };
  const end = () => {
    if (from.current) composer.closeStep();
    from.current = null;
    setDragging(false);
  };
  useEffect(() => {
    if (!dragging) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "Escape" || !from.current) return;
      event.preventDefault();
      event.stopPropagation();
      const moved = from.current.last !== undefined;
      from.current = null;
      setDragging(false);
      if (moved) composer.takeStepBack();
    };
    addEventListener("keydown", onKey, true);
    return () => removeEventListener("keydown", onKey, true);
  }, [dragging, composer]);
  const { upright, label, says } = handle;
  return (
    <Box
      role="slider"
      aria-label={label}
      aria-orientation={upright ? "horizontal" : "vertical"}
      aria-valuemin={0}
      aria-valuemax={handle.most}
      aria-valuenow={handle.now}
      aria-valuetext={says}
      tabIndex={0}
      data-handle={handle.key}
      position="absolute"
      left={`${handle.x * scale - (upright ? 12 : 22)}px`}
      top={`${handle.y * scale - (upright ? 22 : 12)}px`}
      w={upright ? "24px" : "44px"}
      h={upright ? "44px" : "24px"}
      display="grid"
      placeItems="center"
      zIndex="3"
      cursor={upright ? "ew-resize" : "ns-resize"}
      css={{
        touchAction: "none",
        "&:hover .drag-says, &:focus-visible .drag-says": { visibility: "visible" },
        // A dot until it is meant, so that no words are struck through.
        "&:hover .drag-bar, &:focus-visible .drag-bar": longBar(upright),
      }}
      onFocus={() => setFocused(true)}
      onBlur={() => setFocused(false)}
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        composer.closeStep();
        from.current = { x: event.clientX, y: event.clientY, handle, last: undefined };
        setDragging(true);
      }}
      onPointerMove={(event) => {
        const begun = from.current;
        if (!begun) return;
        const value = begun.handle.dragged(
          (event.clientX - begun.x) / scale,
          (event.clientY - begun.y) / scale,
          event.altKey,
        );
        if (value === begun.last) return;
        begun.last = value;
        set(value);
      }}
      onPointerUp={end}
      onPointerCancel={end}
      onKeyDown={(event) => {
        const arrow = arrows[event.key];
        if (!arrow || arrow[0] !== upright || event.altKey) return;
        event.preventDefault();
        event.stopPropagation();
        set(handle.stepped(arrow[1]));
      }}
    >
      <Box
        className="drag-bar"
        w="8px"
        h="8px"
        borderRadius="4px"
        css={dragging ? longBar(upright) : {}}
        bg={dragging || focused ? "mark" : "sheet"}
        borderWidth="1.5px"
        borderColor="mark"
      />
      <MarkTag
        className="drag-says"
        visibility={dragging ? "visible" : "hidden"}
        left={upright ? "26px" : "48px"}
        pointerEvents="none"
        aria-hidden="true"
      >
        {label} {says}
      </MarkTag>
    </Box>
  );
}
