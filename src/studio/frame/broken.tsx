"use client";
// What stands where a screen could not be drawn: never an empty page, and a way to go on.
import { Flex } from "@chakra-ui/react";
import { useEffect } from "react";
import { Front } from "@/studio/account/front";
import { MainButton } from "@/studio/kit/buttons";
import { words } from "./front-words";

export function Broken({ error, reset }: { error: Error; reset: () => void }) {
  useEffect(() => reportError(error), [error]);
  return (
    <Front title={words.broken} words={words.brokenWhy}>
      <Flex align="center" gap="18px">
        <MainButton onClick={reset}>{words.showAgain}</MainButton>
        <a href="/" style={{ textDecoration: "underline" }}>
          {words.toSites}
        </a>
      </Flex>
    </Front>
  );
}
