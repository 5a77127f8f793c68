"use client";
// The one window in which pictures are chosen: large, with names, found by words and tags, those of the page apart; files are
// dropped into it.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useVirtualizer } from "@tanstack/react-virtual";
import { Upload as UploadIcon } from "lucide-react";
import { createContext, useContext, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { isPicture, type MediaEntry } from "@/core/media/entry";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { MainButton, PlainButton } from "@/studio/kit/buttons";
import { TextInput } from "@/studio/kit/fields";
import { FilesButton } from "@/studio/kit/file-button";
import { Progress, State } from "@/studio/kit/layout";
import { Picture } from "@/studio/kit/picture";
import { RoomWarning } from "@/studio/kit/room";
import { smallPicture } from "@/studio/kit/small-picture";
import { chequer } from "@/studio/kit/theme";
import { Window } from "@/studio/kit/window";
import { words } from "./choice-words";
import { Uploads } from "./uploads";

/** Pictures that stand where one is chosen for, as on the page in the composer. */
export const PicturesHere: React.Context<ReadonlySet<string>> = createContext<ReadonlySet<string>>(new Set());

const cellPx = { width: 168, height: 172, picture: 126 } as const;

/** Whether a picture is meant by what is typed: its name, its description, a tag. */
const says = ({ name, alt = "", tags = [] }: MediaEntry, asked: string) =>
  `${name} ${alt} ${tags.join(" ")}`.toLowerCase().includes(asked);

/** Files on their way: those that have come are handed on once, in the order in which they were chosen. */
export function useArriving(onAdd: (hashes: readonly string[]) => void) {
  const { key } = useSite();
  const refresh = useRefresh();
  const latest = useRef<() => void>(() => {});
  const [uploads] = useState(() => new Uploads(key, () => latest.current()));
  const list = useSyncExternalStore(uploads.subscribe, uploads.getList, uploads.getList);
  const given = useRef(new Set<File>());
  useEffect(() => {
    latest.current = () => {
      const fresh = uploads.list.filter(({ entry, file }) => entry && isPicture(entry) && !given.current.has(file));
      for (const { file } of fresh) given.current.add(file);
      void refresh().then(() => onAdd(fresh.flatMap(({ entry }) => (entry ? [entry.hash] : []))));
    };
  });
  return { uploads, list };
}

/** What takes files that are dropped: props of its element, and whether some are over it. */
export function useDropped(onFiles: (files: readonly File[]) => void) {
  const [over, setOver] = useState(false);
  const takes = {
    onDragOver: (event: React.DragEvent) => {
      if (![...event.dataTransfer.items].some(({ kind }) => kind === "file")) return;
      event.preventDefault();
      setOver(true);
    },
    onDragLeave: () => setOver(false),
    onDrop: (event: React.DragEvent) => {
      setOver(false);
      if (!event.dataTransfer.files.length) return;
      event.preventDefault();
      onFiles([...event.dataTransfer.files]);
    },
  };
  return { over, takes };
}

export interface Choosing {
  /** Chosen when it is opened. */
  readonly value?: string | null;
  /** Several at once, in the order in which they are pressed; `there` are marked as being there already. */
  readonly many?: boolean;
  readonly there?: ReadonlySet<unknown>;
  onChosen(hashes: readonly string[]): void;
  onClose(): void;
}

export function PictureWindow({ value = null, many = false, there, onChosen, onClose }: Choosing) {
  const site = useSite();
  const here = useContext(PicturesHere);
  const [asked, setAsked] = useState("");
  const [tag, setTag] = useState<string | null>(null);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const arrived = (hashes: readonly string[]) => {
    if (many) setChosen((before) => [...before, ...hashes]);
    else if (hashes[0]) onChosen([hashes[0]]);
  };
  const { uploads, list } = useArriving(arrived);
  const { over, takes } = useDropped((files) => uploads.add(files));
  const pictures = useMemo(() => site.media.filter(isPicture).toReversed(), [site.media]);
  const tags = useMemo(() => [...new Set(pictures.flatMap((entry) => entry.tags ?? []))].sort(), [pictures]);
  const wanted = asked.trim().toLowerCase();
  const shown = pictures.filter(
    (entry) =>
      (!wanted || says(entry, wanted)) &&
      (tag === null || (tag === "" ? here.has(entry.hash) : (entry.tags ?? []).includes(tag))),
  );
  const press = (hash: string) => {
    if (!many) return onChosen([hash]);
    setChosen((before) => (before.includes(hash) ? before.filter((one) => one !== hash) : [...before, hash]));
  };
  const rest = shown.filter(({ hash }) => !there?.has(hash)).map(({ hash }) => hash);
  const all = rest.length > 0 && rest.every((hash) => chosen.includes(hash));
  const filters: readonly (readonly [string | null, string])[] = [
    [null, words.allPictures(pictures.length)],
    ...(here.size ? [["", words.onThisPage(here.size)] as const] : []),
    ...tags.map((one) => [one, one] as const),
  ];
  const fromFile = (
    <FilesButton label={words.pictureFiles} onFiles={(files) => uploads.add(files)}>
      <UploadIcon size={14} /> {words.newPicture}
    </FilesButton>
  );
  return (
    <Window
      title={many ? words.choosePictures : words.choosePicture}
      open
      wide
      onClose={onClose}
      foot={
        many ? (
          <>
            <PlainButton disabled={!rest.length} onClick={() => setChosen(all ? [] : rest)}>
              {all ? words.chooseNone : words.chooseAll(rest.length)}
            </PlainButton>
            <MainButton disabled={!chosen.length} onClick={() => onChosen(chosen)}>
              {words.addThem(chosen.length)}
            </MainButton>
          </>
        ) : undefined
      }
    >
      <Box {...takes} outline={over ? "2px dashed var(--chakra-colors-mark)" : undefined} outlineOffset="6px">
        {pictures.length ? (
          <Flex gap="8px" mb="8px">
            <TextInput
              aria-label={words.findPicture}
              placeholder={words.findPictureHint}
              value={asked}
              onChange={setAsked}
            />
            {fromFile}
          </Flex>
        ) : null}
        <Filters filters={filters} tag={tag} setTag={setTag} />
        <Arriving uploads={uploads} list={list} />
        {shown.length ? (
          <Pictures
            entries={shown}
            chosen={many ? chosen : value ? [value] : []}
            many={many}
            {...(there ? { there } : {})}
            onPress={press}
          />
        ) : pictures.length ? (
          <Text color="ink2" py="24px" role="status">
            {words.noneFound}
          </Text>
        ) : (
          <Flex
            direction="column"
            align="center"
            justify="center"
            gap="12px"
            h="260px"
            borderWidth="1px"
            borderStyle="dashed"
            borderColor="edge"
            borderRadius="panel"
          >
            <Text color="ink2" role="status">
              {words.noneYet}
            </Text>
            {fromFile}
          </Flex>
        )}
        {pictures.length ? (
          <Text fontSize="small" color="ink2" mt="8px">
            {words.dropHint}
          </Text>
        ) : null}
        <RoomWarning />
      </Box>
    </Window>
  );
}

/** Which pictures are shown: all, those of the page, those with a tag. */
const Filters = ({
  filters,
  tag,
  setTag,
}: {
  filters: readonly (readonly [string | null, string])[];
  tag: string | null;
  setTag: (next: string | null) => void;
}) =>
  filters.length > 1 ? (
    <Flex gap="5px" wrap="wrap" mb="10px" role="group" aria-label={words.which}>
      {filters.map(([key, label]) => (
        <PlainButton
          key={String(key)}
          h="26px"
          px="8px"
          fontSize="small"
          aria-pressed={tag === key}
          onClick={() => setTag(key)}
          {...(tag === key ? { bg: "ink", color: "sheet", _hover: { bg: "inkSoft" } } : {})}
        >
          {label}
        </PlainButton>
      ))}
    </Flex>
  ) : null;

/** How far files are that were dropped or chosen, and what became of those that were not taken. */
function Arriving({ uploads, list }: { uploads: Uploads; list: Uploads["list"] }) {
  const open = list.filter(({ state }) => state === "waiting" || state === "sending").length;
  const wrong = list.filter(({ state }) => state === "refused" || state === "failed");
  return (
    <>
      {open ? (
        <Box mb="8px" role="status">
          <Text mb="4px">{words.sendingMany(list.length - open, list.length)}</Text>
          <Progress label={words.sending} done={list.length - open} total={list.length} />
        </Box>
      ) : null}
      {wrong.map(({ file, why, state }) => (
        <Flex key={`${file.name} ${file.size} ${file.lastModified}`} gap="8px" align="center" mb="6px">
          <State tone="brick">{words.notSent(file.name, why)}</State>
          {state === "failed" && !open ? (
            <PlainButton h="26px" onClick={() => uploads.again()}>
              {words.sendAgain}
            </PlainButton>
          ) : null}
        </Flex>
      ))}
    </>
  );
}

/** The pictures, of which only the rows in view are drawn. */
function Pictures({
  entries,
  chosen,
  many,
  there,
  onPress,
}: {
  entries: readonly MediaEntry[];
  chosen: readonly string[];
  many: boolean;
  there?: ReadonlySet<unknown>;
  onPress: (hash: string) => void;
}) {
  const pane = useRef<HTMLDivElement>(null);
  const [columns, setColumns] = useState(4);
  useEffect(() => {
    if (!pane.current) return;
    const observer = new ResizeObserver(
      ([entry]) => entry && setColumns(Math.max(1, Math.floor(entry.contentRect.width / cellPx.width))),
    );
    observer.observe(pane.current);
    return () => observer.disconnect();
  }, []);
  const rows = useVirtualizer({
    count: Math.ceil(entries.length / columns),
    getScrollElement: () => pane.current,
    estimateSize: () => cellPx.height,
    overscan: 2,
  });
  return (
    <Box
      ref={pane}
      role={many ? "group" : "radiogroup"}
      aria-label={words.picturesSite}
      h="min(46vh, 420px)"
      overflowY="auto"
      p="3px"
    >
      <Box position="relative" h={`${rows.getTotalSize()}px`}>
        {rows.getVirtualItems().map((row) => (
          <Flex key={row.key} position="absolute" top={`${row.start}px`} left="0" right="0">
            {entries.slice(row.index * columns, (row.index + 1) * columns).map((entry) => (
              <PictureCell
                key={entry.hash}
                entry={entry}
                at={chosen.indexOf(entry.hash)}
                many={many}
                isThere={there?.has(entry.hash) ?? false}
                onPress={() => onPress(entry.hash)}
              />
            ))}
          </Flex>
        ))}
      </Box>
    </Box>
  );
}

function PictureCell({
  entry,
  at,
  many,
  isThere,
  onPress,
}: {
  entry: MediaEntry;
  /** Its place among those that are chosen; -1 where it is not. */
  at: number;
  many: boolean;
  isThere: boolean;
  onPress: () => void;
}) {
  const site = useSite();
  const here = useContext(PicturesHere);
  const chosen = at >= 0;
  const note = isThere ? words.isThere : here.has(entry.hash) ? words.usedHere : words.size(entry);
  return (
    <button
      type="button"
      {...(many ? { "aria-pressed": chosen } : { role: "radio", "aria-checked": chosen })}
      title={entry.name}
      onClick={onPress}
      style={{
        position: "relative",
        width: cellPx.width - 10,
        margin: "0 10px 8px 0",
        textAlign: "left",
        cursor: "pointer",
        outline: chosen ? "2px solid var(--chakra-colors-mark)" : undefined,
        outlineOffset: 1,
      }}
    >
      <Box
        h={`${cellPx.picture}px`}
        opacity={isThere && !chosen ? 0.55 : 1}
        css={entry.tint ? {} : chequer}
        bg={entry.tint ? "paper" : undefined}
      >
        <Picture
          src={smallPicture(site, entry.hash)}
          style={{ width: "100%", height: "100%", objectFit: "contain", display: "block" }}
        />
      </Box>
      <Text truncate fontWeight="600" mt="3px">
        {entry.name}
      </Text>
      <Text truncate fontSize="small" color="ink2">
        {note}
      </Text>
      {many && chosen ? (
        <Box as="span" srOnly>
          {words.numbered(at + 1)}
        </Box>
      ) : null}
      {many && chosen ? (
        <Box
          position="absolute"
          top="4px"
          left="4px"
          minW="20px"
          px="4px"
          bg="ink"
          color="sheet"
          fontSize="small"
          fontWeight="700"
          textAlign="center"
          borderRadius="field"
          aria-hidden="true"
        >
          {at + 1}
        </Box>
      ) : null}
    </button>
  );
}
