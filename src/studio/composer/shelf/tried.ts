"use client";
// A section of the shelf tried on the stage at its place, before it is taken: the page is drawn with it, and nothing is stored.
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { PageNode } from "@/core/page/node";
import type { Definitions } from "@/core/page/shared/placement";
import type { RenderedPage, Renderer } from "@/core/render/render";
import type { PageMeta } from "@/core/site/site";

/** So long something is pointed at before it is tried, in ms: whoever passes over the shelf sees the page stand still. */
const restMs = 140;

/** By this id what is tried stands in the frames. */
const triedId = "tried";

export interface Tried {
  /** The page with what is tried; null while nothing is. */
  readonly rendered: RenderedPage | null;
  /** Tries a section, or nothing. */
  attempt(section: PageNode | null): void;
}

/** `index` is where it would stand among the page's sections. */
export function useTried(
  renderer: Renderer | null,
  meta: PageMeta | undefined,
  { page, shared }: { readonly page: PageNode; readonly shared: Definitions },
  index: number | null,
): Tried {
  const [section, setSection] = useState<PageNode | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const attempt = useCallback((next: PageNode | null) => {
    clearTimeout(timer.current);
    timer.current = setTimeout(() => setSection(next && { ...next, id: triedId }), restMs);
  }, []);
  useEffect(() => () => clearTimeout(timer.current), []);
  // With the shelf what was tried goes.
  useEffect(() => {
    if (index === null) setSection(null);
  }, [index]);
  const rendered = useMemo(() => {
    if (!renderer || !meta || !section || index === null) return null;
    const children = [...(page.children ?? [])];
    children.splice(index, 0, section);
    return renderer.render(meta, { ...page, children }, { shared });
  }, [renderer, meta, section, page, shared, index]);
  useEffect(() => {
    if (!rendered) return;
    // Once the frames have drawn it.
    const drawn = requestAnimationFrame(() => {
      for (const frame of document.querySelectorAll<HTMLIFrameElement>("[data-pane] iframe[data-stage]")) {
        const section = frame.contentDocument?.querySelector<HTMLElement>(`[data-n="${triedId}"]`);
        if (!section) continue;
        section.style.outline = "3px dashed #bc2c1c";
        section.style.outlineOffset = "-3px";
        section.scrollIntoView({ block: "center" });
      }
    });
    return () => cancelAnimationFrame(drawn);
  }, [rendered]);
  return { rendered, attempt };
}
