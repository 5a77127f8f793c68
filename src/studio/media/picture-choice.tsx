"use client";
// Choosing one of the site’s pictures, or a new one.
import { Box, Flex } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { isPicture, type MediaEntry } from "@/core/media/entry";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { Refusal, upload } from "@/studio/kit/api";
import { FileButton } from "@/studio/kit/file-button";
import { State } from "@/studio/kit/layout";
import { Picture } from "@/studio/kit/picture";
import { RoomWarning } from "@/studio/kit/room";
import { words } from "./choice-words";

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

/** Choosing a picture: a new file, or one of the site's media. */
export function PictureChoice({ value, onChoose }: { value: string | null; onChoose: (media: string) => void }) {
  const site = useSite();
  const refresh = useRefresh();
  const sending = useMutation({
    mutationFn: async (file: File) => {
      const entry = await upload<MediaEntry>(`/api/sites/${site.key}/media`, file);
      await refresh();
      return entry;
    },
    onSuccess: (entry) => onChoose(entry.hash),
  });
  return (
    <Box>
      <Flex wrap="wrap" gap="5px" mb="8px" role="radiogroup" aria-label={words.picturesSite}>
        {site.media.filter(isPicture).map((entry) => (
          <button
            key={entry.hash}
            type="button"
            role="radio"
            aria-checked={entry.hash === value}
            aria-label={entry.name}
            title={entry.name}
            onClick={() => onChoose(entry.hash)}
            style={{
              outline: entry.hash === value ? "2px solid var(--chakra-colors-mark)" : undefined,
              outlineOffset: 1,
              cursor: "pointer",
            }}
          >
            <Thumb hash={entry.hash} widthPx={44} heightPx={34} />
          </button>
        ))}
      </Flex>
      <FileButton
        label={words.pictureFile}
        accept="image/jpeg,image/png,image/webp,image/avif,image/gif,image/svg+xml"
        loading={sending.isPending}
        loadingText={words.sending}
        onFile={(file) => sending.mutate(file)}
      >
        <Plus size={14} /> {words.newPicture}
      </FileButton>
      {sending.error ? (
        <State tone="brick">{sending.error instanceof Refusal ? sending.error.message : words.pictureNotSent}</State>
      ) : null}
      <RoomWarning />
    </Box>
  );
}
