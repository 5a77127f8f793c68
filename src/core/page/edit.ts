// Edits: the only way a page changes. Each is small, serialisable, and has an inverse.
import { done, type Outcome, type Reason, refused } from "@/core/visitor/decision";
import { kinds } from "./kinds";
import type { Look, LookField, Width } from "./look";
import { everyNode, findNode, type PageNode, pathTo } from "./node";
import { contentFault, lookFault, maxDepth, maxNodes, subtreeFaults } from "./validate";

export type Edit =
  | { readonly type: "insert"; readonly parent: string; readonly index: number; readonly node: PageNode }
  | { readonly type: "remove"; readonly node: string }
  /** `index` is the place among the children of `parent` once the node has left its old place. */
  | { readonly type: "move"; readonly node: string; readonly parent: string; readonly index: number }
  /** A value of undefined takes the field away. */
  | { readonly type: "setContent"; readonly node: string; readonly field: string; readonly value?: unknown }
  | {
      readonly type: "setLook";
      readonly node: string;
      readonly width: Width;
      readonly field: LookField;
      readonly value?: unknown;
    };

export interface Applied {
  readonly page: PageNode;
  readonly inverse: Edit;
}

/** Puts `next` in the place of the node with its id; everything off the path keeps its identity. */
function replaceNode(root: PageNode, path: readonly PageNode[], next: PageNode): PageNode {
  let replaced = next;
  for (let depth = path.length - 2; depth >= 0; depth--) {
    const parent = path[depth] as PageNode;
    const old = path[depth + 1] as PageNode;
    replaced = { ...parent, children: (parent.children ?? []).map((child) => (child === old ? replaced : child)) };
  }
  return path.length ? replaced : root;
}

const gone = (node: string) => refused("page.nodeGone", { node });

/** An index from a list that may have become shorter meanwhile: past the end means the end. */
const within = (index: number, length: number) => Math.max(0, Math.min(Math.trunc(index), length));

function depthOf(node: PageNode): number {
  return 1 + Math.max(0, ...(node.children ?? []).map(depthOf));
}

function insert(page: PageNode, edit: Extract<Edit, { type: "insert" }>): Outcome<Applied> {
  const path = pathTo(page, edit.parent);
  const parent = path?.at(-1);
  if (!path || !parent) return gone(edit.parent);
  const faults = subtreeFaults(edit.node, parent.kind);
  if (faults[0]) return refused("page.invalid", { path: faults[0].path, message: faults[0].message });
  const ids = new Set(Array.from(everyNode(page), (node) => node.id));
  for (const node of everyNode(edit.node)) if (ids.has(node.id)) return refused("page.idTaken", { node: node.id });
  if (ids.size + Array.from(everyNode(edit.node)).length > maxNodes) return refused("page.tooMany", { most: maxNodes });
  if (path.length + depthOf(edit.node) > maxDepth + 1) return refused("page.tooDeep", { most: maxDepth });
  const children = parent.children ?? [];
  const index = within(edit.index, children.length);
  const next = { ...parent, children: [...children.slice(0, index), edit.node, ...children.slice(index)] };
  return done({ page: replaceNode(page, path, next), inverse: { type: "remove", node: edit.node.id } });
}

function remove(page: PageNode, edit: Extract<Edit, { type: "remove" }>): Outcome<Applied> {
  const path = pathTo(page, edit.node);
  if (!path) return gone(edit.node);
  const node = path.at(-1) as PageNode;
  const parent = path.at(-2);
  if (!parent) return refused("page.rootStays");
  const index = (parent.children ?? []).indexOf(node);
  const next = { ...parent, children: (parent.children ?? []).filter((child) => child !== node) };
  return done({
    page: replaceNode(page, path.slice(0, -1), next),
    inverse: { type: "insert", parent: parent.id, index, node },
  });
}

function move(page: PageNode, edit: Extract<Edit, { type: "move" }>): Outcome<Applied> {
  const path = pathTo(page, edit.node);
  if (!path) return gone(edit.node);
  const node = path.at(-1) as PageNode;
  const parent = path.at(-2);
  if (!parent) return refused("page.rootStays");
  if (findNode(node, edit.parent)) return refused("page.intoItself", { node: edit.node });
  const target = findNode(page, edit.parent);
  if (!target) return gone(edit.parent);
  if (!kinds[target.kind].holds?.includes(node.kind))
    return refused("page.cannotHold", { parent: target.kind, kind: node.kind });
  const index = (parent.children ?? []).indexOf(node);
  const without = replaceNode(page, path.slice(0, -1), {
    ...parent,
    children: (parent.children ?? []).filter((child) => child !== node),
  });
  const targetPath = pathTo(without, edit.parent) as readonly PageNode[];
  if (targetPath.length + depthOf(node) > maxDepth + 1) return refused("page.tooDeep", { most: maxDepth });
  const holder = targetPath.at(-1) as PageNode;
  const children = holder.children ?? [];
  const place = within(edit.index, children.length);
  const next = { ...holder, children: [...children.slice(0, place), node, ...children.slice(place)] };
  return done({
    page: replaceNode(without, targetPath, next),
    inverse: { type: "move", node: edit.node, parent: parent.id, index },
  });
}

function without<T extends object>(values: T, field: string): T {
  const { [field as keyof T]: _removed, ...rest } = values;
  return rest as T;
}

function setContent(page: PageNode, edit: Extract<Edit, { type: "setContent" }>): Outcome<Applied> {
  const path = pathTo(page, edit.node);
  if (!path) return gone(edit.node);
  const node = path.at(-1) as PageNode;
  const content =
    edit.value === undefined ? without(node.content, edit.field) : { ...node.content, [edit.field]: edit.value };
  const fault = contentFault(node.kind, content);
  if (fault) return refused("page.invalid", { path: fault.path, message: fault.message });
  const before = node.content[edit.field];
  return done({
    page: replaceNode(page, path, { ...node, content }),
    inverse: {
      type: "setContent",
      node: edit.node,
      field: edit.field,
      ...(before === undefined ? {} : { value: before }),
    },
  });
}

function setLook(page: PageNode, edit: Extract<Edit, { type: "setLook" }>): Outcome<Applied> {
  const path = pathTo(page, edit.node);
  if (!path) return gone(edit.node);
  const node = path.at(-1) as PageNode;
  const fault = edit.value === undefined ? null : lookFault(node.kind, edit.field, edit.value);
  if (fault) return refused("page.invalid", { path: fault.path, message: fault.message });
  const own: Look = node.look[edit.width] ?? {};
  const before = own[edit.field];
  const values = edit.value === undefined ? without(own, edit.field) : { ...own, [edit.field]: edit.value };
  // A width without departures is absent, so that a page and its undone copy are the same document.
  const look =
    edit.width !== "base" && Object.keys(values).length === 0
      ? without(node.look, edit.width)
      : { ...node.look, [edit.width]: values };
  return done({
    page: replaceNode(page, path, { ...node, look }),
    inverse: {
      type: "setLook",
      node: edit.node,
      width: edit.width,
      field: edit.field,
      ...(before === undefined ? {} : { value: before }),
    },
  });
}

/** The page after `edit` with the edit that takes it back; or why it can't be, and then nothing has changed. */
export function applyEdit(page: PageNode, edit: Edit): Outcome<Applied> {
  switch (edit.type) {
    case "insert":
      return insert(page, edit);
    case "remove":
      return remove(page, edit);
    case "move":
      return move(page, edit);
    case "setContent":
      return setContent(page, edit);
    case "setLook":
      return setLook(page, edit);
  }
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
      applied.push(edit);
      inverses.unshift(outcome.value.inverse);
    } else refusals.push({ edit, reason: outcome.reason });
  }
  return { page: current, applied, inverses, refusals };
}

/** Whether an editor (words and pictures only) may make this edit on `page`. */
export function isWordsEdit(page: PageNode, edit: Edit): boolean {
  if (edit.type !== "setContent") return false;
  const node = findNode(page, edit.node);
  return node !== null && kinds[node.kind].words.includes(edit.field);
}
