"use client";
// A film of the site, or a new one.
import { useMutation } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { documentKinds, filmTypes, isFilm } from "@/core/media/documents";
import type { MediaEntry } from "@/core/media/entry";
import { clock } from "@/core/video/length";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { Refusal, upload } from "@/studio/kit/api";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { FileButton } from "@/studio/kit/file-button";
import { State } from "@/studio/kit/layout";
import { words as own } from "../words";

const filmEndings = filmTypes.map((type) => `.${documentKinds[type].extension}`).join(",");

/** Sends a file that is played, or read with what is played. */
export function useSending(then: (entry: MediaEntry) => void) {
  const site = useSite();
  const refresh = useRefresh();
  return useMutation({
    mutationFn: async (file: File) => {
      const entry = await upload<MediaEntry>(`/api/sites/${site.key}/media?as=document`, file);
      await refresh();
      return entry;
    },
    onSuccess: then,
  });
}

export const Refused = ({ error }: { error: Error | null }) =>
  error ? <State tone="brick">{error instanceof Refusal ? error.message : own.fileNotSent}</State> : null;

/** `none` says what stands without one. */
export function FilmChoice({
  label,
  hint,
  none,
  value,
  onChoose,
}: {
  label: string;
  hint?: string | undefined;
  none: string;
  value: string;
  onChoose: (film: MediaEntry | null) => void;
}) {
  const films = useSite().media.filter(isFilm);
  const sending = useSending(onChoose);
  return (
    <>
      {films.length ? (
        <Row label={label} hint={hint} stacked>
          {(ids) => (
            <Choice
              {...ids}
              value={value}
              onChange={(hash) => onChoose(films.find((one) => one.hash === hash) ?? null)}
              options={[
                ["", none],
                ...films.map((one) => [one.hash, `${one.name} (${clock((one.lengthMs ?? 0) / 1000)})`] as const),
              ]}
            />
          )}
        </Row>
      ) : null}
      <FileButton
        label={own.filmFile}
        accept={filmEndings}
        loading={sending.isPending}
        loadingText={own.sending}
        onFile={(file) => sending.mutate(file)}
      >
        <Plus size={14} /> {own.newFilm}
      </FileButton>
      <Refused error={sending.error} />
    </>
  );
}
