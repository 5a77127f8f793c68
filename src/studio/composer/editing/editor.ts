// What every part of the composer works with: where a block stands, and edits of its document.
import type { Edit } from "@/core/page/editing/edit";
import type { PageNode } from "@/core/page/node";

export interface Editor {
  /** A block as it stands here; null where it is gone. */
  node(id: string): PageNode | null;
  /** The document a block stands in, or null. */
  documentOf(node: string): string | null;
  /** Where a block stands: its parent, its index and the parent's document. */
  place(node: string): { readonly parent: PageNode; readonly index: number; readonly document: string } | null;
  /** The documents whose blocks are worked on. */
  readonly worked: readonly { readonly document: string; readonly page: PageNode }[];
  /** Makes edits to one document; answers why the first that can't be made can't. `group` joins typed letters. */
  edit(document: string, edits: readonly Edit[], group?: string): string | null;
  select(node: string | null): void;
  /** Brings a block into view on every frame. */
  show(node: string): void;
  /** Tells the designer why something can't be. */
  say(text: string): void;
  /** Whether a block stands in the place of a shared section, and so belongs to that. */
  isInside(node: string): boolean;
  /** Whether a block is not the page's to change as a whole, and says so. */
  refusesInside(node: string): boolean;
}
