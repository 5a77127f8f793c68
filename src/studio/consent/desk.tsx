"use client";
// Choices about consent on the Desk, the newest first; one is found by the proof a visitor shows.
import { Box, Flex, Table, Text } from "@chakra-ui/react";
import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { handledAs } from "@/core/consent/category";
import { wordsIn } from "@/core/consent/words";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Group, Loading, PlainButton, State, TextInput } from "@/studio/kit/kit";
import { words as own } from "./words";

const when = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });
const givenWords = (given: readonly string[]) =>
  given.map((category) => own.categories[category as keyof typeof own.categories]).join(", ") || own.noneGiven;

export function Consents() {
  const { key } = useSite();
  const [typed, setTyped] = useState("");
  const [open, setOpen] = useState<string | null>(null);
  const id = typed.trim().toLowerCase();
  const { data, error, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ["desk", "consents", key, id],
    queryFn: ({ pageParam }) => ask("desk.consents", { site: key, id, before: pageParam }),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.more,
  });
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return <Loading what={own.desk} />;
  const rows = data.pages.flatMap((page) => page.rows);
  return (
    <Box p="16px" overflow="auto">
      <Flex gap="10px" mb="12px" align="center">
        <Box w="260px">
          <TextInput aria-label={own.findId} placeholder={own.findId} value={typed} onChange={setTyped} />
        </Box>
      </Flex>
      {rows.length ? (
        <Table.Root size="sm">
          <Table.Header>
            <Table.Row>
              {[own.at, own.proof, own.region, own.rule, own.given, own.how].map((head) => (
                <Table.ColumnHeader key={head}>{head}</Table.ColumnHeader>
              ))}
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {rows.map((row) => (
              <Table.Row key={row.id}>
                <Table.Cell>{when.format(new Date(row.at))}</Table.Cell>
                <Table.Cell>
                  <PlainButton h="26px" onClick={() => setOpen(open === row.id ? null : row.id)}>
                    {row.id}
                  </PlainButton>
                </Table.Cell>
                <Table.Cell>{own.regions[row.region]}</Table.Cell>
                <Table.Cell>{own.regions[row.rule]}</Table.Cell>
                <Table.Cell>{givenWords(row.given)}</Table.Cell>
                <Table.Cell>{own.ways[row.how as keyof typeof own.ways]}</Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      ) : (
        <Text color="ink2">{id ? own.notThere : own.deskEmpty}</Text>
      )}
      {hasNextPage ? (
        <PlainButton mt="10px" loading={isFetchingNextPage} onClick={() => void fetchNextPage()}>
          {own.earlier}
        </PlainButton>
      ) : null}
      {open ? <Proof id={open} /> : null}
    </Box>
  );
}

/** One choice with what was read before it was made. */
function Proof({ id }: { id: string }) {
  const { key } = useSite();
  const { data } = useQuery({
    queryKey: ["desk", "consent", key, id],
    queryFn: () => ask("desk.consent", { site: key, id }),
  });
  if (!data) return null;
  if (!data.texts) return <State tone="amber">{own.textsGone}</State>;
  const said = wordsIn(data.texts.settings.words, data.language);
  return (
    <Box mt="14px" maxW="70ch">
      <Group title={own.textsThen}>
        <Text fontWeight="600">{said.title}</Text>
        <Text>
          {said.text} {said.takenBack}
        </Text>
        <Box as="ul" pl="18px" mt="6px">
          {data.texts.settings.table.map((entry) => (
            <li key={entry.key}>
              {said.names[handledAs(entry.purpose)]}: {entry.name}
              {entry.who ? ` · ${entry.who}` : ""}
            </li>
          ))}
        </Box>
      </Group>
    </Box>
  );
}
