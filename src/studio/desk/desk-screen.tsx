"use client";
// The Desk: signups, the outbox of mails to visitors, and how long both are kept.
import { Box, Flex, Text } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";
import { Segments, Title } from "@/studio/kit/kit";
import { Outbox } from "./outbox";
import { RetentionPanel } from "./retention";
import { Signups } from "./signups";
import { words } from "./words";

type View = "signups" | "outbox" | "keeping";
const views: Readonly<Record<View, { readonly name: string; show(): ReactNode }>> = {
  signups: { name: words.signups, show: () => <Signups /> },
  outbox: { name: words.outbox, show: () => <Outbox /> },
  keeping: { name: words.keeping, show: () => <RetentionPanel /> },
};

export function DeskScreen() {
  const [view, setView] = useState<View>("signups");
  return (
    <Flex
      as="main"
      direction="column"
      flex="1"
      minH="0"
      p={{ base: "14px", md: "22px 28px" }}
      w="100%"
      maxW="1320px"
      mx="auto"
    >
      <Flex justify="space-between" align="flex-end" mb="14px" wrap="wrap" gap="10px">
        <Box>
          <Title>{words.desk}</Title>
          <Text color="ink2">{words.whatVisitorsSentWhat}</Text>
        </Box>
        <Segments
          label={words.partDesk}
          value={view}
          onChange={setView}
          options={(Object.keys(views) as View[]).map((one) => [one, views[one].name] as const)}
        />
      </Flex>
      {views[view].show()}
    </Flex>
  );
}
