// The block that was copied or cut last: kept in the browser, so that it can be put on another page or in another tab.
import type { PageNode } from "@/core/page/node";
import { nodeWords } from "@/core/page/words";

interface Copied {
  readonly site: string;
  readonly node: PageNode;
}

const key = "webitor.copied";
let here: Copied | null = null;

/** Keeps a block to be pasted, and hands its words to the system's clipboard for other programs. */
export function keepCopied(site: string, node: PageNode): void {
  here = { site, node };
  try {
    localStorage.setItem(key, JSON.stringify(here));
  } catch {
    // Forbidden storage: it can be pasted in this tab.
  }
  const text = nodeWords(node);
  if (text) void navigator.clipboard?.writeText(text).catch(() => {});
}

/** What was copied last in this browser; null when nothing was. */
export function lastCopied(): Copied | null {
  try {
    return (JSON.parse(localStorage.getItem(key) ?? "null") as Copied | null) ?? here;
  } catch {
    return here;
  }
}
