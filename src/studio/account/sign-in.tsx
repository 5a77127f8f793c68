"use client";
// Signing in: address and password, then a code where there is a second factor; and the way back to a lost password.
import { Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { ask } from "@/studio/kit/api";
import { MainButton, QuietButton } from "@/studio/kit/buttons";
import { Form, FormNote, TextRow, useAsked } from "@/studio/kit/form";
import { State } from "@/studio/kit/layout";
import { Front } from "./front";
import { words as own } from "./sign-in-words";

type Step = "password" | "code" | "lost" | "asked";

const heads: Readonly<Record<Step, { title: string; words: string }>> = {
  password: { title: own.signIn, words: own.yourStudiosSites },
  code: { title: own.yourCode, words: own.sixDigitsYourAuthenticator },
  lost: { title: own.lostPassword, words: own.weWriteYouLetter },
  asked: { title: own.lookIntoYourMail, words: own.ifAddressBelongsSomebody },
};

export function SignIn({ then, filled }: { then: string; filled: { email: string; password: string } | null }) {
  const [step, setStep] = useState<Step>("password");
  const form = useAsked(
    { email: filled?.email ?? "", password: filled?.password ?? "", code: "" },
    async (given) => {
      const { signedIn } = await ask("account.signIn", given);
      if (!signedIn) return turnTo("code");
      // Only a path of our own: "//host" and "/\\host" would lead elsewhere.
      location.assign(/^\/(?![/\\])/.test(then) ? then : "/");
    },
    () => import("./sign-in-schema").then(({ signInSchema }) => signInSchema),
  );
  const lost = useAsked(
    { email: filled?.email ?? "" },
    async ({ email }) => {
      await ask("account.askRecovery", { email });
      setStep("asked");
    },
    () => import("./sign-in-schema").then(({ lostSchema }) => lostSchema),
  );
  const turnTo = (next: Step) => {
    if (next === "lost") lost.reset({ email: form.values.email });
    form.reset(next === "code" ? form.values : { ...form.values, code: "" });
    setStep(next);
  };
  return (
    <Front {...heads[step]}>
      {step === "password" ? (
        <Form of={form}>
          <TextRow of={form} field="email" text="account" label={own.eMail} stacked />
          <TextRow of={form} field="password" text="password" label={own.password} stacked />
          <FormNote of={form} />
          <MainButton type="submit" w="100%" mt="8px" loading={form.busy} loadingText={own.signingIn}>
            {own.signIn}
          </MainButton>
          <QuietButton mt="10px" ml="-8px" onClick={() => turnTo("lost")}>
            {own.lostYourPassword}
          </QuietButton>
        </Form>
      ) : null}
      {step === "code" ? (
        <Form of={form}>
          <TextRow
            of={form}
            field="code"
            text="code"
            label={own.code}
            hint={own.withoutYourAuthenticatorTake}
            stacked
          />
          <FormNote of={form} shownAt={["code"]} />
          <MainButton type="submit" w="100%" mt="8px" loading={form.busy} loadingText={own.signingIn}>
            {own.signIn}
          </MainButton>
        </Form>
      ) : null}
      {step === "lost" ? (
        <Form of={lost}>
          <TextRow of={lost} field="email" text="account" label={own.eMail} stacked />
          <FormNote of={lost} />
          <MainButton type="submit" w="100%" mt="8px" loading={lost.busy}>
            {own.writeMeLetter}
          </MainButton>
        </Form>
      ) : null}
      {step === "asked" ? <State tone="moss">{own.itsLinkWorksOnce}</State> : null}
      {step === "password" ? null : (
        <Flex mt="10px" ml="-8px">
          <QuietButton onClick={() => turnTo("password")}>{own.backSigning}</QuietButton>
        </Flex>
      )}
      {filled && step === "password" ? (
        <Text color="ink2" mt="14px">
          {own.demoFormFilledWith}
        </Text>
      ) : null}
    </Front>
  );
}
