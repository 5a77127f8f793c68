// Editing words on the page itself: plain text in place, running text with the words editor mounted in the frame.
// A session writes into the composer's store letter by letter, and takes in what comes from there (undo, another person).

import { kinds } from "@/core/page/kinds";
import { wordsForm } from "@/core/page/words/words";
import { lineOf } from "@/studio/composer/editing/lines";
import { words } from "@/studio/composer/words";
import type { Click, WordsSession, WordsTarget } from "@/studio/stage/words-target";

/** How many letters of an element stand before a point in it; null for a point elsewhere. */
function lettersBefore(element: HTMLElement, node: Node | null | undefined, offset: number): number | null {
  if (!node || !element.contains(node)) return null;
  const range = element.ownerDocument.createRange();
  range.selectNodeContents(element);
  range.setEnd(node, offset);
  return range.toString().length;
}

function caretOffset(element: HTMLElement): number | null {
  const selection = element.ownerDocument.getSelection();
  return lettersBefore(element, selection?.focusNode, selection?.focusOffset ?? 0);
}

/** What is selected in an element, as letters before its two ends; both are the caret where nothing is. */
function selectedLetters(element: HTMLElement): { readonly anchor: number; readonly head: number } | null {
  const selection = element.ownerDocument.getSelection();
  const head = lettersBefore(element, selection?.focusNode, selection?.focusOffset ?? 0);
  const anchor = lettersBefore(element, selection?.anchorNode, selection?.anchorOffset ?? 0);
  return head === null ? null : { anchor: anchor ?? head, head };
}

/** Puts the caret behind so many letters of an element with nothing but text; in any other at its front or its end. */
export function putCaret(element: HTMLElement, offset: number): void {
  const selection = element.ownerDocument.getSelection();
  const [text, more] = element.childNodes;
  if (text?.nodeName === "#text" && !more) selection?.collapse(text, Math.min(offset, text.textContent?.length ?? 0));
  else {
    selection?.selectAllChildren(element);
    if (offset) selection?.collapseToEnd();
    else selection?.collapseToStart();
  }
}

/** Gives an element the caret, where it was clicked. */
export function takeCaret(element: HTMLElement, { x, y }: Click): void {
  if (!element.isConnected || element.ownerDocument.activeElement === element) return;
  element.focus();
  const at = element.ownerDocument.caretPositionFromPoint(x, y);
  if (at && element.contains(at.offsetNode)) element.ownerDocument.getSelection()?.collapse(at.offsetNode, at.offset);
  else putCaret(element, (element.textContent ?? "").length);
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
    const refusal = composer.fromStage(() => composer.content.set(node.id, field, shownText(element)));
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
    const now = lineOf(block, field);
    const shown = element.textContent ?? "";
    if (now === shownText(element)) return true;
    const caret = caretOffset(element);
    element.textContent = now;
    if (caret !== null) putCaret(element, carriedCaret(shown, now, caret));
    return true;
  };
  return { node: node.id, element, editor: null, refresh, end };
}

export let loaded: typeof import("./words-editor") | null = null;

/** After so many ms the words editor is asked for again where it could not be loaded. */
const againMs = 2000;

/**
 * Running text. The words editor is loaded with the first click into such words: until it has come, the browser itself takes
 * what is typed, and the editor goes on from there, with what is selected.
 */
function rich(target: WordsTarget, at: Click | null): WordsSession {
  if (loaded) return loaded.editWords(target, at);
  const { composer, element, node } = target;
  const before = element.innerHTML;
  const attributes = { contenteditable: "true", role: "textbox", "aria-label": "Words", "aria-multiline": "true" };
  for (const [name, value] of Object.entries(attributes)) element.setAttribute(name, value);
  element.ownerDocument.execCommand("defaultParagraphSeparator", false, "p");
  const typed = () => (element.innerHTML === before ? null : element.innerHTML);
  let over = false;
  const end = () => {
    if (over) return;
    over = true;
    const html = typed();
    // What was typed is kept by the editor, too, whenever it comes.
    if (html) void loading.then(({ keepWords }) => keepWords(target, html));
    target.ended();
  };
  const load = (): Promise<typeof import("./words-editor")> =>
    import("./words-editor").catch(async () => {
      composer.say(words.editorNotLoaded);
      await new Promise((resolve) => setTimeout(resolve, againMs));
      return load();
    });
  const loading = load().then((module) => {
    loaded = module;
    return module;
  });
  const become = loading.then(({ editWords }) => {
    if (over) return null;
    over = true;
    const html = typed();
    const selected = selectedLetters(element);
    for (const name of Object.keys(attributes)) element.removeAttribute(name);
    return editWords(target, at, { html, selected });
  });
  return { node: node.id, element, editor: null, refresh: () => composer.node(node.id) !== null, end, become };
}

/** The line of a list that `at` lies in, and the part of it that was meant. */
function lineAt(block: HTMLElement, at: Element): { line: string; part: string; element: HTMLElement } | null {
  const item = at.closest<HTMLElement>("[data-l]") ?? block.querySelector<HTMLElement>("[data-l]");
  if (!item?.dataset.l || !block.contains(item)) return null;
  const meant = at.closest<HTMLElement>("[data-p]");
  const part = meant && item.contains(meant) ? meant : item.querySelector<HTMLElement>("[data-p]");
  return { line: item.dataset.l, part: part?.dataset.p ?? "text", element: part ?? item };
}

export function line(target: WordsTarget, field: string, at: Element): WordsSession | null {
  const { composer, node, element } = target;
  const found = lineAt(element, at);
  if (!found) return null;
  const path = `${field}.${found.line}.${found.part}`;
  if (found.part !== "text") return plain(target, found.element, path);
  return plain(target, found.element, path, {
    // A new line takes what stood behind the caret.
    enter(caret) {
      const made = composer.lines.split(node.id, field, found.line, "text", caret);
      if (made) target.turnTo(made, "front");
    },
    // An empty line goes, and writing goes on at the end of the one before.
    backspace() {
      const lines = (composer.node(node.id)?.content[field] ?? []) as readonly { id: string; text: string }[];
      const index = lines.findIndex((one) => one.id === found.line);
      const before = lines[index - 1];
      if (!before || lines[index]?.text) return false;
      target.turnTo(before.id, "end");
      composer.lines.remove(node.id, field, found.line);
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
