"use client";
// One's own account: password, second factor, and where one is signed in.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { StudioBar, useMe } from "@/studio/frame/studio-bar";
import { ask } from "@/studio/kit/api";
import { PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Form, FormNote, TextRow, useAsked } from "@/studio/kit/form";
import { Loading, RefusalNote, State, Title } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { SecondFactor } from "./second-factor";
import { words } from "./words";

export const moment = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });

export function AccountScreen() {
  const me = useMe();
  return (
    <Flex minH="100vh" direction="column">
      <StudioBar />
      <Box as="main" p={{ base: "18px", md: "32px" }} maxW="940px" w="100%" mx="auto">
        <Title>{words.yourAccount}</Title>
        <Text color="ink2" mt="2px" mb="22px">
          {me.data ? `${me.data.account.name}, ${me.data.account.email}` : ""}
        </Text>
        {me.error ? <State tone="brick">{me.error.message}</State> : null}
        {me.isPending ? <Loading what={words.loadingAccount} /> : null}
        {me.data ? (
          <Box display="grid" gridTemplateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="18px" alignItems="start">
            <Sheet>
              <OwnPassword />
            </Sheet>
            <Sheet>
              <SecondFactor me={me.data} />
            </Sheet>
            {me.data.secondFactor.duty && !me.data.secondFactor.on ? null : (
              <Box gridColumn="1 / -1">
                <Sheet>
                  <Sessions />
                </Sheet>
              </Box>
            )}
          </Box>
        ) : null}
      </Box>
    </Flex>
  );
}

const Sheet = ({ children }: { children: React.ReactNode }) => (
  <Box bg="sheet" borderWidth="1px" borderColor="line" p="18px 20px">
    {children}
  </Box>
);

function OwnPassword() {
  const [changed, setChanged] = useState(false);
  const form = useAsked({ current: "", password: "" }, async (given) => {
    setChanged(false);
    await ask("account.changePassword", given);
    form.reset();
    setChanged(true);
  });
  return (
    <section aria-label={words.yourPassword}>
      <Title level={2}>{words.password}</Title>
      <Text color="ink2" mt="2px" mb="12px">
        {words.changingSignsOutYour}
      </Text>
      <Form of={form}>
        <TextRow of={form} field="current" text="password" label={words.currentPassword} stacked />
        <TextRow
          of={form}
          field="password"
          text="newPassword"
          label={words.newPassword}
          hint={words.passwordHint}
          stacked
        />
        <FormNote of={form} />
        <Flex align="center" gap="12px" mt="10px">
          <PlainButton type="submit" loading={form.busy}>
            {words.changePassword}
          </PlainButton>
          {changed ? <State tone="moss">{words.changed}</State> : null}
        </Flex>
      </Form>
    </section>
  );
}

function Sessions() {
  const client = useQueryClient();
  const { data, error } = useQuery({ queryKey: ["sessions"], queryFn: () => ask("account.sessions", {}) });
  const { refusal, attempt } = useCommand();
  const refresh = () => client.invalidateQueries({ queryKey: ["sessions"] });
  const end = (id: string) =>
    attempt(async () => {
      await ask("account.endSession", { id });
      await refresh();
    });
  const endOthers = () =>
    attempt(async () => {
      await ask("account.signOutEverywhere", {});
      await refresh();
    });
  return (
    <section aria-label={words.whereYouAreSigned}>
      <Flex justify="space-between" align="flex-start" gap="12px" wrap="wrap" mb="10px">
        <Box>
          <Title level={2}>{words.whereYouAreSigned}</Title>
          <Text color="ink2" mt="2px">
            {words.sessionEndsAfterHalf}
          </Text>
        </Box>
        {data && data.length > 1 ? <PlainButton onClick={endOthers}>{words.signOutEverywhereElse}</PlainButton> : null}
      </Flex>
      {error ? <State tone="brick">{error.message}</State> : null}
      <Box as="ul" listStyleType="none">
        {data?.map((session) => (
          <Flex
            as="li"
            key={session.id}
            gap="14px"
            py="9px"
            align="center"
            borderTopWidth="1px"
            borderColor="line"
            wrap="wrap"
          >
            <Text flex="1 1 240px" fontWeight="600" overflowWrap="anywhere">
              {session.device}
            </Text>
            <Text flex="1 1 130px" color="ink2">
              {session.network}
            </Text>
            <Text flex="1 1 170px" color="ink2">
              {words.since(moment.format(new Date(session.began)))}
            </Text>
            <Box w="84px" textAlign="right">
              {session.own ? (
                <State tone="moss">{words.here}</State>
              ) : (
                <QuietButton onClick={() => end(session.id)}>{words.signOut}</QuietButton>
              )}
            </Box>
          </Flex>
        ))}
      </Box>
      <RefusalNote refusal={refusal} />
    </section>
  );
}
