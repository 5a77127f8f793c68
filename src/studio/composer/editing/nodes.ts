// Where blocks stand: in which document, below what, and, of those in the place of a shared section, what that makes of them.

import type { Edit } from "@/core/page/editing/edit";
import { asFills } from "@/core/page/editing/fill-edits";
import { findNode, type PageNode, pathTo } from "@/core/page/node";
import { type Definitions, isPlacement, sharedContent, within } from "@/core/page/shared/placement";
import { sectionsOf } from "@/core/page/shared/sections";
import { newId } from "@/studio/kit/new-id";
import { pageReasonWords } from "@/studio/stage/page-reasons";
import { words } from "../words";

/** The documents in view, as they stand now. */
export interface InView {
  /** Those whose blocks are worked on: a shared section only in its place. */
  readonly worked: readonly { readonly document: string; readonly page: PageNode }[];
  readonly shared: Definitions;
}

export class Nodes {
  constructor(private readonly now: () => InView) {}

  /** The document a node stands in, or null. */
  documentOf(node: string): string | null {
    const [first = ""] = node.split(within);
    return this.now().worked.find((sync) => findNode(sync.page, first))?.document ?? null;
  }

  /** The placement that a block inside of a shared section stands in, and the block's id in the definition. */
  private inside(id: string): { readonly placement: PageNode; readonly body: PageNode; readonly node: string } | null {
    const at = id.lastIndexOf(within);
    const placement = at < 0 ? null : this.node(id.slice(0, at));
    const body =
      placement && isPlacement(placement) ? this.now().shared.get(sharedContent(placement).shared) : undefined;
    return placement && body ? { placement, body, node: id.slice(at + 1) } : null;
  }

  /** Blocks as they stand in a place, under the names they have there: the same as long as nothing has changed. */
  private readonly underNames = new WeakMap<PageNode, Map<string, PageNode>>();
  private under(prefix: string, node: PageNode): PageNode {
    const known = this.underNames.get(node) ?? new Map<string, PageNode>();
    this.underNames.set(node, known);
    const made = known.get(prefix) ?? {
      ...node,
      id: prefix + node.id,
      ...(node.children ? { children: node.children.map((child) => this.under(prefix, child)) } : {}),
    };
    known.set(prefix, made);
    return made;
  }

  /** Nodes from the document's root down to `node`; empty when it is gone. */
  path(node: string): readonly PageNode[] {
    const at = node.lastIndexOf(within);
    if (at >= 0) {
      const inside = this.inside(node);
      if (!inside) return [];
      const { placement, body } = inside;
      for (const section of sectionsOf(placement, body)) {
        const path = pathTo(section, inside.node);
        const prefix = node.slice(0, at + 1);
        if (path) return [...this.path(node.slice(0, at)), ...path.map((one) => this.under(prefix, one))];
      }
      return [];
    }
    for (const sync of this.now().worked) {
      const path = pathTo(sync.page, node);
      if (path) return path;
    }
    return [];
  }

  node(id: string): PageNode | null {
    return this.path(id).at(-1) ?? null;
  }

  /** Where `node` stands: its parent, its index and the parent's document. */
  place(node: string): { parent: PageNode; index: number; document: string } | null {
    const path = this.path(node);
    const parent = path.at(-2);
    const document = this.documentOf(node);
    if (!parent || !document) return null;
    return { parent, index: (parent.children ?? []).findIndex((child) => child.id === node), document };
  }

  /** Whether a block stands in the place of a shared section, and so belongs to that. */
  isInside(node: string): boolean {
    return node.includes(within);
  }

  /** Whether a field of a block can be written here: of one in a shared section, whether it is open. */
  mayWrite(node: string, field: string): boolean {
    if (!this.isInside(node)) return true;
    const [name = ""] = field.split(".");
    return node.split(within).length === 2 && (this.node(node)?.open?.includes(name) ?? false);
  }

  /** What a click on a block selects: a block of a shared section only where something of it is open. */
  chosen(node: string): string {
    if (!this.isInside(node) || (node.split(within).length === 2 && this.node(node)?.open?.length)) return node;
    return node.split(within)[0] ?? node;
  }

  /** Edits of blocks in the place of a shared section, as what the page fills in; null for edits of its own blocks. */
  throughPlace(edits: readonly Edit[]): readonly Edit[] | string | null {
    const idOf = (edit: Edit) => ("parent" in edit ? edit.parent : edit.node);
    const first = edits.map(idOf).find((id) => id.includes(within));
    if (first === undefined) return null;
    const prefix = first.slice(0, first.lastIndexOf(within) + 1);
    const place = this.inside(first);
    // What a shared section fills into one that stands in it is set where that one is edited.
    if (!place || place.placement.id.includes(within)) return pageReasonWords({ code: "page.notOpen" });
    if (!edits.every((edit) => idOf(edit).startsWith(prefix))) return words.blockGone;
    const plain = edits.map((edit) => {
      const bare = (id: string) => id.slice(prefix.length);
      return {
        ...edit,
        ...("parent" in edit ? { parent: bare(edit.parent) } : {}),
        ...("node" in edit && typeof edit.node === "string" ? { node: bare(edit.node) } : {}),
      } as Edit;
    });
    const outcome = asFills(place.placement, place.body, plain, newId);
    return outcome.ok ? outcome.value : pageReasonWords(outcome.reason);
  }
}
