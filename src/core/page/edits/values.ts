// Edits of a block's values: a content field, and a look value at one width. The last one wins.
import Joi from "joi";
import { type Look, type LookField, lookFields, type Width, widths } from "@/core/page/look/look";
import { type PageNode, pathTo } from "@/core/page/node";
import { contentFault, lookFault } from "@/core/page/validate";
import { done, refused } from "@/core/visitor/decision";
import { goneLine, valueAt, withValueAt } from "./content";
import { type EditKind, placeOf } from "./kind";
import { idField, pathField } from "./schema";
import { gone, replaceNode, without } from "./tree";

export interface SetContentEdit {
  readonly type: "setContent";
  readonly node: string;
  /** A field of the content, or a part of a line in it. */
  readonly field: string;
  /** A value of undefined takes the field away. */
  readonly value?: unknown;
}

export interface SetLookEdit {
  readonly type: "setLook";
  readonly node: string;
  readonly width: Width;
  readonly field: LookField;
  readonly value?: unknown;
}

const given = (value: unknown) => (value === undefined ? {} : { value });

export const setContent: EditKind<SetContentEdit> = {
  schema: Joi.object({ node: idField, field: pathField, value: Joi.any() }),
  apply(page, edit) {
    const path = pathTo(page, edit.node);
    if (!path) return gone(edit.node);
    const node = path.at(-1) as PageNode;
    const before = valueAt(node.content, edit.field);
    if (before === goneLine) return refused("page.lineGone", { node: edit.node });
    const content = withValueAt(node.content, edit.field, edit.value);
    const fault = contentFault(node.kind, content);
    if (fault) return refused("page.invalid", { path: fault.path, message: fault.message });
    const inverse: SetContentEdit = { type: "setContent", node: edit.node, field: edit.field, ...given(before) };
    return done({ page: replaceNode(page, path, { ...node, content }), edit, inverse });
  },
  maps: (edit) => [{ place: placeOf(edit.node, edit.field), map: null }],
  merge: (before, after) => (before.node === after.node && before.field === after.field ? after : null),
  wordsField: (edit) => edit.field,
  typed: (edit) => (typeof edit.value === "string" ? edit.value : ""),
};

export const setLook: EditKind<SetLookEdit> = {
  schema: Joi.object({
    node: idField,
    width: Joi.string()
      .valid(...widths)
      .required(),
    field: Joi.string()
      .valid(...lookFields)
      .required(),
    value: Joi.any(),
  }),
  apply(page, edit) {
    const path = pathTo(page, edit.node);
    if (!path) return gone(edit.node);
    const node = path.at(-1) as PageNode;
    const fault = edit.value === undefined ? null : lookFault(node.kind, edit.field, edit.value);
    if (fault) return refused("page.invalid", { path: fault.path, message: fault.message });
    const own: Look = node.look[edit.width] ?? {};
    const values = edit.value === undefined ? without(own, edit.field) : { ...own, [edit.field]: edit.value };
    // A width without departures is absent, so that a page and its undone copy are the same document.
    const look =
      edit.width !== "base" && Object.keys(values).length === 0
        ? without(node.look, edit.width)
        : { ...node.look, [edit.width]: values };
    const { node: id, width, field } = edit;
    const inverse: SetLookEdit = { type: "setLook", node: id, width, field, ...given(own[field]) };
    return done({ page: replaceNode(page, path, { ...node, look }), edit, inverse });
  },
  merge: (before, after) =>
    before.node === after.node && before.width === after.width && before.field === after.field ? after : null,
};
