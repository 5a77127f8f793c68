"use client";
// A letter as whoever gets it reads it, and what can be filled in to its own words.
import { Box, Flex, Text } from "@chakra-ui/react";
import { QuietButton } from "./buttons";

/** The letter as it arrives. */
export const LetterPreview = ({ label, subject, text }: { label: string; subject: string; text: string }) => (
  <Box
    as="article"
    aria-label={label}
    bg="white"
    borderWidth="1px"
    borderColor="line"
    borderRadius="panel"
    p="14px 16px"
  >
    <Text fontWeight="700" mb="6px" wordBreak="break-word">
      {subject}
    </Text>
    <Text whiteSpace="pre-wrap" wordBreak="break-word">
      {text.trim()}
    </Text>
  </Box>
);

/** A button for each placeholder: `onInsert` is given its name. */
export const Placeholders = <N extends string>({
  label,
  names,
  words,
  onInsert,
}: {
  label: string;
  names: readonly N[];
  words: Readonly<Record<N, string>>;
  onInsert: (name: N) => void;
}) => (
  <Flex gap="4px" wrap="wrap" align="center" mb="10px" role="group" aria-label={label}>
    <Text color="ink2">{label}</Text>
    {names.map((name) => (
      <QuietButton key={name} onClick={() => onInsert(name)}>
        {words[name]}
      </QuietButton>
    ))}
  </Flex>
);

/** Words with a placeholder put in where the caret stands, or behind them where it never stood there. */
export function withPlaceholder(words: string, name: string, area: HTMLTextAreaElement | null): string {
  const at = area?.isConnected ? area.selectionStart : words.length;
  return `${words.slice(0, at)}{${name}}${words.slice(at)}`;
}
