// The edits that turn one page into another: for taking a state back without breaking the line of edits.

import type { PageNode } from "../node";
import type { Edit } from "./edit";

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

/** Edits after which a page like `before` stands as `after`. Sections that are the same stay; others are put anew. */
export function editsBetween(before: PageNode, after: PageNode): readonly Edit[] {
  const wanted = after.children ?? [];
  const old = new Map((before.children ?? []).map((section) => [section.id, section]));
  const stays = (section: PageNode) => same(old.get(section.id), section);
  const kept = new Set(wanted.filter(stays).map((section) => section.id));
  const edits: Edit[] = [...old.keys()].filter((id) => !kept.has(id)).map((node) => ({ type: "remove", node }));
  const order = [...old.keys()].filter((id) => kept.has(id));
  wanted.forEach((section, index) => {
    if (!kept.has(section.id)) {
      edits.push({ type: "insert", parent: before.id, index, node: section });
      order.splice(index, 0, section.id);
    } else if (order[index] !== section.id) {
      edits.push({ type: "move", node: section.id, parent: before.id, index });
      order.splice(order.indexOf(section.id), 1);
      order.splice(index, 0, section.id);
    }
  });
  return edits;
}
