"use client";
// A section as it looks here, small: drawn by the one renderer in a frame of its own, once it comes near what is seen.
import { Box } from "@chakra-ui/react";
import { useMemo } from "react";
import type { PageNode } from "@/core/page/node";
import type { Definitions } from "@/core/page/shared/placement";
import type { Renderer } from "@/core/render/render";
import { useSite } from "@/studio/frame/site-context";
import { StageFrame } from "./stage-frame";
import { useNear } from "./use-near";

/** A section alone is drawn as on a page of this width. */
const pageWidthPx = 960;
const noShared: Definitions = new Map();

export function SectionPicture({
  section,
  renderer,
  shared = noShared,
  widthPx,
  heightPx,
}: {
  section: PageNode;
  renderer: Renderer;
  shared?: Definitions;
  /** On the screen. */
  widthPx: number;
  heightPx: number;
}) {
  const [ref, near] = useNear();
  return (
    <Box
      ref={ref}
      w={`${widthPx}px`}
      h={`${heightPx}px`}
      overflow="clip"
      bg="white"
      pointerEvents="none"
      aria-hidden="true"
      inert
    >
      {near ? <Drawn {...{ section, renderer, shared, widthPx, heightPx }} /> : null}
    </Box>
  );
}

function Drawn({
  section,
  renderer,
  shared,
  widthPx,
  heightPx,
}: {
  section: PageNode;
  renderer: Renderer;
  shared: Definitions;
  widthPx: number;
  heightPx: number;
}) {
  const { pages } = useSite();
  const rendered = useMemo(() => {
    const [meta] = pages;
    if (!meta) return null;
    const page: PageNode = { id: "pictured", kind: "page", content: {}, look: { base: {} }, children: [section] };
    const { parts, ...whole } = renderer.render(meta, page, { shared });
    return { ...whole, top: null, parts: { header: [], main: parts.main, footer: [] } };
  }, [pages, section, renderer, shared]);
  return rendered ? (
    <StageFrame
      title=""
      widthPx={pageWidthPx}
      scale={widthPx / pageWidthPx}
      clipPx={heightPx}
      rendered={rendered}
      renderer={renderer}
    />
  ) : null;
}
