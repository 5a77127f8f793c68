"use client";
// The site's structure: the tree of pages with their settings, headers and footers with their rules, redirects.
import { Box, Flex } from "@chakra-ui/react";
import { useRouter, useSearchParams } from "next/navigation";
import type { ComponentType } from "react";
import { useSite } from "@/studio/frame/site-context";
import { Title } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { HeadersFootersPart } from "./headers-footers-part";
import { PagesPart } from "./pages-part";
import { RedirectsPart } from "./redirects-part";
import { words } from "./words";

type Part = keyof typeof words.parts;

const parts: Readonly<Record<Part, ComponentType>> = {
  pages: PagesPart,
  headersFooters: HeadersFootersPart,
  redirects: RedirectsPart,
};

const isPart = (text: string | null): text is Part => text !== null && Object.hasOwn(parts, text);

export function StructureScreen() {
  const site = useSite();
  const router = useRouter();
  const asked = useSearchParams().get("part");
  const part = isPart(asked) ? asked : "pages";
  const Shown = parts[part];
  return (
    <Flex as="main" direction="column" flex="1" minH="0" overflowY="auto">
      <Flex px="24px" pt="20px" pb="14px" gap="18px" align="center" wrap="wrap">
        <Title>{words.title}</Title>
        <Segments
          label={words.partsLabel}
          value={part}
          onChange={(next) => router.replace(`/s/${site.key}/structure?part=${next}`)}
          options={Object.entries(words.parts) as [Part, string][]}
        />
      </Flex>
      <Box flex="1" minH="0" px="24px" pb="24px">
        <Shown />
      </Box>
    </Flex>
  );
}
