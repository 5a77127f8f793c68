"use client";
// A section of the shelf tried on the stage at its place, before it is taken: the page is drawn with it, and nothing is stored.
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { PageNode } from "@/core/page/node";
import type { RenderedPage, Renderer } from "@/core/render/render";
import type { PageMeta } from "@/core/site/site";
import type { OpenSite } from "@/studio/frame/site-context";
import { useStageRenderer } from "@/studio/stage/renderer";
import type { ComposerView } from "../store";
import { useSiteWith } from "./site-with";

/** So long something is pointed at before it is tried, in ms: whoever passes over the shelf sees the page stand still. */
const restMs = 140;

/** By this id what is tried stands in the frames. */
const triedId = "tried";

const none: OpenSite["widgets"] = [];

export interface Tried {
  /** The page with what is tried; null while nothing is. */
  readonly rendered: RenderedPage | null;
  /** The same as it is this moment, for whoever draws between two renderings. */
  now(): RenderedPage | null;
  /** Tries a section, or nothing; with widgets that it shows and the site has not. */
  attempt(section: PageNode | null, samples?: OpenSite["widgets"]): void;
}

/** `index` is where it would stand among the page's sections. */
export function useTried(
  ofPage: Renderer | null,
  meta: PageMeta | undefined,
  { header, page, footer, shared }: Pick<ComposerView, "header" | "page" | "footer" | "shared">,
  index: number | null,
): Tried {
  const [section, setSection] = useState<PageNode | null>(null);
  const [samples, setSamples] = useState<OpenSite["widgets"]>(none);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const attempt = useCallback((next: PageNode | null, more = none) => {
    clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      setSection(next && { ...next, id: triedId });
      if (next) setSamples(more);
    }, restMs);
  }, []);
  useEffect(() => () => clearTimeout(timer.current), []);
  // With the shelf what was tried goes.
  useEffect(() => {
    if (index === null) setSection(null);
  }, [index]);
  // A renderer of its own only where the site's does not know them.
  const ofSamples = useStageRenderer(useSiteWith(samples), samples.length ? header : undefined, footer);
  const renderer = ofSamples ?? ofPage;
  const rendered = useMemo(() => {
    if (!renderer || !meta || !section || index === null) return null;
    const children = [...(page.children ?? [])];
    children.splice(index, 0, section);
    return renderer.render(meta, { ...page, children }, { shared });
  }, [renderer, meta, section, page, shared, index]);
  useEffect(() => {
    if (!rendered) return;
    // Once the frames have drawn it.
    const mark = getComputedStyle(document.documentElement).getPropertyValue("--chakra-colors-mark");
    const drawn = requestAnimationFrame(() => {
      for (const frame of document.querySelectorAll<HTMLIFrameElement>("[data-pane] iframe[data-stage]")) {
        const section = frame.contentDocument?.querySelector<HTMLElement>(`[data-n="${triedId}"]`);
        if (!section) continue;
        section.style.outline = `3px dashed ${mark}`;
        section.style.outlineOffset = "-3px";
        section.scrollIntoView({ block: "center" });
      }
    });
    return () => cancelAnimationFrame(drawn);
  }, [rendered]);
  const latest = useRef(rendered);
  latest.current = rendered;
  const now = useCallback(() => latest.current, []);
  return { rendered, now, attempt };
}
