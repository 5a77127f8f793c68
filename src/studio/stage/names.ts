// What a block is called.
import { kinds } from "@/core/page/kinds";
import type { PageNode } from "@/core/page/node";

/** Its own title where it has one, or its kind's name. */
export const blockTitle = (node: PageNode): string => kinds[node.kind].title?.(node.content) || kinds[node.kind].label;
