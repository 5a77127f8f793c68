// The looks of one block put on another: what its kind knows of them, at every width.
import type { Edit } from "../editing/edit";
import { kinds } from "../kinds";
import type { Looks, PageNode } from "../node";
import { type LookField, type Width, widths } from "./look";

/**
 * Edits after which a block looks as `looks` says, as far as its kind has these properties; none where it does already.
 * What says who sees a block stays its own.
 */
export function lookLike(node: PageNode, looks: Looks): readonly Edit[] {
  const edits: Edit[] = [];
  const put = (width: Width, field: LookField) => {
    const [before, value] = [node.look[width]?.[field], looks[width]?.[field]];
    if (before === value || field === "hidden") return;
    edits.push({ type: "setLook", node: node.id, width, field, ...(value === undefined ? {} : { value }) });
  };
  for (const width of widths) for (const field of kinds[node.kind].looks) put(width, field);
  return edits;
}
