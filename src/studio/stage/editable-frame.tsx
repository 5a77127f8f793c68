"use client";
// A frame one works on: click to select, click into words to edit them, crop marks drawn above.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import type { Width } from "@/core/page/look/look";
import { samplesShown } from "@/core/page/words/samples-shown";
import type { RenderedPage, Renderer } from "@/core/render/render";
import type { Pane } from "@/studio/composer/scroll-together";
import { worksByKeys } from "@/studio/composer/single-keys";
import type { Composer, ComposerView } from "@/studio/composer/store";
import { words } from "@/studio/composer/words";
import { useSite } from "@/studio/frame/site-context";
import type { Click, WordsSession } from "@/studio/stage/words-target";
import { BlockGrip } from "./block-grip";
import { CornerTicks } from "./corner-ticks";
import { DragHandles } from "./drag-handles";
import { FrameEdge } from "./frame-edge";
import { listenTo, type Rect } from "./frame-events";
import { MarkTag } from "./mark-tag";
import { markSamples, patchStage, type StageState } from "./patch";
import { StageFrame } from "./stage-frame";
import { useMarks } from "./use-marks";
import { goOnIn, useWords } from "./use-words";
import { WordsTools } from "./words-tools";

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
  /** How wide it may be on the screen, in px: a wider frame scrolls in it. */
  readonly roomPx: number;
  /** How its edge is moved; absent for a frame of a fixed width. */
  readonly edge?: { readonly centred: boolean; onWidth(widthPx: number): void };
  /** Given what scrolls once it is there, and null when it goes. */
  onPane?(pane: Pane | null): void;
  onScrolled?(): void;
  onKey(event: KeyboardEvent): void;
  /** Copy, cut and paste while no words are written. */
  onClipboard(event: ClipboardEvent): void;
  /** The header is shown as it is once the page is scrolled. */
  readonly headerScrolled?: boolean;
  /** Handed a way to begin editing the words of the selected block from outside. */
  readonly editRef?: { current: ((node: string) => void) | null };
}

function CropMarks({
  rect,
  scale,
  faint,
  tag,
  tagAt,
}: {
  rect: Rect;
  scale: number;
  faint: boolean;
  tag: string;
  /** Where the tag stands, in px of the frame. */
  tagAt: { x: number; y: number };
}) {
  const box = { x: rect.x * scale, y: rect.y * scale, w: rect.width * scale, h: rect.height * scale };
  const tick = Math.min(14, box.w / 3, box.h / 2);
  const around = { left: box.x - 5, top: box.y - 5, right: box.x + box.w + 5, bottom: box.y + box.h + 5 };
  return (
    <Box position="absolute" inset="0" pointerEvents="none" aria-hidden="true">
      <CornerTicks box={around} tickPx={tick} faint={faint} />
      {faint || !tag ? null : (
        <MarkTag left={`${tagAt.x * scale}px`} top={`${tagAt.y * scale}px`}>
          {tag}
        </MarkTag>
      )}
    </Box>
  );
}

/** Where somebody else is: an edge of their own, told by its dashes and the name at it. */
function PersonMark({ rect, scale, name }: { rect: Rect; scale: number; name: string }) {
  return (
    <Box
      position="absolute"
      pointerEvents="none"
      left={`${rect.x * scale - 3}px`}
      top={`${rect.y * scale - 3}px`}
      w={`${rect.width * scale + 6}px`}
      h={`${rect.height * scale + 6}px`}
      borderWidth="1.5px"
      borderStyle="dashed"
      borderColor="ink2"
    >
      <Box
        position="absolute"
        right="-1px"
        top={rect.y * scale > 22 ? "-18px" : "100%"}
        bg="ink2"
        color="sheet"
        fontSize="11px"
        fontWeight="600"
        px="6px"
        py="1px"
        whiteSpace="nowrap"
      >
        {name}
      </Box>
    </Box>
  );
}

export function EditableFrame(props: EditableFrameProps) {
  const { name, widthPx, scale, scope, rendered, renderer, renderNow, composer, view, rounded } = props;
  const { onKey, onClipboard, roomPx, onPane, onScrolled, editRef, edge, headerScrolled = false } = props;
  const paneRef = useRef<HTMLDivElement>(null);
  const stageRef = useRef<StageState | null>(null);
  const [marquee, setMarquee] = useState<Rect | null>(null);
  const marks = useMarks({ composer, view, scope, scale });
  const { measure, mine, selected } = marks;
  const { editing, session, sessionRef, begin, beginHolding, turnTo } = useWords({
    composer,
    scope,
    stageRef,
    mine,
    selected,
  });

  useEffect(() => {
    if (stageRef.current) measure(stageRef.current);
  }, [measure]);

  const { header, page, footer, shared } = view;
  useEffect(() => {
    const nodes = samplesShown([header, page, footer], shared).map(({ node }) => node);
    if (stageRef.current) markSamples(stageRef.current, nodes);
  }, [header, page, footer, shared]);

  useEffect(() => {
    stageRef.current?.document.documentElement.classList.toggle("past", headerScrolled);
  }, [headerScrolled]);

  useEffect(
    () =>
      composer.onStage(() => {
        const open = sessionRef.current;
        // Words that are gone end their session before their element goes: its focus would end it amid the patch.
        if (open && !open.refresh()) open.end();
        if (stageRef.current) patchStage(stageRef.current, renderNow(), renderer, editing.current);
      }),
    [composer, renderNow, renderer, sessionRef, editing],
  );

  const press = (node: string, at?: Element, click: Click | null = null) => {
    const started = begin(node, at, click);
    return started && beginHolding(node, () => started);
  };
  const handlers = { begin: press, turnTo, onKey, onClipboard, composer, scope };
  const latest = useRef(handlers);
  latest.current = handlers;
  if (editRef)
    editRef.current = (node) =>
      beginHolding(node, () => {
        const started = begin(node);
        if (started && !started.editor) goOnIn(started);
        return started;
      });

  const open = (stage: StageState) => {
    stageRef.current = stage;
    const end = listenTo({
      stage,
      words: { now: () => sessionRef.current },
      to: () => latest.current,
      onMarquee: setMarquee,
    });
    return () => {
      end();
      stageRef.current = null;
    };
  };

  useEffect(() => {
    const element = paneRef.current;
    const stage = stageRef.current;
    if (element && stage) onPane?.({ element, stage, scale });
    return () => onPane?.(null);
  }, [onPane, scale]);

  const shownPx = Math.min(roomPx, widthPx * scale);
  return (
    <Flex direction="column" flex="none" h="100%" minH="0" w={`${shownPx}px`} position="relative">
      <Flex fontSize="small" h="26px" flex="none" align="center" gap="8px" whiteSpace="nowrap">
        <Text fontWeight="700">{name}</Text>
        <Text color="ink2">{words.frameSize(widthPx, Math.round(scale * 100))}</Text>
      </Flex>
      <Box
        ref={paneRef}
        flex="1"
        minH="0"
        overflow="auto"
        mx="-8px"
        px="8px"
        pt="8px"
        pb="24px"
        data-pane=""
        {...worksByKeys}
        tabIndex={0}
        role="region"
        aria-label={words.framePane(name)}
        css={{ scrollbarWidth: "none", scrollPaddingBlock: "8px 24px" }}
        onScroll={() => onScrolled?.()}
        onPointerDown={(event) => event.target === event.currentTarget && composer.select(null)}
      >
        <Box
          position="relative"
          w={`${widthPx * scale}px`}
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
            ghosts
            onOpen={open}
            onLaidOut={measure}
          />
          <Marks {...{ composer, marks, scope, scale, marquee, session }} />
        </Box>
      </Box>
      {edge ? <FrameEdge widthPx={widthPx} scale={scale} {...edge} /> : null}
    </Flex>
  );
}

/** What stands over the page: marks around what is chosen, handles and tools for it, and where others are. */
function Marks({
  composer,
  marks: { rect, tagAt, edges, further, others, mine, more, block, tag },
  scope,
  scale,
  marquee,
  session,
}: {
  composer: Composer;
  marks: ReturnType<typeof useMarks>;
  scope: Width;
  scale: number;
  marquee: Rect | null;
  session: WordsSession | null;
}) {
  const { brand } = useSite();
  const movable = block !== null && composer.mayLayout && !composer.isInside(block.id);
  return (
    <>
      {rect && block ? (
        <CropMarks rect={rect} scale={scale} faint={!mine} tag={movable ? "" : tag} tagAt={tagAt} />
      ) : null}
      {rect && block && mine && movable ? (
        <BlockGrip key={block.id} composer={composer} node={block} x={tagAt.x * scale} y={tagAt.y * scale} tag={tag} />
      ) : null}
      {further.map((one) => (
        <CropMarks key={`${one.x} ${one.y} ${one.width}`} rect={one} scale={scale} faint={!mine} tag="" tagAt={one} />
      ))}
      {edges && block && movable && !more && !session ? (
        <DragHandles composer={composer} node={block} width={scope} edges={edges} scale={scale} spacing={brand.space} />
      ) : null}
      {marquee ? (
        <Box
          position="absolute"
          pointerEvents="none"
          left={`${marquee.x * scale}px`}
          top={`${marquee.y * scale}px`}
          w={`${marquee.width * scale}px`}
          h={`${marquee.height * scale}px`}
          borderWidth="1.5px"
          borderColor="mark"
        />
      ) : null}
      {others.map((other) => (
        <PersonMark key={other.tab} rect={other.rect} scale={scale} name={other.name} />
      ))}
      {session?.editor && rect ? (
        <WordsTools
          composer={composer}
          editor={session.editor}
          x={rect.x * scale}
          y={(rect.y + rect.height) * scale + 10}
        />
      ) : null}
    </>
  );
}
