// Running text: paragraphs and lists with bold, italic and links.
import Joi from "joi";
import { escapeHtml, type RenderContext } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";
import { linkProblems, linkRefs } from "../words/link";
import { mailAround } from "../words/loose";
import {
  type Inline,
  linksIn,
  type Mark,
  type Paragraph,
  paragraphs,
  type RichDoc,
  type RichList,
  richDocSchema,
} from "../words/richtext";

export interface RichTextContent {
  readonly doc: RichDoc;
}

function marked(html: string, mark: Mark, context: RenderContext): string {
  if (mark.type === "bold") return `<strong>${html}</strong>`;
  if (mark.type === "italic") return `<em>${html}</em>`;
  const { href } = mark.attrs;
  if (href.startsWith("widget:")) return context.leadTo(href, ' class="b-inline"', html);
  const address = context.href(href);
  return address === null ? html : `<a href="${address}">${html}</a>`;
}

/** Text with its mail addresses as links: a visitor expects to write by pressing one. */
function withMailLinks(text: string): string {
  let html = "";
  let done = 0;
  for (let at = text.indexOf("@"); at >= 0; at = text.indexOf("@", at + 1)) {
    const found = mailAround(text, at);
    if (!found || found.from < done) continue;
    const address = escapeHtml(text.slice(found.from, found.to));
    html += `${escapeHtml(text.slice(done, found.from))}<a href="mailto:${address}">${address}</a>`;
    done = found.to;
  }
  return html + escapeHtml(text.slice(done));
}

function inline(node: Inline, context: RenderContext): string {
  if (node.type === "hardBreak") return "<br>";
  const linked = node.marks?.some((mark) => mark.type === "link");
  let html = linked ? escapeHtml(node.text) : withMailLinks(node.text);
  for (const mark of node.marks ?? []) html = marked(html, mark, context);
  return html;
}

function inlines(nodes: readonly Inline[] | undefined, context: RenderContext): string {
  let html = "";
  if (nodes) for (const node of nodes) html += inline(node, context);
  return html;
}

/** A list item's only paragraph stands in it without an element of its own. */
function item(blocks: readonly (Paragraph | RichList)[], context: RenderContext): string {
  let html = "";
  for (const child of blocks)
    html += child.type === "paragraph" && blocks.length === 1 ? inlines(child.content, context) : block(child, context);
  return `<li>${html}</li>`;
}

function block(node: Paragraph | RichList, context: RenderContext): string {
  if (node.type === "paragraph") return `<p>${inlines(node.content, context) || "<br>"}</p>`;
  const tag = node.type === "bulletList" ? "ul" : "ol";
  let html = "";
  for (const one of node.content) html += item(one.content, context);
  return `<${tag}>${html}</${tag}>`;
}

function blocks(doc: RichDoc, context: RenderContext): string {
  let html = "";
  for (const child of doc.content) html += block(child, context);
  return html;
}

export const richText: KindDefinition = defineKind<RichTextContent>({
  label: "Words",
  schema: Joi.object<RichTextContent>({ doc: richDocSchema.required() }),
  fresh: () => ({ doc: paragraphs("New words.") }),
  group: "Words",
  inFlow: true,
  looks: ["size", "colour", "align", "measure", "above", "below", "hidden"],
  words: { doc: "rich" },
  onPage: "doc",
  fields: [{ name: "doc", label: "Words", control: { kind: "onPage" } }],
  refs: function* ({ doc }) {
    for (const href of linksIn(doc)) yield* linkRefs(href, "doc");
  },
  problems: function* ({ doc }, site) {
    for (const href of linksIn(doc)) yield* linkProblems(href, site);
  },
  draw: (_node, width) =>
    drawn(
      [
        { kind: "line", width, height: 1.4 },
        { kind: "line", y: 2.8, width: width * 0.7, height: 1.4 },
      ],
      5,
    ),
  css: ".b-rich{line-height:1.6;text-wrap:pretty;overflow-wrap:break-word;margin-block:var(--above,0) var(--below,0)}.b-rich p+p,.b-rich ul,.b-rich ol,.b-rich ul+p,.b-rich ol+p{margin-top:.8em}.b-rich ul,.b-rich ol{padding-inline-start:1.3em}.b-rich a,.b-inline{color:inherit;text-decoration:underline;text-underline-offset:.18em}.b-inline{font:inherit;padding:0;border:0;background:none;cursor:pointer}",
  render: (node, content, context) => `<div${context.attributes(node, "b-rich")}>${blocks(content.doc, context)}</div>`,
});
