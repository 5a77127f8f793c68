// Words with a form that were copied in another program, read from their HTML: headings, paragraphs, lists, tables.

import type { Piece } from "@/core/page/editing/clip";
import { isLink, linkFromWords } from "@/core/page/words/link";
import type { Inline, Mark, Paragraph, RichList } from "@/core/page/words/richtext";

/** So many elements are looked at: what a browser hands over may be a whole site. */
const mostElements = 20_000;

const headingTag = /^H([1-6])$/;
const blockTags = new Set(["P", "DIV", "SECTION", "ARTICLE", "MAIN", "HEADER", "FOOTER", "BLOCKQUOTE", "PRE", "BODY"]);
const ignoredTags = new Set([
  "SCRIPT",
  "STYLE",
  "TEMPLATE",
  "NOSCRIPT",
  "IFRAME",
  "OBJECT",
  "SVG",
  "HEAD",
  "META",
  "TITLE",
]);

const squeezed = (text: string) => text.replace(/[\s\u00a0]+/g, " ");

function marksWith(element: Element, marks: readonly Mark[]): readonly Mark[] {
  const has = (type: Mark["type"]) => marks.some((mark) => mark.type === type);
  const { tagName } = element;
  if (["B", "STRONG"].includes(tagName) && !has("bold") && (element as HTMLElement).style.fontWeight !== "normal")
    return [...marks, { type: "bold" }];
  if (["I", "EM"].includes(tagName) && !has("italic")) return [...marks, { type: "italic" }];
  const href = tagName === "A" ? linkFromWords(element.getAttribute("href") ?? "") : null;
  return href && isLink(href) && !has("link") ? [...marks, { type: "link", attrs: { href } }] : marks;
}

/** What stands in a line: words with their marks, and breaks. */
function inline(node: Node, marks: readonly Mark[] = []): Inline[] {
  if (node.nodeType === 3) {
    const text = squeezed(node.textContent ?? "");
    return text ? [{ type: "text", text, ...(marks.length ? { marks } : {}) }] : [];
  }
  if (!(node instanceof Element) || ignoredTags.has(node.tagName)) return [];
  if (node.tagName === "BR") return [{ type: "hardBreak" }];
  const own = marksWith(node, marks);
  return [...node.childNodes].flatMap((child) => inline(child, own));
}

/** The same without blanks at its ends. */
function trimmed(line: readonly Inline[]): Inline[] {
  const parts = line.map((part) => ({ ...part }));
  const [first] = parts;
  if (first?.type === "text") parts[0] = { ...first, text: first.text.trimStart() };
  const last = parts.at(-1);
  if (last?.type === "text") parts[parts.length - 1] = { ...last, text: last.text.trimEnd() };
  return parts.filter((part) => part.type !== "text" || part.text);
}

const paragraph = (line: readonly Inline[]): Paragraph | null => {
  const content = trimmed(line);
  return content.some((part) => part.type === "text") ? { type: "paragraph", content } : null;
};

function listOf(element: Element): RichList | null {
  const content = [...element.children].flatMap((item) => {
    if (item.tagName !== "LI") return [];
    const inner = [...item.children].flatMap((child) => (["UL", "OL"].includes(child.tagName) ? [child] : []));
    const own = paragraph(
      [...item.childNodes].filter((child) => !inner.includes(child as Element)).flatMap((child) => inline(child)),
    );
    const nested = inner.flatMap((one) => listOf(one) ?? []);
    return own || nested.length
      ? [{ type: "listItem" as const, content: [own ?? { type: "paragraph" as const }, ...nested] }]
      : [];
  });
  return content.length ? { type: element.tagName === "OL" ? "orderedList" : "bulletList", content } : null;
}

/** The pieces of copied HTML, in its order. Nothing of it runs or is fetched: the document it is read into is inert. */
export function piecesOfHtml(html: string): readonly Piece[] {
  const { body } = new DOMParser().parseFromString(html, "text/html");
  if (body.getElementsByTagName("*").length > mostElements) return [];
  const pieces: Piece[] = [];
  let line: Inline[] = [];
  const flush = () => {
    const made = paragraph(line);
    if (made) pieces.push({ rich: made });
    line = [];
  };
  const walk = (node: Node) => {
    if (!(node instanceof Element)) {
      line.push(...inline(node));
      return;
    }
    const heading = headingTag.exec(node.tagName);
    if (ignoredTags.has(node.tagName)) return;
    if (heading) {
      flush();
      pieces.push({ heading: Math.max(2, Number(heading[1])), text: squeezed(node.textContent ?? "") });
    } else if (["UL", "OL"].includes(node.tagName)) {
      flush();
      const made = listOf(node);
      if (made) pieces.push({ rich: made });
    } else if (node instanceof HTMLTableElement) {
      flush();
      const rows = [...node.rows].map((row) => [...row.cells].map((cell) => squeezed(cell.textContent ?? "")));
      if (rows.length) pieces.push({ rows });
    } else if (blockTags.has(node.tagName) || [...node.children].some((child) => blockTags.has(child.tagName))) {
      flush();
      for (const child of node.childNodes) walk(child);
      flush();
    } else line.push(...inline(node));
  };
  for (const child of body.childNodes) walk(child);
  flush();
  return pieces;
}
