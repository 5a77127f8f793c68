"use client";
// What a new site looks like before it is made: the home page of its starter, wide and on a phone.
import { Box, Flex } from "@chakra-ui/react";
import { useMemo } from "react";
import { siteFromStarter } from "@/core/site/starter";
import { type StarterKey, starters } from "@/core/site/starters";
import { stageRenderer } from "@/studio/stage/renderer";
import { StageFrame } from "@/studio/stage/stage-frame";
import { words } from "./words";

const clipPx = 190;
const frames = [
  { widthPx: 1180, roomPx: 330 },
  { widthPx: 390, roomPx: 110 },
] as const;

export function StarterPicture({
  starter,
  name,
  language,
  currency,
}: {
  starter: StarterKey;
  name: string;
  language: string;
  currency: string;
}) {
  const drawn = useMemo(() => {
    let made = 0;
    const settings = { language, currency, zone: "UTC", description: "", mailFrom: "" };
    const site = siteFromStarter(
      starter,
      { key: "new", name: name || starters[starter].name, settings },
      () => `s${++made}`,
    );
    const [home] = site.pages;
    if (!home) return null;
    const renderer = stageRenderer(site);
    return { renderer, rendered: renderer.render(home, home.body) };
  }, [starter, name, language, currency]);
  if (!drawn) return null;
  return (
    <Flex gap="12px" mb="12px" align="flex-start" role="img" aria-label={words.starterPicture(starters[starter].name)}>
      {frames.map(({ widthPx, roomPx }) => (
        <Box key={widthPx} borderWidth="1px" borderColor="line" h={`${clipPx}px`} overflow="clip" inert>
          <StageFrame
            title=""
            widthPx={widthPx}
            scale={roomPx / widthPx}
            clipPx={clipPx}
            rendered={drawn.rendered}
            renderer={drawn.renderer}
          />
        </Box>
      ))}
    </Flex>
  );
}
