"use client";
// A page of some state of the site (live, working, an older release) as a picture: drawn by the one renderer.
import { Box, Text } from "@chakra-ui/react";
import { useMemo } from "react";
import type { PageNode } from "@/core/page/node";
import type { SiteFrame } from "@/core/site/site";
import { useSite } from "@/studio/frame/site-context";
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
}: {
  shown: Shown | null;
  title: string;
  widthPx: number;
  roomPx: number;
  clipPx: number;
  /** Said where the state has no such page. */
  none: string;
}) {
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
      <Box borderWidth="1px" borderColor="line" maxH={`${clipPx}px`} overflowY="auto" bg="white">
        {drawn ? (
          <StageFrame title={title} widthPx={widthPx} scale={roomPx / widthPx} {...drawn} />
        ) : (
          <Text p="16px" color="ink2">
            {none}
          </Text>
        )}
      </Box>
    </Box>
  );
}
