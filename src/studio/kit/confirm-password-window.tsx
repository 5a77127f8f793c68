"use client";
import { Text } from "@chakra-ui/react";
import { ask } from "./api";
import { TextRow, useAsked } from "./form";
// The window that asks for the password again before a sensitive command.
import { FormWindow } from "./form-window";
import { words } from "./words";

export function ConfirmPasswordWindow({ onEnd }: { onEnd: (shown: boolean) => void }) {
  const form = useAsked({ password: "" }, async ({ password }) => {
    await ask("account.confirm", { password });
    onEnd(true);
  });
  return (
    <FormWindow of={form} title={words.yourPasswordAgain} onClose={() => onEnd(false)} send={words.goOn}>
      <Text mb="12px">{words.changesWhoGetsOr}</Text>
      <TextRow of={form} field="password" text="password" label={words.password} />
    </FormWindow>
  );
}
