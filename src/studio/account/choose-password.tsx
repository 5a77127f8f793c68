"use client";
// The page behind a letter's link: an invitation is accepted, or a lost password replaced, by choosing a new one.
import { Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask } from "@/studio/kit/api";
import { Loading, MainButton, RefusalNote, Row, State, TextInput, useRefusal } from "@/studio/kit/kit";
import { Front } from "./front";
import { words as own } from "./words";

const heads = {
  invitation: { title: own.welcome, words: own.choosePasswordYouWill },
  recovery: { title: own.newPasswordTitle, words: own.settingSignsYouOut },
} as const;

export function ChoosePassword({ purpose, token }: { purpose: keyof typeof heads; token: string }) {
  const [password, setPassword] = useState("");
  const { refusal, attempt } = useRefusal();
  const link = useQuery({
    queryKey: ["link", purpose, token],
    queryFn: () => ask("account.lookAtLink", { token, purpose }),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const choose = () =>
    attempt(async () => {
      const { signedIn } = await ask("account.followLink", { token, purpose, password });
      location.assign(signedIn ? "/" : "/sign-in");
    });
  return (
    <Front {...(link.error ? { title: own.thisLink, words: own.cameLetterFromWebitor } : heads[purpose])}>
      {link.error ? (
        <>
          <State tone="brick">{link.error.message}</State>
          <Text mt="14px">
            <a href="/sign-in" style={{ textDecoration: "underline" }}>
              {own.toSigningIn}
            </a>
          </Text>
        </>
      ) : null}
      {link.isPending ? <Loading what={own.theLink} /> : null}
      {link.data ? (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void choose();
          }}
        >
          <Text mb="12px">
            {link.data.name}, {link.data.email}
          </Text>
          {/* So that password keepers know whose it is. */}
          <input type="email" autoComplete="username" value={link.data.email} readOnly hidden />
          <Row label={own.newPassword} stacked error={refusal?.at("password")} hint={own.passwordHint}>
            {(ids) => (
              <TextInput {...ids} type="password" autoComplete="new-password" value={password} onChange={setPassword} />
            )}
          </Row>
          <RefusalNote refusal={refusal} shownAt={["password"]} />
          <MainButton type="submit" w="100%" mt="8px">
            {purpose === "invitation" ? own.join : own.setPassword}
          </MainButton>
        </form>
      ) : null}
    </Front>
  );
}
