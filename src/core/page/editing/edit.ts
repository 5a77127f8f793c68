// Edits: the only way a page changes. Each is small, serialisable, and has an inverse.
// Adding a kind of edit adds a file in edits/ and one line here.
import type { Outcome, Reason } from "@/core/visitor/decision";
import { type InsertEdit, insert, type MoveEdit, move, type RemoveEdit, remove } from "../edits/blocks";
import type { EditKind } from "../edits/kind";
import { type SpliceEdit, splice } from "../edits/line";
import {
  type AddLineEdit,
  addLine,
  type MoveLineEdit,
  moveLine,
  type RemoveLineEdit,
  removeLine,
} from "../edits/lines";
import { type SetOpenEdit, setOpen } from "../edits/open";
import { type StepsEdit, steps } from "../edits/steps";
import { type SetContentEdit, type SetLookEdit, setContent, setLook } from "../edits/values";
import { findNode, type PageNode } from "../node";
import { wordsForm } from "../words/words";

export type Edit =
  | InsertEdit
  | RemoveEdit
  | MoveEdit
  | SetContentEdit
  | SetLookEdit
  | SpliceEdit
  | StepsEdit
  | AddLineEdit
  | RemoveLineEdit
  | MoveLineEdit
  | SetOpenEdit;

type EditKinds = { readonly [T in Edit["type"]]: EditKind<Extract<Edit, { type: T }>> };

const table: EditKinds = {
  insert,
  remove,
  move,
  setContent,
  setLook,
  splice,
  steps,
  addLine,
  removeLine,
  moveLine,
  setOpen,
};

/** Every kind of edit, by its type. */
export const editKinds = table as Readonly<Record<Edit["type"], EditKind<Edit>>>;

export interface Applied {
  readonly page: PageNode;
  /** The edit as it was made, with where things stood. */
  readonly edit: Edit;
  readonly inverse: Edit;
}

/** The page after `edit` with the edit that takes it back; or why it can't be, and then nothing has changed. */
export function applyEdit(page: PageNode, edit: Edit): Outcome<Applied> {
  return editKinds[edit.type].apply(page, edit) as Outcome<Applied>;
}

export interface AppliedAll {
  readonly page: PageNode;
  /** The edits that held, in order. */
  readonly applied: readonly Edit[];
  /** Taken in this order they undo `applied`. */
  readonly inverses: readonly Edit[];
  readonly refusals: readonly { readonly edit: Edit; readonly reason: Reason }[];
}

/** Applies what can be applied, in order; what can't is listed with its reason and leaves the page alone. */
export function applyEdits(page: PageNode, edits: readonly Edit[]): AppliedAll {
  const applied: Edit[] = [];
  const inverses: Edit[] = [];
  const refusals: { edit: Edit; reason: Reason }[] = [];
  let current = page;
  for (const edit of edits) {
    const outcome = applyEdit(current, edit);
    if (outcome.ok) {
      current = outcome.value.page;
      applied.push(outcome.value.edit);
      inverses.unshift(outcome.value.inverse);
    } else refusals.push({ edit, reason: outcome.reason });
  }
  return { page: current, applied, inverses, refusals };
}

/** The list with `edit` at its end, joined with the last one where the two are one change. */
export function joined(edits: readonly Edit[], edit: Edit): readonly Edit[] {
  const last = edits.at(-1);
  const one = last?.type === edit.type ? editKinds[edit.type].merge?.(last, edit) : null;
  return one ? [...edits.slice(0, -1), one] : [...edits, edit];
}

/** Whether an editor (words and pictures only) may make this edit on `page`. */
export function isWordsEdit(page: PageNode, edit: Edit): boolean {
  const field = editKinds[edit.type].wordsField?.(edit);
  const node =
    field !== undefined && "node" in edit && typeof edit.node === "string" ? findNode(page, edit.node) : null;
  return node !== null && field !== undefined && wordsForm(node, field) !== undefined;
}

/** The words that were typed with these edits, for those who want them back. */
export const typedWords = (edits: readonly Edit[]): string =>
  edits
    .map((edit) => editKinds[edit.type].typed?.(edit) ?? "")
    .filter(Boolean)
    .join("\n");
