// What a page fills into the open fields of a shared section.
import type { Look, Width } from "@/core/page/look/look";
import { everyNode, findNode, type Looks, type PageNode } from "@/core/page/node";
import { type Fill, visibility } from "@/core/page/shared/placement";
import { contentFault, withField } from "@/core/page/validate";

/** The value a field that can be opened has. */
export const openValue = (node: PageNode, field: string): unknown =>
  field === visibility ? (node.look.base.hidden ?? false) : node.content[field];

export const withLook = (look: Looks, width: Width, values: Look): Looks => ({
  ...look,
  [width]: { ...look[width], ...values },
});

/** The block with a value in one of its fields; null where the value can't stand there. */
export function withFill(node: PageNode, field: string, value: unknown): PageNode | null {
  if (field === visibility)
    return typeof value === "boolean" ? { ...node, look: withLook(node.look, "base", { hidden: value }) } : null;
  const filled = withField(node.kind, node.content, field, value);
  if (filled) return { ...node, content: filled };
  if (value !== null) return null;
  // Nothing, where the field can be left out.
  const { [field]: _left, ...others } = node.content;
  return contentFault(node.kind, others) ? null : { ...node, content: others };
}

/** Whether a value can stand in a field of a block. */
export const takes = (node: PageNode, field: string, value: unknown): boolean => withFill(node, field, value) !== null;

export const isOpen = (node: PageNode, field: string) => node.open?.includes(field) ?? false;

/** The last of several fills of one field, as two people may make them at once. */
const lastOf = (fills: readonly Fill[]): ReadonlyMap<string, Fill> =>
  new Map(fills.map((fill) => [`${fill.node} ${fill.field}`, fill]));

/** A definition's open fields, in its order. */
export function openFields(body: PageNode): readonly { readonly node: PageNode; readonly field: string }[] {
  return [...everyNode(body)].flatMap((node) => (node.open ?? []).map((field) => ({ node, field })));
}

/** Fills that hold, and those put aside because their field is gone, closed, or takes no such value. */
export function sortFills(fills: readonly Fill[], body: PageNode): { held: readonly Fill[]; aside: readonly Fill[] } {
  const held: Fill[] = [];
  const aside: Fill[] = [];
  const last = lastOf(fills);
  for (const fill of fills) {
    const node = findNode(body, fill.node);
    const holds = node && isOpen(node, fill.field) && withFill(node, fill.field, fill.value);
    if (!holds) aside.push(fill);
    else if (last.get(`${fill.node} ${fill.field}`) === fill) held.push(fill);
  }
  return { held, aside };
}

/** Fills that hold in a definition and would not in another state of it. */
export function fillsLost(fills: readonly Fill[], before: PageNode, after: PageNode): readonly Fill[] {
  const still = new Set(sortFills(fills, after).held);
  return sortFills(fills, before).held.filter((fill) => !still.has(fill));
}
