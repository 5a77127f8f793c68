"use client";
// The list of keys.
import { Box, Text } from "@chakra-ui/react";
import { Window } from "@/studio/kit/window";
import { keyTable } from "./keys";
import { words } from "./words";

export function KeysWindow({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Window title={words.keys} open={open} onClose={onClose}>
      <Box as="dl" display="grid" gridTemplateColumns="150px 1fr" rowGap="6px">
        {keyTable
          .filter((key) => key.keys)
          .map((key) => (
            <Box display="contents" key={key.keys}>
              <Text as="dt" fontWeight="700">
                {key.keys}
              </Text>
              <Text as="dd">{key.says}</Text>
            </Box>
          ))}
      </Box>
    </Window>
  );
}
