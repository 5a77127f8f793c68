// Which fields of a block in a shared section are open for the pages it stands on. The last one wins.
import Joi from "joi";
import { type PageNode, pathTo } from "@/core/page/node";
import { openFault } from "@/core/page/validate";
import { done, refused } from "@/core/visitor/decision";
import type { EditKind } from "./kind";
import { idField } from "./schema";
import { gone, replaceNode, without } from "./tree";

export interface SetOpenEdit {
  readonly type: "setOpen";
  readonly node: string;
  /** All that are open; none closes the block. */
  readonly open: readonly string[];
}

export const setOpen: EditKind<SetOpenEdit> = {
  schema: Joi.object({ node: idField, open: Joi.array().items(Joi.string().max(40)).max(40).required() }),
  apply(page, edit) {
    const path = pathTo(page, edit.node);
    if (!path) return gone(edit.node);
    const node = path.at(-1) as PageNode;
    const fault = openFault(node, edit.open);
    if (fault) return refused("page.invalid", { path: fault.path, message: fault.message });
    const next = edit.open.length ? { ...node, open: edit.open } : without(node, "open");
    const inverse: SetOpenEdit = { type: "setOpen", node: edit.node, open: node.open ?? [] };
    return done({ page: replaceNode(page, path, next), edit, inverse });
  },
  merge: (before, after) => (before.node === after.node ? after : null),
};
