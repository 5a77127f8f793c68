"use client";
// Buyers on the Desk: who ordered, and everything that one of them did here.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useInfiniteQuery, useQuery, useQueryClient } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { moneyWords } from "@/core/money/money";
import { DeskLine, DeskPanes } from "@/studio/desk/desk-panes";
import { useSite } from "@/studio/frame/site-context";
import { useHeard } from "@/studio/frame/stream";
import { ask } from "@/studio/kit/api";
import { TextInput } from "@/studio/kit/fields";
import { Group, Loading, State, Title } from "@/studio/kit/layout";
import { words as own } from "./words";

const when = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });
const day = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium" });

export function Buyers({ onOrder }: { onOrder: (order: string) => void }) {
  const { key, settings } = useSite();
  const client = useQueryClient();
  const [typed, setTyped] = useState("");
  const [open, setOpen] = useState<string | null>(null);
  const words = useDeferredValue(typed.trim());
  const { data, error, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ["buyers", key, words],
    queryFn: ({ pageParam }) => ask("desk.buyers", { site: key, words, after: pageParam }),
    initialPageParam: "",
    getNextPageParam: (page) => page.more,
  });
  useHeard("desk", ({ of }) => {
    if (of === "order") void client.invalidateQueries({ queryKey: ["buyers", key] });
  });
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return <Loading what={own.theBuyers} />;
  const rows = data.pages.flatMap((page) => page.rows);
  const money = (amount: number) => moneyWords({ amount, currency: settings.currency }, "en-GB");
  return (
    <>
      <Box w="240px" mb="10px">
        <TextInput aria-label={own.searchBuyers} placeholder={own.searchBuyers} value={typed} onChange={setTyped} />
      </Box>
      {rows.length === 0 ? (
        <Text p="18px" bg="sheet" borderWidth="1px" borderColor="line">
          {words ? own.noBuyerFits : own.noBuyers}
        </Text>
      ) : (
        <DeskPanes
          list={rows.map((row) => (
            <DeskLine key={row.email} open={row.email === open} onOpen={() => setOpen(row.email)}>
              <Text fontWeight="600" truncate>
                {row.name || row.email}
              </Text>
              <Text color="ink2" whiteSpace="nowrap" fontVariantNumeric="tabular-nums">
                {money(row.spent)}
              </Text>
              <Text truncate color="ink2">
                {row.email}
              </Text>
              <Text whiteSpace="nowrap" color="ink2">
                {own.ordersOf(row.orders, day.format(new Date(row.last)))}
              </Text>
            </DeskLine>
          ))}
          more={
            hasNextPage ? { words: own.moreBuyers, busy: isFetchingNextPage, onMore: () => void fetchNextPage() } : null
          }
        >
          {open ? (
            <Buyer
              key={open}
              email={open}
              name={rows.find(({ email }) => email === open)?.name ?? open}
              onOrder={onOrder}
            />
          ) : (
            <Text color="ink2">{own.chooseBuyer}</Text>
          )}
        </DeskPanes>
      )}
    </>
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
