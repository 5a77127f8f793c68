"use client";
// A line of a list that opens what it names: its name, a note or that it is not complete, and something before it.
import { Box, Text } from "@chakra-ui/react";
import { ChevronRight } from "lucide-react";
import type { ReactNode } from "react";
import { words } from "../words";

export function OpenLine({
  name,
  note,
  wrong,
  before,
  onOpen,
}: {
  name: string;
  note: string;
  wrong: boolean;
  before: ReactNode;
  onOpen: () => void;
}) {
  return (
    <button
      type="button"
      onClick={onOpen}
      style={{
        display: "flex",
        width: "100%",
        alignItems: "center",
        gap: 10,
        textAlign: "left",
        padding: "7px 8px",
        marginBlock: 2,
        background: "var(--chakra-colors-white)",
        border: "1px solid var(--chakra-colors-line)",
        borderRadius: 5,
        cursor: "pointer",
      }}
    >
      {before}
      <Box flex="1" minW="0">
        <Text fontWeight="650" truncate>
          {name || words.unnamed}
        </Text>
        <Text color={wrong ? "brick" : "ink2"} fontSize="small" truncate>
          {wrong ? words.notComplete : note}
        </Text>
      </Box>
      <ChevronRight size={15} aria-hidden="true" color="var(--chakra-colors-faint)" />
    </button>
  );
}
