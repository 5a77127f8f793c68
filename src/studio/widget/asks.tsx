"use client";
// What saving a change would do and has to be agreed to first: each thing in a sentence.
import { Box, Flex, Text } from "@chakra-ui/react";
import { MainButton, PlainButton } from "@/studio/kit/buttons";
import { State } from "@/studio/kit/layout";
import { words } from "./words";

export function Asks({
  message,
  each,
  onKeep,
  onBack,
}: {
  message: string;
  each: readonly string[];
  onKeep: () => void;
  onBack: () => void;
}) {
  return (
    <Box role="alert" bg="white" borderWidth="1px" borderColor="edge" borderRadius="panel" p="12px" mb="14px">
      <State tone="amber">{message}</State>
      <Box as="ul" my="8px" pl="16px" listStyleType="disc">
        {each.map((one) => (
          <Text as="li" key={one} mb="3px">
            {one}
          </Text>
        ))}
      </Box>
      <Text color="ink2" mb="8px">
        {words.asksText}
      </Text>
      <Flex gap="8px">
        <MainButton onClick={onKeep}>{words.asksKeep}</MainButton>
        <PlainButton onClick={onBack}>{words.asksBack}</PlainButton>
      </Flex>
    </Box>
  );
}
