"use client";
// The running order of the page that is composed, beside the stage.
import { Box } from "@chakra-ui/react";
import { useMemo } from "react";
import type { HeaderOrFooter } from "@/core/page/header-footer/standing";
import type { PageNode } from "@/core/page/node";
import { asSection, isPlacement, sharedContent } from "@/core/page/shared/placement";
import { sectionsOf } from "@/core/page/shared/sections";
import type { PageFindings } from "../findings";
import type { Composer, ComposerView } from "../store";
import { words } from "../words";
import type { Around } from "./header-footer";
import type { PartsPictured } from "./picture";
import { RunningOrder } from "./running-order";

/** Sections that shared ones look like in the running order, kept while what they show is the same. */
const shownAs = new WeakMap<readonly PageNode[], PageNode>();

/** The page as the running order draws it: shared sections by what they show here. */
export function useOrder(composer: Composer, { page, shared }: ComposerView) {
  return useMemo(() => {
    const stamped = new Set<string>();
    const children = (page.children ?? []).map((section) => {
      if (!isPlacement(section)) return section;
      stamped.add(section.id);
      const { shared: id } = sharedContent(section);
      const body = shared.get(id);
      const shows = body ? sectionsOf(section, body) : [];
      const name = composer.documents.nameOf(id);
      const known = shownAs.get(shows);
      if (known && known.id === section.id && known.content.name === name) return known;
      const made = asSection(section.id, name, shows);
      shownAs.set(shows, made);
      return made;
    });
    return { page: stamped.size ? { ...page, children } : page, stamped };
  }, [composer, page, shared]);
}

/** A header or footer as the running order shows it. */
const aroundOf = (composer: Composer, view: ComposerView, of: HeaderOrFooter): Around => {
  const root = of === "header" ? view.header : view.footer;
  const document = composer.documents.headerFooterAt(root.id)?.document ?? of;
  const { claims } = composer.around.choices[of];
  return {
    root,
    name: document === of ? words.headersFooters[of] : composer.documents.headerFooterName(document),
    everywhere: claims.length === 1 && claims[0]?.rule.is === "site",
  };
};

/** The running order, beside the stage. */
export const Left = ({
  composer,
  view,
  order,
  pictures,
  selectedSection,
  findings,
  movable,
  folded,
  dragging,
  picked,
  openShelf,
}: {
  composer: Composer;
  view: ComposerView;
  order: { page: PageNode; stamped: Set<string> };
  pictures: PartsPictured;
  selectedSection: string | null;
  findings: PageFindings;
  movable: boolean;
  folded: boolean;
  dragging: boolean;
  picked: (id: string) => void;
  openShelf: (index?: number) => void;
}) => (
  <Box flex="1" overflowY="auto">
    <RunningOrder
      header={aroundOf(composer, view, "header")}
      page={order.page}
      pictures={pictures}
      footer={aroundOf(composer, view, "footer")}
      stamped={order.stamped}
      selectedSection={selectedSection}
      findings={findings.bySection}
      selectedRoot={view.selection?.node ?? null}
      movable={movable}
      folded={folded}
      dragging={dragging}
      onSelect={picked}
      onInsert={openShelf}
      onMove={(id, by) => composer.blocks.moveBy(id, by)}
      onEnter={(id) => {
        if (order.stamped.has(id)) return composer.inPlace.open(id);
        const first = composer.node(id)?.children?.[0];
        if (first) composer.select(first.id);
      }}
    />
  </Box>
);
