"use client";
// A list on the Desk beside the one that is read: two columns, on phones the list above.
import { Box, Flex } from "@chakra-ui/react";
import type { KeyboardEvent, ReactNode } from "react";
import { PlainButton } from "@/studio/kit/buttons";

interface DeskPanesProps {
  readonly list: ReactNode;
  /** What stands behind the last one that was fetched. */
  readonly more: { readonly words: string; readonly busy: boolean; onMore(): void } | null;
  /** A key pressed on the list. */
  onKeyDown?(event: KeyboardEvent<HTMLElement>): void;
  readonly children: ReactNode;
}

export const DeskPanes = ({ list, more, onKeyDown, children }: DeskPanesProps) => (
  <Flex flex="1" minH="0" gap="18px" direction={{ base: "column", md: "row" }}>
    <Box
      w={{ base: "100%", md: "420px" }}
      flex="none"
      overflowY="auto"
      bg="sheet"
      borderWidth="1px"
      borderColor="line"
      maxH={{ base: "40vh", md: "none" }}
      onKeyDown={onKeyDown}
    >
      {list}
      {more ? (
        <Box p="12px">
          <PlainButton loading={more.busy} onClick={more.onMore}>
            {more.words}
          </PlainButton>
        </Box>
      ) : null}
    </Box>
    <Box flex="1" minW="0" overflowY="auto" bg="white" borderWidth="1px" borderColor="line" p="22px">
      {children}
    </Box>
  </Flex>
);

/** One of the list: two lines, each with something at its end. */
export const DeskLine = ({
  open,
  onOpen,
  children,
}: {
  open: boolean;
  onOpen: () => void;
  children: readonly [first: ReactNode, firstEnd: ReactNode, second: ReactNode, secondEnd: ReactNode];
}) => (
  <button
    type="button"
    aria-current={open}
    onClick={onOpen}
    style={{
      display: "block",
      width: "100%",
      textAlign: "left",
      padding: "10px 14px",
      borderBottom: "1px solid var(--chakra-colors-line)",
      background: open ? "var(--chakra-colors-wash)" : "transparent",
      cursor: "pointer",
      // The list cuts off what stands out of it.
      outlineOffset: "-3px",
    }}
  >
    {[children.slice(0, 2), children.slice(2)].map(([words, end], index) => (
      <Flex key={index ? "second" : "first"} justify="space-between" gap="10px">
        {words}
        {end}
      </Flex>
    ))}
  </button>
);
