// The document model of running text: the same limits as the schema of richtext.ts, in the form steps work on.
import { type Node, Schema } from "prosemirror-model";
import type { RichDoc } from "./richtext";

export const wordsSchema = new Schema({
  nodes: {
    doc: { content: "block*" },
    paragraph: { group: "block", content: "inline*" },
    bulletList: { group: "block", content: "listItem+" },
    orderedList: { group: "block", content: "listItem+" },
    listItem: { content: "block+", defining: true },
    text: { group: "inline" },
    hardBreak: { group: "inline", inline: true, selectable: false },
  },
  marks: {
    link: { attrs: { href: { validate: "string" } }, inclusive: false },
    bold: {},
    italic: {},
  },
});

const docs = new WeakMap<object, Node>();
const jsons = new WeakMap<Node, RichDoc>();

/** A stored document as one that steps apply to. Throws for what is not in the schema: validate before. */
export function docOf(doc: RichDoc): Node {
  const known = docs.get(doc);
  if (known) return known;
  const made = wordsSchema.nodeFromJSON(doc);
  docs.set(doc, made);
  return made;
}

/** The document as it is stored. */
export function docJson(doc: Node): RichDoc {
  const known = jsons.get(doc);
  if (known) return known;
  const made = doc.toJSON() as RichDoc;
  jsons.set(doc, made);
  docs.set(made, doc);
  return made;
}
