"use client";
// Many pictures in one go for a list of them: files from the machine, dropped or chosen, or several of the site's own.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Images, Upload as UploadIcon } from "lucide-react";
import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import { isPicture } from "@/core/media/entry";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { MainButton, PlainButton } from "@/studio/kit/buttons";
import { FilesButton } from "@/studio/kit/file-button";
import { Progress, State } from "@/studio/kit/layout";
import { Window } from "@/studio/kit/window";
import { Thumb } from "@/studio/media/picture-choice";
import { Uploads } from "@/studio/media/uploads";
import { words as own } from "../words";

/** Files on their way: those that have come are handed on once, in the order in which they were chosen. */
function useUploads(onAdd: (hashes: readonly string[]) => void) {
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

export function ManyPictures({
  there,
  onAdd,
}: {
  /** Those that stand in the list already. */
  there: ReadonlySet<unknown>;
  onAdd: (hashes: readonly string[]) => void;
}) {
  const site = useSite();
  const [choosing, setChoosing] = useState(false);
  const [over, setOver] = useState(false);
  const { uploads, list } = useUploads(onAdd);
  const open = list.filter(({ state }) => state === "waiting" || state === "sending").length;
  const wrong = list.filter(({ state }) => state === "refused" || state === "failed");
  const failed = wrong.filter(({ state }) => state === "failed").length;
  return (
    <Box
      onDragOver={(event) => {
        if (![...event.dataTransfer.items].some(({ kind }) => kind === "file")) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        setOver(false);
        if (!event.dataTransfer.files.length) return;
        event.preventDefault();
        uploads.add([...event.dataTransfer.files]);
      }}
      borderWidth="1px"
      borderStyle="dashed"
      borderColor={over ? "mark" : "edge"}
      borderRadius="field"
      p="8px"
      mt="6px"
    >
      <Text color="ink2" fontSize="small" mb="6px">
        {own.manyHint}
      </Text>
      <Flex gap="6px" wrap="wrap">
        <FilesButton label={own.manyFilesLabel} onFiles={(files) => uploads.add(files)}>
          <UploadIcon size={14} /> {own.manyFiles}
        </FilesButton>
        {site.media.some(isPicture) ? (
          <PlainButton onClick={() => setChoosing(true)}>
            <Images size={14} /> {own.manyOfSite}
          </PlainButton>
        ) : null}
      </Flex>
      {open ? (
        <Box mt="8px" role="status">
          <Text mb="4px">{own.manySending(list.length - open, list.length)}</Text>
          <Progress label={own.manyBar} done={list.length - open} total={list.length} />
        </Box>
      ) : null}
      {wrong.length ? (
        <Box mt="8px" role="status">
          <State tone="amber">{own.manyRefused(wrong.length)}</State>
          <Box as="ul" pl="18px" mt="4px" maxH="140px" overflowY="auto">
            {wrong.map(({ file, why }) => (
              <li key={`${file.name} ${file.size} ${file.lastModified}`}>{own.manyRefusedLine(file.name, why)}</li>
            ))}
          </Box>
          {failed && !open ? <PlainButton onClick={() => uploads.again()}>{own.manyAgain(failed)}</PlainButton> : null}
        </Box>
      ) : null}
      {choosing ? (
        <ChooseMany
          there={there}
          onChosen={(hashes) => {
            setChoosing(false);
            onAdd(hashes);
          }}
          onClose={() => setChoosing(false)}
        />
      ) : null}
    </Box>
  );
}

function ChooseMany({
  there,
  onChosen,
  onClose,
}: {
  there: ReadonlySet<unknown>;
  onChosen: (hashes: readonly string[]) => void;
  onClose: () => void;
}) {
  const site = useSite();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const pictures = site.media.filter(isPicture);
  const rest = pictures.filter(({ hash }) => !there.has(hash)).map(({ hash }) => hash);
  const all = rest.length > 0 && rest.every((hash) => chosen.includes(hash));
  return (
    <Window
      title={own.manyTitle}
      open
      wide
      onClose={onClose}
      foot={
        <>
          <PlainButton disabled={!rest.length} onClick={() => setChosen(all ? [] : rest)}>
            {all ? own.manyNone : own.manyAll(rest.length)}
          </PlainButton>
          <MainButton disabled={!chosen.length} onClick={() => onChosen(chosen)}>
            {own.manyAdd(chosen.length)}
          </MainButton>
        </>
      }
    >
      <Flex wrap="wrap" gap="8px" maxH="46vh" overflowY="auto" p="3px" role="group" aria-label={own.picturesSite}>
        {pictures.map(({ hash, name }) => {
          const at = chosen.indexOf(hash);
          return (
            <button
              key={hash}
              type="button"
              aria-pressed={at >= 0}
              aria-label={at >= 0 ? own.manyNumbered(name, at + 1) : name}
              title={name}
              onClick={() => setChosen(at >= 0 ? chosen.filter((one) => one !== hash) : [...chosen, hash])}
              style={{
                position: "relative",
                cursor: "pointer",
                outline: at >= 0 ? "3px solid var(--chakra-colors-ink)" : undefined,
                opacity: there.has(hash) && at < 0 ? 0.5 : 1,
              }}
            >
              <Thumb hash={hash} widthPx={88} heightPx={66} />
              {at >= 0 ? (
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
        })}
      </Flex>
    </Window>
  );
}
