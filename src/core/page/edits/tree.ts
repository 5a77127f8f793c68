// What edits of a tree share: reading and replacing on a path, and the sentences about what is not there.
import { type PageNode, pathTo } from "@/core/page/node";
import { done, type Outcome, refused } from "@/core/visitor/decision";

/** Puts `next` in the place of the last node of `path`; everything off the path keeps its identity. */
export function replaceNode(root: PageNode, path: readonly PageNode[], next: PageNode): PageNode {
  let replaced = next;
  for (let depth = path.length - 2; depth >= 0; depth--) {
    const parent = path[depth] as PageNode;
    const old = path[depth + 1] as PageNode;
    replaced = { ...parent, children: (parent.children ?? []).map((child) => (child === old ? replaced : child)) };
  }
  return path.length ? replaced : root;
}

export const gone = (node: string) => refused("page.nodeGone", { node });

/** Where a block stands: the path to it, what holds it, and its place there. */
export interface Spot {
  readonly path: readonly PageNode[];
  readonly node: PageNode;
  readonly parent: PageNode;
  readonly index: number;
}

/** Where a block stands that can leave its place; the root can't. */
export function spotOf(page: PageNode, id: string): Outcome<Spot> {
  const path = pathTo(page, id);
  if (!path) return gone(id);
  const node = path.at(-1) as PageNode;
  const parent = path.at(-2);
  if (!parent) return refused("page.rootStays");
  return done({ path, node, parent, index: (parent.children ?? []).indexOf(node) });
}

/** The page without the block at a spot. */
export const withoutBlock = (page: PageNode, { path, node, parent }: Spot): PageNode =>
  replaceNode(page, path.slice(0, -1), {
    ...parent,
    children: (parent.children ?? []).filter((child) => child !== node),
  });

/** An index from a list that may have become shorter meanwhile: past the end means the end. */
export const within = (index: number, length: number) => Math.max(0, Math.min(Math.trunc(index), length));

export function depthOf(node: PageNode): number {
  return 1 + Math.max(0, ...(node.children ?? []).map(depthOf));
}

/** An object without one of its fields. */
export function without<T extends object>(values: T, field: string): T {
  const { [field as keyof T]: _removed, ...rest } = values;
  return rest as T;
}
