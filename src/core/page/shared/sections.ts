// What a page shows in the places of its shared sections.
import { widths } from "@/core/page/look/look";
import type { PageNode } from "@/core/page/node";
import { isOpen, withFill, withLook } from "@/core/page/shared/fill";
import {
  type Definitions,
  type Fill,
  isPlacement,
  placementsIn,
  sharedContent,
  within,
} from "@/core/page/shared/placement";

const paths = new WeakMap<PageNode, ReadonlyMap<string, readonly number[]>>();

/** The way to every block of a definition, as places among the children; found once for a state of it. */
function pathsIn(body: PageNode): ReadonlyMap<string, readonly number[]> {
  const known = paths.get(body);
  if (known) return known;
  const found = new Map<string, readonly number[]>();
  const walk = (node: PageNode, path: readonly number[]) => {
    found.set(node.id, path);
    for (const [at, child] of (node.children ?? []).entries()) walk(child, [...path, at]);
  };
  walk(body, []);
  paths.set(body, found);
  return found;
}

/** The tree with the block at the end of a path changed; what is off the path keeps its identity. */
function changedAt(node: PageNode, path: readonly number[], change: (node: PageNode) => PageNode, depth = 0): PageNode {
  const at = path[depth];
  if (at === undefined) return change(node);
  const child = node.children?.[at];
  const next = child && changedAt(child, path, change, depth + 1);
  return next && next !== child ? { ...node, children: (node.children ?? []).with(at, next) } : node;
}

/** The definition with what is filled in. Of two fills of one field the later counts. */
function filledBody(body: PageNode, fills: readonly Fill[]): PageNode {
  if (!fills.length) return body;
  const ways = pathsIn(body);
  let filled = body;
  for (const { node, field, value } of fills) {
    const path = ways.get(node);
    if (path)
      filled = changedAt(filled, path, (block) =>
        isOpen(block, field) ? (withFill(block, field, value) ?? block) : block,
      );
  }
  return filled;
}

/** A placement that is hidden at a width hides its sections there. */
function hiddenAs(placement: PageNode, section: PageNode): PageNode {
  let { look } = section;
  for (const width of widths) {
    const hidden = placement.look[width]?.hidden;
    if (hidden !== undefined) look = withLook(look, width, { hidden });
  }
  return look === section.look ? section : { ...section, look };
}

const kept = new WeakMap<PageNode, WeakMap<PageNode, readonly PageNode[]>>();

/**
 * What stands in the place of a placement: the definition's sections with what the placement fills into them. Blocks
 * keep their ids of the definition, those without fills their identity. Other shared sections in it stay placements.
 */
export function sectionsOf(placement: PageNode, body: PageNode): readonly PageNode[] {
  const ofBody = kept.get(body) ?? new WeakMap<PageNode, readonly PageNode[]>();
  kept.set(body, ofBody);
  const known = ofBody.get(placement);
  if (known) return known;
  const filled = filledBody(body, sharedContent(placement).fills).children ?? [];
  const sections = filled.map((section) => hiddenAs(placement, section));
  ofBody.set(placement, sections);
  return sections;
}

const prefixed = (node: PageNode, prefix: string): PageNode => ({
  ...node,
  id: prefix + node.id,
  ...(node.children ? { children: node.children.map((child) => prefixed(child, prefix)) } : {}),
});

/**
 * A page with every shared section in its place, whatever stands in it. Their blocks are named by the placement and
 * their id in the definition, joined by `within`. What is gone, or would hold itself, leaves nothing.
 */
export function resolved(root: PageNode, shared: Definitions, chain: readonly string[] = []): PageNode {
  if (!placementsIn(root).length) return root;
  const children = (root.children ?? []).flatMap((node): readonly PageNode[] => {
    if (!isPlacement(node)) return [node];
    const id = sharedContent(node).shared;
    const body = shared.get(id);
    if (!body || chain.includes(id)) return [];
    const inner = resolved({ ...body, children: sectionsOf(node, body) }, shared, [...chain, id]);
    return (inner.children ?? []).map((section) => prefixed(section, `${node.id}${within}`));
  });
  return { ...root, children };
}

/** The sections that a page shows, in their order, those of shared sections as they are filled. */
export function* sectionsShown(
  root: PageNode,
  shared: Definitions,
  chain: readonly string[] = [],
): Generator<PageNode> {
  for (const node of root.children ?? []) {
    if (!isPlacement(node)) {
      yield node;
      continue;
    }
    const id = sharedContent(node).shared;
    const body = shared.get(id);
    if (body && !chain.includes(id))
      yield* sectionsShown({ ...body, children: sectionsOf(node, body) }, shared, [...chain, id]);
  }
}

/** Every place of a tree where a shared section stands, be it in another one: its id, and the ids that lead there. */
export function* placesShown(
  root: PageNode,
  shared: Definitions,
  prefix = "",
  chain: readonly string[] = [],
): Generator<{ readonly id: string; readonly prefix: string }> {
  for (const node of placementsIn(root)) {
    const id = sharedContent(node).shared;
    const body = shared.get(id);
    if (!body || chain.includes(id)) continue;
    const inner = `${prefix}${node.id}${within}`;
    yield { id, prefix: inner };
    yield* placesShown(body, shared, inner, [...chain, id]);
  }
}
