"use client";
import { Text } from "@chakra-ui/react";
import { useState } from "react";
import type { PageNode } from "@/core/page/node";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask, Refusal } from "@/studio/kit/api";
import { TextRow, useAsked } from "@/studio/kit/form";
// The window in which a section of the page becomes a definition that can stand on many pages.
import { FormWindow } from "@/studio/kit/form-window";
import { newId } from "@/studio/kit/new-id";
import type { Composer } from "../store";
import { standFor } from "./commands";
import { nameSchema } from "./name-schema";
import { useSharedChanged } from "./use-shared";
import { words } from "./words";

export function MakeWindow({
  composer,
  section,
  onClose,
}: {
  composer: Composer;
  section: PageNode;
  onClose: () => void;
}) {
  const { key } = useSite();
  const refresh = useRefresh();
  const changed = useSharedChanged();
  // One name for one definition, however often it is sent.
  const [id] = useState(newId);
  const form = useAsked(
    { name: String(section.content.name ?? "") },
    async ({ name }) => {
      const body: PageNode = { id: newId(), kind: "page", content: {}, look: { base: {} }, children: [section] };
      await ask("shared.add", { site: key, shared: id, name, body });
      const refusal = await standFor(composer, section.id, id);
      if (refusal) throw new Refusal(409, "notPlaced", refusal);
      onClose();
      await Promise.all([refresh(), changed()]);
    },
    nameSchema,
  );
  return (
    <FormWindow of={form} title={words.makeTitle} onClose={onClose} send={words.makeIt}>
      <Text mb="12px">{words.makeIntro}</Text>
      <TextRow of={form} field="name" label={words.name} />
    </FormWindow>
  );
}
