// The words that stand in blocks: where they are, read off what each kind tells about its content.

import type { WordsForm } from "./kind";
import { kinds } from "./kinds";
import { everyNode, type PageNode } from "./node";
import { plainWords, type RichDoc } from "./richtext";

const formsOf = (node: PageNode) => Object.entries(kinds[node.kind].words) as [string, WordsForm][];

/** The form of a content field's words; undefined for one that holds none. `field` may name a part of a line. */
export function wordsForm(node: PageNode, field: string): WordsForm | undefined {
  const [name = "", line] = field.split(".");
  const form = Object.hasOwn(kinds[node.kind].words, name)
    ? (kinds[node.kind].words as Readonly<Record<string, WordsForm>>)[name]
    : undefined;
  return line === undefined ? form : form === "lines" ? "line" : undefined;
}

const read: Readonly<Record<WordsForm, (value: unknown) => string>> = {
  line: (value) => (typeof value === "string" ? value : ""),
  rich: (value) => (value ? plainWords(value as RichDoc) : ""),
  lines: (value) =>
    ((value ?? []) as readonly Record<string, unknown>[])
      .map(({ id: _id, ...parts }) => Object.values(parts).filter(Boolean).join(" "))
      .join("\n"),
  value: () => "",
};

/** Every word of a block and of what stands in it, a line for each. */
export function nodeWords(root: PageNode): string {
  const words: string[] = [];
  for (const node of everyNode(root))
    for (const [field, form] of formsOf(node)) {
      const text = read[form](node.content[field]);
      if (text) words.push(text);
    }
  return words.join("\n");
}

/** Lines without an id get one that depends on nothing but the list: the same wherever it is done. */
function named(lines: readonly Readonly<{ id?: string }>[]): readonly Readonly<{ id?: string }>[] {
  if (lines.every((line) => line.id !== undefined)) return lines;
  const taken = new Set(lines.map((line) => line.id));
  let next = 0;
  return lines.map((line) => {
    if (line.id !== undefined) return line;
    do next += 1;
    while (taken.has(`l${next}`));
    return { id: `l${next}`, ...line };
  });
}

/** The tree with an id on every line of its lists. What has them already keeps its identity. */
export function withLineIds(root: PageNode): PageNode {
  let content = root.content;
  for (const [field, form] of formsOf(root)) {
    const lines = content[field];
    if (form !== "lines" || !Array.isArray(lines)) continue;
    const done = named(lines);
    if (done !== lines) content = { ...content, [field]: done };
  }
  const children = root.children?.map(withLineIds);
  const same = content === root.content && (children ?? []).every((child, index) => child === root.children?.[index]);
  return same ? root : { ...root, content, ...(children ? { children } : {}) };
}
