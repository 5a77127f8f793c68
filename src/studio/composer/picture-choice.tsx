"use client";
import { Box, Flex } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { useRef, useState } from "react";
import type { MediaEntry } from "@/core/site/site";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { Refusal, upload } from "@/studio/kit/api";
import { PlainButton, State } from "@/studio/kit/kit";
import { RoomWarning } from "@/studio/kit/room";
import { words } from "./words";

/** Choosing a picture: a new file, or one of the site's media. */
export function PictureChoice({ value, onChoose }: { value: string | null; onChoose: (media: string) => void }) {
  const site = useSite();
  const refresh = useRefresh();
  const input = useRef<HTMLInputElement>(null);
  const [state, setState] = useState<{ busy: boolean; error: string | null }>({ busy: false, error: null });
  const take = async (file: File | undefined) => {
    if (!file) return;
    setState({ busy: true, error: null });
    try {
      const entry = await upload<MediaEntry>(`/api/sites/${site.key}/media`, file);
      await refresh();
      onChoose(entry.hash);
      setState({ busy: false, error: null });
    } catch (error) {
      setState({ busy: false, error: error instanceof Refusal ? error.message : words.pictureNotSent });
    }
  };
  return (
    <Box>
      <Flex wrap="wrap" gap="5px" mb="8px" role="radiogroup" aria-label={words.picturesSite}>
        {site.media.map((entry) => (
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
            {/* biome-ignore lint/performance/noImgElement: a small picture of our own media route */}
            <img
              alt=""
              src={`/api/sites/${site.key}/media/${entry.hash}?w=96`}
              width={44}
              height={34}
              style={{ width: 44, height: 34, objectFit: "cover", display: "block" }}
            />
          </button>
        ))}
      </Flex>
      <input
        ref={input}
        type="file"
        accept="image/jpeg,image/png,image/webp,image/avif"
        hidden
        aria-label={words.pictureFile}
        onChange={(event) => void take(event.target.files?.[0])}
      />
      <PlainButton loading={state.busy} loadingText={words.sending} onClick={() => input.current?.click()}>
        <Plus size={14} /> {words.newPicture}
      </PlainButton>
      {state.error ? <State tone="brick">{state.error}</State> : null}
      <RoomWarning />
    </Box>
  );
}
