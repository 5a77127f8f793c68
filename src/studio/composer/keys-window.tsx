"use client";
// The list of keys.
import { Box, Text } from "@chakra-ui/react";
import { Tick } from "@/studio/kit/fields";
import { Window } from "@/studio/kit/window";
import { keyTable } from "./keys";
import { setOff, useKeysOff } from "./single-keys";
import { words } from "./words";

export function KeysWindow({ open, onClose }: { open: boolean; onClose: () => void }) {
  const off = useKeysOff();
  return (
    <Window title={words.keys} open={open} onClose={onClose}>
      <Text color="ink2" mb="10px">
        {words.singleKeys}
      </Text>
      <Box as="dl" display="grid" gridTemplateColumns="150px 1fr" rowGap="6px">
        {keyTable
          .filter((key) => key.keys)
          .map((key) => (
            <Box display="contents" key={key.keys}>
              <Text as="dt" fontWeight="700">
                {key.keys}
              </Text>
              <Box as="dd">
                {key.single ? (
                  <Tick label={key.says} checked={!off.has(key.keys)} onChange={(on) => setOff(key.keys, !on)} />
                ) : (
                  key.says
                )}
              </Box>
            </Box>
          ))}
      </Box>
    </Window>
  );
}
