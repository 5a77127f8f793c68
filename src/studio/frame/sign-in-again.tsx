"use client";
// The window that asks to sign in when the session has ended: in place, so that nothing typed is lost.
import { Text } from "@chakra-ui/react";
import { useState } from "react";
import { ask, signInWith } from "@/studio/kit/api";
import { MainButton, RefusalNote, Row, TextInput, useRefusal, Window } from "@/studio/kit/kit";
import { useAsking } from "@/studio/kit/use-asking";
import { words } from "./words";

const empty = { email: "", password: "", code: "" };

export function SignInAgain() {
  const { open, end: answer } = useAsking(signInWith);
  const [form, setForm] = useState(empty);
  const [codeWanted, setCodeWanted] = useState(false);
  const { refusal, attempt, clear } = useRefusal();

  const end = (done: boolean) => {
    answer(done);
    setCodeWanted(false);
    setForm({ ...empty, email: form.email });
    clear();
  };
  const enter = () =>
    attempt(async () => {
      const { signedIn } = await ask("account.signIn", form);
      if (signedIn) end(true);
      else setCodeWanted(true);
    });
  return (
    <Window
      title={words.signInAgain}
      open={open}
      onClose={() => end(false)}
      foot={<MainButton onClick={enter}>{words.signIn}</MainButton>}
    >
      <Text mb="12px">{words.sessionEnded}</Text>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void enter();
        }}
      >
        <Row label={words.eMail} error={refusal?.at("email")}>
          {(ids) => (
            <TextInput
              {...ids}
              type="email"
              autoComplete="username"
              value={form.email}
              onChange={(email) => setForm({ ...form, email })}
            />
          )}
        </Row>
        <Row label={words.password} error={refusal?.at("password")}>
          {(ids) => (
            <TextInput
              {...ids}
              type="password"
              autoComplete="current-password"
              value={form.password}
              onChange={(password) => setForm({ ...form, password })}
            />
          )}
        </Row>
        {codeWanted ? (
          <Row label={words.code} error={refusal?.at("code")} hint={words.codeHint}>
            {(ids) => (
              <TextInput
                {...ids}
                autoComplete="one-time-code"
                maxLength={20}
                value={form.code}
                onChange={(code) => setForm({ ...form, code })}
              />
            )}
          </Row>
        ) : null}
        <input type="submit" hidden />
        <RefusalNote refusal={refusal} shownAt={["email", "password", "code"]} />
      </form>
    </Window>
  );
}
