"use client";
// Signing in.
import { Box, Flex, Text } from "@chakra-ui/react";
import { joiResolver } from "@hookform/resolvers/joi";
import Joi from "joi";
import { useForm } from "react-hook-form";
import { Brandmark } from "@/studio/frame/top-bar";
import { ask } from "@/studio/kit/api";
import { MainButton, RefusalNote, Row, TextInput, Title, useRefusal } from "@/studio/kit/kit";

const schema = Joi.object({
  email: Joi.string()
    .trim()
    .email({ tlds: false })
    .required()
    .messages({ "string.empty": "Please write your mail address.", "string.email": "This is no mail address." }),
  password: Joi.string().required().messages({ "string.empty": "Please write your password." }),
});

export function SignIn({ then, filled }: { then: string; filled: { email: string; password: string } | null }) {
  const { handleSubmit, setValue, watch, formState } = useForm({
    resolver: joiResolver(schema),
    defaultValues: filled ?? { email: "", password: "" },
  });
  const { refusal, attempt } = useRefusal();
  const values = watch();
  const enter = handleSubmit((input) =>
    attempt(async () => {
      await ask("account.signIn", input);
      // Only a path of our own: "//host" and "/\host" would lead elsewhere.
      location.assign(/^\/(?![/\\])/.test(then) ? then : "/");
    }),
  );
  return (
    <Flex minH="100vh" direction="column">
      <Flex h="46px" bg="ink" align="center" px="16px">
        <Brandmark />
      </Flex>
      <Flex as="main" flex="1" align="center" justify="center" p="16px">
        <Box bg="sheet" borderWidth="1px" borderColor="line" boxShadow="page" p="28px" w="min(380px, 100%)">
          <Title>Sign in</Title>
          <Text color="ink2" mt="4px" mb="18px">
            To your studio’s sites.
          </Text>
          <form onSubmit={enter} noValidate>
            <Row label="E-mail" stacked error={formState.errors.email?.message}>
              {(ids) => (
                <TextInput
                  {...ids}
                  type="email"
                  autoComplete="username"
                  value={values.email}
                  onChange={(email) => setValue("email", email)}
                />
              )}
            </Row>
            <Row label="Password" stacked error={formState.errors.password?.message ?? refusal?.at("password")}>
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
            <MainButton type="submit" w="100%" mt="8px" loading={formState.isSubmitting} loadingText="Signing in">
              Sign in
            </MainButton>
          </form>
          {filled ? (
            <Text color="ink2" mt="14px">
              This is the demo: the form is filled in with its designer.
            </Text>
          ) : null}
        </Box>
      </Flex>
    </Flex>
  );
}
