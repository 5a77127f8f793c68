"use client";
import { Text } from "@chakra-ui/react";
import { useState } from "react";
import { ask } from "@/studio/kit/api";
import { TextRow, useAsked } from "@/studio/kit/form";
// The window that asks to sign in when the session has ended.
import { FormWindow } from "@/studio/kit/form-window";
import { words } from "./words";

export function SignInAgainWindow({ onEnd }: { onEnd: (done: boolean) => void }) {
  const [codeWanted, setCodeWanted] = useState(false);
  const form = useAsked({ email: "", password: "", code: "" }, async (given) => {
    const { signedIn } = await ask("account.signIn", given);
    if (signedIn) onEnd(true);
    else setCodeWanted(true);
  });
  return (
    <FormWindow of={form} title={words.signInAgain} onClose={() => onEnd(false)} send={words.signIn}>
      <Text mb="12px">{words.sessionEnded}</Text>
      <TextRow of={form} field="email" text="account" label={words.eMail} />
      <TextRow of={form} field="password" text="password" label={words.password} />
      {codeWanted ? <TextRow of={form} field="code" text="code" label={words.code} hint={words.codeHint} /> : null}
    </FormWindow>
  );
}
