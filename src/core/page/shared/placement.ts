// Shared sections: one definition that stands on many pages, and the placements in which it stands there.
import type { PageNode } from "@/core/page/node";

/** A definition: a root that holds sections, and perhaps other shared sections. */
export interface SharedSection {
  readonly id: string;
  readonly name: string;
  readonly body: PageNode;
}

/** What one place puts into one open field of the definition. */
export interface Fill {
  readonly id: string;
  /** The block of the definition, and its content field, or `visibility`. */
  readonly node: string;
  readonly field: string;
  readonly value: unknown;
}

/** What stands on a page in the place of a shared section. */
export interface SharedContent {
  readonly shared: string;
  readonly fills: readonly Fill[];
}

/** Bodies of definitions by their ids. */
export type Definitions = ReadonlyMap<string, PageNode>;

/** Definitions of a site, by their ids. */
export const definitionsOf = (site: { readonly shared?: readonly SharedSection[] }): Definitions =>
  new Map((site.shared ?? []).map(({ id, body }) => [id, body]));

/** The open field that says whether a block is shown: true hides it. */
export const visibility = "hidden";

/** Parts the id of a placement from that of a block in its definition. */
export const within = "~";

export const isPlacement = (node: PageNode): boolean => node.kind === "shared";

export const sharedContent = (node: PageNode): SharedContent => node.content as unknown as SharedContent;

/** The places of shared sections in a page or a definition: they stand where sections do. */
export const placementsIn = (root: PageNode): readonly PageNode[] => (root.children ?? []).filter(isPlacement);

/** Ids of the shared sections that stand in a page or a definition, each once. */
export const sharedIn = (root: PageNode): readonly string[] => [
  ...new Set(placementsIn(root).map((node) => sharedContent(node).shared)),
];

/** Several sections as one, for who draws or counts what stands in a place. */
export const asSection = (id: string, name: string, sections: readonly PageNode[]): PageNode => ({
  id,
  kind: "section",
  content: { name },
  look: sections[0]?.look ?? { base: {} },
  children: sections.flatMap((section) => section.children ?? []),
});
