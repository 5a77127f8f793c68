// Writing: what stands in the fields of blocks, their words letter by letter, and loose numbers that become links.
import { applyEdits, type Edit } from "@/core/page/editing/edit";
import { typing } from "@/core/page/editing/history";
import { spliceBetween } from "@/core/page/edits/line";
import { stepsBetween } from "@/core/page/edits/steps";
import { findNode } from "@/core/page/node";
import { linkingEdits, looseOn } from "@/core/page/words/linking";
import { wordsForm } from "@/core/page/words/words";
import { words } from "../words";
import type { Editor } from "./editor";
import { lineOf } from "./lines";

export class Content {
  constructor(private readonly editor: Editor) {}

  /** Sets a content field, or a part of a line in it. Words change letter by letter, so that others' words beside them stay. */
  set(node: string, field: string, value: unknown, group?: string): string | null {
    const document = this.editor.documentOf(node);
    const block = this.editor.node(node);
    if (!document || !block) return words.blockGone;
    if (wordsForm(block, field) === "line" && typeof value === "string") {
      const edit = spliceBetween(node, field, lineOf(block, field), value);
      return edit ? this.editor.edit(document, [edit], typing) : null;
    }
    return this.editor.edit(
      document,
      [{ type: "setContent", node, field, ...(value === undefined ? {} : { value }) }],
      group,
    );
  }

  /** Sets several content fields in one step; undefined takes a field away. */
  setAll(node: string, values: Readonly<Record<string, unknown>>): string | null {
    const document = this.editor.documentOf(node);
    if (!document) return words.blockGone;
    const edits = Object.entries(values).map(
      ([field, value]): Edit => ({ type: "setContent", node, field, ...(value === undefined ? {} : { value }) }),
    );
    return this.editor.edit(document, edits);
  }

  /** Takes a change of running text: the editor's own steps where they fit, what differs where they do not. */
  write(node: string, field: string, after: unknown, steps: readonly Record<string, unknown>[]): string | null {
    const document = this.editor.documentOf(node);
    const block = this.editor.node(node);
    if (!document || !block) return words.blockGone;
    if (this.editor.isInside(node))
      return this.editor.edit(document, [{ type: "setContent", node, field, value: after }], typing);
    const own: Edit = { type: "steps", node, field, steps };
    const page = this.editor.worked.find((one) => one.document === document)?.page;
    const result = steps.length && page ? applyEdits(page, [own]) : null;
    const fits = result && JSON.stringify(findNode(result.page, node)?.content[field]) === JSON.stringify(after);
    const edit = fits ? own : stepsBetween(node, field, block.content[field], after);
    return edit ? this.editor.edit(document, [edit], typing) : null;
  }

  /** How many numbers and addresses in the open documents' running text are no links yet. */
  get loose(): number {
    return this.editor.worked.reduce(
      (sum, { page }) => sum + looseOn(page).reduce((of, { count }) => of + count, 0),
      0,
    );
  }

  /** Links every loose number and address: of one block, or of the page with header and footer. One step a document. */
  linkLoose(node: string | null = null) {
    for (const { document, page } of this.editor.worked) {
      const edits = linkingEdits(page, node);
      if (edits.length) this.editor.edit(document, edits);
    }
  }
}
