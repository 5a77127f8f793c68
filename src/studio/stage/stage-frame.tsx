"use client";
// One frame of the stage: an iframe without scripts that shows a rendered page at one width, scaled to fit.
import { Box } from "@chakra-ui/react";
import type { Ref } from "react";
import { type MutableRefObject, useEffect, useLayoutEffect, useRef, useState } from "react";
import type { RenderedPage, Renderer } from "@/core/render/render";
import { putGroundInView } from "./ground-in-view";
import { openStage, patchStage, type StageState } from "./patch";

export interface StageFrameProps {
  readonly title: string;
  readonly widthPx: number;
  readonly scale: number;
  readonly rendered: RenderedPage;
  readonly renderer: Renderer;
  /** Shows no more than this height of the page, in screen px. */
  readonly clipPx?: number;
  /** And no less, in screen px. */
  readonly leastPx?: number;
  /** Element whose words are being typed in this frame. */
  readonly editing?: MutableRefObject<Element | null>;
  /** Whether blocks hidden at this width are shown faintly. */
  readonly ghosts?: boolean;
  /** Called once the frame's document is there; answers how to clean up. */
  onOpen?(stage: StageState): undefined | (() => void);
  /** Called after each patch and whenever the page's height changes. */
  onLaidOut?(stage: StageState): void;
  readonly children?: React.ReactNode;
}

/** The frame. One that is moved in the document, as in a list that is sorted anew, loses its own: then it is opened again. */
export function StageFrame(props: StageFrameProps) {
  const [opened, open] = useState(0);
  return <OpenedFrame key={opened} {...props} onLost={() => open((count) => count + 1)} />;
}

function OpenedFrame({
  title,
  widthPx,
  scale,
  rendered,
  renderer,
  clipPx,
  leastPx = 40,
  editing,
  ghosts,
  onOpen,
  onLaidOut,
  onLost,
  children,
}: StageFrameProps & { readonly onLost: () => void }) {
  const frame = useRef<HTMLIFrameElement>(null);
  const stage = useRef<StageState | null>(null);
  const [heightPx, setHeight] = useState(600);
  const laidOut = useRef(onLaidOut);
  laidOut.current = onLaidOut;

  // biome-ignore lint/correctness/useExhaustiveDependencies: the document is opened once for the frame's life
  useLayoutEffect(() => {
    const element = frame.current;
    const document = element?.contentDocument;
    if (!element || !document) return;
    const state = openStage(document, ghosts);
    stage.current = state;
    patchStage(state, rendered, renderer, null);
    const close = onOpen?.(state);
    const measure = () => {
      setHeight(Math.ceil(document.body.getBoundingClientRect().height));
      laidOut.current?.(state);
    };
    const observer = new ResizeObserver(measure);
    observer.observe(document.body);
    measure();
    const scrolled = () => putGroundInView(element);
    window.addEventListener("scroll", scrolled, { capture: true, passive: true });
    window.addEventListener("resize", scrolled);
    const loaded = () => element.contentDocument !== document && onLost();
    element.addEventListener("load", loaded);
    return () => {
      element.removeEventListener("load", loaded);
      window.removeEventListener("scroll", scrolled, { capture: true });
      window.removeEventListener("resize", scrolled);
      observer.disconnect();
      close?.();
      stage.current = null;
    };
  }, []);

  useLayoutEffect(() => {
    if (!stage.current) return;
    patchStage(stage.current, rendered, renderer, editing?.current ?? null);
  }, [rendered, renderer, editing]);

  // Measuring waits until after the frame is painted: it must not hold up the edit.
  useEffect(() => {
    if (rendered && stage.current) laidOut.current?.(stage.current);
  }, [rendered]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: it is put anew whenever one of these is another
  useEffect(() => {
    if (frame.current) putGroundInView(frame.current);
  }, [rendered, heightPx, scale]);

  const shown = clipPx === undefined ? heightPx * scale : Math.min(clipPx, Math.max(heightPx * scale, leastPx));
  // Clipped, not hidden: what is brought into view from inside the frame must not scroll this box, only the pane around it.
  return (
    <Box position="relative" w={`${widthPx * scale}px`} h={`${shown}px`} overflow="clip" bg="white" flex="none">
      <Frame frame={frame} title={title} widthPx={widthPx} heightPx={heightPx} scale={scale} />
      {children}
    </Box>
  );
}

/** The frame itself, scaled to the room it has. */
const Frame = ({
  frame,
  title,
  widthPx,
  heightPx,
  scale,
}: {
  frame: Ref<HTMLIFrameElement>;
  title: string;
  widthPx: number;
  heightPx: number;
  scale: number;
}) => (
  <iframe
    ref={frame}
    title={title}
    data-stage=""
    sandbox="allow-same-origin"
    tabIndex={-1}
    style={{
      width: widthPx,
      height: Math.max(heightPx, 40),
      transform: `scale(${scale})`,
      transformOrigin: "0 0",
      border: 0,
      display: "block",
    }}
  />
);
