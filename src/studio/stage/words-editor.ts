// The editor of running text, mounted on the page itself; loaded with the first click into such words.
import { Editor, type Extensions } from "@tiptap/core";
import { Link } from "@tiptap/extension-link";
import { BulletList, ListItem as ItemExtension, OrderedList } from "@tiptap/extension-list";
import { DOMParser, type Node } from "@tiptap/pm/model";
import { TextSelection } from "@tiptap/pm/state";
import StarterKit from "@tiptap/starter-kit";
import { isLink } from "@/core/page/words/link";
import { fromEditor, type RichDoc } from "@/core/page/words/richtext";
import { docOf } from "@/core/page/words/words-schema";
import type { Click, WordsSession, WordsTarget } from "@/studio/stage/words-target";

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

/** What was typed before the editor was there: the words as they stand on the page, and what of their letters is selected. */
export interface Typed {
  readonly html: string | null;
  readonly selected: { readonly anchor: number; readonly head: number } | null;
}

/** Replaces what differs from `next`: the smallest step, so that another person's words beside it stay. */
function takeOver(editor: Editor, next: Node, meta: string | null): void {
  const old = editor.state.doc;
  const start = old.content.findDiffStart(next.content);
  const found = old.content.findDiffEnd(next.content);
  if (start === null || !found) return;
  const overlap = Math.max(0, start - Math.min(found.a, found.b));
  const change = editor.state.tr.replace(start, found.a + overlap, next.slice(start, found.b + overlap));
  editor.view.dispatch(meta ? change.setMeta(meta, true) : change);
}

/** Where in a document so many letters stand before. */
function afterLetters(doc: Node, letters: number): number {
  let left = letters;
  let found: number | null = null;
  doc.descendants((node, position) => {
    if (found !== null) return false;
    if (node.isText && left <= node.nodeSize) found = position + left;
    else if (node.isText) left -= node.nodeSize;
    return true;
  });
  return found ?? doc.content.size;
}

/** What is selected, in a document with the same letters. */
const selectionOf = (doc: Node, { anchor, head }: NonNullable<Typed["selected"]>) =>
  TextSelection.between(doc.resolve(afterLetters(doc, anchor)), doc.resolve(afterLetters(doc, head)));

const parsed = (editor: Editor, html: string) =>
  DOMParser.fromSchema(editor.schema).parse(new window.DOMParser().parseFromString(html, "text/html").body);

/** An editor of a block's words in `element`: what is changed in it is written into the store. */
function mount({ composer, node }: WordsTarget, element: HTMLElement): Editor {
  return new Editor({
    element,
    content: node.content.doc as never,
    extensions,
    editorProps: { attributes: { "aria-label": "Words", role: "textbox", "aria-multiline": "true" } },
    onUpdate: ({ editor: changed, transaction }) => {
      if (transaction.getMeta("fromStore")) return;
      const after = fromEditor(changed.getJSON() as never) satisfies RichDoc;
      const steps = transaction.steps.map((step) => step.toJSON() as Record<string, unknown>);
      const refusal = composer.fromStage(() => composer.content.write(node.id, "doc", after, steps));
      if (refusal) composer.say(refusal);
    },
  });
}

/** Writes words into the store that were typed, and left, before the editor was there. */
export function keepWords(target: WordsTarget, html: string): void {
  const doc = target.composer.node(target.node.id)?.content.doc;
  if (!doc) return;
  const editor = mount(
    { ...target, node: { ...target.node, content: { ...target.node.content, doc } } },
    document.createElement("div"),
  );
  takeOver(editor, parsed(editor, html), null);
  editor.destroy();
}

/** Edits a block's running text on the page; `at` is where it was clicked. */
export function editWords(
  target: WordsTarget,
  at: Click | null,
  { html, selected }: Typed = { html: null, selected: null },
): WordsSession {
  const { composer, element, node } = target;
  const stored = () => composer.node(node.id)?.content.doc as RichDoc | undefined;
  element.replaceChildren();
  const editor = mount(target, element);
  if (html) takeOver(editor, parsed(editor, html), null);
  const clicked = () => {
    const { view, state } = editor;
    const position = (at && view.posAtCoords({ left: at.x, top: at.y })?.pos) ?? state.doc.content.size;
    return TextSelection.near(state.doc.resolve(position), -1);
  };
  let placed = false;
  const place = () => {
    if (placed || editor.isDestroyed) return;
    placed = true;
    const { view, state } = editor;
    // Not by the editor's command, which waits for a frame: what is typed meanwhile would be lost.
    view.focus();
    view.dispatch(state.tr.setSelection(selected ? selectionOf(state.doc, selected) : clicked()));
  };
  // A press takes the focus away again by its own default: then it is given after it.
  const page = element.ownerDocument;
  if (selected === null && at) page.defaultView?.requestAnimationFrame(place);
  else place();
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
    takeOver(editor, next, "fromStore");
    return true;
  };
  return { node: node.id, element, editor, refresh, end };
}
