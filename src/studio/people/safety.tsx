"use client";
// What owners see of safety: whether a second factor is a duty, invitations that no mail server took, what happened.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useInfiniteQuery, useQuery, useQueryClient } from "@tanstack/react-query";
import type { Gives } from "@/server/operations";
import { moment } from "@/studio/account/account-screen";
import { ask } from "@/studio/kit/api";
import { PlainButton } from "@/studio/kit/buttons";
import { Tick } from "@/studio/kit/fields";
import { RefusalNote, State, Title } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { words } from "./words";

export function Duty({ me }: { me: Gives<"account.me"> }) {
  const client = useQueryClient();
  const { refusal, attempt } = useCommand();
  const set = (duty: boolean) =>
    attempt(async () => {
      await ask("people.secondFactor", { duty });
      await client.invalidateQueries({ queryKey: ["me"] });
    });
  return (
    <Box mt="14px">
      <Tick label={words.everyoneNeedsSecondFactor} checked={me.secondFactor.duty} onChange={set} />
      {refusal?.at("duty") ? (
        <Text color="brick" fontWeight="600" role="alert">
          {refusal.at("duty")}{" "}
          <a href="/account" style={{ textDecoration: "underline" }}>
            {words.yourAccount}
          </a>
        </Text>
      ) : null}
      <RefusalNote refusal={refusal} shownAt={["duty"]} />
    </Box>
  );
}

/** Without a mail server, owners hand invitations over themselves. */
export function WaitingInvitations() {
  const { data } = useQuery({ queryKey: ["people-letters"], queryFn: () => ask("people.letters", {}) });
  if (!data?.length) return null;
  return (
    <Box as="section" aria-label={words.invitationsHandOver} mt="30px">
      <Title level={2}>{words.invitationsHandOver}</Title>
      <Text color="ink2" mt="2px" mb="10px">
        {words.noMailServerSet}
      </Text>
      <Box as="ul" listStyleType="none" bg="sheet" borderWidth="1px" borderColor="line">
        {data.map((letter) => (
          <Flex
            as="li"
            key={letter.id}
            px="16px"
            py="10px"
            gap="14px"
            align="center"
            borderBottomWidth="1px"
            borderColor="line"
            _last={{ borderBottomWidth: 0 }}
          >
            <Text flex="1 1 200px" fontWeight="600" truncate>
              {letter.recipient}
            </Text>
            <Text flex="1 1 200px" color="ink2">
              {moment.format(new Date(letter.at))}
            </Text>
            <PlainButton onClick={() => void navigator.clipboard.writeText(letter.text)}>
              {words.copyLetter}
            </PlainButton>
          </Flex>
        ))}
      </Box>
    </Box>
  );
}

export function Events() {
  const { data, error, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ["people-events"],
    queryFn: ({ pageParam }) => ask("people.events", { before: pageParam }),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.more,
  });
  const rows = data?.pages.flatMap((page) => page.rows) ?? [];
  return (
    <Box as="section" aria-label={words.whatHappened} mt="30px">
      <Title level={2}>{words.whatHappened}</Title>
      <Text color="ink2" mt="2px" mb="10px">
        {words.signingRolesKeysDownloads}
      </Text>
      {error ? <State tone="brick">{error.message}</State> : null}
      <Box
        as="ol"
        listStyleType="none"
        bg="sheet"
        borderWidth="1px"
        borderColor="line"
        maxH="420px"
        overflowY="auto"
        tabIndex={0}
        aria-label={words.whatHappenedNewestFirst}
      >
        {rows.map((row) => (
          <Flex
            as="li"
            key={row.reference}
            px="16px"
            py="7px"
            gap="14px"
            align="baseline"
            wrap={{ base: "wrap", md: "nowrap" }}
            borderBottomWidth="1px"
            borderColor="line"
            _last={{ borderBottomWidth: 0 }}
          >
            <Text w="160px" flex="none" color="ink2">
              {moment.format(new Date(row.at))}
            </Text>
            <Text flex="1 1 260px">
              <Text as="span" fontWeight="650">
                {row.who}
              </Text>{" "}
              {row.what}
            </Text>
            <Text w="130px" flex="none" color="ink2">
              {row.network}
            </Text>
            <Text w="150px" flex="none" color="ink2" fontFamily="mono" fontSize="small" title={words.referenceLog}>
              {row.reference}
            </Text>
          </Flex>
        ))}
        {data && rows.length === 0 ? <Text p="14px">{words.nothingHasHappenedYet}</Text> : null}
      </Box>
      {hasNextPage ? (
        <PlainButton mt="10px" loading={isFetchingNextPage} onClick={() => void fetchNextPage()}>
          {words.earlier}
        </PlainButton>
      ) : null}
    </Box>
  );
}
