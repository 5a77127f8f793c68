// Blocks of a page that still say what they came with, in the order they stand in, those of shared sections by where they are shown.
import { everyNode, type PageNode } from "../node";
import type { Definitions } from "../shared/placement";
import { placesShown } from "../shared/sections";
import { samplesIn } from "./sample";

export interface SampleShown {
  /** The block, by the name it has on the page. */
  readonly node: string;
  readonly words: string;
}

/** Every block with sample words below these roots: a header, a page, a footer. */
export function samplesShown(roots: readonly PageNode[], shared: Definitions): readonly SampleShown[] {
  const inTree = (root: PageNode, prefix: string) =>
    [...everyNode(root)].flatMap((node): SampleShown[] => {
      const [words] = samplesIn(node);
      return words === undefined ? [] : [{ node: prefix + node.id, words }];
    });
  return roots.flatMap((root) => [
    ...inTree(root, ""),
    ...[...placesShown(root, shared)].flatMap(({ id, prefix }) => {
      const body = shared.get(id);
      return body ? inTree(body, prefix) : [];
    }),
  ]);
}
