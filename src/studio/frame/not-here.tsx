"use client";
// What stands at an address of the studio where nothing is, or nothing for this person.
import { Text } from "@chakra-ui/react";
import { Front } from "@/studio/account/front";
import { words } from "./front-words";

export const NotHere = ({ title = words.notHere, why = words.notHereWhy }: { title?: string; why?: string }) => (
  <Front title={title} words={why}>
    <Text>
      <a href="/" style={{ textDecoration: "underline" }}>
        {words.toSites}
      </a>
    </Text>
  </Front>
);
