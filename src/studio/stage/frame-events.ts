// What happens in a frame of the stage: presses choose blocks and begin words, keys write or command, drags with Shift choose several.
import type { Width } from "@/core/page/look/look";
import type { Composer } from "@/studio/composer/store";
import { takeCaret, wordsBeside } from "@/studio/stage/words-session";
import type { Click, WordsSession } from "@/studio/stage/words-target";
import type { StageState } from "./patch";

export interface Rect {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export const find = (stage: StageState, node: string) =>
  stage.document.querySelector<HTMLElement>(`[data-n="${CSS.escape(node)}"]`);

/** Four corner ticks and a small tag: drawn in screen px, so that they are as fine at every scale. */
export const clipboardEvents = ["copy", "cut", "paste"] as const;

/** A pointer that moved less than this was not dragged, in px. */
const dragPx = 6;

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

/** What the events go to, as it is now. */
export interface FrameHandlers {
  readonly composer: Composer;
  readonly scope: Width;
  begin(node: string, at?: Element, click?: Click | null): WordsSession | null;
  turnTo(node: string, path: readonly [line: string | undefined, part: string | undefined]): void;
  onKey(event: KeyboardEvent): void;
  onClipboard(event: ClipboardEvent): void;
}

interface Listening {
  readonly stage: StageState;
  /** The words that are open. */
  readonly words: { now(): WordsSession | null };
  to(): FrameHandlers;
  onMarquee(area: Rect | null): void;
}

/** With Shift: a click adds a block, a drag draws a frame around those that are chosen. */
function drawFrame({ stage: { document }, to, onMarquee }: Listening, down: PointerEvent, node: string | null): void {
  const from = { x: down.clientX, y: down.clientY };
  const area = (event: PointerEvent): Rect => ({
    x: Math.min(from.x, event.clientX),
    y: Math.min(from.y, event.clientY),
    width: Math.abs(event.clientX - from.x),
    height: Math.abs(event.clientY - from.y),
  });
  const move = (event: PointerEvent) => onMarquee(area(event));
  const up = (event: PointerEvent) => {
    document.removeEventListener("pointermove", move);
    document.removeEventListener("pointerup", up);
    onMarquee(null);
    const drawn = area(event);
    const { composer, scope } = to();
    if (drawn.width < dragPx && drawn.height < dragPx) {
      if (node) composer.toggle(node, scope);
      return;
    }
    const inside = blocksInside(document, drawn).map((one) => composer.chosen(one));
    if (inside.length) composer.selectAll([...new Set(inside)], scope);
  };
  document.addEventListener("pointermove", move);
  document.addEventListener("pointerup", up);
}

/** A press: on nothing it chooses nothing; on a block it chooses it, and its words begin. */
function pressed(listening: Listening, event: PointerEvent): void {
  const { stage, words, to } = listening;
  const target = event.target as Element;
  const block = target.closest?.<HTMLElement>("[data-n]");
  if (words.now()?.element.contains(target)) return;
  const before = words.now();
  before?.end();
  if (!block) {
    if (event.shiftKey) drawFrame(listening, event, null);
    else to().composer.select(null);
    return;
  }
  const node = to().composer.chosen(block.dataset.n as string);
  if (event.shiftKey) {
    event.preventDefault();
    drawFrame(listening, event, node);
    return;
  }
  to().composer.select(node, to().scope);
  // The end of the session before may have drawn the section anew.
  const now = stage.document.elementFromPoint(event.clientX, event.clientY) ?? target;
  const click = { x: event.clientX, y: event.clientY };
  const started = to().begin(node, now, click);
  // Where the section was drawn anew under the pointer, the press goes to what is no longer there.
  if (before && started && !started.editor)
    stage.document.addEventListener("mouseup", () => takeCaret(started.element, click), { once: true, capture: true });
}

/** A double press on a block without words is Enter: it opens what can be chosen there, as a picture. */
function pressedTwice({ stage, words, to }: Listening, event: MouseEvent): void {
  const block = (event.target as Element).closest?.<HTMLElement>("[data-n]")?.dataset.n;
  if (!block || words.now() || to().composer.node(to().composer.chosen(block))?.children) return;
  const pane = stage.document.defaultView?.frameElement?.closest<HTMLElement>("[data-pane]");
  pane?.focus({ preventScroll: true });
  pane?.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true, cancelable: true }));
}

/** Nothing on a page leads away; a menu that is folded open is part of looking at it. */
function stopped(event: Event): void {
  event.preventDefault();
  const summary = (event.target as Element).closest?.("summary");
  if (summary?.parentElement) (summary.parentElement as HTMLDetailsElement).toggleAttribute("open");
}

/** A key while words are open: steps back are the composer's, Tab goes to the words beside, Escape ends them. */
function typed({ stage, to }: Listening, session: WordsSession, event: KeyboardEvent): void {
  const key = event.key.toLowerCase();
  if ((event.ctrlKey || event.metaKey) && (key === "z" || key === "y")) {
    // Steps back are the composer's; the words stay open.
    event.preventDefault();
    event.stopPropagation();
    if (key === "y" || event.shiftKey) to().composer.redo();
    else to().composer.undo();
    return;
  }
  if (key === "tab") {
    // From cell to cell of a table, from part to part of a line.
    const block = find(stage, session.node);
    const next = block && wordsBeside(block, session.element, event.shiftKey ? -1 : 1);
    if (!next) {
      session.end();
      return;
    }
    event.preventDefault();
    const path = [next.closest<HTMLElement>("[data-l]")?.dataset.l, next.dataset.p] as const;
    session.end();
    to().turnTo(session.node, path);
    return;
  }
  if (key !== "escape") return;
  event.preventDefault();
  session.end();
  // Keys go on on the stage.
  const pane = stage.document.defaultView?.frameElement?.closest<HTMLElement>("[data-pane]");
  pane?.focus({ preventScroll: true });
}

/** Listens to a frame; answers how that ends. */
export function listenTo(listening: Listening): () => void {
  const { stage, words, to } = listening;
  const { document } = stage;
  const onDown = (event: PointerEvent) => pressed(listening, event);
  const onFrameKey = (event: KeyboardEvent) => {
    const session = words.now();
    if (session) typed(listening, session, event);
    else to().onKey(event);
  };
  // Focus or a press that goes elsewhere ends the words; the small bar of tools keeps them.
  const onLeft = (event: Event) => {
    if (!(event.target as Element | null)?.closest?.("[role=toolbar],iframe")) words.now()?.end();
  };
  addEventListener("pointerdown", onLeft);
  addEventListener("focusin", onLeft);
  document.addEventListener("pointerdown", onDown);
  const onTwice = (event: MouseEvent) => pressedTwice(listening, event);
  // A press that moves is the composer's own drag; only words that are written are dragged by the browser.
  const onDrag = (event: Event) => {
    if (!words.now()) event.preventDefault();
  };
  document.addEventListener("dragstart", onDrag);
  document.addEventListener("click", stopped);
  document.addEventListener("dblclick", onTwice);
  document.addEventListener("keydown", onFrameKey, true);
  const onClip = (event: ClipboardEvent) => {
    if (!words.now()) to().onClipboard(event);
  };
  for (const type of clipboardEvents) document.addEventListener(type, onClip);
  return () => {
    words.now()?.end();
    removeEventListener("pointerdown", onLeft);
    removeEventListener("focusin", onLeft);
    document.removeEventListener("pointerdown", onDown);
    document.removeEventListener("dragstart", onDrag);
    document.removeEventListener("click", stopped);
    document.removeEventListener("dblclick", onTwice);
    document.removeEventListener("keydown", onFrameKey, true);
    for (const type of clipboardEvents) document.removeEventListener(type, onClip);
  };
}
