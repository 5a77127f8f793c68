// What a page is made of: a tree of nodes with stable ids.
import type { Kind } from "./kind-names";
import type { Look, Width } from "./look/look";

export type { Kind };

/** The values a node carries; each kind's schema says which. */
export type Content = Readonly<Record<string, unknown>>;

/** Look values: `base` for every width, and departures that inherit what they do not set. */
export type Looks = Readonly<{ base: Look } & Partial<Record<Exclude<Width, "base">, Look>>>;

export interface PageNode {
  readonly id: string;
  readonly kind: Kind;
  readonly content: Content;
  readonly look: Looks;
  /** Present exactly on the kinds that hold others. */
  readonly children?: readonly PageNode[];
  /** In a shared section: the fields that each page may fill. */
  readonly open?: readonly string[];
}

/** Nodes from the root down to the one with `id`, or null when it is not in the tree. */
export function pathTo(root: PageNode, id: string): readonly PageNode[] | null {
  if (root.id === id) return [root];
  for (const child of root.children ?? []) {
    const rest = pathTo(child, id);
    if (rest) return [root, ...rest];
  }
  return null;
}

/** The node with `id`, or null. */
export function findNode(root: PageNode, id: string): PageNode | null {
  return pathTo(root, id)?.at(-1) ?? null;
}

/** Every node of the tree, parents before children. */
export function* everyNode(root: PageNode): Generator<PageNode> {
  yield root;
  for (const child of root.children ?? []) yield* everyNode(child);
}

/** A copy of the tree in which every node has a new id: for the shelf, duplicating and pasting. */
export function withFreshIds(node: PageNode, newId: () => string): PageNode {
  return {
    ...node,
    id: newId(),
    ...(node.children ? { children: node.children.map((child) => withFreshIds(child, newId)) } : {}),
  };
}

/** Where no header or footer stands. */
export const noHeaderFooter: PageNode = { id: "none", kind: "page", content: {}, look: { base: {} }, children: [] };

/** An empty page: a root that holds sections. */
export function emptyPage(newId: () => string): PageNode {
  return { id: newId(), kind: "page", content: {}, look: { base: {} }, children: [] };
}
