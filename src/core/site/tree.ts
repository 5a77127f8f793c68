// The tree of pages: which stands below which, in the order of the site's pages. Two levels below the top at most.
import type { PageMeta } from "@/core/site/site";

type Placed = Pick<PageMeta, "id" | "parent">;

export interface Branch<Page extends Placed> {
  readonly page: Page;
  readonly under: readonly Branch<Page>[];
}

/** How many levels there are below the top. */
export const deepest = 2;

/** The pages as a tree. One whose parent is not among them stands where that would; circles are cut. */
export function pageTree<Page extends Placed>(pages: readonly Page[]): readonly Branch<Page>[] {
  const byId = new Map(pages.map((page) => [page.id, page]));
  const children = new Map<string | null, Page[]>();
  for (const page of pages) {
    const parent = parentAmong(byId, page);
    children.set(parent, [...(children.get(parent) ?? []), page]);
  }
  const branch = (page: Page): Branch<Page> => ({ page, under: (children.get(page.id) ?? []).map(branch) });
  return (children.get(null) ?? []).map(branch);
}

/** The parent of a page, where there is one and it is not, by way of others, below the page itself. */
function parentAmong<Page extends Placed>(byId: ReadonlyMap<string, Page>, page: Page): string | null {
  const parent = page.parent;
  if (parent === undefined || !byId.has(parent)) return null;
  const seen = new Set([page.id]);
  for (let at: string | undefined = parent; at !== undefined; at = byId.get(at)?.parent) {
    if (seen.has(at)) return null;
    seen.add(at);
  }
  return parent;
}

/** How many levels a page stands below the top: 0 to `deepest`. */
export function depthOf<Page extends Placed>(pages: readonly Page[], id: string): number {
  const byId = new Map(pages.map((page) => [page.id, page]));
  let depth = 0;
  for (let page = byId.get(id); page; depth++) {
    const parent = parentAmong(byId, page);
    if (parent === null) return depth;
    page = byId.get(parent);
  }
  return depth;
}

/** A page with all below it, the page first. */
export function withAllBelow<Page extends Placed>(pages: readonly Page[], id: string): readonly Page[] {
  const found: Page[] = [];
  const walk = (branches: readonly Branch<Page>[], inside: boolean) => {
    for (const { page, under } of branches) {
      const here = inside || page.id === id;
      if (here) found.push(page);
      walk(under, here);
    }
  };
  walk(pageTree(pages), false);
  return found;
}

/** Why a page can't stand below another, as a code; null where it can. */
export function placeFault<Page extends Placed>(
  pages: readonly Page[],
  id: string,
  parent: string | null,
): "tree.inItself" | "tree.tooDeep" | null {
  const moving = withAllBelow(pages, id);
  if (parent === null) return null;
  if (moving.some((page) => page.id === parent)) return "tree.inItself";
  const own = depthOf(pages, id);
  const height = Math.max(0, ...moving.map((page) => depthOf(pages, page.id) - own));
  return depthOf(pages, parent) + 1 + height > deepest ? "tree.tooDeep" : null;
}

/** Pages in the order of their tree from top to bottom, each with its level. */
export function* inTreeOrder<Page extends Placed>(
  branches: readonly Branch<Page>[],
  level = 0,
): Generator<{ readonly page: Page; readonly level: number }> {
  for (const { page, under } of branches) {
    yield { page, level };
    yield* inTreeOrder(under, level + 1);
  }
}
