"use client";
// Choices about consent on the Desk, the newest first; one is found by the proof a visitor shows.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useState } from "react";
import { handledAs } from "@/core/consent/category";
import { wordsIn } from "@/core/consent/words";
import { DeskLine, DeskPanes } from "@/studio/desk/desk-panes";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { PlainButton } from "@/studio/kit/buttons";
import { TextInput } from "@/studio/kit/fields";
import { Loading, State, Title } from "@/studio/kit/layout";
import { languageName } from "@/studio/kit/names";
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
  if (!data) return <Loading what={own.theChoices} />;
  const rows = data.pages.flatMap((page) => page.rows);
  return (
    <>
      <Flex gap="8px" mb="10px" align="center" justify="space-between" wrap="wrap">
        <Box w="260px">
          <TextInput aria-label={own.findId} placeholder={own.findId} value={typed} onChange={setTyped} />
        </Box>
        <PlainButton asChild>
          <a href={`/api/sites/${key}/consents.csv`} download>
            <Download size={14} /> {own.csv}
          </a>
        </PlainButton>
      </Flex>
      {rows.length ? (
        <DeskPanes
          list={rows.map((row) => (
            <DeskLine key={row.id} open={row.id === open} onOpen={() => setOpen(row.id)}>
              <Text fontWeight="600">{row.thing ?? givenWords(row.given)}</Text>
              <Text color="ink2" whiteSpace="nowrap">
                {when.format(new Date(row.at))}
              </Text>
              <Text color="ink2" truncate>
                {own.regions[row.region]}
              </Text>
              <Text color="ink2" whiteSpace="nowrap">
                {own.ways[row.how as keyof typeof own.ways]}
              </Text>
            </DeskLine>
          ))}
          more={
            hasNextPage ? { words: own.earlier, busy: isFetchingNextPage, onMore: () => void fetchNextPage() } : null
          }
        >
          {open ? <Proof key={open} id={open} /> : <Text color="ink2">{own.chooseOne}</Text>}
        </DeskPanes>
      ) : (
        <Text p="18px" bg="sheet" borderWidth="1px" borderColor="line">
          {id ? own.notThere : own.deskEmpty}
        </Text>
      )}
    </>
  );
}

/** One choice with what was read before it was made. */
function Proof({ id }: { id: string }) {
  const { key } = useSite();
  const { data, error } = useQuery({
    queryKey: ["desk", "consent", key, id],
    queryFn: () => ask("desk.consent", { site: key, id }),
  });
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return <Loading what={own.theChoices} />;
  const facts = [
    [own.proof, data.id],
    [own.at, when.format(new Date(data.at))],
    [own.region, own.regions[data.region]],
    [own.rule, own.regions[data.rule]],
    [own.how, own.ways[data.how as keyof typeof own.ways]],
    [own.language, languageName(data.language)],
    [own.version, data.version],
  ] as const;
  const said = data.texts ? wordsIn(data.texts.settings.words, data.language) : null;
  // Where nothing is asked they read that something comes, and what they may refuse.
  const told = data.how === "understood" || data.how === "doNotSell";
  return (
    <>
      <Title level={2}>{own.gave(data.thing ?? (data.given.length ? givenWords(data.given) : null))}</Title>
      <Box as="dl" mt="12px" display="grid" gridTemplateColumns={{ base: "1fr", md: "150px 1fr" }} gap="6px 16px">
        {facts.map(([name, value]) => (
          <Box key={name} display="contents">
            <Text as="dt" color="ink2">
              {name}
            </Text>
            <Text as="dd" overflowWrap="anywhere">
              {value}
            </Text>
          </Box>
        ))}
      </Box>
      <Box mt="18px" maxW="70ch">
        <Title level={2}>{own.textsThen}</Title>
        {said && data.texts ? (
          <>
            <Text fontWeight="600" mt="6px">
              {told ? said.toldTitle : said.title}
            </Text>
            <Text>
              {told ? said.toldText : said.text} {said.takenBack}
            </Text>
            <Box as="ul" pl="18px" mt="6px" listStyleType="disc">
              {data.texts.settings.table.map((entry) => (
                <li key={entry.key}>
                  {said.names[handledAs(entry.purpose)]}: {entry.name}
                  {entry.who ? ` · ${entry.who}` : ""}
                </li>
              ))}
            </Box>
          </>
        ) : (
          <State tone="amber">{own.textsGone}</State>
        )}
      </Box>
    </>
  );
}
