"use client";
// A quick pass over all pictures that say nothing of what is to be seen: one after the other, by Enter.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { MediaEntry } from "@/core/media/entry";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Row, TextInput } from "@/studio/kit/fields";
import { Form, FormNote, useAsked } from "@/studio/kit/form";
import { State } from "@/studio/kit/layout";
import { Picture } from "@/studio/kit/picture";
import { smallPicture } from "@/studio/kit/small-picture";
import { Window } from "@/studio/kit/window";
import { words } from "./words";

export function Describing({
  lacking,
  changed,
  onClose,
}: {
  lacking: readonly MediaEntry[];
  changed: () => Promise<unknown>;
  onClose: () => void;
}) {
  // Those there were when it began: what is described on the way leaves the list of the site, not this one.
  const [list] = useState(lacking);
  const [at, setAt] = useState(0);
  const entry = list[at];
  const close = () => {
    void changed();
    onClose();
  };
  return (
    <Window title={words.describeTitle} open onClose={close}>
      {entry ? (
        <One key={entry.hash} entry={entry} left={list.length - at} onNext={() => setAt(at + 1)} />
      ) : (
        <Flex justify="space-between" align="center">
          <State tone="moss">{words.describeDone}</State>
          <MainButton onClick={close}>{words.close}</MainButton>
        </Flex>
      )}
    </Window>
  );
}

function One({ entry, left, onNext }: { entry: MediaEntry; left: number; onNext: () => void }) {
  const site = useSite();
  const say = (part: { alt?: string; decorative?: boolean }) =>
    ask("media.change", {
      site: site.key,
      hash: entry.hash,
      name: entry.name,
      ...(entry.tags ? { tags: [...entry.tags] } : {}),
      ...(entry.focus ? { focus: entry.focus } : {}),
      ...part,
    });
  const form = useAsked({ alt: "" }, async ({ alt }) => {
    if (alt.trim()) await say({ alt });
    onNext();
  });
  const decoration = useAsked({}, async () => {
    await say({ decorative: true });
    onNext();
  });
  return (
    <Form of={form}>
      <Text color="ink2" mb="8px">
        {words.describeLeft(left)} {words.describeText}
      </Text>
      <Box mb="10px" bg="wash" display="grid" placeItems="center" minH="200px">
        <Picture src={smallPicture(site, entry.hash)} style={{ maxHeight: 240, maxWidth: "100%" }} />
      </Box>
      <Row label={words.description} error={form.at("alt")} hint={entry.name}>
        {(ids) => <TextInput {...ids} value={form.values.alt} onChange={(alt) => form.set({ alt })} />}
      </Row>
      <Flex gap="8px" wrap="wrap" mt="10px">
        <MainButton loading={form.busy} onClick={form.send}>
          {words.describeNext}
        </MainButton>
        <PlainButton loading={decoration.busy} onClick={decoration.send}>
          {words.isDecoration}
        </PlainButton>
        <QuietButton onClick={onNext}>{words.describeSkip}</QuietButton>
      </Flex>
      <FormNote of={form} />
    </Form>
  );
}
