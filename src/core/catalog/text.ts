// What a product's page says of it: running text with headings, tables, pictures and films of the site. Like all running text it
// is a document in the JSON form of ProseMirror; what is not in this schema is refused, and no HTML of people is ever stored.
import Joi from "joi";
import {
  type Inline,
  inlineSchema,
  listSchema,
  type Mark,
  type Paragraph,
  paragraphSchema,
  type RichList,
} from "@/core/page/words/richtext";

export interface TextHeading {
  readonly type: "heading";
  /** 2 or 3: a product's name is the first. */
  readonly attrs: { readonly level: number };
  readonly content?: readonly Inline[];
}

export interface TextCell {
  readonly type: "tableCell" | "tableHeader";
  readonly content: readonly Paragraph[];
}

export interface TextTable {
  readonly type: "table";
  readonly content: readonly { readonly type: "tableRow"; readonly content: readonly TextCell[] }[];
}

/** A picture or a film among the site's media. */
export interface TextMedium {
  readonly type: "picture" | "film";
  readonly attrs: {
    /** Hash of the medium. */
    readonly media: string;
    /** What it shows, for whoever does not see it. */
    readonly alt: string;
  };
}

export type TextBlock = Paragraph | RichList | TextHeading | TextTable | TextMedium;

export interface ProductText {
  readonly type: "doc";
  readonly content: readonly TextBlock[];
}

/** The most that one text holds. */
export const textLimits = { blocks: 400, rows: 60, columns: 12, media: 40 } as const;

/** A hash of a medium. */
export const media = Joi.string()
  .pattern(/^[0-9a-f]{64}$/)
  .messages({ "string.pattern.base": "This is no picture of the site. Choose one in Media." });

const headingSchema = Joi.object({
  type: Joi.string().valid("heading").required(),
  attrs: Joi.object({ level: Joi.number().valid(2, 3).required() }).required(),
  content: Joi.array().items(inlineSchema).max(200),
});

const cellSchema = Joi.object({
  type: Joi.string().valid("tableCell", "tableHeader").required(),
  content: Joi.array().items(paragraphSchema).min(1).max(20).required(),
});

const tableSchema = Joi.object({
  type: Joi.string().valid("table").required(),
  content: Joi.array()
    .items(
      Joi.object({
        type: Joi.string().valid("tableRow").required(),
        content: Joi.array().items(cellSchema).min(1).max(textLimits.columns).required(),
      }),
    )
    .min(1)
    .max(textLimits.rows)
    .required(),
})
  .custom((table: TextTable, helpers) =>
    new Set(table.content.map(({ content }) => content.length)).size === 1 ? table : helpers.error("table.uneven"),
  )
  .messages({ "table.uneven": "Every row of a table has as many cells as the others." });

const mediumSchema = Joi.object({
  type: Joi.string().valid("picture", "film").required(),
  attrs: Joi.object({ media: media.required(), alt: Joi.string().allow("").max(300).required() }).required(),
});

export const productTextSchema: Joi.ObjectSchema<ProductText> = Joi.object<ProductText>({
  type: Joi.string().valid("doc").required(),
  content: Joi.array()
    .items(
      Joi.alternatives().conditional(".type", {
        switch: [
          { is: "paragraph", then: paragraphSchema },
          { is: "heading", then: headingSchema },
          { is: "table", then: tableSchema },
          { is: Joi.valid("picture", "film"), then: mediumSchema },
        ],
        otherwise: listSchema,
      }),
    )
    .max(textLimits.blocks)
    .required(),
})
  .custom((text: ProductText, helpers) =>
    text.content.filter(isMedium).length > textLimits.media ? helpers.error("text.media") : text,
  )
  .messages({ "text.media": `At most ${textLimits.media} pictures and films stand in one text.` });

export const isMedium = (block: TextBlock): block is TextMedium => block.type === "picture" || block.type === "film";

/** The media that stand in a text. */
export const textMedia = (text: ProductText): readonly TextMedium[] => text.content.filter(isMedium);

/** A text with one medium in the place of another. */
export const withTextMedium = (text: ProductText, from: string, to: string): ProductText => ({
  ...text,
  content: text.content.map((block) =>
    isMedium(block) && block.attrs.media === from ? { ...block, attrs: { ...block.attrs, media: to } } : block,
  ),
});

/** The words of a text without marks, its parts separated by a blank. */
export function plainText(text: ProductText): string {
  const words: string[] = [];
  const walk = (node: { type: string; text?: string; content?: readonly unknown[] }) => {
    if (node.text) words.push(node.text);
    else if (node.type !== "doc") words.push(" ");
    for (const child of node.content ?? []) walk(child as never);
  };
  walk(text);
  return words.join("").replace(/\s+/g, " ").trim();
}

interface EditorNode {
  readonly type?: string;
  readonly text?: string;
  readonly attrs?: Readonly<Record<string, unknown>>;
  readonly marks?: readonly { readonly type: string; readonly attrs?: Readonly<Record<string, unknown>> }[];
  readonly content?: readonly EditorNode[];
}

const marksOf = ({ marks = [] }: EditorNode): readonly Mark[] =>
  marks.flatMap((mark): readonly Mark[] => {
    if (mark.type === "bold" || mark.type === "italic") return [{ type: mark.type }];
    return mark.type === "link" ? [{ type: "link", attrs: { href: String(mark.attrs?.href ?? "") } }] : [];
  });

/** Attributes that are kept, by the sort of node. */
const kept: Readonly<Record<string, (attrs: Readonly<Record<string, unknown>>) => object>> = {
  heading: ({ level }) => ({ level: level === 3 ? 3 : 2 }),
  picture: ({ media, alt }) => ({ media: String(media ?? ""), alt: String(alt ?? "") }),
  film: ({ media, alt }) => ({ media: String(media ?? ""), alt: String(alt ?? "") }),
};

/** What the words editor hands over, reduced to the schema: other attributes and unknown marks fall away. */
export function textFromEditor(doc: EditorNode): ProductText {
  const clean = (node: EditorNode): object => {
    const marks = marksOf(node);
    const attrs = kept[node.type ?? ""]?.(node.attrs ?? {});
    return {
      type: node.type,
      ...(attrs ? { attrs } : {}),
      ...(node.text === undefined ? {} : { text: node.text }),
      ...(marks.length ? { marks } : {}),
      ...(node.content ? { content: node.content.map(clean) } : {}),
    };
  };
  return clean(doc) as ProductText;
}
