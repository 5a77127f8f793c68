"use client";
// The top bar of the screens that belong to the whole studio: index tabs for sites and people.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { ask } from "@/studio/kit/api";
import { QuietButton } from "@/studio/kit/buttons";
import { Brandmark } from "./brandmark";
import { IndexTab, leave } from "./top-bar";
import { words } from "./words";

const tabs = [
  { path: "/", name: words.sites },
  { path: "/people", name: words.people },
] as const;

export const useMe = () => useQuery({ queryKey: ["me"], queryFn: () => ask("account.me", {}) });

export function StudioBar() {
  const path = usePathname();
  const me = useMe();
  return (
    <Flex as="header" minH="46px" bg="ink" color="sheet" align="center" px="16px" columnGap="16px" wrap="wrap">
      <Brandmark />
      <Text fontWeight="650">{me.data?.studio}</Text>
      <Flex as="nav" aria-label={words.studio} h="46px" align="flex-end" gap="2px">
        {tabs.map((tab) => (
          <IndexTab key={tab.path} href={tab.path} current={path === tab.path}>
            {tab.name}
          </IndexTab>
        ))}
      </Flex>
      <Box flex="1" />
      <Link href="/account" style={{ textDecoration: "underline", textUnderlineOffset: 3 }}>
        {me.data ? `${me.data.account.name}, ${me.data.role}` : words.yourAccount}
      </Link>
      <QuietButton color="sheet" _hover={{ bg: "inkSoft" }} onClick={() => void leave()}>
        {words.signOut}
      </QuietButton>
    </Flex>
  );
}
