"use client";
// The mark and name, as they stand at the left of every bar.
import { Flex, Text } from "@chakra-ui/react";
import { words } from "./front-words";

/** The mark: a crop corner and a filled one, printed out of register. */
function Mark() {
  return (
    <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
      <path d="M2 13V2h12" fill="none" stroke="var(--chakra-colors-mark-on-ink)" strokeWidth="2.4" />
      <path d="M16 6v10H6" fill="none" stroke="var(--chakra-colors-sheet)" strokeWidth="2.4" />
    </svg>
  );
}

export const Brandmark = () => (
  <Flex align="center" gap="8px" color="sheet">
    <Mark />
    <Text as="span" fontFamily="heading" fontWeight="700" fontSize="17px">
      {words.webitor}
    </Text>
  </Flex>
);
