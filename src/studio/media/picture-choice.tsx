"use client";
// Choosing one of the site’s pictures, or a new one.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { useState } from "react";
import type { MediaEntry } from "@/core/media/entry";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { Refusal, upload } from "@/studio/kit/api";
import { PlainButton } from "@/studio/kit/buttons";
import { FileButton } from "@/studio/kit/file-button";
import { State } from "@/studio/kit/layout";
import { opensByEnter } from "@/studio/kit/opens-by-enter";
import { Picture } from "@/studio/kit/picture";
import { RoomWarning } from "@/studio/kit/room";
import { smallPicture } from "@/studio/kit/small-picture";
import { chequer } from "@/studio/kit/theme";
import { words } from "./choice-words";
import { PictureWindow, useDropped } from "./picture-window";

/** A picture of the site, small. */
export function Thumb({ hash, widthPx, heightPx }: { hash: string; widthPx: number; heightPx: number }) {
  const { key } = useSite();
  return (
    <Picture
      src={`/api/sites/${key}/media/${hash}?w=96`}
      width={widthPx}
      height={heightPx}
      style={{ width: widthPx, height: heightPx, objectFit: "cover", display: "block", flex: "none" }}
    />
  );
}

/** Choosing a picture: of the site's, in a window of its own, or a new file. */
export function PictureChoice({
  value,
  shown = true,
  onChoose,
}: {
  value: string | null;
  /** Whether it shows the picture itself: not where what is shown of it stands below. */
  shown?: boolean;
  onChoose: (media: string) => void;
}) {
  const site = useSite();
  const refresh = useRefresh();
  const [choosing, setChoosing] = useState(false);
  const sending = useMutation({
    mutationFn: async (file: File) => {
      const entry = await upload<MediaEntry>(`/api/sites/${site.key}/media`, file);
      await refresh();
      return entry;
    },
    onSuccess: (entry) => onChoose(entry.hash),
  });
  const { over, takes } = useDropped(([file]) => file && sending.mutate(file));
  const entry = value ? site.media.find(({ hash }) => hash === value) : undefined;
  return (
    <Box {...takes} outline={over ? "2px dashed var(--chakra-colors-mark)" : undefined} outlineOffset="3px">
      {entry && shown ? (
        <button
          type="button"
          aria-label={words.anotherThan(entry.name)}
          title={entry.name}
          onClick={() => setChoosing(true)}
          style={{ display: "block", width: "100%", cursor: "pointer", marginBottom: 6 }}
        >
          <Box h="112px" bg={entry.tint ? "paper" : undefined} css={entry.tint ? {} : chequer}>
            <Picture
              src={smallPicture(site, entry.hash)}
              style={{ width: "100%", height: "100%", objectFit: "contain", display: "block" }}
            />
          </Box>
          <Text truncate fontSize="small" color="ink2" textAlign="left" mt="2px">
            {entry.name}
          </Text>
        </button>
      ) : null}
      <Flex gap="6px" wrap="wrap" mb="6px">
        <PlainButton {...opensByEnter} onClick={() => setChoosing(true)}>
          {value ? words.another : words.choose}
        </PlainButton>
        <FileButton
          label={words.pictureFile}
          accept="image/jpeg,image/png,image/webp,image/avif,image/gif,image/svg+xml"
          loading={sending.isPending}
          loadingText={words.sending}
          onFile={(file) => sending.mutate(file)}
        >
          <Plus size={14} /> {words.newPicture}
        </FileButton>
      </Flex>
      {sending.error ? (
        <State tone="brick">{sending.error instanceof Refusal ? sending.error.message : words.pictureNotSent}</State>
      ) : null}
      <RoomWarning />
      {choosing ? (
        <PictureWindow
          value={value}
          onChosen={([hash]) => {
            setChoosing(false);
            if (hash) onChoose(hash);
          }}
          onClose={() => setChoosing(false)}
        />
      ) : null}
    </Box>
  );
}
