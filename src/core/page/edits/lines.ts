// Edits of a list's lines, each named by its id: one comes, goes, or moves.
import Joi from "joi";
import { StepMap } from "prosemirror-transform";
import { type PageNode, pathTo } from "@/core/page/node";
import { contentFault } from "@/core/page/validate";
import { done, type Outcome, refused } from "@/core/visitor/decision";
import { linesOf } from "./content";
import { type Done, type EditKind, movedMap, placeOf } from "./kind";
import { idField, indexField } from "./schema";
import { gone, replaceNode, within } from "./tree";

type LineValue = Readonly<{ id: string } & Record<string, unknown>>;

export interface AddLineEdit {
  readonly type: "addLine";
  readonly node: string;
  readonly field: string;
  readonly index: number;
  readonly line: LineValue;
}

export interface RemoveLineEdit {
  readonly type: "removeLine";
  readonly node: string;
  readonly field: string;
  readonly line: string;
  /** Where it stood; written by `apply`. */
  readonly index?: number;
}

export interface MoveLineEdit {
  readonly type: "moveLine";
  readonly node: string;
  readonly field: string;
  readonly line: string;
  /** The place once the line has left its old one. */
  readonly index: number;
  readonly from?: number;
}

const field = Joi.string()
  .pattern(/^[a-zA-Z]{1,40}$/)
  .required();

/** Runs a change of the lines of a list. */
function changed<E extends { readonly type: string }>(
  page: PageNode,
  at: { readonly node: string; readonly field: string },
  change: (
    lines: readonly LineValue[],
  ) => Outcome<{ lines: readonly LineValue[]; edit: E; inverse: Done<E>["inverse"] }>,
): Outcome<Done<E>> {
  const path = pathTo(page, at.node);
  if (!path) return gone(at.node);
  const node = path.at(-1) as PageNode;
  const lines = linesOf(node.content, at.field);
  if (!lines) return refused("page.noLines", { field: at.field });
  const outcome = change(lines as readonly LineValue[]);
  if (!outcome.ok) return outcome;
  const content = { ...node.content, [at.field]: outcome.value.lines };
  const fault = contentFault(node.kind, content);
  if (fault) return refused("page.invalid", { path: fault.path, message: fault.message });
  const { edit, inverse } = outcome.value;
  return done({ page: replaceNode(page, path, { ...node, content }), edit, inverse });
}

const lineGone = (node: string) => refused("page.lineGone", { node });
const place = (edit: { node: string; field: string }) => placeOf(edit.node, edit.field);
const wordsOf = (line: Readonly<Record<string, unknown>>) =>
  Object.entries(line)
    .flatMap(([part, value]) => (part !== "id" && typeof value === "string" && value ? [value] : []))
    .join(" ");

export const addLine: EditKind<AddLineEdit> = {
  schema: Joi.object({
    node: idField,
    field,
    index: indexField,
    line: Joi.object({ id: idField }).unknown().required(),
  }),
  apply: (page, edit) =>
    changed<AddLineEdit>(page, edit, (lines) => {
      if (lines.some((one) => one.id === edit.line.id)) return refused("page.idTaken", { node: edit.line.id });
      const index = within(edit.index, lines.length);
      const { node, field: list, line } = edit;
      return done({
        lines: [...lines.slice(0, index), line, ...lines.slice(index)],
        edit: { ...edit, index },
        inverse: { type: "removeLine", node, field: list, line: line.id, index } as RemoveLineEdit,
      });
    }),
  maps: (edit) => [{ place: place(edit), map: new StepMap([edit.index, 0, 1]) }],
  carry(edit, through) {
    const map = through(place(edit));
    return map ? [{ ...edit, index: map.map(edit.index, 1) }] : [edit];
  },
  wordsField: (edit) => edit.field,
  typed: (edit) => wordsOf(edit.line),
};

export const removeLine: EditKind<RemoveLineEdit> = {
  schema: Joi.object({ node: idField, field, line: idField, index: indexField.optional() }),
  apply: (page, edit) =>
    changed<RemoveLineEdit>(page, edit, (lines) => {
      const index = lines.findIndex((one) => one.id === edit.line);
      const line = lines[index];
      if (!line) return lineGone(edit.node);
      return done({
        lines: lines.filter((one) => one !== line),
        edit: { ...edit, index },
        inverse: { type: "addLine", node: edit.node, field: edit.field, index, line } as AddLineEdit,
      });
    }),
  maps: (edit) => (edit.index === undefined ? [] : [{ place: place(edit), map: new StepMap([edit.index, 1, 0]) }]),
  wordsField: (edit) => edit.field,
};

export const moveLine: EditKind<MoveLineEdit> = {
  schema: Joi.object({ node: idField, field, line: idField, index: indexField, from: indexField.optional() }),
  apply: (page, edit) =>
    changed<MoveLineEdit>(page, edit, (lines) => {
      const from = lines.findIndex((one) => one.id === edit.line);
      const line = lines[from];
      if (!line) return lineGone(edit.node);
      const others = lines.filter((one) => one !== line);
      const index = within(edit.index, others.length);
      return done({
        lines: [...others.slice(0, index), line, ...others.slice(index)],
        edit: { ...edit, index, from },
        inverse: { ...edit, index: from, from: index },
      });
    }),
  maps: ({ from, index, ...edit }) => (from === undefined ? [] : [{ place: place(edit), map: movedMap(from, index) }]),
  carry(edit, through) {
    const map = through(place(edit));
    return map ? [{ ...edit, index: map.map(edit.index, 1) }] : [edit];
  },
  wordsField: (edit) => edit.field,
};
