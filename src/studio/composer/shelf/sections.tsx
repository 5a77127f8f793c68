"use client";
// Ready-made sections as cards: each as it would look here, in the site's Brand.
import { Box, SimpleGrid, Text } from "@chakra-ui/react";
import { useEffect, useMemo, useRef } from "react";
import { noHeaderFooter, type PageNode } from "@/core/page/node";
import type { ShelfEntry } from "@/core/page/shelf";
import type { Renderer } from "@/core/render/render";
import { factsOf } from "@/core/site/facts";
import { useStageRenderer } from "@/studio/stage/renderer";
import { SectionPicture } from "@/studio/stage/section-picture";
import { useCarried } from "./carried";
import { EntryButton } from "./entry-button";
import { useSampleWidgets } from "./sample-widgets";
import { useSiteWith } from "./site-with";
import type { TakesEntries } from "./takes-entries";
import { words } from "./words";

/** Of a card, in px. */
const cardPx = { width: 191, height: 112 };
/** Of a line among what is found. */
const linePx = { width: 112, height: 68 };

let drawn = 0;

/** An entry as a section to look at; its ids are never placed on a page. Its widget is one the site has, or a sample. */
export function useSample(entry: ShelfEntry): PageNode {
  const { settings, widgets } = useSiteWith(useSampleWidgets());
  return useMemo(() => {
    const widget = widgets.find(({ kind }) => kind === entry.widget)?.id;
    return entry.make(() => `drawn${++drawn}`, { ...factsOf(settings), ...(widget ? { widget } : {}) });
  }, [entry, settings, widgets]);
}

/** The renderer of the shelf's pictures: sections alone. */
export const useShelfRenderer = (): Renderer | null => {
  const site = useSiteWith(useSampleWidgets());
  return useStageRenderer(site, noHeaderFooter, noHeaderFooter);
};

interface EntryProps extends TakesEntries {
  readonly entry: ShelfEntry;
  readonly renderer: Renderer | null;
}

function useEntry({ entry, onTake, onTry }: EntryProps) {
  const section = useSample(entry);
  const samples = useSampleWidgets();
  const carried = useCarried(`shelf:${entry.key}`, {
    name: entry.name,
    shown: () => section,
    put: (place) => onTake(entry, place),
  });
  const tries = useRef(onTry);
  tries.current = onTry;
  const isTried = useRef(false);
  // Samples that come while it is tried are drawn into it.
  useEffect(() => {
    if (isTried.current) tries.current(section, samples);
  }, [section, samples]);
  return {
    section,
    button: {
      ...carried,
      // What is on the page is tried no more, though it is still pointed at.
      onAdd: () => {
        isTried.current = false;
        onTry(null);
        onTake(entry);
      },
      onTry: (wanted: boolean) => {
        isTried.current = wanted;
        onTry(wanted ? section : null, samples);
      },
    },
  };
}

export function SectionCard(props: EntryProps) {
  const { entry, renderer } = props;
  const { section, button } = useEntry(props);
  return (
    <Box
      borderWidth="1px"
      borderColor="line"
      borderRadius="field"
      bg="white"
      _hover={{ borderColor: "ink" }}
      _focusWithin={{ borderColor: "ink" }}
    >
      <EntryButton {...button} as="card">
        {renderer ? (
          <SectionPicture section={section} renderer={renderer} widthPx={cardPx.width} heightPx={cardPx.height} />
        ) : (
          <Box h={`${cardPx.height}px`} />
        )}
        <Box px="9px" py="7px" borderTopWidth="1px" borderColor="line">
          <Text fontWeight="650">{entry.name}</Text>
          <Text fontSize="small" color="ink2">
            {entry.note}
          </Text>
        </Box>
      </EntryButton>
    </Box>
  );
}

/** The same as a line among what is found. */
export function SectionLine(props: EntryProps) {
  const { entry, renderer } = props;
  const { section, button } = useEntry(props);
  return (
    <EntryButton {...button}>
      <Box borderWidth="1px" borderColor="line" flex="none">
        {renderer ? (
          <SectionPicture section={section} renderer={renderer} widthPx={linePx.width} heightPx={linePx.height} />
        ) : (
          <Box w={`${linePx.width}px`} h={`${linePx.height}px`} />
        )}
      </Box>
      <Box minW="0">
        <Text fontWeight="650">{entry.name}</Text>
        <Text fontSize="small" color="ink2">
          {words.aSection(entry.group)}
        </Text>
        <Text fontSize="small" color="ink2">
          {entry.note}
        </Text>
      </Box>
    </EntryButton>
  );
}

/** The sections of one group. */
export const SectionCards = ({
  group,
  entries,
  ...rest
}: { group: string; entries: readonly ShelfEntry[] } & Omit<EntryProps, "entry">) =>
  entries.length ? (
    <Box as="section" aria-label={group} mb="14px">
      <Text as="h3" fontWeight="700" mb="6px">
        {group}
      </Text>
      <SimpleGrid columns={2} gap="10px">
        {entries.map((entry) => (
          <SectionCard key={entry.key} entry={entry} {...rest} />
        ))}
      </SimpleGrid>
    </Box>
  ) : null;
