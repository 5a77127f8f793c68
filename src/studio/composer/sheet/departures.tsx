"use client";
// What departs on tablets and phones: of the selected block with all in it, or of the page. Each can be taken back.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Undo2 } from "lucide-react";
import { type Departure, departuresIn, narrowWidths, valueWords } from "@/core/page/look/departures";
import { lookProperties } from "@/core/page/look/look";
import type { PageNode } from "@/core/page/node";
import { IconButton, QuietButton } from "@/studio/kit/buttons";
import { Group } from "@/studio/kit/layout";
import { blockTitle } from "@/studio/stage/names";
import type { Composer } from "../store";
import { words as own } from "../words";

/** Longer lists say how many more there are: they are taken back together. */
const mostShown = 12;

export function Departures({ composer, root }: { composer: Composer; root: PageNode }) {
  const all = departuresIn(root);
  if (!all.length) return null;
  return (
    <Group title={own.departures} aside={String(all.length)}>
      {narrowWidths.map((width) => {
        const here = all.filter((one) => one.width === width);
        return here.length ? (
          <Box key={width} mb="8px">
            <Flex justify="space-between" align="center">
              <Text color="ink2">{own.departsOn[width]}</Text>
              <QuietButton h="24px" onClick={() => composer.looks.takeBack(here)}>
                {own.takeAllBack(here.length)}
              </QuietButton>
            </Flex>
            {here.slice(0, mostShown).map((one) => (
              <Line key={`${one.node}.${one.field}`} composer={composer} departure={one} own={one.node === root.id} />
            ))}
            {here.length > mostShown ? (
              <Text fontSize="small" color="ink2">
                {own.moreDepartures(here.length - mostShown)}
              </Text>
            ) : null}
          </Box>
        ) : null;
      })}
    </Group>
  );
}

function Line({ composer, departure, own: isOwn }: { composer: Composer; departure: Departure; own: boolean }) {
  const block = composer.node(departure.node);
  if (!block) return null;
  const { label } = lookProperties[departure.field];
  const value = valueWords(departure.field, departure.value);
  const name = isOwn ? label : `${blockTitle(block)} · ${label}`;
  return (
    <Flex align="center" gap="4px" minH="28px" borderLeftWidth="3px" borderColor="mark" pl="8px" mb="2px">
      <button
        type="button"
        onClick={() => composer.select(departure.node, departure.width)}
        style={{ flex: 1, minWidth: 0, textAlign: "left", minHeight: 24, cursor: "pointer" }}
      >
        <Text as="span" display="block" truncate>
          {name}: <b>{value}</b>
        </Text>
      </button>
      <IconButton
        name={own.takeBackOne(name)}
        minW="24px"
        w="24px"
        onClick={() => composer.looks.takeBack([departure])}
      >
        <Undo2 size={13} />
      </IconButton>
    </Flex>
  );
}
