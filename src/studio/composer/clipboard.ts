// The block that was copied or cut last: kept in the browser, so that it can be put on another page or in another tab.
import type { Looks, PageNode } from "@/core/page/node";
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

const looksKey = "webitor.looks";
let looksHere: Looks | null = null;

/** Keeps the looks of a block, to be put on others: here, on another page, in another tab. */
export function keepLooks(looks: Looks): void {
  looksHere = looks;
  try {
    localStorage.setItem(looksKey, JSON.stringify(looks));
  } catch {
    // Forbidden storage: they can be put on in this tab.
  }
}

/** The looks that were copied last; null when none were. */
export function lastLooks(): Looks | null {
  try {
    return (JSON.parse(localStorage.getItem(looksKey) ?? "null") as Looks | null) ?? looksHere;
  } catch {
    return looksHere;
  }
}

/** What was copied last in this browser; null when nothing was. */
export function lastCopied(): Copied | null {
  try {
    return (JSON.parse(localStorage.getItem(key) ?? "null") as Copied | null) ?? here;
  } catch {
    return here;
  }
}
