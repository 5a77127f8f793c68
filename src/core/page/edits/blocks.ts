// Edits of a page's tree: a block comes, goes, or moves.
import Joi from "joi";
import { StepMap } from "prosemirror-transform";
import { heldBy } from "@/core/page/kinds";
import { everyNode, findNode, type PageNode, pathTo } from "@/core/page/node";
import { crowdedFault, maxDepth, maxNodes, subtreeFaults } from "@/core/page/validate";
import { nodeWords, withLineIds } from "@/core/page/words/words";
import { done, refused } from "@/core/visitor/decision";
import { type EditKind, movedMap, type PlaceMap, placeOf } from "./kind";
import { idField, indexField } from "./schema";
import { depthOf, gone, replaceNode, spotOf, within, withoutBlock } from "./tree";

/** Where a block stood. Written by `apply`: who carries an index over the edit needs it. */
interface Origin {
  readonly parent: string;
  readonly index: number;
}

export interface InsertEdit {
  readonly type: "insert";
  readonly parent: string;
  readonly index: number;
  readonly node: PageNode;
}

export interface RemoveEdit {
  readonly type: "remove";
  readonly node: string;
  readonly from?: Origin;
}

export interface MoveEdit {
  readonly type: "move";
  readonly node: string;
  readonly parent: string;
  /** The place among the children of `parent` once the node has left its old place. */
  readonly index: number;
  readonly from?: Origin;
}

const spotField = Joi.object({ parent: idField, index: indexField });
const children = (parent: string) => placeOf(parent, "children");

export const insert: EditKind<InsertEdit> = {
  schema: Joi.object({ parent: idField, index: indexField, node: Joi.object().unknown().required() }),
  apply(page, edit) {
    const path = pathTo(page, edit.parent);
    const parent = path?.at(-1);
    if (!path || !parent) return gone(edit.parent);
    const node = withLineIds(edit.node);
    const faults = subtreeFaults(node, parent.kind);
    if (faults[0]) return refused("page.invalid", { path: faults[0].path, message: faults[0].message });
    const ids = new Set(Array.from(everyNode(page), (node) => node.id));
    for (const { id } of everyNode(node)) if (ids.has(id)) return refused("page.idTaken", { node: id });
    if (ids.size + Array.from(everyNode(node)).length > maxNodes) return refused("page.tooMany", { most: maxNodes });
    if (path.length + depthOf(node) > maxDepth + 1) return refused("page.tooDeep", { most: maxDepth });
    const before = parent.children ?? [];
    const index = within(edit.index, before.length);
    const next = { ...parent, children: [...before.slice(0, index), node, ...before.slice(index)] };
    const crowded = crowdedFault(next.children);
    if (crowded) return refused("page.invalid", { path: crowded.path, message: crowded.message });
    return done({
      page: replaceNode(page, path, next),
      edit: { ...edit, index, node },
      inverse: { type: "remove", node: node.id },
    });
  },
  maps: (edit) => [{ place: children(edit.parent), map: new StepMap([edit.index, 0, 1]) }],
  carry(edit, through) {
    const map = through(children(edit.parent));
    return [map ? { ...edit, index: map.map(edit.index, 1) } : edit];
  },
  typed: (edit) => nodeWords(edit.node),
};

export const remove: EditKind<RemoveEdit> = {
  schema: Joi.object({ node: idField, from: spotField }),
  apply(page, edit) {
    const spot = spotOf(page, edit.node);
    if (!spot.ok) return spot;
    const { node, parent, index } = spot.value;
    const from = { parent: parent.id, index };
    return done({
      page: withoutBlock(page, spot.value),
      edit: { ...edit, from },
      inverse: { type: "insert", ...from, node } as InsertEdit,
    });
  },
  maps: ({ from }) => (from ? [{ place: children(from.parent), map: new StepMap([from.index, 1, 0]) }] : []),
  takesBlock: (edit) => edit.node,
};

export const move: EditKind<MoveEdit> = {
  schema: Joi.object({ node: idField, parent: idField, index: indexField, from: spotField }),
  apply(page, edit) {
    const spot = spotOf(page, edit.node);
    if (!spot.ok) return spot;
    const { node, parent, index } = spot.value;
    if (findNode(node, edit.parent)) return refused("page.intoItself", { node: edit.node });
    const target = findNode(page, edit.parent);
    if (!target) return gone(edit.parent);
    if (!heldBy(target.kind)?.includes(node.kind))
      return refused("page.cannotHold", { parent: target.kind, kind: node.kind });
    const emptied = withoutBlock(page, spot.value);
    const targetPath = pathTo(emptied, edit.parent) as readonly PageNode[];
    if (targetPath.length + depthOf(node) > maxDepth + 1) return refused("page.tooDeep", { most: maxDepth });
    const holder = targetPath.at(-1) as PageNode;
    const before = holder.children ?? [];
    const place = within(edit.index, before.length);
    const next = { ...holder, children: [...before.slice(0, place), node, ...before.slice(place)] };
    return done({
      page: replaceNode(emptied, targetPath, next),
      edit: { ...edit, index: place, from: { parent: parent.id, index } },
      inverse: { type: "move", node: edit.node, parent: parent.id, index } as MoveEdit,
    });
  },
  maps({ parent, index, from }): readonly PlaceMap[] {
    if (!from) return [];
    if (from.parent === parent) return [{ place: children(parent), map: movedMap(from.index, index) }];
    return [
      { place: children(from.parent), map: new StepMap([from.index, 1, 0]) },
      { place: children(parent), map: new StepMap([index, 0, 1]) },
    ];
  },
  carry(edit, through) {
    const map = through(children(edit.parent));
    return [map ? { ...edit, index: map.map(edit.index, 1) } : edit];
  },
};
