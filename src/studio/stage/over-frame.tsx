"use client";
// What is dragged over the frames of the stage: where it would stand there, the line that shows it, or why it cannot.
import { Box, Portal } from "@chakra-ui/react";
import { type MutableRefObject, useEffect, useState } from "react";
import { type Drop, dropAt, type Box as Rect } from "@/core/page/drop";
import type { PageNode } from "@/core/page/node";
import { within } from "@/core/page/shared";
import { inSection, type Place } from "@/studio/composer/several";
import type { Composer } from "@/studio/composer/store";
import { words } from "@/studio/composer/words";
import { reasonWords } from "@/studio/kit/reasons";
import { MarkTag } from "./mark-tag";

interface Point {
  readonly x: number;
  readonly y: number;
}

export type Found =
  | { readonly ok: true; readonly place: Place /** In px of the screen. */; readonly line: Rect }
  | { readonly ok: false; readonly why: string };

/** So near the upper and the lower edge of its pane a frame scrolls, in px; at the foot stands the strip. */
const scrollsWithin = { top: 48, bottom: 108 } as const;
const scrollBy = 9;

interface OpenFrame {
  readonly pane: HTMLElement;
  readonly document: Document;
  readonly box: DOMRect;
  readonly scale: number;
}

/** The frame that is seen at a point of the screen. */
function frameAt({ x, y }: Point): OpenFrame | null {
  for (const frame of document.querySelectorAll<HTMLIFrameElement>("[data-pane] iframe[data-stage]")) {
    const pane = frame.closest<HTMLElement>("[data-pane]");
    const seen = pane?.getBoundingClientRect();
    const box = frame.getBoundingClientRect();
    const over = seen && x >= seen.left && x <= seen.right && y >= seen.top && y <= seen.bottom;
    if (!pane || !over || x < box.left || x > box.right || !frame.contentDocument) continue;
    return { pane, document: frame.contentDocument, box, scale: box.width / frame.offsetWidth };
  }
  return null;
}

/** Scrolls a frame whose edge the pointer is at; answers whether there was anything to scroll. */
function scrollNear({ pane }: OpenFrame, { y }: Point): boolean {
  const { top, bottom } = pane.getBoundingClientRect();
  const before = pane.scrollTop;
  if (y < top + scrollsWithin.top) pane.scrollTop -= scrollBy;
  else if (y > bottom - scrollsWithin.bottom) pane.scrollTop += scrollBy;
  return pane.scrollTop !== before;
}

/** Below the last section, and on a page without any, it would stand at the page's end. */
const lowestLine = (frame: OpenFrame): Rect => {
  const main = frame.document.getElementById("main")?.getBoundingClientRect();
  return { x: main?.x ?? 0, y: main?.bottom ?? 0, width: main?.width ?? 0, height: 4 };
};

function placeIn(frame: OpenFrame, composer: Composer, dragged: PageNode, at: Point): Found | null {
  const point = { x: (at.x - frame.box.x) / frame.scale, y: (at.y - frame.box.y) / frame.scale };
  const under = frame.document.elementFromPoint(point.x, point.y)?.closest<HTMLElement>("[data-n]")?.dataset.n;
  const { page } = composer.view;
  const over = under === undefined ? page.id : composer.isInside(under) ? (under.split(within)[0] ?? under) : under;
  const own = composer.documentOf(dragged.id);
  if (own && composer.documentOf(over) !== own) return { ok: false, why: words.dragOtherPart };
  const boxOf = (id: string) => {
    const box = frame.document.querySelector(`[data-n="${CSS.escape(id)}"]`)?.getBoundingClientRect();
    return box ? { x: box.x, y: box.y, width: box.width, height: box.height } : null;
  };
  const path = under === undefined ? [page] : composer.path(over);
  const tried = [dragged, ...(own ? [] : [inSection(dragged)])].map((one) => dropAt(one, path, point, boxOf));
  const outcome = tried.find(({ ok }) => ok) ?? tried[0];
  if (!outcome) return null;
  // Where nothing stands yet there is nothing to measure a place by.
  const end =
    !outcome.ok && under === undefined && !own ? { parent: page.id, index: (page.children ?? []).length } : null;
  if (!outcome.ok && !end) return { ok: false, why: reasonWords(outcome.reason) };
  const { line, ...place }: Drop = outcome.ok ? outcome.value : { ...(end as Place), line: lowestLine(frame) };
  const seen = frame.pane.getBoundingClientRect();
  const [left, right] = [line.x, line.x + line.width].map((x) =>
    Math.min(seen.right, Math.max(seen.left, frame.box.x + x * frame.scale)),
  ) as [number, number];
  const [top, bottom] = [line.y, line.y + line.height].map((y) =>
    Math.min(seen.bottom, Math.max(seen.top, frame.box.y + y * frame.scale)),
  ) as [number, number];
  return {
    ok: true,
    place,
    line: { x: left, y: top, width: Math.max(3, right - left), height: Math.max(3, bottom - top) },
  };
}

export interface OverFrameProps {
  readonly composer: Composer;
  /** What is dragged: a block of the page, or a new one. */
  readonly dragged: PageNode;
  /** Where it would stand, null while it is over no frame. */
  readonly found: MutableRefObject<Found | null>;
  /** Shown at the pointer while it is over a frame. */
  readonly tag: string;
  /** Told when it comes over a frame, and when it leaves it. */
  onOver?(over: boolean): void;
  /** Where the pointer is when the drag begins, in px of the screen. */
  readonly from?: Point;
}

/** Follows the pointer while it is there. */
export function OverFrame({ composer, dragged, found, tag, from, onOver }: OverFrameProps) {
  const [shown, setShown] = useState<{ readonly point: Point; readonly found: Found | null } | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a drag begins where it begins
  useEffect(() => {
    let point = from ?? null;
    let turn = 0;
    const look = () => {
      turn = 0;
      if (!point) return;
      const frame = frameAt(point);
      const scrolled = frame !== null && scrollNear(frame, point);
      found.current = frame && placeIn(frame, composer, dragged, point);
      setShown({ point, found: found.current });
      // Held at an edge it scrolls on.
      if (scrolled) turn = requestAnimationFrame(look);
    };
    const onMove = (event: PointerEvent) => {
      point = { x: event.clientX, y: event.clientY };
      if (!turn) look();
    };
    // Over a frame the pointer's moves would go to its document.
    const frames = [...document.querySelectorAll<HTMLIFrameElement>("iframe[data-stage]")];
    for (const frame of frames) frame.style.pointerEvents = "none";
    addEventListener("pointermove", onMove, true);
    look();
    return () => {
      removeEventListener("pointermove", onMove, true);
      cancelAnimationFrame(turn);
      for (const frame of frames) frame.style.pointerEvents = "";
      found.current = null;
    };
  }, [composer, dragged, found]);
  const over = Boolean(shown?.found);
  useEffect(() => onOver?.(over), [over, onOver]);
  if (!shown?.found) return null;
  const { point } = shown;
  const why = shown.found.ok ? null : shown.found.why;
  const line = shown.found.ok ? shown.found.line : null;
  return (
    <Portal>
      {line ? (
        <Box
          data-drop-line=""
          position="fixed"
          pointerEvents="none"
          zIndex="overlay"
          bg="mark"
          left={`${line.x}px`}
          top={`${line.y}px`}
          w={`${line.width}px`}
          h={`${line.height}px`}
        />
      ) : null}
      <MarkTag
        position="fixed"
        pointerEvents="none"
        zIndex="tooltip"
        left={`${point.x + 12}px`}
        top={`${point.y + 12}px`}
        bg={why ? "brick" : "ink"}
        px="7px"
        py="2px"
        maxW="260px"
        whiteSpace="normal"
        role="status"
      >
        {why ?? tag}
      </MarkTag>
    </Portal>
  );
}
