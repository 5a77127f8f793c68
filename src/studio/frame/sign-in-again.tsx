"use client";
// The window that asks to sign in when the session has ended: in place, so that nothing typed is lost.
import { Text } from "@chakra-ui/react";
import { useState } from "react";
import { ask, signInWith } from "@/studio/kit/api";
import { Form, FormNote, TextRow, useAsked } from "@/studio/kit/form";
import { MainButton, Window } from "@/studio/kit/kit";
import { useAsking } from "@/studio/kit/use-asking";
import { words } from "./words";

const empty = { email: "", password: "", code: "" };

export function SignInAgain() {
  const { open, end: answer } = useAsking(signInWith);
  const [codeWanted, setCodeWanted] = useState(false);
  const form = useAsked(empty, async (given) => {
    const { signedIn } = await ask("account.signIn", given);
    if (signedIn) end(true);
    else setCodeWanted(true);
  });
  const end = (done: boolean) => {
    answer(done);
    setCodeWanted(false);
    form.reset({ ...empty, email: form.values.email });
  };
  return (
    <Window
      title={words.signInAgain}
      open={open}
      onClose={() => end(false)}
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
