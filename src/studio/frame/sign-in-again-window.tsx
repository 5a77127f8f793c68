"use client";
// The window that asks to sign in when the session has ended.
import { Text } from "@chakra-ui/react";
import { useState } from "react";
import { ask } from "@/studio/kit/api";
import { MainButton } from "@/studio/kit/buttons";
import { Form, FormNote, TextRow, useAsked } from "@/studio/kit/form";
import { Window } from "@/studio/kit/window";
import { words } from "./words";

export function SignInAgainWindow({ onEnd }: { onEnd: (done: boolean) => void }) {
  const [codeWanted, setCodeWanted] = useState(false);
  const form = useAsked({ email: "", password: "", code: "" }, async (given) => {
    const { signedIn } = await ask("account.signIn", given);
    if (signedIn) onEnd(true);
    else setCodeWanted(true);
  });
  return (
    <Window
      title={words.signInAgain}
      open
      onClose={() => onEnd(false)}
      foot={
        <MainButton loading={form.busy} onClick={form.send}>
          {words.signIn}
        </MainButton>
      }
    >
      <Text mb="12px">{words.sessionEnded}</Text>
      <Form of={form}>
        <TextRow of={form} field="email" text="account" label={words.eMail} />
        <TextRow of={form} field="password" text="password" label={words.password} />
        {codeWanted ? <TextRow of={form} field="code" text="code" label={words.code} hint={words.codeHint} /> : null}
        <FormNote of={form} />
      </Form>
    </Window>
  );
}
