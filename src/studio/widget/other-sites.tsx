"use client";
// A widget on sites built elsewhere: the lines for them, a page to send to whoever builds them, and what one would get.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Copy, ExternalLink } from "lucide-react";
import { type ReactNode, useState } from "react";
import { type OtherSiteKind, type OtherSitePlace, snippetOf } from "@/core/widget/snippet";
import { useSite } from "@/studio/frame/site-context";
import { PlainButton } from "@/studio/kit/buttons";
import { Row, TextInput } from "@/studio/kit/fields";
import { Group, RefusalNote, State } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { useCommand } from "@/studio/kit/use-command";
import { words as allWords } from "./words";

const words = allWords.elsewhere;

interface Told {
  readonly origin: string;
  readonly shows: readonly string[];
  readonly refused: string;
}

export function OtherSites({
  kind,
  widget,
  link,
  note,
  allowed,
  places,
  says,
  ask,
  children,
}: {
  kind: OtherSiteKind;
  widget: string;
  /** Words of the link that stands there without script. */
  link: string;
  note: string;
  allowed: readonly string[];
  /** Where it may stand there, with the words for it; none where that is no choice. */
  places?: readonly (readonly [OtherSitePlace, string])[];
  says: {
    readonly shows: (origin: string, shows: readonly string[]) => string;
    readonly reads: (origin: string, why: string) => string;
  };
  /** Asks what a page of an origin would get. */
  ask: (origin: string) => Promise<Told>;
  children?: ReactNode;
}) {
  const site = useSite();
  const [place, setPlace] = useState<OtherSitePlace>(places?.[0]?.[0] ?? "flow");
  const [copied, setCopied] = useState("");
  const [address, setAddress] = useState(allowed[0] ?? "");
  const [told, setTold] = useState<Told | null>(null);
  const { attempt, busy, refusal } = useCommand();
  const lines = snippetOf(site.address, { kind, widget, words: link, place });
  const copy = async () => {
    await navigator.clipboard.writeText(lines);
    setCopied(lines);
  };
  const tryIt = () => attempt(async () => setTold(await ask(address.trim())));
  return (
    <Group title={words.title}>
      <Text color="ink2" mb="8px">
        {note}
      </Text>
      {children}
      {places ? (
        <Row label={words.place}>
          {() => <Segments label={words.place} value={place} onChange={setPlace} options={places} />}
        </Row>
      ) : null}
      <Snippet lines={lines} />
      <Flex gap="8px" mb="14px" wrap="wrap">
        <PlainButton onClick={() => void copy().catch(() => setCopied(""))}>
          <Copy size={14} /> {copied === lines ? words.copied : words.copy}
        </PlainButton>
        <a href={`${site.address}/_w/v1/${kind}/${widget}/snippet`} target="_blank" rel="noreferrer">
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
            <State tone="brick">{says.reads(told.origin, told.refused)}</State>
          ) : (
            <State tone="moss">{says.shows(told.origin, told.shows)}</State>
          )}
        </Box>
      ) : null}
    </Group>
  );
}

/** The lines to be put into the other site. */
const Snippet = ({ lines }: { lines: string }) => (
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
);
