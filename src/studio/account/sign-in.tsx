"use client";
// Signing in: address and password, then a code where there is a second factor; and the way back to a lost password.
import { Flex, Text } from "@chakra-ui/react";
import { joiResolver } from "@hookform/resolvers/joi";
import Joi from "joi";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { ask } from "@/studio/kit/api";
import { MainButton, QuietButton, RefusalNote, Row, State, TextInput, useRefusal } from "@/studio/kit/kit";
import { Front } from "./front";
import { words as own } from "./words";

const email = Joi.string().trim().email({ tlds: false }).required().messages({
  "string.empty": own.mailWanted,
  "string.email": own.noMailAddress,
});
const schema = Joi.object({
  email,
  password: Joi.string().required().messages({ "string.empty": own.passwordWanted }),
});

type Step = "password" | "code" | "lost" | "asked";

const heads: Readonly<Record<Step, { title: string; words: string }>> = {
  password: { title: own.signIn, words: own.yourStudiosSites },
  code: { title: own.yourCode, words: own.sixDigitsYourAuthenticator },
  lost: { title: own.lostPassword, words: own.weWriteYouLetter },
  asked: { title: own.lookIntoYourMail, words: own.ifAddressBelongsSomebody },
};

export function SignIn({ then, filled }: { then: string; filled: { email: string; password: string } | null }) {
  const [step, setStep] = useState<Step>("password");
  const [code, setCode] = useState("");
  const { handleSubmit, setValue, trigger, watch, formState } = useForm({
    resolver: joiResolver(schema),
    defaultValues: filled ?? { email: "", password: "" },
  });
  const { refusal, attempt, clear } = useRefusal();
  const values = watch();
  const turnTo = (next: Step) => {
    clear();
    setCode("");
    setStep(next);
  };
  const enter = handleSubmit((input) =>
    attempt(async () => {
      const { signedIn } = await ask("account.signIn", { ...input, code });
      if (!signedIn) return turnTo("code");
      // Only a path of our own: "//host" and "/\host" would lead elsewhere.
      location.assign(/^\/(?![/\\])/.test(then) ? then : "/");
    }),
  );
  const askForLetter = async () => {
    if (!(await trigger("email"))) return;
    await attempt(async () => {
      await ask("account.askRecovery", { email: values.email });
      turnTo("asked");
    });
  };
  const address = (
    <Row label={own.eMail} stacked error={formState.errors.email?.message ?? refusal?.at("email")}>
      {(ids) => (
        <TextInput
          {...ids}
          type="email"
          autoComplete="username"
          value={values.email}
          onChange={(text) => setValue("email", text)}
        />
      )}
    </Row>
  );
  return (
    <Front {...heads[step]}>
      {step === "password" ? (
        <form onSubmit={enter} noValidate>
          {address}
          <Row label={own.password} stacked error={formState.errors.password?.message ?? refusal?.at("password")}>
            {(ids) => (
              <TextInput
                {...ids}
                type="password"
                autoComplete="current-password"
                value={values.password}
                onChange={(password) => setValue("password", password)}
              />
            )}
          </Row>
          <RefusalNote refusal={refusal} shownAt={["password"]} />
          <MainButton type="submit" w="100%" mt="8px" loading={formState.isSubmitting} loadingText={own.signingIn}>
            {own.signIn}
          </MainButton>
          <QuietButton mt="10px" ml="-8px" onClick={() => turnTo("lost")}>
            {own.lostYourPassword}
          </QuietButton>
        </form>
      ) : null}
      {step === "code" ? (
        <form onSubmit={enter} noValidate>
          <Row label={own.code} stacked error={refusal?.at("code")} hint={own.withoutYourAuthenticatorTake}>
            {(ids) => (
              <TextInput {...ids} autoComplete="one-time-code" maxLength={20} value={code} onChange={setCode} />
            )}
          </Row>
          <RefusalNote refusal={refusal} shownAt={["code"]} />
          <MainButton type="submit" w="100%" mt="8px" loading={formState.isSubmitting} loadingText={own.signingIn}>
            {own.signIn}
          </MainButton>
        </form>
      ) : null}
      {step === "lost" ? (
        <form
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            void askForLetter();
          }}
        >
          {address}
          <RefusalNote refusal={refusal} shownAt={["email"]} />
          <MainButton type="submit" w="100%" mt="8px">
            {own.writeMeLetter}
          </MainButton>
        </form>
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
