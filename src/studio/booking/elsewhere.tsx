"use client";
// The calendar on sites built elsewhere: the lines for them, a page to send to whoever builds them, and what one would get.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Copy, ExternalLink } from "lucide-react";
import { useState } from "react";
import { snippetOf } from "@/core/booking/snippet";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Group, PlainButton, RefusalNote, Row, State, TextInput } from "@/studio/kit/kit";
import { useDeed } from "@/studio/kit/use-deed";
import { words as allWords } from "./words";

const words = allWords.elsewhere;

export function Elsewhere({ widget, allowed }: { widget: string; allowed: readonly string[] }) {
  const site = useSite();
  const [copied, setCopied] = useState(false);
  const [address, setAddress] = useState(allowed[0] ?? "");
  const [told, setTold] = useState<Gives<"booking.tryElsewhere"> | null>(null);
  const { attempt, busy, refusal } = useDeed();
  const lines = snippetOf(site.address, widget, words.link);
  const copy = async () => {
    await navigator.clipboard.writeText(lines);
    setCopied(true);
  };
  const tryIt = () =>
    attempt(async () => setTold(await ask("booking.tryElsewhere", { site: site.key, widget, origin: address.trim() })));
  return (
    <Group title={words.title}>
      <Text color="ink2" mb="8px">
        {words.note}
      </Text>
      <Box
        as="pre"
        tabIndex={0}
        aria-label={words.lines}
        bg="white"
        borderWidth="1px"
        borderColor="line"
        borderRadius="field"
        p="10px 12px"
        mb="8px"
        fontSize="12px"
        whiteSpace="pre-wrap"
        overflowWrap="anywhere"
      >
        {lines}
      </Box>
      <Flex gap="8px" mb="14px" wrap="wrap">
        <PlainButton onClick={() => void copy().catch(() => setCopied(false))}>
          <Copy size={14} /> {copied ? words.copied : words.copy}
        </PlainButton>
        <a href={`${site.address}/_w/v1/booking/${widget}/snippet`} target="_blank" rel="noreferrer">
          <PlainButton as="span">
            <ExternalLink size={14} /> {words.page}
          </PlainButton>
        </a>
      </Flex>
      <Row label={words.address} hint={words.addressHint} error={refusal?.at("origin")}>
        {(ids) => <TextInput {...ids} type="url" value={address} onChange={setAddress} />}
      </Row>
      <PlainButton loading={busy} disabled={!address.trim()} onClick={tryIt}>
        {words.tryIt}
      </PlainButton>
      <RefusalNote refusal={refusal} shownAt={["origin"]} />
      {told && !refusal ? (
        <Box mt="8px" role="status">
          {told.refused ? (
            <State tone="brick">{words.reads(told.origin, told.refused)}</State>
          ) : (
            <State tone="moss">{words.shows(told.origin, told.shows)}</State>
          )}
        </Box>
      ) : null}
    </Group>
  );
}
