"use client";
// How a site is paid, as a screen of its own: bookings need it where there is no shop.
import { Box, Text } from "@chakra-ui/react";
import { useSite } from "@/studio/frame/site-context";
import { Title } from "@/studio/kit/layout";
import { PaymentsPanel } from "./payments-panel";
import { words as own } from "./words";

export function PaymentsScreen() {
  const { name } = useSite();
  return (
    <Box as="main" p="28px" maxW="1000px" w="100%" mx="auto" overflowY="auto">
      <Title>{own.title}</Title>
      <Text color="ink2" mb="18px">
        {own.lead(name)}
      </Text>
      <PaymentsPanel />
    </Box>
  );
}
