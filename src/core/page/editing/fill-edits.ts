// Edits of blocks that stand in the place of a shared section: they become edits of what the place fills in.

import { openValue } from "@/core/page/shared/fill";
import { sharedContent, visibility } from "@/core/page/shared/placement";
import { sectionsOf } from "@/core/page/shared/sections";
import { done, type Outcome, refused } from "@/core/visitor/decision";
import { everyNode, type PageNode } from "../node";
import { applyEdits, type Edit } from "./edit";

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

/** What has changed of a block, by its fields; null where more has changed than a place can fill. */
function changedFields(before: PageNode, after: PageNode): readonly string[] | null {
  const content = [...new Set([...Object.keys(before.content), ...Object.keys(after.content)])];
  const fields = content.filter((field) => !same(before.content[field], after.content[field]));
  const { hidden: _before, ...lookBefore } = before.look.base;
  const { hidden: _after, ...lookAfter } = after.look.base;
  const others = (look: PageNode["look"]) => [look.tablet, look.phone];
  if (!same([lookBefore, others(before.look)], [lookAfter, others(after.look)])) return null;
  return openValue(before, visibility) === openValue(after, visibility) ? fields : [...fields, visibility];
}

/** Puts a value into an open field of a placement, or takes it out where it is undefined. */
export function fillEdit(
  placement: PageNode,
  node: string,
  field: string,
  value: unknown,
  newId: () => string,
): readonly Edit[] {
  const { fills } = sharedContent(placement);
  const there = fills.filter((fill) => fill.node === node && fill.field === field);
  const last = there.at(-1);
  if (value === undefined)
    return there.map(({ id }): Edit => ({ type: "removeLine", node: placement.id, field: "fills", line: id }));
  if (last) return [{ type: "setContent", node: placement.id, field: `fills.${last.id}.value`, value }];
  const line = { id: newId(), node, field, value };
  return [{ type: "addLine", node: placement.id, field: "fills", index: fills.length, line }];
}

/**
 * Edits of the blocks that a placement shows, by their ids in the definition, as edits of the placement. Refused where
 * they change what is not open.
 */
export function asFills(
  placement: PageNode,
  body: PageNode,
  edits: readonly Edit[],
  newId: () => string,
): Outcome<readonly Edit[]> {
  const shown: PageNode = { ...body, children: sectionsOf(placement, body) };
  const { page, refusals } = applyEdits(shown, edits);
  if (refusals[0]) return { ok: false, reason: refusals[0].reason };
  const before = [...everyNode(shown)];
  const after = [...everyNode(page)];
  if (
    !same(
      before.map(({ id }) => id),
      after.map(({ id }) => id),
    )
  )
    return refused("page.notOpen");
  const made: Edit[] = [];
  for (const [at, node] of before.entries()) {
    const now = after[at] as PageNode;
    if (now === node) continue;
    const fields = changedFields(node, now);
    if (!fields?.every((field) => node.open?.includes(field))) return refused("page.notOpen");
    for (const field of fields) made.push(...fillEdit(placement, node.id, field, openValue(now, field) ?? null, newId));
  }
  return done(made);
}
