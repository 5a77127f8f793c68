"use client";
// A frame one works on: click to select, click into words to edit them, crop marks drawn above.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useCallback, useEffect, useRef, useState } from "react";
import { kinds } from "@/core/page/kinds";
import type { Width } from "@/core/page/look";
import type { RenderedPage, Renderer } from "@/core/render/render";
import type { Pane } from "@/studio/composer/scroll-together";
import type { Composer, ComposerView } from "@/studio/composer/store";
import { words } from "@/studio/composer/words";
import { useSite } from "@/studio/frame/site-context";
import { beginWords, putCaret, takeCaret, wordsBeside } from "@/studio/stage/words-session";
import type { Click, WordsSession, WordsTarget } from "@/studio/stage/words-target";
import { BlockGrip } from "./block-grip";
import { CornerTicks } from "./corner-ticks";
import { DragHandles, type Edges, edgesOf } from "./drag-handles";
import { FrameEdge } from "./frame-edge";
import { MarkTag } from "./mark-tag";
import { patchStage, rewriteSection, type StageState, unfold } from "./patch";
import { StageFrame } from "./stage-frame";
import { tagPlace } from "./tag-place";
import { WordsTools } from "./words-tools";

interface Rect {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
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

const find = (stage: StageState, node: string) =>
  stage.document.querySelector<HTMLElement>(`[data-n="${CSS.escape(node)}"]`);

/** Four corner ticks and a small tag: drawn in screen px, so that they are as fine at every scale. */
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

export const clipboardEvents = ["copy", "cut", "paste"] as const;

/** A pointer that moved less than this was not dragged, in px. */
const dragPx = 6;

const rectOf = ({ x, y, width, height }: DOMRect): Rect => ({ x, y, width, height });

/** Blocks that stand inside of a frame whole, the outermost of each. */
function blocksInside(document: Document, area: Rect): readonly string[] {
  const found: string[] = [];
  const walk = (within: Element) => {
    for (const element of within.children) {
      const id = (element as HTMLElement).dataset.n;
      const box = element.getBoundingClientRect();
      const inside =
        box.left >= area.x &&
        box.top >= area.y &&
        box.right <= area.x + area.width &&
        box.bottom <= area.y + area.height;
      if (id && inside && box.width > 0) found.push(id);
      else walk(element);
    }
  };
  walk(document.body);
  return found;
}

/** How another person is called here. */
export const personName = (person: { readonly name: string; readonly self: boolean }): string =>
  person.self ? words.youElsewhere : person.name;

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
    onClipboard,
    roomPx,
    onPane,
    onScrolled,
    editRef,
    edge,
    headerScrolled = false,
  } = props;
  const { brand } = useSite();
  const paneRef = useRef<HTMLDivElement>(null);
  const stageRef = useRef<StageState | null>(null);
  const editing = useRef<Element | null>(null);
  const [session, setSession] = useState<WordsSession | null>(null);
  const sessionRef = useRef<WordsSession | null>(null);
  const [rect, setRect] = useState<Rect | null>(null);
  const [tagAt, setTagAt] = useState({ x: 0, y: 0 });
  const [edges, setEdges] = useState<Edges | null>(null);
  const [marquee, setMarquee] = useState<Rect | null>(null);
  const [further, setFurther] = useState<readonly Rect[]>([]);
  const [others, setOthers] = useState<readonly { tab: string; name: string; rect: Rect }[]>([]);
  const selected = view.selection?.node ?? null;
  const more = view.selection?.more;
  const mine = view.selection?.width === scope;
  const { people } = view;
  const selectedBlock = selected ? composer.node(selected) : null;
  const tag = selectedBlock ? composer.titleOf(selectedBlock) : "";
  const tagLength = tag.length;

  const measure = useCallback(
    (stage: StageState) => {
      const places = people.flatMap((person) => {
        const where = person.node ? find(stage, person.node)?.getBoundingClientRect() : null;
        if (!where) return [];
        const { x, y, width, height } = where;
        return [{ tab: person.tab, name: personName(person), rect: { x, y, width, height } }];
      });
      setOthers((before) => (JSON.stringify(before) === JSON.stringify(places) ? before : places));
      const along = (more ?? []).flatMap((id) => find(stage, id)?.getBoundingClientRect() ?? []).map(rectOf);
      setFurther((before) => (JSON.stringify(before) === JSON.stringify(along) ? before : along));
      const element = selected ? find(stage, selected) : null;
      const own = selected && mine && element ? composer.node(selected) : null;
      const around = element && own ? edgesOf(element, own) : null;
      setEdges((before) => (JSON.stringify(before) === JSON.stringify(around) ? before : around));
      if (!element) return setRect(null);
      unfold(element);
      const place = tagPlace(stage.document, element, scale, tagLength);
      setTagAt((before) => (before.x === place.x && before.y === place.y ? before : { x: place.x, y: place.y }));
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
    },
    [selected, more, mine, people, scale, tagLength, composer],
  );

  useEffect(() => {
    if (stageRef.current) measure(stageRef.current);
  }, [measure]);

  useEffect(() => {
    stageRef.current?.document.documentElement.classList.toggle("past", headerScrolled);
  }, [headerScrolled]);

  useEffect(
    () =>
      composer.onStage(() => {
        const session = sessionRef.current;
        // Words that are gone end their session before their element goes: its focus would end it amid the patch.
        if (session && !session.refresh()) session.end();
        if (stageRef.current) patchStage(stageRef.current, renderNow(), renderer, editing.current);
      }),
    [composer, renderNow, renderer],
  );

  // Words are written in one frame at a time: where another frame or block is chosen, these end. What is chosen is asked
  // for as it is now: an effect may run late, and would end words begun since.
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was drawn tells that something else may be chosen
  useEffect(() => {
    const open = sessionRef.current;
    const chosen = composer.getView().selection;
    if (open && (chosen?.width !== scope || chosen.node !== open.node)) open.end();
  }, [mine, selected, composer, scope]);

  const begin = (node: string, at?: Element, click: Click | null = null): WordsSession | null => {
    const stage = stageRef.current;
    const element = stage && find(stage, node);
    const block = composer.node(node);
    if (!stage || !element || !block) return null;
    const field = at?.closest<HTMLElement>("[data-p]")?.dataset.p ?? kinds[block.kind].onPage ?? "";
    if (!composer.mayWrite(node, field)) return null;
    sessionRef.current?.end();
    const target: WordsTarget = {
      composer,
      node: block,
      element: find(stage, node) ?? element,
      ended: () => {
        sessionRef.current = null;
        editing.current = null;
        setSession(null);
        const still = find(stage, node);
        if (still) rewriteSection(stage, still);
      },
      turnTo: (line, caret) => {
        sessionRef.current?.end();
        const next = find(stage, node)?.querySelector<HTMLElement>(`[data-l="${CSS.escape(line)}"]`);
        const started = next && begin(node, next);
        if (!started) return;
        started.element.focus();
        putCaret(started.element, caret === "front" ? 0 : (started.element.textContent ?? "").length);
      },
    };
    const place = at?.isConnected ? at : target.element;
    const started = beginWords(target, place, click);
    sessionRef.current = started;
    editing.current = started?.element ?? null;
    setSession(started);
    void started?.become?.then((next) => {
      if (!next || sessionRef.current !== started) return;
      sessionRef.current = next;
      setSession(next);
    });
    return started;
  };

  // The end of the session before may have drawn the section anew: the words are found by their names.
  const turnTo = (node: string, [line, part]: readonly [string | undefined, string | undefined]) => {
    const block = stageRef.current && find(stageRef.current, node);
    const within = line ? block?.querySelector(`[data-l="${CSS.escape(line)}"]`) : block;
    const element = within?.querySelector<HTMLElement>(`[data-p="${CSS.escape(part ?? "")}"]`);
    const started = element && begin(node, element);
    if (!started) return;
    started.element.focus();
    putCaret(started.element, (started.element.textContent ?? "").length);
  };

  const handlers = { begin, turnTo, onKey, onClipboard, composer, scope };
  const latest = useRef(handlers);
  latest.current = handlers;
  if (editRef)
    editRef.current = (node) => {
      const started = begin(node);
      if (!started || started.editor) return;
      started.element.focus();
      putCaret(started.element, (started.element.textContent ?? "").length);
    };

  const open = (stage: StageState) => {
    stageRef.current = stage;
    const { document } = stage;
    // With Shift: a click adds a block, a drag draws a frame around those that are chosen.
    const drawFrame = (down: PointerEvent, node: string | null) => {
      const from = { x: down.clientX, y: down.clientY };
      const area = (event: PointerEvent): Rect => ({
        x: Math.min(from.x, event.clientX),
        y: Math.min(from.y, event.clientY),
        width: Math.abs(event.clientX - from.x),
        height: Math.abs(event.clientY - from.y),
      });
      const move = (event: PointerEvent) => setMarquee(area(event));
      const up = (event: PointerEvent) => {
        document.removeEventListener("pointermove", move);
        document.removeEventListener("pointerup", up);
        setMarquee(null);
        const drawn = area(event);
        const { composer, scope } = latest.current;
        if (drawn.width < dragPx && drawn.height < dragPx) {
          if (node) composer.toggle(node, scope);
          return;
        }
        const inside = blocksInside(document, drawn).map((one) => composer.chosen(one));
        if (inside.length) composer.selectAll([...new Set(inside)], scope);
      };
      document.addEventListener("pointermove", move);
      document.addEventListener("pointerup", up);
    };
    const onDown = (event: PointerEvent) => {
      const target = event.target as Element;
      const block = target.closest?.<HTMLElement>("[data-n]");
      if (sessionRef.current?.element.contains(target)) return;
      const before = sessionRef.current;
      before?.end();
      if (!block) return event.shiftKey ? drawFrame(event, null) : latest.current.composer.select(null);
      const node = latest.current.composer.chosen(block.dataset.n as string);
      if (event.shiftKey) {
        event.preventDefault();
        drawFrame(event, node);
        return;
      }
      latest.current.composer.select(node, latest.current.scope);
      // The end of the session before may have drawn the section anew.
      const now = document.elementFromPoint(event.clientX, event.clientY) ?? target;
      const click = { x: event.clientX, y: event.clientY };
      const started = latest.current.begin(node, now, click);
      // Where the section was drawn anew under the pointer, the press goes to what is no longer there.
      if (before && started && !started.editor)
        document.addEventListener("mouseup", () => takeCaret(started.element, click), { once: true, capture: true });
    };
    const stop = (event: Event) => {
      event.preventDefault();
      // A menu that is folded open is part of looking at the page.
      const summary = (event.target as Element).closest?.("summary");
      if (summary?.parentElement) (summary.parentElement as HTMLDetailsElement).toggleAttribute("open");
    };
    const onFrameKey = (event: KeyboardEvent) => {
      const meta = event.ctrlKey || event.metaKey;
      const session = sessionRef.current;
      if (session) {
        const key = event.key.toLowerCase();
        if (meta && (key === "z" || key === "y")) {
          // Steps back are the composer's; the words stay open.
          event.preventDefault();
          event.stopPropagation();
          if (key === "y" || event.shiftKey) composer.redo();
          else composer.undo();
          return;
        }
        if (key === "tab") {
          // From cell to cell of a table, from part to part of a line.
          const block = find(stage, session.node);
          const next = block && wordsBeside(block, session.element, event.shiftKey ? -1 : 1);
          if (!next) return session.end();
          event.preventDefault();
          const path = [next.closest<HTMLElement>("[data-l]")?.dataset.l, next.dataset.p] as const;
          session.end();
          latest.current.turnTo(session.node, path);
          return;
        }
        if (key !== "escape") return;
        event.preventDefault();
        session.end();
        document.defaultView?.parent.focus();
        return;
      }
      latest.current.onKey(event);
    };
    // Focus or a press that goes elsewhere ends the words; the small bar of tools keeps them.
    const onLeft = (event: Event) => {
      if (!(event.target as Element | null)?.closest?.("[role=toolbar],iframe")) sessionRef.current?.end();
    };
    addEventListener("pointerdown", onLeft);
    addEventListener("focusin", onLeft);
    document.addEventListener("pointerdown", onDown);
    document.addEventListener("click", stop);
    document.addEventListener("keydown", onFrameKey, true);
    const onClip = (event: ClipboardEvent) => {
      if (!sessionRef.current) latest.current.onClipboard(event);
    };
    for (const type of clipboardEvents) document.addEventListener(type, onClip);
    return () => {
      sessionRef.current?.end();
      removeEventListener("pointerdown", onLeft);
      removeEventListener("focusin", onLeft);
      document.removeEventListener("pointerdown", onDown);
      document.removeEventListener("click", stop);
      document.removeEventListener("keydown", onFrameKey, true);
      for (const type of clipboardEvents) document.removeEventListener(type, onClip);
      stageRef.current = null;
    };
  };

  useEffect(() => {
    const element = paneRef.current;
    const stage = stageRef.current;
    if (element && stage) onPane?.({ element, stage, scale });
    return () => onPane?.(null);
  }, [onPane, scale]);

  const block = selected ? composer.node(selected) : null;
  const movable = block !== null && composer.mayLayout && !composer.isInside(block.id);
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
        pb="84px"
        data-pane=""
        tabIndex={0}
        role="region"
        aria-label={words.framePane(name)}
        // What is brought into view comes to stand above the strip at the foot.
        css={{ scrollbarWidth: "none", scrollPaddingBlock: "8px 84px" }}
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
          {rect && block ? (
            <CropMarks rect={rect} scale={scale} faint={!mine} tag={movable ? "" : tag} tagAt={tagAt} />
          ) : null}
          {rect && block && mine && movable ? (
            <BlockGrip
              key={block.id}
              composer={composer}
              node={block}
              x={tagAt.x * scale}
              y={tagAt.y * scale}
              tag={tag}
            />
          ) : null}
          {further.map((one) => (
            <CropMarks
              key={`${one.x} ${one.y} ${one.width}`}
              rect={one}
              scale={scale}
              faint={!mine}
              tag=""
              tagAt={one}
            />
          ))}
          {edges && block && movable && !more && !session ? (
            <DragHandles
              composer={composer}
              node={block}
              width={scope}
              edges={edges}
              scale={scale}
              spacing={brand.space}
            />
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
        </Box>
      </Box>
      {edge ? <FrameEdge widthPx={widthPx} scale={scale} {...edge} /> : null}
    </Flex>
  );
}
