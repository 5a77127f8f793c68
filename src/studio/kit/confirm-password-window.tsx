"use client";
// The window that asks for the password again before a sensitive deed.
import { Text } from "@chakra-ui/react";
import { ask } from "./api";
import { MainButton } from "./buttons";
import { Form, FormNote, TextRow, useAsked } from "./form";
import { Window } from "./window";
import { words } from "./words";

export function ConfirmPasswordWindow({ onEnd }: { onEnd: (shown: boolean) => void }) {
  const form = useAsked({ password: "" }, async ({ password }) => {
    await ask("account.confirm", { password });
    onEnd(true);
  });
  return (
    <Window
      title={words.yourPasswordAgain}
      open
      onClose={() => onEnd(false)}
      foot={
        <MainButton loading={form.busy} onClick={form.send}>
          {words.goOn}
        </MainButton>
      }
    >
      <Text mb="12px">{words.changesWhoGetsOr}</Text>
      <Form of={form}>
        <TextRow of={form} field="password" text="password" label={words.password} />
        <FormNote of={form} />
      </Form>
    </Window>
  );
}
