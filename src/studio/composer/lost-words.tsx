"use client";
// Words that could not be kept, with the reason: to be copied out before they are put aside.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { MainButton, PlainButton } from "@/studio/kit/buttons";
import { State } from "@/studio/kit/layout";
import { TextArea } from "@/studio/kit/text-area";
import { Window } from "@/studio/kit/window";
import type { LostWords } from "./store";
import { words } from "./words";

export function LostWordsWindow({ lost, onDone }: { lost: readonly LostWords[]; onDone: () => void }) {
  const [copied, setCopied] = useState(false);
  const all = lost.map((one) => one.words).join("\n\n");
  return (
    <Window
      title={words.lostTitle}
      open={lost.length > 0}
      onClose={onDone}
      foot={
        <Flex gap="8px">
          <PlainButton
            onClick={() =>
              void navigator.clipboard?.writeText(all).then(
                () => setCopied(true),
                () => {},
              )
            }
          >
            {copied ? words.lostCopied : words.lostCopy}
          </PlainButton>
          <MainButton onClick={onDone}>{words.lostDone}</MainButton>
        </Flex>
      }
    >
      <Text mb="10px">{words.lostIntro}</Text>
      {lost.map((one, index) => (
        <Box key={index} mb="10px">
          <State tone="amber">{one.reason}</State>
          <Box mt="4px">
            <TextArea
              aria-label={words.lostLabel(index + 1)}
              value={one.words}
              rows={Math.min(8, one.words.split("\n").length + 1)}
              onChange={() => {}}
            />
          </Box>
        </Box>
      ))}
    </Window>
  );
}
