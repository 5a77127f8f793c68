"use client";
// The page behind a letter's link: an invitation is accepted, or a lost password replaced, by choosing a new one.
import { Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { ask } from "@/studio/kit/api";
import { MainButton } from "@/studio/kit/buttons";
import { Form, FormNote, TextRow, useAsked } from "@/studio/kit/form";
import { Loading, State } from "@/studio/kit/layout";
import { Front } from "./front";
import { words as own } from "./words";

const heads = {
  invitation: { title: own.welcome, words: own.choosePasswordYouWill },
  recovery: { title: own.newPasswordTitle, words: own.settingSignsYouOut },
} as const;

export function ChoosePassword({ purpose, token }: { purpose: keyof typeof heads; token: string }) {
  const link = useQuery({
    queryKey: ["link", purpose, token],
    queryFn: () => ask("account.lookAtLink", { token, purpose }),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const form = useAsked({ password: "" }, async ({ password }) => {
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
        <Form of={form}>
          <Text mb="12px">
            {link.data.name}, {link.data.email}
          </Text>
          {/* So that password keepers know whose it is. */}
          <input type="email" autoComplete="username" value={link.data.email} readOnly hidden />
          <TextRow
            of={form}
            field="password"
            text="newPassword"
            label={own.newPassword}
            hint={own.passwordHint}
            stacked
          />
          <FormNote of={form} />
          <MainButton type="submit" w="100%" mt="8px" loading={form.busy}>
            {purpose === "invitation" ? own.join : own.setPassword}
          </MainButton>
        </Form>
      ) : null}
    </Front>
  );
}
