// Lists in blocks, line by line: two people may change one list.
import type { Edit } from "@/core/page/editing/edit";
import { spliceBetween } from "@/core/page/edits/line";
import type { PageNode } from "@/core/page/node";
import { newId } from "@/studio/kit/new-id";
import { words } from "../words";
import type { Editor } from "./editor";

/** The text of a line of words: of a field, or of a part of a line in a list. */
export function lineOf(block: PageNode, field: string): string {
  const [name = "", line, part = ""] = field.split(".");
  const value = block.content[name];
  if (line === undefined) return String(value ?? "");
  const found = (value as readonly Record<string, unknown>[] | undefined)?.find((one) => one.id === line);
  return String(found?.[part] ?? "");
}

export class Lines {
  constructor(private readonly editor: Editor) {}

  /** Adds a line to a list behind `after` (null: at the front; undefined: at the end); answers its id. */
  add(node: string, field: string, line: Record<string, unknown>, after?: string | null): string | null {
    const document = this.editor.documentOf(node);
    const lines = (this.editor.node(node)?.content[field] ?? []) as readonly { id: string }[];
    if (!document) return null;
    const index =
      after === undefined ? lines.length : after === null ? 0 : lines.findIndex((one) => one.id === after) + 1;
    const id = newId();
    const refusal = this.editor.edit(document, [{ type: "addLine", node, field, index, line: { ...line, id } }]);
    if (refusal) this.editor.say(refusal);
    return refusal ? null : id;
  }

  /** Adds lines at the end of a list, in one step. */
  addAll(node: string, field: string, lines: readonly Record<string, unknown>[]): string | null {
    const document = this.editor.documentOf(node);
    const there = (this.editor.node(node)?.content[field] ?? []) as readonly unknown[];
    if (!document) return words.blockGone;
    const edits = lines.map(
      (line, at): Edit => ({ type: "addLine", node, field, index: there.length + at, line: { ...line, id: newId() } }),
    );
    return edits.length ? this.editor.edit(document, edits) : null;
  }

  /** Parts a line in two at a letter: what stands behind it becomes a line of its own. Answers the new line's id. */
  split(node: string, field: string, line: string, part: string, caret: number): string | null {
    const document = this.editor.documentOf(node);
    const block = this.editor.node(node);
    if (!document || !block) return null;
    const path = `${field}.${line}.${part}`;
    const text = lineOf(block, path);
    const index = (block.content[field] as readonly { id: string }[]).findIndex((one) => one.id === line) + 1;
    const made = { id: newId(), [part]: text.slice(caret).trimStart() };
    const rest = spliceBetween(node, path, text, text.slice(0, caret));
    const refusal = this.editor.edit(document, [
      { type: "addLine", node, field, index, line: made },
      ...(rest ? [rest] : []),
    ]);
    if (refusal) this.editor.say(refusal);
    return refusal ? null : made.id;
  }

  remove(node: string, field: string, line: string) {
    const document = this.editor.documentOf(node);
    if (document) this.editor.edit(document, [{ type: "removeLine", node, field, line }]);
  }

  /** One place up (-1) or down (+1) in its list. */
  move(node: string, field: string, line: string, by: -1 | 1) {
    const document = this.editor.documentOf(node);
    const lines = (this.editor.node(node)?.content[field] ?? []) as readonly { id: string }[];
    const index = lines.findIndex((one) => one.id === line) + by;
    if (document && index >= 0 && index < lines.length)
      this.editor.edit(document, [{ type: "moveLine", node, field, line, index }]);
  }
}
