// Editing words on the page itself: plain text in place, running text with the words editor mounted in the frame.
// A session writes into the composer's store letter by letter, and takes in what comes from there (undo, another person).
import { Editor, type Extensions } from "@tiptap/core";
import { Link } from "@tiptap/extension-link";
import { BulletList, ListItem as ItemExtension, OrderedList } from "@tiptap/extension-list";
import { TextSelection } from "@tiptap/pm/state";
import StarterKit from "@tiptap/starter-kit";
import { kinds } from "@/core/page/kinds";
import { isLink } from "@/core/page/link";
import type { PageNode } from "@/core/page/node";
import { fromEditor, type RichDoc } from "@/core/page/richtext";
import { wordsForm } from "@/core/page/words";
import { docOf } from "@/core/page/words-schema";
import type { Composer } from "@/studio/composer/store";

/** Words being edited on the stage. */
export interface WordsSession {
  readonly node: string;
  readonly element: HTMLElement;
  /** The words editor, for running text. */
  readonly editor: Editor | null;
  /** Takes in what the store says now. Answers false once the words are gone. */
  refresh(): boolean;
  end(): void;
}

export interface WordsTarget {
  readonly composer: Composer;
  readonly node: PageNode;
  readonly element: HTMLElement;
  /** The session ended: by Escape, by leaving it, or by its caller. */
  ended(): void;
  /** Goes on with another line of the same list, the caret at its front or its end. */
  turnTo(line: string, caret: "front" | "end"): void;
}

/** Where on the screen of the frame the words were clicked, in px. */
export interface Click {
  readonly x: number;
  readonly y: number;
}

function caretOffset(element: HTMLElement): number | null {
  const selection = element.ownerDocument.getSelection();
  if (!selection?.focusNode || !element.contains(selection.focusNode)) return null;
  const range = element.ownerDocument.createRange();
  range.selectNodeContents(element);
  range.setEnd(selection.focusNode, selection.focusOffset);
  return range.toString().length;
}

/** Puts the caret behind so many letters of an element with nothing but text. */
export function putCaret(element: HTMLElement, offset: number): void {
  const text = element.firstChild;
  const range = element.ownerDocument.createRange();
  if (text) range.setStart(text, Math.min(offset, text.textContent?.length ?? 0));
  else range.setStart(element, 0);
  range.collapse(true);
  const selection = element.ownerDocument.getSelection();
  selection?.removeAllRanges();
  selection?.addRange(range);
}

/** Gives an element with nothing but text the caret, where it was clicked. */
export function takeCaret(element: HTMLElement, { x, y }: Click): void {
  if (!element.isConnected || element.ownerDocument.activeElement === element) return;
  element.focus();
  const at = element.ownerDocument.caretPositionFromPoint(x, y);
  putCaret(element, at && element.contains(at.offsetNode) ? at.offset : (element.textContent ?? "").length);
}

/** Where a caret stands once the text around it has become another. */
function carriedCaret(before: string, after: string, caret: number): number {
  let start = 0;
  while (start < Math.min(before.length, after.length) && before[start] === after[start]) start++;
  if (caret <= start) return caret;
  return Math.max(start, after.length - (before.length - caret));
}

const shownText = (element: HTMLElement) => (element.textContent ?? "").replace(/\s+/g, " ").replace(/^ /, "");

interface LineKeys {
  enter?(caret: number): void;
  /** Backspace at the front of the words. */
  backspace?(): boolean;
}

function plain(target: WordsTarget, element: HTMLElement, field: string, keys: LineKeys = {}): WordsSession {
  const { composer, node } = target;
  element.setAttribute("contenteditable", "plaintext-only");
  element.setAttribute("role", "textbox");
  element.setAttribute("aria-label", "Words");
  const onInput = () => {
    const refusal = composer.fromStage(() => composer.setContent(node.id, field, shownText(element)));
    if (refusal) composer.say(refusal);
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.isComposing) return;
    if (event.key === "Enter") {
      event.preventDefault();
      keys.enter?.(caretOffset(element) ?? shownText(element).length);
    }
    if (event.key === "Backspace" && caretOffset(element) === 0 && keys.backspace?.()) event.preventDefault();
  };
  let over = false;
  const end = () => {
    if (over) return;
    over = true;
    element.removeEventListener("input", onInput);
    element.removeEventListener("keydown", onKey);
    for (const name of ["contenteditable", "role", "aria-label"]) element.removeAttribute(name);
    target.ended();
  };
  element.addEventListener("input", onInput);
  element.addEventListener("keydown", onKey);
  const refresh = () => {
    const block = composer.node(node.id);
    const [name = "", line] = field.split(".");
    const lines = block?.content[name];
    if (!block || (line && !(lines as readonly { id: string }[]).some((one) => one.id === line))) return false;
    const now = composer.lineOf(block, field);
    const shown = element.textContent ?? "";
    if (now === shownText(element)) return true;
    const caret = caretOffset(element);
    element.textContent = now;
    if (caret !== null) putCaret(element, carriedCaret(shown, now, caret));
    return true;
  };
  return { node: node.id, element, editor: null, refresh, end };
}

/** The words editor's own extensions, cut down to what a page's running text may hold (core/page/words-schema). */
const bare = { addAttributes: () => ({}) };
const extensions: Extensions = [
  StarterKit.configure({
    heading: false,
    blockquote: false,
    code: false,
    codeBlock: false,
    horizontalRule: false,
    strike: false,
    underline: false,
    link: false,
    bulletList: false,
    orderedList: false,
    listItem: false,
    // Steps back are the composer's, over all that was done on the page.
    undoRedo: false,
    trailingNode: false,
  }),
  BulletList.extend(bare),
  OrderedList.extend(bare),
  ItemExtension.extend(bare),
  Link.extend({ addAttributes: () => ({ href: { default: null } }) }).configure({
    openOnClick: false,
    autolink: false,
    linkOnPaste: true,
    defaultProtocol: "https",
    isAllowedUri: (uri) => isLink(uri),
  }),
];

function rich(target: WordsTarget, at: Click | null): WordsSession {
  const { composer, element, node } = target;
  const stored = () => composer.node(node.id)?.content.doc as RichDoc | undefined;
  element.replaceChildren();
  const editor = new Editor({
    element,
    content: node.content.doc as never,
    extensions,
    editorProps: { attributes: { "aria-label": "Words", role: "textbox", "aria-multiline": "true" } },
    onUpdate: ({ editor: changed, transaction }) => {
      if (transaction.getMeta("fromStore")) return;
      const after = fromEditor(changed.getJSON() as never) satisfies RichDoc;
      const steps = transaction.steps.map((step) => step.toJSON() as Record<string, unknown>);
      const refusal = composer.fromStage(() => composer.writeWords(node.id, "doc", after, steps));
      if (refusal) composer.say(refusal);
    },
  });
  let placed = false;
  const place = () => {
    if (placed || editor.isDestroyed) return;
    placed = true;
    const { view, state } = editor;
    const position = (at && view.posAtCoords({ left: at.x, top: at.y })?.pos) ?? state.doc.content.size;
    // Not by the editor's command, which waits for a frame: what is typed meanwhile would be lost.
    view.focus();
    view.dispatch(state.tr.setSelection(TextSelection.near(state.doc.resolve(position), -1)));
  };
  // After the pressed button's own default, which would take the focus away again; and before the first key.
  const page = element.ownerDocument;
  page.defaultView?.requestAnimationFrame(place);
  if (at) page.addEventListener("mouseup", place, { once: true, capture: true });
  let over = false;
  const end = () => {
    if (over) return;
    over = true;
    editor.destroy();
    target.ended();
  };
  const refresh = () => {
    const doc = stored();
    if (!doc) return false;
    if (docOf(doc).eq(docOf(fromEditor(editor.getJSON() as never)))) return true;
    const next = editor.schema.nodeFromJSON(doc);
    const old = editor.state.doc;
    const start = old.content.findDiffStart(next.content);
    const found = old.content.findDiffEnd(next.content);
    if (start === null || !found) return true;
    const overlap = Math.max(0, start - Math.min(found.a, found.b));
    const slice = next.slice(start, found.b + overlap);
    editor.view.dispatch(editor.state.tr.replace(start, found.a + overlap, slice).setMeta("fromStore", true));
    return true;
  };
  return { node: node.id, element, editor, refresh, end };
}

/** The line of a list that `at` lies in, and the part of it that was meant. */
function lineAt(block: HTMLElement, at: Element): { line: string; part: string; element: HTMLElement } | null {
  const item = at.closest<HTMLElement>("[data-l]") ?? block.querySelector<HTMLElement>("[data-l]");
  if (!item?.dataset.l || !block.contains(item)) return null;
  const meant = at.closest<HTMLElement>("[data-p]");
  const part = meant && item.contains(meant) ? meant : item.querySelector<HTMLElement>("[data-p]");
  return { line: item.dataset.l, part: part?.dataset.p ?? "text", element: part ?? item };
}

function line(target: WordsTarget, field: string, at: Element): WordsSession | null {
  const { composer, node, element } = target;
  const found = lineAt(element, at);
  if (!found) return null;
  const path = `${field}.${found.line}.${found.part}`;
  if (found.part !== "text") return plain(target, found.element, path);
  return plain(target, found.element, path, {
    // A new line takes what stood behind the caret.
    enter(caret) {
      const made = composer.splitLine(node.id, field, found.line, "text", caret);
      if (made) target.turnTo(made, "front");
    },
    // An empty line goes, and writing goes on at the end of the one before.
    backspace() {
      const lines = (composer.node(node.id)?.content[field] ?? []) as readonly { id: string; text: string }[];
      const index = lines.findIndex((one) => one.id === found.line);
      const before = lines[index - 1];
      if (!before || lines[index]?.text) return false;
      target.turnTo(before.id, "end");
      composer.removeLine(node.id, field, found.line);
      return true;
    },
  });
}

/** The words of a block beside those that are written now: the next, or the one before; null at its ends. */
export function wordsBeside(block: HTMLElement, at: Element, by: 1 | -1): HTMLElement | null {
  const own = [...block.querySelectorAll<HTMLElement>("[data-p]")].filter((one) => one.closest("[data-n]") === block);
  return own[own.indexOf(at as HTMLElement) + by] ?? null;
}

/** Begins editing the words of a block; null for blocks without words on the page. `at` is what was clicked, and where. */
export function beginWords(target: WordsTarget, at: Element, click: Click | null): WordsSession | null {
  const { node, element } = target;
  const field = kinds[node.kind].onPage;
  const form = field && wordsForm(node, field);
  if (!field || !form) return null;
  if (form === "rich") return rich(target, click);
  if (form === "lines") return line(target, field, at);
  // Words that are not the whole block stand in an element of their own.
  const meant = at.closest<HTMLElement>("[data-p]");
  const own = meant && element.contains(meant) ? meant : element.querySelector<HTMLElement>("[data-p]");
  const inside = own?.closest("[data-n]") === element ? own : null;
  return plain(target, inside ?? element, inside?.dataset.p ?? field);
}
