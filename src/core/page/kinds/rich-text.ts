// Running text: paragraphs and lists with bold, italic and links.
import Joi from "joi";
import { escapeHtml, type RenderContext } from "@/core/render/markup";
import { defineKind } from "../kind";
import {
  type Inline,
  type Mark,
  type Paragraph,
  paragraphs,
  type RichDoc,
  type RichList,
  richDocSchema,
} from "../richtext";

export interface RichTextContent {
  readonly doc: RichDoc;
}

function marked(html: string, mark: Mark, context: RenderContext): string {
  if (mark.type === "bold") return `<strong>${html}</strong>`;
  if (mark.type === "italic") return `<em>${html}</em>`;
  const href = context.href(mark.attrs.href);
  return href === null ? html : `<a href="${href}">${html}</a>`;
}

function inline(node: Inline, context: RenderContext): string {
  if (node.type === "hardBreak") return "<br>";
  let html = escapeHtml(node.text);
  for (const mark of node.marks ?? []) html = marked(html, mark, context);
  return html;
}

function block(node: Paragraph | RichList, context: RenderContext, insideList: boolean): string {
  if (node.type === "paragraph") {
    const words = (node.content ?? []).map((child) => inline(child, context)).join("");
    return insideList ? words : `<p>${words || "<br>"}</p>`;
  }
  const tag = node.type === "bulletList" ? "ul" : "ol";
  const items = node.content.map(
    (item) =>
      `<li>${item.content.map((child) => block(child, context, item.content.length === 1 || child.type !== "paragraph")).join("")}</li>`,
  );
  return `<${tag}>${items.join("")}</${tag}>`;
}

export const richText = defineKind<RichTextContent>({
  kind: "richText",
  label: "Words",
  content: Joi.object<RichTextContent>({ doc: richDocSchema.required() }),
  defaults: { doc: paragraphs("New words.") },
  looks: ["size", "colour", "align", "measure", "above", "below", "hidden"],
  words: ["doc"],
  css: ".b-rich{line-height:1.6;overflow-wrap:break-word;margin-block:var(--above,0) var(--below,0)}.b-rich p+p,.b-rich ul,.b-rich ol,.b-rich ul+p,.b-rich ol+p{margin-top:.8em}.b-rich ul,.b-rich ol{padding-inline-start:1.3em}.b-rich a{color:inherit;text-underline-offset:.18em}",
  render: (node, content, context) =>
    `<div${context.attributes(node, "b-rich")}>${content.doc.content.map((child) => block(child, context, false)).join("")}</div>`,
});
