"use client";
// The window that asks for the password again before a sensitive deed; it stands in every screen.
import { Text } from "@chakra-ui/react";
import { ask, confirmWith } from "./api";
import { Form, FormNote, TextRow, useAsked } from "./form";
import { MainButton, Window } from "./kit";
import { useAsking } from "./use-asking";
import { words } from "./words";

export function ConfirmPassword() {
  const { open, end: answer } = useAsking(confirmWith);
  const form = useAsked({ password: "" }, async ({ password }) => {
    await ask("account.confirm", { password });
    end(true);
  });
  const end = (shown: boolean) => {
    answer(shown);
    form.reset();
  };
  return (
    <Window
      title={words.yourPasswordAgain}
      open={open}
      onClose={() => end(false)}
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
