"use client";
// People: who belongs to the studio, what each may do and on which sites, and what happened that concerns safety.
import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { useState } from "react";
import { StudioBar, useMe } from "@/studio/frame/studio-bar";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Loading, RefusalNote, State, Title } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { type Person, PersonWindow, RemovePerson } from "./person-window";
import { roleWords } from "./roles";
import { Duty, Events, WaitingInvitations } from "./safety";
import { words } from "./words";

type Open = { readonly window: "invite" } | { readonly window: "change" | "remove"; readonly person: Person };

export function PeopleScreen() {
  const client = useQueryClient();
  const me = useMe();
  const { data, error } = useQuery({ queryKey: ["people"], queryFn: () => ask("people.list", {}), retry: false });
  const [open, setOpen] = useState<Open | null>(null);
  const { refusal, attempt } = useCommand();
  const owner = me.data?.role === "owner";
  const close = () => setOpen(null);
  const refresh = () =>
    Promise.all(
      ["people", "people-letters", "people-events", "me"].map((key) => client.invalidateQueries({ queryKey: [key] })),
    );
  const inviteAgain = (person: Person) =>
    attempt(async () => {
      await ask("people.inviteAgain", { id: person.id });
      await refresh();
    });
  return (
    <Flex minH="100vh" direction="column">
      <StudioBar />
      <Box as="main" p={{ base: "18px", md: "32px" }} maxW="940px" w="100%" mx="auto">
        <Flex justify="space-between" align="flex-end" mb="18px" wrap="wrap" gap="12px">
          <Box>
            <Title>{words.people}</Title>
            <Text color="ink2" mt="2px">
              {data ? words.at(data.length, me.data?.studio ?? words.theStudio) : ""}
            </Text>
          </Box>
          {owner ? (
            <MainButton onClick={() => setOpen({ window: "invite" })}>
              <Plus size={14} /> {words.invitePerson}
            </MainButton>
          ) : null}
        </Flex>
        {error ? <State tone="amber">{error.message}</State> : null}
        {!data && !error ? <Loading what={words.thePeople} /> : null}
        <RefusalNote refusal={refusal} />
        {data ? (
          <Box as="ul" aria-label={words.people} listStyleType="none" bg="sheet" borderWidth="1px" borderColor="line">
            {data.map((person) => (
              <PersonRow
                key={person.id}
                person={person}
                own={person.id === me.data?.account.id}
                onInviteAgain={owner ? () => void inviteAgain(person) : null}
              >
                {owner ? (
                  <>
                    <PlainButton
                      onClick={() => setOpen({ window: "change", person })}
                      aria-label={words.change(person.name)}
                    >
                      {words.changeWord}
                    </PlainButton>
                    <QuietButton
                      onClick={() => setOpen({ window: "remove", person })}
                      aria-label={words.remove(person.name)}
                    >
                      {words.removeWord}
                    </QuietButton>
                  </>
                ) : null}
              </PersonRow>
            ))}
          </Box>
        ) : null}
        {owner && me.data ? (
          <>
            <Duty me={me.data} />
            <WaitingInvitations />
            <Events />
          </>
        ) : null}
      </Box>
      {open?.window === "invite" ? <PersonWindow person={null} onClose={close} onDone={refresh} /> : null}
      {open?.window === "change" ? <PersonWindow person={open.person} onClose={close} onDone={refresh} /> : null}
      {open?.window === "remove" ? <RemovePerson person={open.person} onClose={close} onRemoved={refresh} /> : null}
    </Flex>
  );
}

function PersonRow({
  person,
  own,
  onInviteAgain,
  children,
}: {
  person: Person;
  own: boolean;
  onInviteAgain: (() => void) | null;
  children: React.ReactNode;
}) {
  const { name, email, role, sites, siteNames, joined, secondFactor } = person;
  return (
    <Grid
      as="li"
      aria-label={name}
      px="16px"
      py="12px"
      gap={{ base: "6px", md: "14px" }}
      alignItems="center"
      templateColumns={{ base: "1fr", md: "minmax(0, 1fr) 280px 130px 160px" }}
      borderBottomWidth="1px"
      borderColor="line"
      _last={{ borderBottomWidth: 0 }}
    >
      <Box minW="0">
        <Text fontWeight="650">
          {name}{" "}
          {own ? (
            <Text as="span" color="ink2" fontWeight="450">
              {words.you}
            </Text>
          ) : null}
        </Text>
        <Text color="ink2" truncate>
          {email}
        </Text>
      </Box>
      <Box>
        <Text>
          <Text as="span" fontWeight="650">
            {roleWords[role].name}
          </Text>
          {sites === "all" ? words.allSites : sites.length ? words.on(siteNames.join(", ")) : words.noSiteYet}
        </Text>
        <Text color="ink2">{roleWords[role].may}</Text>
      </Box>
      <Box>
        {!joined ? (
          <>
            <State tone="amber">{words.notJoinedYet}</State>
            {onInviteAgain ? (
              <QuietButton ml="-8px" onClick={onInviteAgain}>
                {words.inviteAgain}
              </QuietButton>
            ) : null}
          </>
        ) : secondFactor ? (
          <State tone="moss">{words.secondFactor}</State>
        ) : (
          <Text color="ink2">{words.passwordOnly}</Text>
        )}
      </Box>
      <Flex gap="6px" align="center" justify={{ md: "flex-end" }}>
        {children}
      </Flex>
    </Grid>
  );
}
