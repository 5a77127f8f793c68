"use client";
// What measuring finds on the page under work, a moment after the last edit: told at its block, and never in the way of letters.
import { useEffect, useMemo, useState } from "react";
import type { LayoutFinding, Region } from "@/core/check/layout";
import { findNode, type PageNode } from "@/core/page/node";
import { within } from "@/core/page/shared/placement";
import type { RenderedPage, Renderer } from "@/core/render/render";
import { useSite } from "@/studio/frame/site-context";
import type { ComposerView } from "./store";

/** So long after the last edit a page is measured, in ms. */
const restMs = 1500;

export interface PageFindings {
  readonly all: readonly LayoutFinding[];
  /** How many each section of the page has, by its id. */
  readonly bySection: ReadonlyMap<string, number>;
}

const none: PageFindings = { all: [], bySection: new Map() };

/** The roots that the regions of the page have in the composer. */
export const rootsIn = (view: ComposerView): Readonly<Record<Region, PageNode>> => ({
  header: view.header,
  main: view.page,
  footer: view.footer,
});

function counted(all: readonly LayoutFinding[], page: PageNode): PageFindings["bySection"] {
  const counts = new Map<string, number>();
  for (const { node, region } of all) {
    const first = node?.split(within)[0];
    const section = first && region === "main" ? page.children?.find((one) => findNode(one, first)) : undefined;
    if (section) counts.set(section.id, (counts.get(section.id) ?? 0) + 1);
  }
  return counts;
}

/** Findings of the page as it stands; those of before stay until it is measured again. */
export function usePageFindings(
  view: ComposerView,
  renderer: Renderer | null,
  rendered: RenderedPage | null,
): PageFindings {
  const { brand } = useSite();
  const [found, setFound] = useState<readonly LayoutFinding[]>([]);
  const { header, page, footer } = view;
  useEffect(() => {
    if (!renderer || !rendered) return;
    let wanted = true;
    const timer = setTimeout(() => {
      const roots = { header, main: page, footer };
      void import("@/studio/check/measure/frame")
        .then(({ measurePage }) => measurePage({ renderer, rendered, roots, brand }, () => wanted))
        .then((all) => wanted && all && setFound(all))
        // The page may have gone meanwhile: it is measured again when it is opened.
        .catch(() => {});
    }, restMs);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [renderer, rendered, brand, header, page, footer]);
  return useMemo(() => (found.length ? { all: found, bySection: counted(found, page) } : none), [found, page]);
}
