"use client";
// Buyers on the Desk: who ordered, and everything that one of them did here.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { moneyWords } from "@/core/money/money";
import { Inbox, type InboxWords } from "@/studio/desk/inbox";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Group, Loading, State, Title } from "@/studio/kit/layout";
import { words as own } from "./words";

const when = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });
const day = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium" });

const inboxWords: InboxWords = {
  what: own.theBuyers,
  search: own.searchBuyers,
  nothingYet: own.noBuyers,
  nothingFits: own.noBuyerFits,
  earlier: own.moreBuyers,
  choose: own.chooseBuyer,
};

export function Buyers({ onOrder }: { onOrder: (order: string) => void }) {
  const { key, settings } = useSite();
  const [open, setOpen] = useState<string | null>(null);
  return (
    <Inbox
      query="buyers"
      words={inboxWords}
      heard="order"
      first=""
      fetch={(words, after) => ask("desk.buyers", { site: key, words, after: after ?? "" })}
      keyOf={({ email }) => email}
      line={(row) => [
        <Text key="who" fontWeight="600" truncate>
          {row.name || row.email}
        </Text>,
        <Text key="spent" color="ink2" whiteSpace="nowrap" fontVariantNumeric="tabular-nums">
          {moneyWords({ amount: row.spent, currency: settings.currency }, "en-GB")}
        </Text>,
        <Text key="mail" truncate color="ink2">
          {row.email}
        </Text>,
        <Text key="orders" whiteSpace="nowrap" color="ink2">
          {own.ordersOf(row.orders, day.format(new Date(row.last)))}
        </Text>,
      ]}
      open={open}
      onOpen={setOpen}
      opened={(email, row) => <Buyer key={email} email={email} name={row?.name ?? email} onOrder={onOrder} />}
    />
  );
}

/** One person: orders, bookings, signups, forms and letters, the newest first. */
function Buyer({ email, name, onOrder }: { email: string; name: string; onOrder: (order: string) => void }) {
  const { key } = useSite();
  const { data, error } = useQuery({
    queryKey: ["person", key, email],
    queryFn: () => ask("desk.person", { site: key, email }),
  });
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return <Loading what={own.theBuyers} />;
  return (
    <>
      <Title level={2}>{name || email}</Title>
      <Text color="ink2" mb="10px">
        <a href={`mailto:${email}`} style={{ textDecoration: "underline" }}>
          {email}
        </a>
      </Text>
      <Group title={own.everythingDone}>
        {data.done.map((done) => (
          <Flex key={`${done.by} ${done.id}`} gap="10px" py="4px" borderBottomWidth="1px" borderColor="line">
            <Text w="130px" flex="none" color="ink2">
              {when.format(new Date(done.at))}
            </Text>
            <Box flex="1" minW="0">
              {done.by === "shop" ? (
                <button type="button" style={{ textDecoration: "underline" }} onClick={() => onOrder(done.id)}>
                  {done.title}
                </button>
              ) : (
                <Text>{done.title}</Text>
              )}
              <Text color="ink2" fontSize="small" wordBreak="break-word">
                {done.words}
              </Text>
            </Box>
          </Flex>
        ))}
      </Group>
      {data.letters.length ? (
        <Group title={own.lettersTo}>
          {data.letters.map((letter) => (
            <Flex key={letter.id} gap="10px" py="3px">
              <Text w="130px" flex="none" color="ink2">
                {when.format(new Date(letter.at))}
              </Text>
              <Text minW="0" wordBreak="break-word">
                {letter.subject}
              </Text>
            </Flex>
          ))}
        </Group>
      ) : null}
    </>
  );
}
