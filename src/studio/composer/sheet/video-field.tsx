"use client";
// Which video: a clip by its address, about which the server finds out once, or a film of the site.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { Plus, Search } from "lucide-react";
import { useRef, useState } from "react";
import { captionType, documentKinds } from "@/core/media/documents";
import type { MediaEntry } from "@/core/media/entry";
import type { VideoContent } from "@/core/page/kinds/video";
import { clock } from "@/core/video/length";
import { hostOf, pageAddress, sentBy } from "@/core/video/source";
import { standInHere, useRefresh, useSite } from "@/studio/frame/site-context";
import { ask, upload } from "@/studio/kit/api";
import { PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row, TextInput } from "@/studio/kit/fields";
import { FileButton } from "@/studio/kit/file-button";
import { RefusalNote, State } from "@/studio/kit/layout";
import { RoomWarning } from "@/studio/kit/room";
import { useCommand } from "@/studio/kit/use-command";
import { words as own } from "../words";
import type { FieldProps } from "./field";
import { FilmChoice, Refused, useSending } from "./film-choice";

type Video = FieldProps<"video">;

export function VideoField({ composer, node, field }: Video) {
  const content = node.content as unknown as VideoContent;
  const { source } = content;
  return (
    <Box mb="12px">
      {source ? <Found composer={composer} node={node} field={field} /> : null}
      <Address composer={composer} node={node} field={field} />
      <OwnFilm composer={composer} node={node} field={field} />
    </Box>
  );
}

function Address({ composer, node }: Video) {
  const { key } = useSite();
  const refresh = useRefresh();
  const [typed, setTyped] = useState("");
  const { refusal, busy, attempt } = useCommand();
  const find = () =>
    attempt(async () => {
      const { source, title, ratio, seconds, poster, at } = await ask("clips.find", { site: key, address: typed });
      await refresh();
      // What was said of the clip before does not hold for this one.
      composer.content.setAll(node.id, {
        source,
        title,
        ratio,
        seconds,
        from: at || undefined,
        to: undefined,
        captions: [],
        chapters: [],
        ...(poster ? { poster, cut: undefined } : {}),
      });
      setTyped("");
    });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        find();
      }}
    >
      <Row
        label={own.clipAddress}
        stacked
        hint={refusal ? undefined : own.clipAddressHint}
        error={refusal?.fields.find(({ path }) => path === "address")?.message}
      >
        {(ids) => <TextInput {...ids} value={typed} onChange={setTyped} />}
      </Row>
      <PlainButton type="submit" loading={busy} loadingText={own.clipLooking} disabled={!typed.trim()}>
        <Search size={14} /> {own.clipLook}
      </PlainButton>
      <RefusalNote refusal={refusal} shownAt={["address"]} />
    </form>
  );
}

function OwnFilm({ composer, node }: Video) {
  const content = node.content as unknown as VideoContent;
  const chosen = content.source?.from === "file" ? content.source.media : "";
  const choose = (entry: MediaEntry) =>
    composer.content.setAll(node.id, {
      source: { from: "file", media: entry.hash },
      title: content.title || entry.name.replace(/\.\w+$/, ""),
      ratio: Math.round(Math.min(4, Math.max(0.25, entry.widthPx / entry.heightPx)) * 10_000) / 10_000,
      seconds: Math.round((entry.lengthMs ?? 0) / 100) / 10,
      from: undefined,
      to: undefined,
      quality: undefined,
    });
  return (
    <Box mt="10px">
      <FilmChoice
        label={own.ownFilm}
        none={own.chooseFilm}
        value={chosen}
        onChoose={(entry) => {
          if (entry) choose(entry);
        }}
      />
      <RoomWarning />
    </Box>
  );
}

/** What plays: where it is from, how long, who hears of it; of a film of the site, its frames to take a poster from. */
function Found({ composer, node }: Video) {
  const site = useSite();
  const content = node.content as unknown as VideoContent;
  const { source, seconds } = content;
  if (!source) return null;
  const page = pageAddress(source, standInHere);
  const film = source.from === "file" ? site.media.find(({ hash }) => hash === source.media) : undefined;
  const left = [...sentBy(source, standInHere)].flatMap(({ sets }) => sets);
  return (
    <Box bg="wash" borderRadius="field" p="9px 11px" mb="10px">
      <Text fontWeight="600" overflowWrap="anywhere">
        {page ? hostOf(page) : (film?.name ?? own.filmGone)}
      </Text>
      <Text fontSize="small" color="ink2">
        {[
          seconds ? clock(seconds) : "",
          source.from === "clip" ? source.clip : "",
          film ? `${film.widthPx} × ${film.heightPx}` : "",
          page ? own.clipLeaves(left.length) : own.filmHears,
        ]
          .filter(Boolean)
          .join(" · ")}
      </Text>
      {page ? (
        <QuietButton asChild mt="4px">
          <a href={page} target="_blank" rel="noreferrer">
            {own.clipOpen}
          </a>
        </QuietButton>
      ) : null}
      {film ? <Frames composer={composer} node={node} film={film} /> : null}
    </Box>
  );
}

function Frames({ composer, node, film }: Pick<Video, "composer" | "node"> & { film: MediaEntry }) {
  const site = useSite();
  const refresh = useRefresh();
  const shown = useRef<HTMLVideoElement>(null);
  const taking = useMutation({
    mutationFn: async () => {
      const video = shown.current;
      if (!video) throw new Error(own.filmGone);
      // Its first frame may still be on the way.
      if (video.readyState < HTMLMediaElement.HAVE_CURRENT_DATA)
        await new Promise((resolve, reject) => {
          video.addEventListener("loadeddata", resolve, { once: true });
          video.addEventListener("error", () => reject(new Error(own.filmNotPlayed)), { once: true });
        });
      const canvas = document.createElement("canvas");
      canvas.width = video.videoWidth;
      canvas.height = video.videoHeight;
      canvas.getContext("2d")?.drawImage(video, 0, 0);
      const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, "image/jpeg", 0.9));
      if (!blob) throw new Error(own.filmNotPlayed);
      const name = `${film.name.replace(/\.\w+$/, "")}.jpg`;
      const entry = await upload<MediaEntry>(`/api/sites/${site.key}/media`, new File([blob], name));
      await refresh();
      return entry;
    },
    onSuccess: ({ hash }) => composer.content.setAll(node.id, { poster: hash, cut: undefined }),
  });
  return (
    <Box mt="8px">
      <video
        ref={shown}
        controls
        muted
        preload="auto"
        aria-label={own.filmPreview}
        src={`/api/sites/${site.key}/media/${film.hash}?document`}
        style={{ width: "100%", maxHeight: 180, background: "var(--chakra-colors-ink)", display: "block" }}
      />
      <Flex mt="6px">
        <QuietButton loading={taking.isPending} onClick={() => taking.mutate()}>
          {own.takePoster}
        </QuietButton>
      </Flex>
      {taking.error ? <State tone="brick">{taking.error.message}</State> : null}
    </Box>
  );
}

/** A caption file of the site, or a new one. */
export function CaptionsChoice({
  label,
  value,
  onChoose,
}: {
  label: string;
  value: string | null;
  onChoose: (media: string | null) => void;
}) {
  const site = useSite();
  const sending = useSending(({ hash }) => onChoose(hash));
  const files = site.media.filter(({ type }) => type === captionType);
  return (
    <Box mb="8px">
      <Row label={label} stacked>
        {(ids) => (
          <Choice
            {...ids}
            value={value ?? ""}
            onChange={(media) => onChoose(media || null)}
            options={[["", own.chooseFile], ...files.map(({ hash, name }) => [hash, name] as const)]}
          />
        )}
      </Row>
      <FileButton
        label={own.captionFile}
        accept={`.${documentKinds[captionType].extension}`}
        loading={sending.isPending}
        loadingText={own.sending}
        onFile={(file) => sending.mutate(file)}
      >
        <Plus size={14} /> {own.newFile}
      </FileButton>
      <Refused error={sending.error} />
    </Box>
  );
}
