"use client";
// The sheet of everything that is done before one is signed in.
import { Box, Flex, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Brandmark } from "@/studio/frame/brandmark";
import { Title } from "@/studio/kit/layout";

export function Front({ title, words, children }: { title: string; words: string; children: ReactNode }) {
  return (
    <Flex minH="100vh" direction="column">
      <Flex h="46px" bg="ink" align="center" px="16px">
        <Brandmark />
      </Flex>
      <Flex as="main" flex="1" align="center" justify="center" p="16px">
        <Box bg="sheet" borderWidth="1px" borderColor="line" boxShadow="page" p="28px" w="min(380px, 100%)">
          <Title>{title}</Title>
          <Text color="ink2" mt="4px" mb="18px">
            {words}
          </Text>
          {children}
        </Box>
      </Flex>
    </Flex>
  );
}
