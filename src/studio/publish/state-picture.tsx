"use client";
// A page of some state of the site (live, working, an older release) as a picture: drawn by the one renderer.
import { Box, Text } from "@chakra-ui/react";
import { useMemo, useRef } from "react";
import type { PageNode } from "@/core/page/node";
import type { SiteFrame } from "@/core/site/site";
import { useSite } from "@/studio/frame/site-context";
import type { StageState } from "@/studio/stage/patch";
import { stageRenderer } from "@/studio/stage/renderer";
import { useShopSample } from "@/studio/stage/shop-sample";
import { StageFrame } from "@/studio/stage/stage-frame";

export interface Shown {
  readonly frame: SiteFrame;
  readonly page: string;
  readonly body: PageNode;
}

export function StatePicture({
  shown,
  title,
  widthPx,
  roomPx,
  clipPx,
  none,
  at,
}: {
  shown: Shown | null;
  title: string;
  widthPx: number;
  roomPx: number;
  clipPx: number;
  /** Said where the state has no such page. */
  none: string;
  /** Where what is looked at stands: a block, by its id. */
  at?: string | undefined;
}) {
  const pane = useRef<HTMLDivElement>(null);
  const scale = roomPx / widthPx;
  const bringIntoView = ({ document }: StageState) => {
    const block = at ? document.querySelector<HTMLElement>(`[data-n="${CSS.escape(at)}"]`) : null;
    // Its first section: what stands for a shared one has no box of its own.
    const top = (block?.firstElementChild ?? block)?.getBoundingClientRect().top;
    if (top !== undefined) pane.current?.scrollTo({ top: Math.max(0, top * scale - 24) });
  };
  const { found, shop } = useSite();
  const sample = useShopSample(shop);
  const drawn = useMemo(() => {
    const meta = shown?.frame.pages.find((page) => page.id === shown.page);
    if (!shown || !meta) return null;
    const renderer = stageRenderer(shown.frame, { asVisitors: true, found, shop, sample });
    return { renderer, rendered: renderer.render(meta, shown.body) };
  }, [shown, found, shop, sample]);
  return (
    <Box w={`${roomPx}px`} maxW="100%">
      <Text fontSize="small" color="ink2" mb="4px">
        {title}
      </Text>
      <Box
        ref={pane}
        borderWidth="1px"
        borderColor="line"
        maxH={`${clipPx}px`}
        overflowY="auto"
        bg="white"
        css={{ scrollbarWidth: "none" }}
        tabIndex={0}
        role="region"
        aria-label={title}
      >
        {drawn ? (
          <StageFrame title={title} widthPx={widthPx} scale={scale} onLaidOut={bringIntoView} {...drawn} />
        ) : (
          <Text p="16px" color="ink2">
            {none}
          </Text>
        )}
      </Box>
    </Box>
  );
}
