// Editing words on the page itself: plain text in place, running text with the words editor mounted in the frame.
import { Editor } from "@tiptap/core";
import StarterKit from "@tiptap/starter-kit";
import type { ListItem } from "@/core/page/kinds/list";
import { isLink } from "@/core/page/link";
import type { PageNode } from "@/core/page/node";
import { fromEditor, type RichDoc } from "@/core/page/richtext";

/** Words being edited on the stage. */
export interface WordsSession {
  readonly node: string;
  readonly element: HTMLElement;
  /** The words editor, for running text. */
  readonly editor: Editor | null;
  end(): void;
}

export interface WordsTarget {
  readonly node: PageNode;
  readonly element: HTMLElement;
  /** Whether the words change; `field` is the content field they stand in. */
  change(field: string, value: unknown): void;
  /** The session ended: by Escape, by leaving it, or by its caller. */
  ended(): void;
}

function plain(
  element: HTMLElement,
  target: WordsTarget,
  change: (text: string) => void,
  enter?: () => void,
): WordsSession {
  element.setAttribute("contenteditable", "plaintext-only");
  element.setAttribute("role", "textbox");
  element.setAttribute("aria-label", "Words");
  const onInput = () => change((element.textContent ?? "").replace(/\s+/g, " ").replace(/^ /, ""));
  const onKey = (event: KeyboardEvent) => {
    if (event.key !== "Enter") return;
    event.preventDefault();
    enter ? enter() : element.blur();
  };
  let over = false;
  const end = () => {
    if (over) return;
    over = true;
    element.removeEventListener("input", onInput);
    element.removeEventListener("keydown", onKey);
    element.removeEventListener("blur", end);
    for (const name of ["contenteditable", "role", "aria-label"]) element.removeAttribute(name);
    target.ended();
  };
  element.addEventListener("input", onInput);
  element.addEventListener("keydown", onKey);
  element.addEventListener("blur", end);
  return { node: target.node.id, element, editor: null, end };
}

function rich(target: WordsTarget): WordsSession {
  const { element, node } = target;
  element.replaceChildren();
  const editor = new Editor({
    element,
    content: node.content.doc as never,
    extensions: [
      StarterKit.configure({
        heading: false,
        blockquote: false,
        code: false,
        codeBlock: false,
        horizontalRule: false,
        strike: false,
        underline: false,
        link: {
          openOnClick: false,
          autolink: false,
          defaultProtocol: "https",
          isAllowedUri: (uri) => isLink(uri),
          HTMLAttributes: { target: null, rel: null },
        },
      }),
    ],
    editorProps: { attributes: { "aria-label": "Words" } },
    onUpdate: ({ editor: changed }) => target.change("doc", fromEditor(changed.getJSON() as never) satisfies RichDoc),
  });
  let over = false;
  const end = () => {
    if (over) return;
    over = true;
    editor.destroy();
    target.ended();
  };
  editor.on("blur", end);
  return { node: node.id, element, editor, end };
}

/** The list item that `at` lies in, and the part of it: its words, or what stands at its end. */
function itemAt(
  list: HTMLElement,
  at: Element,
): { index: number; part: "text" | "aside"; element: HTMLElement } | null {
  const item = at.closest("li");
  if (!item || !list.contains(item)) return null;
  const index = [...list.children].indexOf(item);
  const spans = [...item.querySelectorAll<HTMLElement>(":scope > span")];
  const span = spans.find((one) => one.contains(at)) ?? spans[0];
  return { index, part: span && spans.indexOf(span) === 1 ? "aside" : "text", element: span ?? item };
}

/** Begins editing the words of a block; null for blocks without words on the page. `at` is what was clicked. */
export function beginWords(target: WordsTarget, at: Element): WordsSession | null {
  const { node, element } = target;
  switch (node.kind) {
    case "heading":
    case "button":
      return plain(element, target, (text) => target.change("text", text));
    case "richText":
      return rich(target);
    case "list": {
      const items = node.content.items as readonly ListItem[];
      const item = itemAt(element, at) ?? itemAt(element, element.querySelector("li") ?? element);
      if (!item) return null;
      // The items as they change while this one is edited.
      return plain(item.element, target, (text) =>
        target.change(
          "items",
          items.map((one, index) => (index === item.index ? { ...one, [item.part]: text } : one)),
        ),
      );
    }
    default:
      return null;
  }
}
