// The words that stand in blocks: where they are, read off what each kind tells about its content.

import type { LinesForm, PartForm, WordsForm } from "../kind";
import { kinds } from "../kinds";
import { everyNode, type PageNode } from "../node";
import { plainWords, type RichDoc } from "./richtext";

const formsOf = (node: PageNode) => Object.entries(kinds[node.kind].words) as [string, WordsForm][];

const isLines = (form: WordsForm | undefined): form is LinesForm => typeof form === "object";

/** The form of a content field's words, "lines" for a list of them; undefined for one that holds none. `field` may name a part of a line. */
export function wordsForm(node: PageNode, field: string): Exclude<WordsForm, LinesForm> | "lines" | undefined {
  const [name = "", line, part = ""] = field.split(".");
  const form = Object.hasOwn(kinds[node.kind].words, name)
    ? (kinds[node.kind].words as Readonly<Record<string, WordsForm>>)[name]
    : undefined;
  if (line === undefined) return isLines(form) ? "lines" : form;
  return isLines(form) ? partForm(form, part) : undefined;
}

const partForm = ({ parts }: LinesForm, part: string): PartForm | undefined =>
  parts === "line" ? parts : Object.hasOwn(parts, part) ? parts[part] : undefined;

type Line = Readonly<Record<string, unknown>>;

/** The words of one line, its parts in their order. */
const wordsOfLine = (form: LinesForm, line: Line): string =>
  Object.entries(line)
    .flatMap(([part, value]) => (part !== "id" && value && partForm(form, part) === "line" ? [String(value)] : []))
    .join(" ");

function read(form: WordsForm, value: unknown): string {
  if (isLines(form)) return ((value ?? []) as readonly Line[]).map((line) => wordsOfLine(form, line)).join("\n");
  if (form === "rich") return value ? plainWords(value as RichDoc) : "";
  return form === "line" && typeof value === "string" ? value : "";
}

/** Every word of a block and of what stands in it, a line for each. */
export function nodeWords(root: PageNode): string {
  const words: string[] = [];
  for (const node of everyNode(root))
    for (const [field, form] of formsOf(node)) {
      const text = read(form, node.content[field]);
      if (text) words.push(text);
    }
  return words.join("\n");
}

const longestName = 80;

/** By which words one would call a block: its first heading, or else its first words. */
export function nameOf(root: PageNode): string {
  let first = "";
  for (const node of everyNode(root)) {
    const text = nodeWords({ ...node, children: [] }).split("\n", 1)[0] ?? "";
    if (text && kinds[node.kind].headingLevel?.(node.content as never)) return text.slice(0, longestName);
    first ||= text;
  }
  return first.slice(0, longestName);
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
    if (!isLines(form) || !Array.isArray(lines)) continue;
    const done = named(lines);
    if (done !== lines) content = { ...content, [field]: done };
  }
  const children = root.children?.map(withLineIds);
  const same = content === root.content && (children ?? []).every((child, index) => child === root.children?.[index]);
  return same ? root : { ...root, content, ...(children ? { children } : {}) };
}
