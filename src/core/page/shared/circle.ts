// Shared sections that hold each other: no circle, and no more blocks than a page may hold.
import type { PageNode } from "@/core/page/node";
import { type Definitions, isPlacement, sharedContent, sharedIn } from "@/core/page/shared/placement";
import { maxNodes } from "@/core/page/validate";

/**
 * Shared sections from `from` to `to`, each held by the one before; null where `from` does not hold `to`. Placing
 * `from` in `to` would close the circle.
 */
export function chainTo(from: string, to: string, shared: Definitions): readonly string[] | null {
  const seen = new Set<string>();
  const walk = (id: string): readonly string[] | null => {
    if (id === to) return [id];
    const body = shared.get(id);
    if (seen.has(id) || !body) return null;
    seen.add(id);
    for (const inner of sharedIn(body)) {
      const rest = walk(inner);
      if (rest) return [id, ...rest];
    }
    return null;
  };
  return walk(from);
}

/** The first circle among definitions, from a shared section back to itself; null where there is none. */
export function circleIn(shared: Definitions): readonly string[] | null {
  for (const [id, body] of shared)
    for (const inner of sharedIn(body)) {
      const chain = chainTo(inner, id, shared);
      if (chain) return [id, ...chain];
    }
  return null;
}

/**
 * The first definition that would show more than `maxNodes` blocks with all that stands in it; null where none does. Each of
 * them is counted once, however often it stands: what doubles with every level is found without being drawn. Definitions in
 * a circle count for nothing.
 */
export function tooLarge(shared: Definitions): string | null {
  const counted = new Map<string, number>();
  const count = (id: string): number => {
    const known = counted.get(id);
    const body = shared.get(id);
    if (known !== undefined || !body) return known ?? 0;
    counted.set(id, 0);
    let all = 0;
    for (const section of body.children ?? [])
      all += 1 + (isPlacement(section) ? count(sharedContent(section).shared) : countNodes(section));
    counted.set(id, Math.min(all, maxNodes + 1));
    return Math.min(all, maxNodes + 1);
  };
  for (const id of shared.keys()) if (count(id) > maxNodes) return id;
  return null;
}

const countNodes = (node: PageNode): number => (node.children ?? []).reduce((sum, child) => sum + countNodes(child), 1);
