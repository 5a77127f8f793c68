"use client";
// Calendars of one person or thing: busy time read from outside, and the secret address from which their bookings are read.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { RefreshCw, Trash2 } from "lucide-react";
import { useState } from "react";
import type { Resource } from "@/core/booking/booking";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask, Refusal, upload } from "@/studio/kit/api";
import { IconButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Row, TextInput } from "@/studio/kit/fields";
import { FileButton } from "@/studio/kit/file-button";
import { Group, State } from "@/studio/kit/layout";
import { words } from "../words";
import { useFeeds } from "./use-feeds";

const own = words.feeds;

export function Feeds({ resource }: { resource: Resource }) {
  const { key } = useSite();
  const client = useQueryClient();
  const { data } = useFeeds();
  const [name, setName] = useState("");
  const [address, setAddress] = useState("");
  const again = () => client.invalidateQueries({ queryKey: ["feeds", key] });
  const done = () => {
    setName("");
    setAddress("");
    return again();
  };
  const given = { resource: resource.id, name: name || own.usualName(resource.name), owner: "" };
  const adding = useMutation({ mutationFn: () => ask("feeds.add", { site: key, ...given, address }), onSuccess: done });
  const sending = useMutation({
    mutationFn: (file: File) =>
      upload(
        `/api/sites/${key}/feeds?${new URLSearchParams({ resource: resource.id, name: name || file.name, owner: "" })}`,
        file,
      ),
    onSuccess: done,
  });
  const refreshing = useMutation({
    mutationFn: (feed: string) => ask("feeds.refresh", { site: key, feed }),
    onSuccess: again,
  });
  const removing = useMutation({
    mutationFn: (feed: string) => ask("feeds.remove", { site: key, feed }),
    onSuccess: again,
  });
  const error = adding.error ?? sending.error;
  const at = (path: string) => (error instanceof Refusal ? error.at(path) : undefined);
  const feeds = (data ?? []).filter((feed) => feed.resource === resource.id);
  return (
    <Group title={own.title}>
      <Text color="ink2" mb="6px">
        {own.about}
      </Text>
      {feeds.map((feed) => (
        <OneFeed key={feed.id} feed={feed} refreshing={refreshing} removing={removing} />
      ))}
      <Row label={own.name} error={at("name")}>
        {(ids) => <TextInput {...ids} value={name} placeholder={own.usualName(resource.name)} onChange={setName} />}
      </Row>
      <Row
        label={own.address}
        error={
          at("address") ??
          at("resource") ??
          at("file") ??
          (error && !(error instanceof Refusal && error.fields.length) ? error.message : undefined)
        }
      >
        {(ids) => <TextInput {...ids} type="url" value={address} placeholder={own.addressHint} onChange={setAddress} />}
      </Row>
      <Flex gap="6px">
        <PlainButton
          disabled={!address.trim()}
          loading={adding.isPending}
          loadingText={own.reading}
          onClick={() => adding.mutate()}
        >
          {own.add}
        </PlainButton>
        <FileButton
          label={own.file}
          accept=".ics,text/calendar"
          loading={sending.isPending}
          loadingText={own.reading}
          onFile={(file) => sending.mutate(file)}
        >
          {own.upload}
        </FileButton>
      </Flex>
      <Secret resource={resource} />
    </Group>
  );
}

/** One calendar from outside, and how it was read. */
const OneFeed = ({
  feed,
  refreshing,
  removing,
}: {
  feed: Gives<"feeds.list">[number];
  refreshing: { mutate(feed: string): void };
  removing: { mutate(feed: string): void };
}) => (
  <Box bg="white" borderWidth="1px" borderColor="line" borderRadius="panel" p="7px 10px" mb="6px">
    <Flex align="center" gap="6px">
      <Box flex="1" minW="0">
        <Text fontWeight="650" truncate>
          {feed.name}
        </Text>
        <Text color="ink2" fontSize="small">
          {own.state(feed.busySpans, feed.goodAt)}
        </Text>
      </Box>
      <IconButton name={own.refresh(feed.name)} onClick={() => refreshing.mutate(feed.id)}>
        <RefreshCw size={13} />
      </IconButton>
      <IconButton name={own.remove(feed.name)} onClick={() => removing.mutate(feed.id)}>
        <Trash2 size={13} />
      </IconButton>
    </Flex>
    {feed.problem ? <State tone="brick">{feed.problem}</State> : null}
    {feed.notes.map((note: string) => (
      <Text key={note} fontSize="small" color="ink2">
        {note}
      </Text>
    ))}
  </Box>
);

/** A secret address that calendars of the business read: told once, and taken back at any time. */
function Secret({ resource }: { resource: Resource }) {
  const { key } = useSite();
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: ["calendars", key], queryFn: () => ask("calendars.list", { site: key }) });
  const again = () => client.invalidateQueries({ queryKey: ["calendars", key] });
  const making = useMutation({
    mutationFn: () => ask("calendars.create", { site: key, kind: "resource", of: resource.id }),
    onSuccess: again,
  });
  const revoking = useMutation({
    mutationFn: (id: string) => ask("calendars.revoke", { site: key, id }),
    onSuccess: again,
  });
  const mine = (data ?? []).filter(({ kind, of }) => kind === "resource" && of === resource.id);
  return (
    <Box mt="14px">
      <Text fontWeight="650">{own.out}</Text>
      <Text color="ink2" mb="6px">
        {own.outAbout}
      </Text>
      {making.data ? (
        <Box bg="wash" borderRadius="panel" p="8px 10px" mb="6px" role="status">
          <Text mb="3px">{own.once}</Text>
          <Text as="code" fontSize="small" wordBreak="break-all">
            {making.data.address}
          </Text>
        </Box>
      ) : null}
      {mine.map(({ id, createdAt }) => (
        <Flex key={id} align="center" gap="8px">
          <Text flex="1">{own.since(createdAt)}</Text>
          <QuietButton onClick={() => revoking.mutate(id)}>{own.revoke}</QuietButton>
        </Flex>
      ))}
      {making.error ? <State tone="brick">{making.error.message}</State> : null}
      <QuietButton onClick={() => making.mutate()}>{own.make}</QuietButton>
    </Box>
  );
}
