"use client";
// The outbox: every mail and text message to a visitor, readable; mails can be downloaded.
import { Flex, Text } from "@chakra-ui/react";
import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useState } from "react";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { PlainButton } from "@/studio/kit/buttons";
import { Loading, State, Title } from "@/studio/kit/layout";
import { DeskLine, DeskPanes } from "./desk-panes";
import { words } from "./words";

const when = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });

/** Links in a plain text, as links. */
const linked = (text: string) =>
  text.split(/(https?:\/\/\S+)/).map((part, index) =>
    index % 2 ? (
      <a
        key={part + String(index)}
        href={part}
        target="_blank"
        rel="noreferrer"
        style={{ textDecoration: "underline", overflowWrap: "anywhere" }}
      >
        {part}
      </a>
    ) : (
      part
    ),
  );

export function Outbox() {
  const site = useSite();
  const [open, setOpen] = useState<string | null>(null);
  const { data, error, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ["mail", site.key],
    queryFn: ({ pageParam }) => ask("mail.list", { site: site.key, before: pageParam }),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.more,
  });
  const mail = useQuery({
    queryKey: ["letter", site.key, open],
    queryFn: () => ask("mail.read", { site: site.key, mail: open ?? "" }),
    enabled: open !== null,
  });
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return <Loading what={words.theOutbox} />;
  const rows = data.pages.flatMap((page) => page.rows);
  if (rows.length === 0)
    return (
      <Text p="18px" bg="sheet" borderWidth="1px" borderColor="line">
        {words.mailsVisitorsStandHere}
      </Text>
    );
  return (
    <DeskPanes
      list={rows.map((row) => (
        <DeskLine key={row.id} open={row.id === open} onOpen={() => setOpen(row.id)}>
          <Text fontWeight="650" truncate>
            {row.recipient}
          </Text>
          <Text color="ink2" whiteSpace="nowrap">
            {when.format(new Date(row.createdAt))}
          </Text>
          <Text truncate>
            {row.channel === "text" ? (
              <Text as="span" color="ink2">
                {words.textMessage}{" "}
              </Text>
            ) : null}
            {row.subject}
          </Text>
          <Text color="ink2" whiteSpace="nowrap">
            {words.mailStates[row.state]}
          </Text>
        </DeskLine>
      ))}
      more={
        hasNextPage ? { words: words.earlierMails, busy: isFetchingNextPage, onMore: () => void fetchNextPage() } : null
      }
    >
      {mail.data ? (
        <>
          <Flex justify="space-between" gap="12px" align="flex-start">
            <Title level={2}>{mail.data.channel === "text" ? words.textMessage : mail.data.subject}</Title>
            {mail.data.channel === "mail" ? (
              <a href={`/api/sites/${site.key}/mail/${mail.data.id}`} download>
                <PlainButton as="span">
                  <Download size={14} /> {words.eml}
                </PlainButton>
              </a>
            ) : null}
          </Flex>
          <Text color="ink2" mt="4px">
            {words.fromTo(mail.data.sender, mail.data.recipient)}
          </Text>
          <Text mt="18px" whiteSpace="pre-wrap" lineHeight="1.6">
            {linked(mail.data.text)}
          </Text>
        </>
      ) : mail.error ? (
        <State tone="brick">{mail.error.message}</State>
      ) : (
        <Text color="ink2">{open ? "" : words.chooseMailRead}</Text>
      )}
    </DeskPanes>
  );
}
