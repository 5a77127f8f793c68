"use client";
// The outbox: every mail and text message to a visitor, readable; mails can be downloaded.
import { Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useState } from "react";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { PlainButton } from "@/studio/kit/buttons";
import { State, Title } from "@/studio/kit/layout";
import { Inbox, type InboxWords } from "./inbox";
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

const inboxWords: InboxWords = {
  what: words.theOutbox,
  nothingYet: words.mailsVisitorsStandHere,
  earlier: words.earlierMails,
  choose: words.chooseMailRead,
};

export function Outbox() {
  const site = useSite();
  const [open, setOpen] = useState<string | null>(null);
  return (
    <Inbox
      query="mail"
      words={inboxWords}
      fetch={(_words, before) => ask("mail.list", { site: site.key, before })}
      keyOf={({ id }) => id}
      line={(row) => [
        <Text key="to" fontWeight="650" truncate>
          {row.recipient}
        </Text>,
        <Text key="when" color="ink2" whiteSpace="nowrap">
          {when.format(new Date(row.createdAt))}
        </Text>,
        <Text key="subject" truncate>
          {row.channel === "text" ? (
            <Text as="span" color="ink2">
              {words.textMessage}{" "}
            </Text>
          ) : null}
          {row.subject}
        </Text>,
        <Text key="state" color="ink2" whiteSpace="nowrap">
          {words.mailStates[row.state]}
        </Text>,
      ]}
      open={open}
      onOpen={setOpen}
      opened={(id) => <Letter key={id} id={id} />}
    />
  );
}

function Letter({ id }: { id: string }) {
  const { key } = useSite();
  const { data, error } = useQuery({
    queryKey: ["letter", key, id],
    queryFn: () => ask("mail.read", { site: key, mail: id }),
  });
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return null;
  return (
    <>
      <Flex justify="space-between" gap="12px" align="flex-start">
        <Title level={2}>{data.channel === "text" ? words.textMessage : data.subject}</Title>
        {data.channel === "mail" ? (
          <a href={`/api/sites/${key}/mail/${data.id}`} download>
            <PlainButton as="span">
              <Download size={14} /> {words.eml}
            </PlainButton>
          </a>
        ) : null}
      </Flex>
      <Text color="ink2" mt="4px">
        {words.fromTo(data.sender, data.recipient)}
      </Text>
      <Text mt="18px" whiteSpace="pre-wrap" lineHeight="1.6">
        {linked(data.text)}
      </Text>
    </>
  );
}
