// The edits that turn loose numbers and addresses of a page's running text into links.
import type { Edit } from "../editing/edit";
import { stepsBetween } from "../edits/steps";
import { kinds } from "../kinds";
import { everyNode, type PageNode } from "../node";
import { countLoose, withLinks } from "./loose";
import type { RichDoc } from "./richtext";
import { wordsForm } from "./words";

interface LooseWords {
  readonly node: string;
  readonly field: string;
  readonly doc: RichDoc;
  readonly count: number;
}

/** Running text of a tree (or of one block in it) with numbers and addresses that are no links yet. */
export function looseOn(root: PageNode, only: string | null = null): readonly LooseWords[] {
  const found: LooseWords[] = [];
  for (const node of everyNode(root)) {
    if (only !== null && node.id !== only) continue;
    for (const field of Object.keys(kinds[node.kind].words)) {
      if (wordsForm(node, field) !== "rich") continue;
      const doc = node.content[field] as RichDoc;
      const count = countLoose(doc);
      if (count) found.push({ node: node.id, field, doc, count });
    }
  }
  return found;
}

/** Edits after which nothing is loose there. */
export const linkingEdits = (root: PageNode, only: string | null = null): readonly Edit[] =>
  looseOn(root, only).flatMap(({ node, field, doc }) => stepsBetween(node, field, doc, withLinks(doc)) ?? []);
