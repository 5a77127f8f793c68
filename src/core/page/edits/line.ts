// Edits of one line of text: some letters taken, some put in their place.
import Joi from "joi";
import { StepMap } from "prosemirror-transform";
import { type PageNode, pathTo } from "@/core/page/node";
import { contentFault } from "@/core/page/validate";
import { done, refused } from "@/core/visitor/decision";
import { goneLine, valueAt, withValueAt } from "./content";
import { type EditKind, placeOf } from "./kind";
import { piecesOf } from "./pieces";
import { idField, pathField } from "./schema";
import { gone, replaceNode, within } from "./tree";

export interface SpliceEdit {
  readonly type: "splice";
  readonly node: string;
  readonly field: string;
  /** Where, in UTF-16 units. */
  readonly at: number;
  /** How many are taken there. */
  readonly cut: number;
  readonly put: string;
}

const place = (edit: SpliceEdit) => placeOf(edit.node, edit.field);
const count = Joi.number().integer().min(0).max(100_000).required();

export const splice: EditKind<SpliceEdit> = {
  schema: Joi.object({
    node: idField,
    field: pathField,
    at: count,
    cut: count,
    put: Joi.string().allow("").required(),
  }),
  apply(page, edit) {
    const path = pathTo(page, edit.node);
    if (!path) return gone(edit.node);
    const node = path.at(-1) as PageNode;
    const before = valueAt(node.content, edit.field);
    if (before === goneLine) return refused("page.lineGone", { node: edit.node });
    if (before !== undefined && typeof before !== "string") return refused("page.noLine", { field: edit.field });
    const text = before ?? "";
    const at = within(edit.at, text.length);
    const cut = within(edit.cut, text.length - at);
    const content = withValueAt(node.content, edit.field, text.slice(0, at) + edit.put + text.slice(at + cut));
    const fault = contentFault(node.kind, content);
    if (fault) return refused("page.invalid", { path: fault.path, message: fault.message });
    const inverse: SpliceEdit = { ...edit, at, cut: edit.put.length, put: text.slice(at, at + cut) };
    return done({ page: replaceNode(page, path, { ...node, content }), edit: { ...edit, at, cut }, inverse });
  },
  maps: (edit) => [{ place: place(edit), map: new StepMap([edit.at, edit.cut, edit.put.length]) }],
  carry(edit, through) {
    const map = through(place(edit));
    if (!map) return null;
    const pieces = piecesOf(edit.at, edit.at + edit.cut, map);
    if (pieces.length === 0) return [{ ...edit, at: map.map(edit.at, 1), cut: 0 }];
    // From the last to the first, so that each finds its letters where they were counted.
    return [...pieces].reverse().map(({ from, to }, index) => ({
      ...edit,
      at: from,
      cut: to - from,
      put: index === pieces.length - 1 ? edit.put : "",
    }));
  },
  merge(before, after) {
    if (before.node !== after.node || before.field !== after.field) return null;
    if (after.cut === 0 && after.at === before.at + before.put.length)
      return { ...before, put: before.put + after.put };
    if (before.put === "" && after.put === "" && after.at + after.cut === before.at)
      return { ...before, at: after.at, cut: before.cut + after.cut };
    return null;
  },
  letters: (edit) => ({ place: place(edit), at: edit.at, cut: edit.cut, put: edit.put }),
  wordsField: (edit) => edit.field,
  typed: (edit) => edit.put,
};

const splitsCharacter = (text: string, at: number) =>
  /^[\uD800-\uDBFF][\uDC00-\uDFFF]/.test(text.slice(at - 1, at + 1));

/** The smallest change that makes `after` of `before`; null when they are the same. */
export function spliceBetween(node: string, field: string, before: string, after: string): SpliceEdit | null {
  if (before === after) return null;
  const shorter = Math.min(before.length, after.length);
  let start = 0;
  while (start < shorter && before[start] === after[start]) start++;
  if (splitsCharacter(before, start) || splitsCharacter(after, start)) start--;
  let end = 0;
  while (end < shorter - start && before[before.length - 1 - end] === after[after.length - 1 - end]) end++;
  if (splitsCharacter(before, before.length - end) || splitsCharacter(after, after.length - end)) end--;
  return {
    type: "splice",
    node,
    field,
    at: start,
    cut: before.length - end - start,
    put: after.slice(start, after.length - end),
  };
}
