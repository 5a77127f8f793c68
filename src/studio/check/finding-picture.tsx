"use client";
// The place of a finding: the page at that width with crop marks around the block, and what reaches beyond the window hatched.
import { Box, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { LayoutFinding } from "@/core/check/layout";
import { useSite } from "@/studio/frame/site-context";
import { stageGround } from "@/studio/kit/theme";
import { CornerTicks, type TickBox } from "@/studio/stage/corner-ticks";
import type { StageState } from "@/studio/stage/patch";
import { StageFrame } from "@/studio/stage/stage-frame";
import type { CheckedPage } from "./measuring";
import { openForCheck } from "./opened-page";
import { words } from "./words";

const roomPx = 350;
const heightPx = 330;

interface Marked {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Around a block as far as it is in the window, in px of the screen. */
const boxOf = ({ x, y, width, height }: Marked, scale: number, mostPx: number): TickBox => ({
  left: x * scale - 4,
  top: y * scale - 4,
  right: Math.min(x + width, mostPx) * scale + 4,
  bottom: (y + height) * scale + 4,
});

export function FindingPicture({
  place,
  pages,
}: {
  place: { readonly page: string; readonly width: number; readonly finding: LayoutFinding | null };
  pages: readonly CheckedPage[];
}) {
  const site = useSite();
  const page = pages.find((one) => one.page === place.page);
  const { data } = useQuery({
    queryKey: ["checks", site.key, "picture", place.page, page?.state],
    queryFn: () => openForCheck(site, place.page),
  });
  const [marked, setMarked] = useState<Marked | null>(null);
  const here = (page?.findings ?? []).filter(({ widths }) => widths.includes(place.width));
  const finding = place.finding ?? here[0] ?? null;
  const tooWide = Math.max(
    0,
    ...here.filter(({ code }) => code === "layout.sideways").map(({ values }) => Number(values.px)),
  );
  const beyondPx = tooWide ? 70 : 0;
  const scale = Math.min(1, (roomPx - beyondPx) / place.width);
  const measure = ({ document }: StageState) => {
    const block = finding?.node && document.querySelector(`[data-n="${CSS.escape(finding.node)}"]`);
    const box = block ? block.getBoundingClientRect() : null;
    setMarked((before) => {
      const next = box && { x: box.x, y: box.y, width: box.width, height: box.height };
      return JSON.stringify(before) === JSON.stringify(next) ? before : next;
    });
  };
  if (!data || !page) return null;
  // The block is brought into the part that is shown.
  const up = marked ? Math.max(0, marked.y * scale - 60) : 0;
  const width = place.width * scale;
  return (
    <Box p="14px" css={stageGround} aria-label={words.picture(page.title, place.width)} role="img">
      <Text fontSize="small" color="ink2" mb="8px">
        {words.picture(page.title, place.width)}
      </Text>
      <Box position="relative" h={`${heightPx}px`} overflow="clip" w={`${width + beyondPx}px`}>
        <Box position="absolute" top={`${-up}px`} left="0">
          <StageFrame
            key={`${page.state} ${place.width}`}
            title={words.picture(page.title, place.width)}
            widthPx={place.width}
            scale={scale}
            rendered={data.rendered}
            renderer={data.renderer}
            onLaidOut={measure}
          >
            {marked ? <CornerTicks tickPx={10} box={boxOf(marked, scale, place.width)} /> : null}
          </StageFrame>
        </Box>
        {tooWide ? <TooWide width={width} tooWide={tooWide} /> : null}
      </Box>
    </Box>
  );
}

/** How far something reaches beyond the page's edge. */
const TooWide = ({ width, tooWide }: { width: number; tooWide: number }) => (
  <>
    <Box position="absolute" left={`${width}px`} top="0" bottom="0" borderLeftWidth="2px" borderColor="mark" />
    <Box
      position="absolute"
      left={`${width + 2}px`}
      right="0"
      top="0"
      bottom="0"
      css={{
        background:
          "repeating-linear-gradient(135deg, color-mix(in srgb, var(--chakra-colors-mark) 22%, transparent) 0 6px, transparent 6px 14px)",
      }}
    />
    <Text
      position="absolute"
      left={`${width + 8}px`}
      top="45%"
      color="mark"
      fontWeight="700"
      bg="sheet"
      px="4px"
      whiteSpace="nowrap"
    >
      {words.beyond(tooWide)}
    </Text>
  </>
);
