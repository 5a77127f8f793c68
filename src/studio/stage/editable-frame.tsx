"use client";
// A frame one works on: click to select, click into words to edit them, crop marks drawn above.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useCallback, useEffect, useRef, useState } from "react";
import { kinds } from "@/core/page/kinds";
import type { Width } from "@/core/page/look";
import type { RenderedPage, Renderer } from "@/core/render/render";
import type { Composer, ComposerView } from "@/studio/composer/store";
import { patchStage, rewriteSection, type StageState } from "./patch";
import { StageFrame } from "./stage-frame";
import { beginWords, type WordsSession } from "./words";
import { WordsTools } from "./words-tools";

interface Rect {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Facts measured on the frame about the selected block. */
export interface Measured {
  readonly lines: number;
  readonly widthPx: number;
}

export interface EditableFrameProps {
  readonly name: string;
  readonly widthPx: number;
  readonly scale: number;
  /** The width that clicks in this frame choose. */
  readonly scope: Width;
  readonly rendered: RenderedPage;
  readonly renderer: Renderer;
  /** The open page as it stands in the composer this moment. */
  renderNow(): RenderedPage;
  readonly composer: Composer;
  readonly view: ComposerView;
  readonly rounded?: boolean;
  onKey(event: KeyboardEvent): void;
  onMeasured?(measured: Measured): void;
  /** Handed a way to begin editing the words of the selected block from outside. */
  readonly editRef?: { current: ((node: string) => void) | null };
}

const find = (stage: StageState, node: string) =>
  stage.document.querySelector<HTMLElement>(`[data-n="${CSS.escape(node)}"]`);

/** Four corner ticks and a small tag: drawn in screen px, so that they are as fine at every scale. */
function CropMarks({ rect, scale, faint, tag }: { rect: Rect; scale: number; faint: boolean; tag: string }) {
  const box = { x: rect.x * scale, y: rect.y * scale, w: rect.width * scale, h: rect.height * scale };
  const tick = Math.min(14, box.w / 3, box.h / 2);
  const corner = (x: number, y: number, dx: number, dy: number) => `M${x + dx * tick} ${y}H${x}V${y + dy * tick}`;
  const [left, top, right, bottom] = [box.x - 5, box.y - 5, box.x + box.w + 5, box.y + box.h + 5];
  return (
    <Box position="absolute" inset="0" pointerEvents="none" aria-hidden="true">
      <svg width="100%" height="100%" style={{ position: "absolute", overflow: "visible", opacity: faint ? 0.45 : 1 }}>
        <path
          d={[
            corner(left, top, 1, 1),
            corner(right, top, -1, 1),
            corner(left, bottom, 1, -1),
            corner(right, bottom, -1, -1),
          ].join("")}
          stroke="var(--chakra-colors-mark)"
          strokeWidth="2"
          fill="none"
        />
      </svg>
      {faint ? null : (
        <Box
          position="absolute"
          left={`${Math.max(0, left)}px`}
          top={`${top > 20 ? top - 20 : Math.max(0, box.y) + 2}px`}
          bg="mark"
          color="white"
          fontSize="11px"
          fontWeight="650"
          px="6px"
          py="1px"
          borderRadius="2px"
          whiteSpace="nowrap"
        >
          {tag}
        </Box>
      )}
    </Box>
  );
}

export function EditableFrame(props: EditableFrameProps) {
  const {
    name,
    widthPx,
    scale,
    scope,
    rendered,
    renderer,
    renderNow,
    composer,
    view,
    rounded,
    onKey,
    onMeasured,
    editRef,
  } = props;
  const stageRef = useRef<StageState | null>(null);
  const editing = useRef<Element | null>(null);
  const [session, setSession] = useState<WordsSession | null>(null);
  const sessionRef = useRef<WordsSession | null>(null);
  const [rect, setRect] = useState<Rect | null>(null);
  const selected = view.selection?.node ?? null;
  const mine = view.selection?.width === scope;

  const measure = useCallback(
    (stage: StageState) => {
      const element = selected ? find(stage, selected) : null;
      if (!element) return setRect(null);
      const found = element.getBoundingClientRect();
      const next = { x: found.x, y: found.y, width: found.width, height: found.height };
      setRect((before) =>
        before &&
        before.x === next.x &&
        before.y === next.y &&
        before.width === next.width &&
        before.height === next.height
          ? before
          : next,
      );
      if (mine && onMeasured) {
        const line = Number.parseFloat(stage.document.defaultView?.getComputedStyle(element).lineHeight ?? "");
        onMeasured({ lines: Math.max(1, Math.round(found.height / (line || found.height || 1))), widthPx });
      }
    },
    [selected, mine, onMeasured, widthPx],
  );

  useEffect(() => {
    if (stageRef.current) measure(stageRef.current);
  }, [measure]);

  useEffect(
    () =>
      composer.onStage(() => {
        if (stageRef.current) patchStage(stageRef.current, renderNow(), renderer, editing.current);
      }),
    [composer, renderNow, renderer],
  );

  const begin = (node: string, at?: Element) => {
    const stage = stageRef.current;
    const element = stage && find(stage, node);
    const block = composer.node(node);
    if (!stage || !element || !block || sessionRef.current?.node === node) return null;
    sessionRef.current?.end();
    const started = beginWords(
      {
        node: block,
        element,
        change: (field, value) => {
          const refusal = composer.typeWords(node, field, value);
          if (refusal) composer.say(refusal);
        },
        ended: () => {
          sessionRef.current = null;
          editing.current = null;
          setSession(null);
          const still = find(stage, node);
          if (still) rewriteSection(stage, still);
        },
      },
      at ?? element,
    );
    sessionRef.current = started;
    editing.current = started?.element ?? null;
    setSession(started);
    return started;
  };

  const handlers = { begin, onKey, composer, scope };
  const latest = useRef(handlers);
  latest.current = handlers;
  if (editRef)
    editRef.current = (node) => {
      const started = begin(node);
      if (started?.editor) started.editor.commands.focus("end");
      else started?.element.focus();
    };

  const open = (stage: StageState) => {
    stageRef.current = stage;
    const { document } = stage;
    const onDown = (event: Event) => {
      const target = event.target as Element;
      const block = target.closest?.<HTMLElement>("[data-n]");
      if (sessionRef.current?.element.contains(target)) return;
      sessionRef.current?.end();
      if (!block) return latest.current.composer.select(null);
      const node = block.dataset.n as string;
      latest.current.composer.select(node, latest.current.scope);
      latest.current.begin(node, target);
    };
    const stop = (event: Event) => {
      event.preventDefault();
      // A menu that is folded open is part of looking at the page.
      const summary = (event.target as Element).closest?.("summary");
      if (summary?.parentElement) (summary.parentElement as HTMLDetailsElement).toggleAttribute("open");
    };
    const onFrameKey = (event: KeyboardEvent) => {
      const meta = event.ctrlKey || event.metaKey;
      if (sessionRef.current) {
        const undoing = meta && ["z", "y"].includes(event.key.toLowerCase());
        if (event.key !== "Escape" && !undoing) return;
        sessionRef.current.end();
        if (event.key === "Escape") {
          event.preventDefault();
          document.defaultView?.parent.focus();
          return;
        }
      }
      latest.current.onKey(event);
    };
    // Focus that goes to the sheet ends the words; the small bar of tools keeps it where it is.
    const onLeft = (event: FocusEvent) => {
      if (!(event.target as Element | null)?.closest?.("[role=toolbar],iframe")) sessionRef.current?.end();
    };
    addEventListener("focusin", onLeft);
    document.addEventListener("pointerdown", onDown);
    document.addEventListener("click", stop);
    document.addEventListener("keydown", onFrameKey, true);
    return () => {
      sessionRef.current?.end();
      removeEventListener("focusin", onLeft);
      document.removeEventListener("pointerdown", onDown);
      document.removeEventListener("click", stop);
      document.removeEventListener("keydown", onFrameKey, true);
      stageRef.current = null;
    };
  };

  const block = selected ? composer.node(selected) : null;
  return (
    <Box flex="none">
      <Flex fontSize="small" h="26px" align="center" gap="8px">
        <Text fontWeight="700">{name}</Text>
        <Text color="ink2">{`${widthPx} px · shown at ${Math.round(scale * 100)} %`}</Text>
      </Flex>
      <Box
        position="relative"
        borderRadius={rounded ? "10px" : "0"}
        boxShadow="page"
        bg="white"
        overflow="clip"
        overflowClipMargin="24px"
      >
        <StageFrame
          title={`${name}, ${widthPx} px`}
          widthPx={widthPx}
          scale={scale}
          rendered={rendered}
          renderer={renderer}
          editing={editing}
          onOpen={open}
          onLaidOut={measure}
        />
        {rect && block ? (
          <CropMarks
            rect={rect}
            scale={scale}
            faint={!mine}
            tag={block.kind === "section" ? String(block.content.name) : kinds[block.kind].label}
          />
        ) : null}
        {session?.editor && rect ? (
          <WordsTools editor={session.editor} x={rect.x * scale} y={(rect.y + rect.height) * scale + 10} />
        ) : null}
      </Box>
    </Box>
  );
}
