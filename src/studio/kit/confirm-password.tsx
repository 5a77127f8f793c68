"use client";
// The window that asks for the password again before a sensitive deed; it stands in every screen.
import { Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { ask, confirmWith } from "./api";
import { MainButton, RefusalNote, Row, TextInput, useRefusal, Window } from "./kit";
import { words } from "./words";

export function ConfirmPassword() {
  const [open, setOpen] = useState(false);
  const [password, setPassword] = useState("");
  const { refusal, attempt, clear } = useRefusal();
  const answer = useRef<((shown: boolean) => void) | null>(null);

  useEffect(() => {
    confirmWith(
      () =>
        new Promise((resolve) => {
          answer.current?.(false);
          answer.current = resolve;
          setOpen(true);
        }),
    );
    return () => confirmWith(null);
  }, []);

  const end = (shown: boolean) => {
    answer.current?.(shown);
    answer.current = null;
    setOpen(false);
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
