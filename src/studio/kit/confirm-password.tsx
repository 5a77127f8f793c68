"use client";
// The window that asks for the password again before a sensitive deed; it stands in every screen.
import { Text } from "@chakra-ui/react";
import { useState } from "react";
import { ask, confirmWith } from "./api";
import { MainButton, RefusalNote, Row, TextInput, useRefusal, Window } from "./kit";
import { useAsking } from "./use-asking";
import { words } from "./words";

export function ConfirmPassword() {
  const { open, end: answer } = useAsking(confirmWith);
  const [password, setPassword] = useState("");
  const { refusal, attempt, clear } = useRefusal();

  const end = (shown: boolean) => {
    answer(shown);
    setPassword("");
    clear();
  };
  const confirm = () =>
    attempt(async () => {
      await ask("account.confirm", { password });
      end(true);
    });
  return (
    <Window
      title={words.yourPasswordAgain}
      open={open}
      onClose={() => end(false)}
      foot={<MainButton onClick={confirm}>{words.goOn}</MainButton>}
    >
      <Text mb="12px">{words.changesWhoGetsOr}</Text>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void confirm();
        }}
      >
        <Row label={words.password} error={refusal?.at("password")}>
          {(ids) => (
            <TextInput
              {...ids}
              type="password"
              autoComplete="current-password"
              value={password}
              onChange={setPassword}
            />
          )}
        </Row>
        <input type="submit" hidden />
        <RefusalNote refusal={refusal} shownAt={["password"]} />
      </form>
    </Window>
  );
}
