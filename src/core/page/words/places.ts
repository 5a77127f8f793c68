// Places on a page that links can lead to: sections with an anchor, and anchors within them.

import { type Definitions, within } from "@/core/page/shared/placement";
import { resolved } from "@/core/page/shared/sections";
import { kinds } from "../kinds";
import { everyNode, type PageNode } from "../node";
import { nameOf } from "./words";

export interface Place {
  /** The anchor's name; null for a section that has none yet. */
  readonly anchor: string | null;
  readonly node: string;
  /** What one calls it. */
  readonly name: string;
}

/**
 * The places of a page, in its order, those in its shared sections too; `all`: with the sections that have no anchor yet
 * and can be given one here.
 */
export function placesOn(page: PageNode, shared: Definitions, all = false): readonly Place[] {
  const places: Place[] = [];
  for (const node of everyNode(resolved(page, shared))) {
    const anchor = (node.content.anchor as string | undefined) ?? null;
    if (anchor === null && (!kinds[node.kind].ownsId || !all || node.id.includes(within))) continue;
    places.push({ anchor, node: node.id, name: kinds[node.kind].title?.(node.content) ?? nameOf(node) });
  }
  return places;
}

/** An anchor for a name that none of `taken` has: "Our prices" becomes "our-prices". */
export function anchorFor(name: string, taken: readonly (string | null)[]): string {
  const plain = name
    .normalize("NFD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .slice(0, 50)
    .replace(/^[^a-z]+|-$/g, "");
  const stem = plain || "place";
  let free = stem;
  for (let number = 2; taken.includes(free); number++) free = `${stem}-${number}`;
  return free;
}
