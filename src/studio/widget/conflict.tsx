"use client";
// Somebody saved the same widget meanwhile: what differs, and whose settings hold.
import { Box, Flex, Text } from "@chakra-ui/react";
import { valueDetails } from "@/core/site/change";
import { MainButton, PlainButton } from "@/studio/kit/buttons";
import { State } from "@/studio/kit/layout";
import type { Stored } from "./draft";
import { words } from "./words";

const mostShown = 8;

export function Conflict({
  yours,
  theirs,
  onChoose,
}: {
  yours: { readonly name: string; readonly settings: object; readonly part: object | null };
  theirs: Stored;
  onChoose: (whose: "yours" | "theirs") => void;
}) {
  const differs = valueDetails(
    { name: theirs.name, ...theirs.settings, ...theirs.part?.value },
    { name: yours.name, ...yours.settings, ...yours.part },
  );
  return (
    <Box bg="white" borderWidth="1px" borderColor="edge" borderRadius="panel" p="12px" mb="14px">
      <State tone="brick">{words.conflictTitle}</State>
      <Text mt="6px">{words.conflictText}</Text>
      <Box as="dl" my="8px">
        {differs.slice(0, mostShown).map((one) => (
          <Box key={one.name} borderTopWidth="1px" borderColor="line" py="5px">
            <Text as="dt" color="ink2" fontSize="small">
              {one.name}
            </Text>
            <Text as="dd">
              {words.yoursIs} <b>{one.after || words.nothing}</b>
            </Text>
            <Text as="dd">
              {words.theirsIs} <b>{one.before || words.nothing}</b>
            </Text>
          </Box>
        ))}
        {differs.length > mostShown ? <Text color="ink2">{words.andMore(differs.length - mostShown)}</Text> : null}
      </Box>
      <Flex gap="8px">
        <MainButton onClick={() => onChoose("yours")}>{words.keepYours}</MainButton>
        <PlainButton onClick={() => onChoose("theirs")}>{words.takeTheirs}</PlainButton>
      </Flex>
    </Box>
  );
}
