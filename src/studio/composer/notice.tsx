"use client";
// What the composer tells its designer in one sentence.
import { Flex } from "@chakra-ui/react";
import { X } from "lucide-react";
import { IconButton, MainButton } from "@/studio/kit/buttons";
import { State } from "@/studio/kit/layout";
import type { ComposerView, Notice as Said } from "./store";
import { words } from "./words";

/** What went wrong or what came of a command, above the strip: until the next edit, or until it is put aside. */
export function Notice({ view, onSignIn, onClose }: { view: ComposerView; onSignIn: () => void; onClose: () => void }) {
  const { sync } = view;
  const wrong = sync.kind === "refused" ? sync.message : sync.kind === "signedOut" ? words.signedOut : null;
  const said: Said | null = wrong === null ? view.notice : { text: wrong, tone: "brick" };
  if (!said) return null;
  return (
    <Flex position="absolute" bottom="18px" left="18px" right="18px" justify="center" pointerEvents="none">
      <Flex
        bg="sheet"
        borderWidth="1px"
        borderColor={said.tone}
        borderRadius="panel"
        role={said.tone === "brick" ? undefined : "status"}
        px="12px"
        py="8px"
        gap="10px"
        align="center"
        boxShadow="lifted"
        pointerEvents="auto"
      >
        <State tone={said.tone}>{said.text}</State>
        {sync.kind === "signedOut" ? (
          <MainButton onClick={onSignIn}>{words.signIn}</MainButton>
        ) : sync.kind === "refused" ? null : (
          <IconButton name={words.closeNotice} onClick={onClose}>
            <X size={14} />
          </IconButton>
        )}
      </Flex>
    </Flex>
  );
}
