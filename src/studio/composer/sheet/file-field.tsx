"use client";
// The file that visitors take home: one of the site's, or a new one.
import { Box } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { aboutDocument, type DocumentType, documentKinds, documentTypes } from "@/core/media/documents";
import { isPicture, type MediaEntry } from "@/core/media/entry";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { Refusal, upload } from "@/studio/kit/api";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { FileButton } from "@/studio/kit/file-button";
import { State } from "@/studio/kit/layout";
import { RoomWarning } from "@/studio/kit/room";
import { words as own } from "../words";
import type { FieldProps } from "./field";

const accepted = documentTypes.map((type) => `.${documentKinds[type].extension}`).join(",");

export function FileField({ composer, node, field }: FieldProps<"file">) {
  const site = useSite();
  const refresh = useRefresh();
  const choose = (media: string | null) => composer.content.set(node.id, field.name, media);
  const sending = useMutation({
    mutationFn: async (file: File) => {
      const entry = await upload<MediaEntry>(`/api/sites/${site.key}/media?as=document`, file);
      await refresh();
      return entry;
    },
    onSuccess: ({ hash }) => choose(hash),
  });
  const files = site.media.filter((entry) => !isPicture(entry));
  const told = ({ name, type, bytes = 0 }: MediaEntry) =>
    `${name} (${aboutDocument(type as DocumentType, bytes, site.settings.language)})`;
  return (
    <Box mb="10px">
      <Row label={field.label}>
        {(ids) => (
          <Choice
            {...ids}
            value={String(node.content[field.name] ?? "")}
            onChange={(media) => choose(media || null)}
            options={[["", own.chooseFile], ...files.map((entry) => [entry.hash, told(entry)] as const)]}
          />
        )}
      </Row>
      <FileButton
        label={own.fileToTake}
        accept={accepted}
        loading={sending.isPending}
        loadingText={own.sending}
        onFile={(file) => sending.mutate(file)}
      >
        <Plus size={14} /> {own.newFile}
      </FileButton>
      {sending.error ? (
        <State tone="brick">{sending.error instanceof Refusal ? sending.error.message : own.fileNotSent}</State>
      ) : null}
      <RoomWarning />
    </Box>
  );
}
