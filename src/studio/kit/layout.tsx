"use client";
// What stands between controls: titles, groups, states, progress.
import { Box, type BoxProps, Flex, Text } from "@chakra-ui/react";
import { type ReactNode, useEffect, useState } from "react";
import type { Refusal } from "./api";
import { words } from "./words";

export const Group = ({ title, aside, children, ...rest }: BoxProps & { title: string; aside?: ReactNode }) => (
  <Box borderTopWidth="1px" borderColor="line" py="13px" {...rest}>
    <Flex justify="space-between" align="baseline" mb="9px" gap="8px">
      <Text as="h3" fontWeight="700">
        {title}
      </Text>
      {aside ? (
        <Text as="span" color="ink2">
          {aside}
        </Text>
      ) : null}
    </Flex>
    {children}
  </Box>
);

export const Title = ({ children, level = 1 }: { children: ReactNode; level?: 1 | 2 }) => (
  <Text
    as={level === 1 ? "h1" : "h2"}
    fontFamily="heading"
    fontWeight="700"
    fontSize={level === 1 ? "display" : "title"}
    lineHeight="1.15"
  >
    {children}
  </Text>
);

const tones = { moss: "✓", amber: "!", brick: "×" } as const;

/** A sentence about a state: a shape and words, never colour alone. */
export const State = ({ tone, children }: { tone: keyof typeof tones; children: ReactNode }) => (
  <Flex
    as="span"
    gap="6px"
    align="baseline"
    color={tone}
    fontWeight="600"
    role={tone === "brick" ? "alert" : undefined}
  >
    <span aria-hidden="true">{tones[tone]}</span>
    <span>{children}</span>
  </Flex>
);

/** How far something is. */
export function Progress({ label, done, total }: { label: string; done: number; total: number }) {
  const share = total > 0 ? Math.min(1, done / total) : 0;
  return (
    <Box
      role="progressbar"
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={total}
      aria-valuenow={done}
      h="8px"
      bg="white"
      borderWidth="1px"
      borderColor="edge"
      borderRadius="field"
      overflow="hidden"
    >
      <Box h="100%" w={`${share * 100}%`} bg="moss" />
    </Box>
  );
}

/** The refusal's own sentence, where no field shows it. */
export const RefusalNote = ({ refusal, shownAt = [] }: { refusal: Refusal | null; shownAt?: readonly string[] }) =>
  refusal && !refusal.fields.some((field) => shownAt.includes(field.path)) ? (
    <Box my="8px">
      <State tone="brick">{refusal.message}</State>
    </Box>
  ) : null;

export const Loading = ({ what }: { what: string }) => {
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), 400);
    return () => clearTimeout(timer);
  }, []);
  return (
    <Text p="24px" color="ink2" role="status">
      {late ? words.loading(what) : ""}
    </Text>
  );
};
