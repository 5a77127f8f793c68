"use client";
// Other sites and files that the chat reads: how each is read, how far it is, and what was left out and why.
import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ChevronDown, ChevronRight, Plus, RefreshCw, Trash2 } from "lucide-react";
import { nanoid } from "nanoid";
import { useState } from "react";
import { type ChatSource, chatLimits, usualCrawl } from "@/core/chat/chat";
import { startAddress } from "@/core/crawl/address";
import { crawlLimits } from "@/core/crawl/crawl";
import { documentKinds, readableTypes } from "@/core/media/documents";
import type { MediaEntry } from "@/core/media/entry";
import type { Gives } from "@/server/operations";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask, askQuietly, upload } from "@/studio/kit/api";
import { IconButton, PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, TextInput } from "@/studio/kit/fields";
import { FileButton } from "@/studio/kit/file-button";
import { Group, Progress, RefusalNote, State } from "@/studio/kit/layout";
import { asRefusal, useCommand } from "@/studio/kit/use-command";
import { ListRow } from "@/studio/opening/list-row";
import type { StepProps } from "@/studio/widget/half";
import { words } from "./words";

const own = words.sources;

type Site = Extract<ChatSource, { of: "site" }>;
type File = Extract<ChatSource, { of: "file" }>;
type Found = NonNullable<Gives<"chat.source">["found"]>;

const when = (iso: string) =>
  new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" }).format(new Date(iso));

/** While it is being read it is asked for again and again; otherwise seldom. */
const soonMs = 1500;
const laterMs = 15_000;

const sourceOf = (source: ChatSource) => (source.of === "site" ? startAddress(source.address) : source.file);

function useSource(source: ChatSource) {
  const { key } = useSite();
  const client = useQueryClient();
  const of = sourceOf(source);
  const queryKey = ["chat-source", key, of];
  const { data } = useQuery({
    queryKey,
    queryFn: () => askQuietly("chat.source", { site: key, source }),
    enabled: of !== null && of !== "",
    refetchInterval: ({ state }) => (state.data?.found && state.data.found.state !== "reading" ? laterMs : soonMs),
    retry: false,
  });
  return { found: data?.found ?? null, put: (next: { found: Found | null }) => client.setQueryData(queryKey, next) };
}

export function SourcesStep({ settings, faults, change }: StepProps<"chat">) {
  const { sources } = settings;
  const put = (source: ChatSource, next: ChatSource | null) =>
    change({ sources: sources.flatMap((one) => (one === source ? (next ? [next] : []) : [one])) });
  const full = sources.length >= chatLimits.sources;
  return (
    <>
      <Text color="ink2" mb="10px">
        {own.intro}
      </Text>
      <Group title={own.sites}>
        {sources.map((source, at) =>
          source.of === "site" ? (
            <OneSite
              key={source.id}
              source={source}
              fault={(path) => faults[`sources[${at}].${path}`]}
              onChange={(part) => put(source, { ...source, ...part })}
              onRemove={() => put(source, null)}
            />
          ) : null,
        )}
        <PlainButton
          disabled={full}
          onClick={() => change({ sources: [...sources, { id: nanoid(8), of: "site", address: "", ...usualCrawl }] })}
        >
          <Plus size={13} /> {own.addSite}
        </PlainButton>
      </Group>
      <Group title={own.files}>
        {sources.map((source, at) =>
          source.of === "file" ? (
            <OneFile
              key={source.id}
              source={source}
              fault={faults[`sources[${at}].file`]}
              onRemove={() => put(source, null)}
            />
          ) : null,
        )}
        {full ? null : (
          <AddFile
            taken={sources.flatMap((one) => (one.of === "file" ? [one.file] : []))}
            onTake={(file) => change({ sources: [...sources, { id: nanoid(8), of: "file", file }] })}
          />
        )}
      </Group>
    </>
  );
}

const limits = [
  ["mostPages", 1, crawlLimits.pages],
  ["mostDepth", 0, crawlLimits.depth],
  ["everyDays", 0, 365],
] as const;

function OneSite({
  source,
  fault,
  onChange,
  onRemove,
}: {
  source: Site;
  fault: (path: string) => string | undefined;
  onChange: (part: Partial<Site>) => void;
  onRemove: () => void;
}) {
  return (
    <Box borderWidth="1px" borderColor="line" bg="white" mb="10px" p="8px 12px 12px">
      <Flex align="center" gap="6px" mb="4px">
        <Text flex="1" fontWeight="650" truncate>
          {URL.parse(startAddress(source.address) ?? "")?.host ?? own.newSite}
        </Text>
        <IconButton name={own.removeSite(source.address)} onClick={onRemove}>
          <Trash2 size={14} />
        </IconButton>
      </Flex>
      <Row label={own.address} hint={own.addressHint} error={fault("address")}>
        {(ids) => <TextInput {...ids} value={source.address} onChange={(address) => onChange({ address })} />}
      </Row>
      <Grid templateColumns="repeat(3, 1fr)" gap="12px">
        {limits.map(([part, least, most]) => (
          <Row key={part} stacked label={own[part]} error={fault(part)}>
            {(ids) => (
              <NumberInput
                {...ids}
                min={least}
                max={most}
                value={source[part]}
                onChange={(value) => onChange({ [part]: value })}
              />
            )}
          </Row>
        ))}
      </Grid>
      <Text color="ink2" fontSize="small" mb="8px">
        {own.limitsHint}
      </Text>
      <ListRow
        label={own.leaveOut}
        values={source.leaveOut}
        error={fault("leaveOut")}
        hint={own.leaveOutHint}
        none={own.leaveOutNone}
        onChange={(leaveOut) => onChange({ leaveOut: [...leaveOut] })}
      />
      {fault("address") ? null : <SiteState source={source} />}
    </Box>
  );
}

/** How far reading a site is, and what can be done about it. */
function SiteState({ source }: { source: Site }) {
  const { key } = useSite();
  const { found, put } = useSource(source);
  const { refusal, busy, attempt } = useCommand();
  if (!found) return <Text color="ink2">{own.waiting}</Text>;
  const { read, left, due, problem, doneAt, nextAt } = found;
  const go = () => attempt(async () => put(await ask("chat.sourceGo", { site: key, source })));
  const stop = () => attempt(async () => put(await ask("chat.sourceStop", { site: key, source })));
  return (
    <Box mt="8px" aria-live="polite">
      {found.state === "reading" ? (
        <>
          <Text color="ink2" mb="4px">
            {own.reading(read, left, due)}
          </Text>
          <Progress label={own.reading(read, left, due)} done={read + left} total={Math.max(1, read + left + due)} />
          <PlainButton mt="6px" loading={busy} onClick={stop}>
            {own.stop}
          </PlainButton>
        </>
      ) : (
        <>
          {problem ? (
            <State tone="amber">{problem}</State>
          ) : (
            <Text color="ink2">
              {found.state === "stopped"
                ? own.stopped(read, left, due)
                : own.done(read, left, doneAt ? when(doneAt) : "")}
              {found.state === "done" && nextAt ? ` ${own.again(when(nextAt))}` : ""}
            </Text>
          )}
          {problem && nextAt ? <Text color="ink2">{own.again(when(nextAt))}</Text> : null}
          <PlainButton mt="6px" loading={busy} onClick={go}>
            <RefreshCw size={13} />
            {found.state === "stopped" ? own.goOn : problem ? own.tryAgain : own.readAgain}
          </PlainButton>
        </>
      )}
      <RefusalNote refusal={refusal} />
      {found.pages.length ? <FoundPages pages={found.pages} /> : null}
    </Box>
  );
}

const pathOf = (address: string): string => {
  const url = URL.parse(address);
  return url ? url.pathname + url.search : address;
};

function FoundPages({ pages }: { pages: Found["pages"] }) {
  const [open, setOpen] = useState(false);
  return (
    <Box mt="8px">
      <PlainButton aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? <ChevronDown size={14} /> : <ChevronRight size={14} />} {own.shownPages(pages.length)}
      </PlainButton>
      {open ? (
        <Box
          as="ul"
          listStyleType="none"
          mt="4px"
          maxH="320px"
          overflowY="auto"
          tabIndex={0}
          aria-label={own.shownPages(pages.length)}
        >
          {pages.map(({ address, title, state, reason, passages }) => (
            <Box as="li" key={address} borderTopWidth="1px" borderColor="line" py="4px">
              <Flex gap="10px" justify="space-between">
                <Text fontWeight={state === "read" ? "650" : "400"} minW="0" overflowWrap="anywhere">
                  {state === "read" ? title : pathOf(address)}
                </Text>
                {state === "read" ? (
                  <Text color="ink2" whiteSpace="nowrap">
                    {own.passages(passages)}
                  </Text>
                ) : null}
              </Flex>
              <Text color="ink2" fontSize="small" overflowWrap="anywhere">
                {state === "read" ? address : reason}
              </Text>
              {state === "read" && reason ? <State tone="amber">{reason}</State> : null}
            </Box>
          ))}
        </Box>
      ) : null}
    </Box>
  );
}

function OneFile({ source, fault, onRemove }: { source: File; fault: string | undefined; onRemove: () => void }) {
  const site = useSite();
  const entry = site.media.find(({ hash }) => hash === source.file);
  const { found, put } = useSource(source);
  const { refusal, busy, attempt } = useCommand();
  const again = () => attempt(async () => put(await ask("chat.sourceGo", { site: site.key, source })));
  const name = entry?.name ?? found?.name ?? "";
  const problem = fault ?? found?.problem;
  return (
    <Box borderBottomWidth="1px" borderColor="line" py="6px" mb="6px">
      <Flex align="center" gap="8px">
        <Text flex="1" minW="0" truncate>
          {name}
        </Text>
        {problem ? null : (
          <Text color="ink2" whiteSpace="nowrap">
            {found?.state === "done" ? own.fileRead(found.pages[0]?.passages ?? 0) : own.fileReading}
          </Text>
        )}
        <IconButton name={own.removeFile(name)} onClick={onRemove}>
          <Trash2 size={14} />
        </IconButton>
      </Flex>
      {problem ? <State tone="amber">{problem}</State> : null}
      {!fault && found?.problem ? (
        <PlainButton mt="6px" loading={busy} onClick={again}>
          <RefreshCw size={13} />
          {own.tryAgain}
        </PlainButton>
      ) : null}
      <RefusalNote refusal={refusal} />
    </Box>
  );
}

const endings = readableTypes.map((type) => `.${documentKinds[type].extension}`).join(",");

function AddFile({ taken, onTake }: { taken: readonly string[]; onTake: (file: string) => void }) {
  const site = useSite();
  const refresh = useRefresh();
  const sending = useMutation({
    mutationFn: async (file: globalThis.File) => {
      const entry = await upload<MediaEntry>(`/api/sites/${site.key}/media?as=document`, file);
      await refresh();
      return entry;
    },
    onSuccess: ({ hash }) => {
      if (!taken.includes(hash)) onTake(hash);
    },
  });
  const media = site.media.filter(
    ({ type, hash }) => (readableTypes as readonly string[]).includes(type) && !taken.includes(hash),
  );
  return (
    <>
      {media.length ? (
        <Row label={own.fromMedia}>
          {(ids) => (
            <Choice
              {...ids}
              value=""
              options={[["", own.chooseMedia], ...media.map(({ hash, name }) => [hash, name] as const)]}
              onChange={(hash) => hash && onTake(hash)}
            />
          )}
        </Row>
      ) : null}
      <FileButton
        label={own.addFile}
        accept={endings}
        loading={sending.isPending}
        loadingText={own.sending}
        onFile={(file) => sending.mutate(file)}
      >
        <Plus size={13} /> {own.addFile}
      </FileButton>
      <Text color="ink2" mt="4px">
        {own.accepts}
      </Text>
      <RefusalNote refusal={sending.error && asRefusal(sending.error)} />
    </>
  );
}
