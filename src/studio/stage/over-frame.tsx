"use client";
// What is dragged over the frames of the stage: where it would stand there, the line that shows it, or why it cannot.
import { Box, Portal } from "@chakra-ui/react";
import { type MutableRefObject, useEffect, useRef, useState } from "react";
import { dropAt, type Box as Rect } from "@/core/page/editing/drop";
import type { PageNode } from "@/core/page/node";
import { within } from "@/core/page/shared/placement";
import { inSection, type Place } from "@/studio/composer/several";
import type { Composer } from "@/studio/composer/store";
import { words } from "@/studio/composer/words";
import { pageReasonWords } from "@/studio/stage/page-reasons";
import { MarkTag } from "./mark-tag";
import { draggingClass } from "./patch";

export interface Point {
  readonly x: number;
  readonly y: number;
}

export type Found =
  | { readonly ok: true; readonly place: Place /** In px of the screen. */; readonly line: Rect }
  | { readonly ok: false; readonly why: string };

/** So near the upper and the lower edge of its pane a frame scrolls, in px. */
const scrollsWithin = { top: 48, bottom: 48 } as const;
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

/** Where things stand in a frame, by their ids; the page itself is the frame's middle. All are named in one pass. */
function boxesIn({ document }: OpenFrame, page: string): (id: string) => Rect | null {
  const elements = new Map<string | undefined, Element | null>([[page, document.getElementById("main")]]);
  for (const element of document.querySelectorAll<HTMLElement>("[data-n]")) elements.set(element.dataset.n, element);
  return (id) => elements.get(id)?.getBoundingClientRect() ?? null;
}

/** A line of a frame in px of the screen, as far as its pane shows it. */
function onScreen(line: Rect, { pane, box, scale }: OpenFrame): Rect {
  const seen = pane.getBoundingClientRect();
  const across = (x: number) => Math.min(seen.right, Math.max(seen.left, box.x + x * scale));
  const down = (y: number) => Math.min(seen.bottom, Math.max(seen.top, box.y + y * scale));
  const [x, y] = [across(line.x), down(line.y)];
  const [width, height] = [across(line.x + line.width) - x, down(line.y + line.height) - y];
  return { x, y, width: Math.max(3, width), height: Math.max(3, height) };
}

function placeIn(frame: OpenFrame, composer: Composer, dragged: PageNode, at: Point): Found {
  const { page } = composer.view;
  const point = { x: (at.x - frame.box.x) / frame.scale, y: (at.y - frame.box.y) / frame.scale };
  const under = frame.document.elementFromPoint(point.x, point.y)?.closest<HTMLElement>("[data-n]")?.dataset.n;
  // Between and below its sections there is the page; in a shared section, the spot where that stands.
  const over = under === undefined ? page.id : composer.isInside(under) ? (under.split(within)[0] ?? under) : under;
  const own = composer.documentOf(dragged.id);
  if (own && composer.documentOf(over) !== own) return { ok: false, why: words.dragOtherPart };
  const boxOf = boxesIn(frame, page.id);
  const path = over === page.id ? [page] : composer.path(over);
  const drop = dropAt(dragged, path, point, boxOf);
  // A new block can stand in a section of its own.
  const outcome = drop.ok || own ? drop : dropAt(inSection(dragged), path, point, boxOf);
  if (!outcome.ok) return { ok: false, why: pageReasonWords((drop.ok ? outcome : drop).reason) };
  const { line, ...place } = outcome.value;
  return { ok: true, place, line: onScreen(line, frame) };
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
  readonly from: Point;
}

/** Follows the pointer while it is there. */
export function OverFrame({ composer, dragged, found, tag, from, onOver }: OverFrameProps) {
  const [shown, setShown] = useState<{ readonly point: Point; readonly found: Found | null } | null>(null);
  // One drag begins at one place.
  const begun = useRef(from);
  useEffect(() => {
    let point = begun.current;
    let turn = 0;
    const look = () => {
      turn = 0;
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
    const frames = [...document.querySelectorAll<HTMLIFrameElement>("[data-pane] iframe[data-stage]")];
    for (const frame of frames) {
      frame.style.pointerEvents = "none";
      frame.contentDocument?.documentElement.classList.add(draggingClass);
    }
    addEventListener("pointermove", onMove, true);
    look();
    return () => {
      removeEventListener("pointermove", onMove, true);
      cancelAnimationFrame(turn);
      for (const frame of frames) {
        frame.style.pointerEvents = "";
        frame.contentDocument?.documentElement.classList.remove(draggingClass);
      }
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
