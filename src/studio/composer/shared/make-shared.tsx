"use client";
// A section of the page becomes a definition that can stand on many pages.
import { Text } from "@chakra-ui/react";
import Joi from "joi";
import { useState } from "react";
import type { PageNode } from "@/core/page/node";
import { sharedNameSchema } from "@/core/site/schema";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask, Refusal } from "@/studio/kit/api";
import { Form, FormNote, TextRow, useAsked } from "@/studio/kit/form";
import { MainButton, QuietButton, Window } from "@/studio/kit/kit";
import { newId } from "@/studio/kit/new-id";
import type { Composer } from "../store";
import { standFor } from "./deeds";
import { useSharedChanged } from "./use-shared";
import { words } from "./words";

const schema = Joi.object({ name: sharedNameSchema.required() });

export function MakeShared({ composer, section }: { composer: Composer; section: PageNode }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <QuietButton onClick={() => setOpen(true)}>{words.make}</QuietButton>
      {open ? <MakeWindow composer={composer} section={section} onClose={() => setOpen(false)} /> : null}
    </>
  );
}

function MakeWindow({ composer, section, onClose }: { composer: Composer; section: PageNode; onClose: () => void }) {
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
    schema,
  );
  return (
    <Window
      title={words.makeTitle}
      open
      onClose={onClose}
      foot={
        <MainButton loading={form.busy} onClick={form.send}>
          {words.makeIt}
        </MainButton>
      }
    >
      <Text mb="12px">{words.makeIntro}</Text>
      <Form of={form}>
        <TextRow of={form} field="name" label={words.name} />
        <FormNote of={form} />
      </Form>
    </Window>
  );
}
