// Another shared section in a place, or its sections as the page's own.
import { type PageNode, withFreshIds } from "@/core/page/node";
import { openFields, sortFills, withFill } from "@/core/page/shared/fill";
import { sharedContent, visibility } from "@/core/page/shared/placement";
import { sectionsOf } from "@/core/page/shared/sections";
import { wordsForm } from "@/core/page/words/words";

/** What two open fields need to have alike so that a fill of the one can stand in the other. */
const sortOf = (node: PageNode, field: string) =>
  field === visibility ? visibility : `${node.kind} ${field} ${JSON.stringify(wordsForm(node, field) ?? "")}`;

/**
 * A placement that stands for another shared section. Fills go on to the field of the same sort and number in it; those
 * it had stay beside them, so that they hold again when it is swapped back.
 */
export function swapped(
  placement: PageNode,
  from: PageNode,
  to: { readonly id: string; readonly body: PageNode },
  newId: () => string,
): PageNode {
  const { fills } = sharedContent(placement);
  const numbered = (body: PageNode) => {
    const counts = new Map<string, number>();
    return openFields(body).map((open) => {
      const sort = sortOf(open.node, open.field);
      const number = (counts.get(sort) ?? 0) + 1;
      counts.set(sort, number);
      return { ...open, key: `${sort} ${number}` };
    });
  };
  const held = sortFills(fills, from).held;
  const targets = new Map(numbered(to.body).map((open) => [open.key, open]));
  let next = [...fills];
  for (const { node, field, key } of numbered(from)) {
    const fill = held.find((one) => one.node === node.id && one.field === field);
    const target = targets.get(key);
    if (!fill || !target || !withFill(target.node, target.field, fill.value)) continue;
    const there = next.findLast((one) => one.node === target.node.id && one.field === target.field);
    if (there) next = next.map((one) => (one === there ? { ...one, value: fill.value } : one));
    else next.push({ id: newId(), node: target.node.id, field: target.field, value: fill.value });
  }
  return { ...placement, content: { shared: to.id, fills: next } };
}

export const closed = ({ open: _open, ...node }: PageNode): PageNode => ({
  ...node,
  ...(node.children ? { children: node.children.map(closed) } : {}),
});

/** What a placement shows, as sections of the page's own. */
export const madeOwn = (placement: PageNode, body: PageNode, newId: () => string): readonly PageNode[] =>
  sectionsOf(placement, body).map((section) => withFreshIds(closed(section), newId));
