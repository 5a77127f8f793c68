"use client";
// Media: every picture and file of the site, sent many at once, found, described, put in each other's place, and away.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Upload as UploadIcon } from "lucide-react";
import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { isPicture, type MediaEntry } from "@/core/media/entry";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { TextInput } from "@/studio/kit/fields";
import { FilesButton } from "@/studio/kit/file-button";
import { Progress, RefusalNote, State, Title } from "@/studio/kit/layout";
import { RoomWarning } from "@/studio/kit/room";
import { useCommand } from "@/studio/kit/use-command";
import { Describing } from "./describing";
import { lacks, MediaGrid } from "./media-grid";
import { type Done, Medium } from "./medium";
import { type Upload, Uploads } from "./uploads";
import { words } from "./words";

type Show = keyof typeof words.shows;

/** Files that somebody drops or pastes. */
const filesOf = (data: DataTransfer | null): readonly File[] => [...(data?.files ?? [])];

export function MediaScreen() {
  const site = useSite();
  const client = useQueryClient();
  const refresh = useRefresh();
  const [query, setQuery] = useState("");
  const [show, setShow] = useState<Show>("all");
  const [tag, setTag] = useState("");
  const [chosen, setChosen] = useState<string | null>(null);
  const [describing, setDescribing] = useState(false);
  const [done, setDone] = useState<Done | null>(null);
  const [over, setOver] = useState(false);
  const { refusal, attempt } = useCommand();
  const { data } = useQuery({
    queryKey: ["media", site.key, "uses"],
    queryFn: () => ask("media.uses", { site: site.key }),
  });
  const { data: alike } = useQuery({
    queryKey: ["media", site.key, "alike"],
    queryFn: () => ask("media.alike", { site: site.key }),
  });
  const groups = alike?.groups ?? [];
  const groupOf = new Map(groups.flatMap((group, nth) => group.map((hash) => [hash, nth] as const)));
  const changed = () => Promise.all([refresh(), client.invalidateQueries({ queryKey: ["media", site.key] })]);
  const latest = useRef(changed);
  latest.current = changed;
  const [uploads] = useState(() => new Uploads(site.key, () => void latest.current()));
  const list = useSyncExternalStore(uploads.subscribe, uploads.getList, uploads.getList);
  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const files = filesOf(event.clipboardData);
      if (files.length) uploads.add(files);
    };
    document.addEventListener("paste", paste);
    return () => document.removeEventListener("paste", paste);
  }, [uploads]);

  const uses = data?.uses;
  const tags = useMemo(() => [...new Set(site.media.flatMap((entry) => entry.tags ?? []))].sort(), [site.media]);
  const wanted = query.trim().toLowerCase();
  const shows: Readonly<Record<Show, (entry: MediaEntry) => boolean>> = {
    all: () => true,
    lacking: lacks,
    unused: ({ hash }) => uses !== undefined && !uses[hash],
    pictures: isPicture,
    files: (entry) => !isPicture(entry),
    alike: ({ hash }) => groupOf.has(hash),
  };
  const entries = site.media
    .filter(shows[show])
    .filter((entry) => !tag || entry.tags?.includes(tag))
    .filter((entry) => !wanted || saidOf(entry).includes(wanted))
    .toReversed();
  if (show === "alike") entries.sort((one, other) => (groupOf.get(one.hash) ?? 0) - (groupOf.get(other.hash) ?? 0));
  const lacking = site.media.filter(lacks);
  const entry = site.media.find(({ hash }) => hash === chosen);
  return (
    <Flex flex="1" minH="0" direction={{ base: "column", lg: "row" }} overflowY={{ base: "auto", lg: "hidden" }}>
      <Flex
        as="main"
        direction="column"
        flex="1"
        minW="0"
        minH={{ base: "auto", lg: "0" }}
        p={{ base: "14px", md: "24px" }}
        outline={over ? "3px dashed var(--chakra-colors-mark)" : undefined}
        outlineOffset="-8px"
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          uploads.add(filesOf(event.dataTransfer));
        }}
      >
        <MediaHead entries={entries} site={site} lacking={lacking} setDescribing={setDescribing} uploads={uploads} />
        <Text color="ink2" fontSize="small" mt="4px" mb="12px">
          {words.drop}. {words.dropHint}
        </Text>
        <RoomWarning />
        {list.length ? <Sending list={list} uploads={uploads} /> : null}
        <RefusalNote refusal={refusal} />
        {done ? <MediaDone done={done} attempt={attempt} setDone={setDone} changed={changed} /> : null}
        <MediaFilter
          query={query}
          setQuery={setQuery}
          show={show}
          setShow={setShow}
          tags={tags}
          tag={tag}
          setTag={setTag}
        />
        {entries.length ? (
          <MediaGrid entries={entries} chosen={entry?.hash ?? null} onChoose={setChosen} />
        ) : (
          <Text color="ink2">{site.media.length ? words.nothingFound : words.nothing}</Text>
        )}
      </Flex>
      <Chosen entry={entry} groups={groups} groupOf={groupOf} changed={changed} setDone={setDone} />
      {describing ? <Describing lacking={lacking} changed={changed} onClose={() => setDescribing(false)} /> : null}
    </Flex>
  );
}

/** The medium that is chosen. */
const Chosen = ({
  entry,
  groups,
  groupOf,
  changed,
  setDone,
}: {
  entry: MediaEntry | undefined;
  groups: readonly (readonly string[])[];
  groupOf: Map<string, number>;
  changed: () => Promise<unknown>;
  setDone: (next: Done | null) => void;
}) => (
  <Box
    as="aside"
    aria-label={words.title}
    w={{ base: "100%", lg: "380px" }}
    flex="none"
    bg="sheet"
    borderLeftWidth="1px"
    borderColor="line"
    overflowY="auto"
    p="18px"
  >
    {entry ? (
      <Medium
        key={entry.hash}
        entry={entry}
        alike={(groups[groupOf.get(entry.hash) ?? -1] ?? []).filter((hash) => hash !== entry.hash)}
        changed={changed}
        onDone={setDone}
      />
    ) : (
      <Text color="ink2">{words.choose}</Text>
    )}
  </Box>
);

/** Which media are shown. */
const MediaFilter = ({
  query,
  setQuery,
  show,
  setShow,
  tags,
  tag,
  setTag,
}: {
  query: string;
  setQuery: (next: string) => void;
  show: "all" | "files" | "pictures" | "lacking" | "unused" | "alike";
  setShow: (next: "all" | "files" | "pictures" | "lacking" | "unused" | "alike") => void;
  tags: string[];
  tag: string;
  setTag: (next: string) => void;
}) => (
  <Flex gap="8px" mb="12px" wrap="wrap">
    <Box flex="1" minW="180px">
      <TextInput aria-label={words.search} placeholder={words.searchHint} value={query} onChange={setQuery} />
    </Box>
    <Box w="190px">
      <Choice
        aria-label={words.show}
        value={show}
        onChange={(next) => setShow(next as Show)}
        options={Object.entries(words.shows)}
      />
    </Box>
    {tags.length ? (
      <Box w="150px">
        <Choice
          aria-label={words.tag}
          value={tag}
          onChange={setTag}
          options={[["", `${words.tag}: ${words.anyTag}`], ...tags.map((one) => [one, one] as const)]}
        />
      </Box>
    ) : null}
  </Flex>
);

/** What was done last, with the way back. */
const MediaDone = ({
  done,
  attempt,
  setDone,
  changed,
}: {
  done: Done;
  attempt: (work: () => Promise<unknown>) => void;
  setDone: (next: Done | null) => void;
  changed: () => Promise<unknown>;
}) => (
  <Flex align="center" gap="10px" mb="8px" role="status">
    <Text>{done.text}</Text>
    <QuietButton
      onClick={() =>
        attempt(async () => {
          await done.undo();
          setDone(null);
          await changed();
        })
      }
    >
      {words.takeBack}
    </QuietButton>
  </Flex>
);

/** How much there is, what lacks words, and the way to bring more. */
const MediaHead = ({
  entries,
  site,
  lacking,
  setDescribing,
  uploads,
}: {
  entries: MediaEntry[];
  site: ReturnType<typeof useSite>;
  lacking: MediaEntry[];
  setDescribing: (next: boolean) => void;
  uploads: Uploads;
}) => (
  <Flex justify="space-between" align="center" gap="12px" wrap="wrap">
    <Box>
      <Title>{words.title}</Title>
      <Text color="ink2">{words.count(entries.length, site.media.length)}</Text>
    </Box>
    <Flex gap="8px" wrap="wrap">
      {lacking.length ? (
        <PlainButton onClick={() => setDescribing(true)}>{words.describe(lacking.length)}</PlainButton>
      ) : null}
      <FilesButton label={words.addFiles} onFiles={(files) => uploads.add(files)}>
        <UploadIcon size={14} /> {words.add}
      </FilesButton>
    </Flex>
  </Flex>
);

const saidOf = ({ name, alt, tags }: MediaEntry) => [name, alt ?? "", ...(tags ?? [])].join(" ").toLowerCase();

/** What is on its way: how many are sent, and a line for every one that was not taken. */
function Sending({ list, uploads }: { list: readonly Upload[]; uploads: Uploads }) {
  const of = (...states: readonly Upload["state"][]) => list.filter(({ state }) => states.includes(state));
  const open = of("waiting", "sending").length;
  const wrong = of("refused", "failed");
  const failed = of("failed").length;
  return (
    <Box bg="sheet" borderWidth="1px" borderColor="line" p="12px" mb="12px" role="status">
      <Flex align="center" gap="12px">
        <Box flex="1">
          {open ? (
            <>
              <Text mb="4px">{words.sending(list.length - open, list.length)}</Text>
              <Progress
                label={words.sendingBar}
                done={list.reduce(
                  (sum, { state, sent }) => sum + (state === "sending" ? sent : state === "waiting" ? 0 : 1),
                  0,
                )}
                total={list.length}
              />
            </>
          ) : (
            <State tone="moss">{words.sent(of("done").length)}</State>
          )}
        </Box>
        {open ? (
          <QuietButton onClick={() => uploads.stop()}>{words.stop}</QuietButton>
        ) : (
          <QuietButton onClick={() => uploads.clear()}>{words.close}</QuietButton>
        )}
      </Flex>
      {wrong.length ? (
        <Box mt="8px">
          <Flex align="center" gap="10px">
            <State tone="amber">{words.refused(wrong.length)}</State>
            {failed ? <QuietButton onClick={() => uploads.again()}>{words.again(failed)}</QuietButton> : null}
          </Flex>
          <Box as="ul" pl="18px" mt="4px" maxH="160px" overflowY="auto">
            {wrong.map(({ file, why }) => (
              <li key={`${file.name} ${file.size} ${file.lastModified}`}>{words.refusedLine(file.name, why)}</li>
            ))}
          </Box>
        </Box>
      ) : null}
    </Box>
  );
}
