"use client";
// The Desk: signups, and the outbox of mails to visitors.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Segments, Title } from "@/studio/kit/kit";
import { Outbox } from "./outbox";
import { Signups } from "./signups";

export function DeskScreen() {
  const [view, setView] = useState<"signups" | "outbox">("signups");
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
          <Title>Desk</Title>
          <Text color="ink2">What visitors sent, and what was written to them.</Text>
        </Box>
        <Segments
          label="Part of the Desk"
          value={view}
          onChange={setView}
          options={[
            ["signups", "Signups"],
            ["outbox", "Outbox"],
          ]}
        />
      </Flex>
      {view === "signups" ? <Signups /> : <Outbox />}
    </Flex>
  );
}
