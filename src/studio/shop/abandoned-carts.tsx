"use client";
// Baskets that were left on the Desk: whose, what is in them, and whether their buyer is reminded.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Loading, State } from "@/studio/kit/layout";
import { words as own } from "./words";

const when = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });

export function AbandonedCarts() {
  const { key } = useSite();
  const { data, error } = useQuery({
    queryKey: ["abandonedCarts", key],
    queryFn: () => ask("desk.abandonedCarts", { site: key }),
  });
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return <Loading what={own.theCarts} />;
  if (!data.rows.length)
    return (
      <Text p="18px" bg="sheet" borderWidth="1px" borderColor="line">
        {own.noCarts}
      </Text>
    );
  return (
    <Box bg="sheet" borderWidth="1px" borderColor="line" overflowY="auto">
      {data.rows.map((row) => (
        <Flex
          key={row.id}
          as="article"
          gap="4px 16px"
          wrap="wrap"
          px="14px"
          py="8px"
          borderBottomWidth="1px"
          borderColor="line"
        >
          <Box w={{ base: "100%", md: "260px" }}>
            <Text fontWeight="600" truncate>
              {row.name || row.email}
            </Text>
            <Text color="ink2" truncate>
              {row.email}
            </Text>
          </Box>
          <Text flex="1" minW="200px">
            {row.lines.join(", ")}
          </Text>
          <Box textAlign={{ base: "start", md: "end" }}>
            <Text color="ink2">{own.leftAt(when.format(new Date(row.at)))}</Text>
            <Text color="ink2">
              {row.remindedAt
                ? own.reminded(when.format(new Date(row.remindedAt)))
                : row.remindAt
                  ? own.willRemind
                  : own.notAsked}
            </Text>
          </Box>
        </Flex>
      ))}
    </Box>
  );
}
