// Words with marks: a small document in the JSON form of ProseMirror, limited to what a page may hold.
// No HTML from people is ever stored; what is not in this schema is refused.
import Joi from "joi";
import { linkSchema } from "./link";

export type Mark =
  | { readonly type: "bold" }
  | { readonly type: "italic" }
  | { readonly type: "link"; readonly attrs: { readonly href: string } };

export type Inline =
  | { readonly type: "text"; readonly text: string; readonly marks?: readonly Mark[] }
  | { readonly type: "hardBreak" };

export interface Paragraph {
  readonly type: "paragraph";
  readonly content?: readonly Inline[];
}

export interface RichList {
  readonly type: "bulletList" | "orderedList";
  readonly content: readonly { readonly type: "listItem"; readonly content: readonly (Paragraph | RichList)[] }[];
}

export interface RichDoc {
  readonly type: "doc";
  readonly content: readonly (Paragraph | RichList)[];
}

const markSchema = Joi.alternatives().try(
  Joi.object({ type: Joi.string().valid("bold", "italic").required() }),
  Joi.object({
    type: Joi.string().valid("link").required(),
    attrs: Joi.object({ href: linkSchema.required() }).required(),
  }),
);

export const inlineSchema = Joi.alternatives().try(
  Joi.object({
    type: Joi.string().valid("text").required(),
    text: Joi.string().min(1).max(20_000).required(),
    marks: Joi.array().items(markSchema).max(3),
  }),
  Joi.object({ type: Joi.string().valid("hardBreak").required() }),
);

export const paragraphSchema = Joi.object({
  type: Joi.string().valid("paragraph").required(),
  content: Joi.array().items(inlineSchema).max(2000),
});

export const listSchema = Joi.object({
  type: Joi.string().valid("bulletList", "orderedList").required(),
  content: Joi.array()
    .items(
      Joi.object({
        type: Joi.string().valid("listItem").required(),
        content: Joi.array()
          .items(Joi.alternatives().try(paragraphSchema, Joi.link("#richList")))
          .min(1)
          .max(50)
          .required(),
      }),
    )
    .min(1)
    .max(500)
    .required(),
}).id("richList");

export const richDocSchema: Joi.ObjectSchema<RichDoc> = Joi.object<RichDoc>({
  type: Joi.string().valid("doc").required(),
  content: Joi.array().items(Joi.alternatives().try(paragraphSchema, listSchema)).max(1000).required(),
});

/** A document of plain paragraphs; `[label](href)` and `*bold*` inside a paragraph are not read. */
export function paragraphs(...texts: readonly string[]): RichDoc {
  return {
    type: "doc",
    content: texts.map((text) => ({ type: "paragraph", ...(text ? { content: [{ type: "text", text }] } : {}) })),
  };
}

/** The words of a document without marks, blocks separated by a blank. */
export function plainWords(doc: RichDoc): string {
  const words: string[] = [];
  const walk = (node: { type: string; text?: string; content?: readonly unknown[] }) => {
    if (node.text) words.push(node.text);
    else if (node.type === "paragraph" || node.type === "hardBreak") words.push(" ");
    for (const child of node.content ?? []) walk(child as never);
  };
  walk(doc);
  return words.join("").replace(/\s+/g, " ").trim();
}

/** Addresses of every link in a document. */
export function* linksIn(doc: RichDoc): Generator<string> {
  const walk = function* (part: unknown): Generator<string> {
    const { marks, content } = part as { marks?: readonly Mark[]; content?: readonly unknown[] };
    for (const mark of marks ?? []) if (mark.type === "link") yield mark.attrs.href;
    for (const child of content ?? []) yield* walk(child);
  };
  yield* walk(doc);
}

interface EditorNode {
  type?: string;
  text?: string;
  marks?: { type: string; attrs?: Record<string, unknown> }[];
  content?: EditorNode[];
}

/** What the words editor hands over, reduced to the schema: other attributes and unknown marks fall away. */
export function fromEditor(doc: EditorNode): RichDoc {
  const clean = (node: EditorNode): unknown => {
    const marks = node.marks?.flatMap((mark) => {
      if (mark.type === "bold" || mark.type === "italic") return [{ type: mark.type }];
      return mark.type === "link" ? [{ type: "link", attrs: { href: String(mark.attrs?.href ?? "") } }] : [];
    });
    return {
      type: node.type,
      ...(node.text === undefined ? {} : { text: node.text }),
      ...(marks?.length ? { marks } : {}),
      ...(node.content ? { content: node.content.map(clean) } : {}),
    };
  };
  return clean(doc) as RichDoc;
}
