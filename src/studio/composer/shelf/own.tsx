"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Pencil, Trash2 } from "lucide-react";
import { useState } from "react";
import type { PageNode } from "@/core/page/node";
import { asSection } from "@/core/page/shared/placement";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Drawn } from "@/studio/kit/drawn";
import { Row, Tick } from "@/studio/kit/fields";
import { TextRow, useAsked } from "@/studio/kit/form";
// The studio's own sections on the shelf: placed, named anew, removed; and how a block gets there.
import { FormWindow } from "@/studio/kit/form-window";
import { RefusalNote } from "@/studio/kit/layout";
import { newId } from "@/studio/kit/new-id";
import { useCommand } from "@/studio/kit/use-command";
import type { Place } from "../several";
import type { Composer } from "../store";
import { useCarried } from "./carried";
import { EntryButton } from "./entry-button";
import { words } from "./words";

export type OwnEntry = Gives<"shelf.list">["entries"][number];

export function useOwnShelf() {
  const { key } = useSite();
  return useQuery({ queryKey: ["shelf", key], queryFn: () => ask("shelf.list", { site: key }) });
}

function useShelfChanged() {
  const client = useQueryClient();
  // What is for all sites has changed for all of them.
  return () => client.invalidateQueries({ queryKey: ["shelf"] });
}

const tagsOf = (text: string) => [
  ...new Set(
    text
      .split(",")
      .map((tag) => tag.trim())
      .filter(Boolean),
  ),
];

export function OwnOnShelf({
  entries,
  onAdd,
}: {
  entries: readonly OwnEntry[];
  onAdd: (entry: OwnEntry, place?: Place) => void;
}) {
  const { key } = useSite();
  const changed = useShelfChanged();
  const { attempt, refusal } = useCommand();
  const [edited, setEdited] = useState<OwnEntry | null>(null);
  if (!entries.length) return null;
  const remove = (entry: OwnEntry) =>
    attempt(async () => {
      await ask("shelf.remove", { site: key, entry: entry.id });
      await changed();
    });
  return (
    <Box as="section" aria-label={words.own} borderBottomWidth="1px" borderColor="line" pb="8px" mb="8px">
      <Text as="h3" fontWeight="700" mb="2px">
        {words.own}
      </Text>
      {entries.map((entry) => (
        <Line
          key={entry.id}
          entry={entry}
          onAdd={(place) => onAdd(entry, place)}
          onChange={() => setEdited(entry)}
          onRemove={() => remove(entry)}
        />
      ))}
      <RefusalNote refusal={refusal} />
      {edited ? <ChangeWindow entry={edited} onClose={() => setEdited(null)} /> : null}
    </Box>
  );
}

function Line({
  entry,
  onAdd,
  onChange,
  onRemove,
}: {
  entry: OwnEntry;
  onAdd: (place?: Place) => void;
  onChange: () => void;
  onRemove: () => void;
}) {
  const carried = useCarried(`own:${entry.id}`, {
    name: entry.name,
    shown: () => ({ ...asSection(newId(), entry.name, []), kind: entry.kind }),
    put: onAdd,
  });
  const note = entry.newer ? words.newer : entry.everywhere ? words.everywhere : words.onlyHere;
  return (
    <Flex align="center">
      <EntryButton {...carried} onAdd={() => onAdd()}>
        <Drawn shapes={entry.shapes} />
        <Box minW="0">
          <Text fontWeight="650" truncate>
            {entry.name}
          </Text>
          <Text fontSize="small" color="ink2" truncate>
            {[note, ...entry.tags].join(" · ")}
          </Text>
        </Box>
      </EntryButton>
      <IconButton name={words.change(entry.name)} minW="24px" w="24px" onClick={onChange}>
        <Pencil size={13} />
      </IconButton>
      <IconButton name={words.remove(entry.name)} minW="24px" w="24px" onClick={onRemove}>
        <Trash2 size={13} />
      </IconButton>
    </Flex>
  );
}

interface Named extends Record<string, unknown> {
  name: string;
  tags: string;
  everywhere: boolean;
}

function ChangeWindow({ entry, onClose }: { entry: OwnEntry; onClose: () => void }) {
  const { key } = useSite();
  const changed = useShelfChanged();
  const start: Named = { name: entry.name, tags: entry.tags.join(", "), everywhere: entry.everywhere };
  const form = useAsked(start, async ({ name, tags, everywhere }) => {
    await ask("shelf.change", { site: key, entry: entry.id, name, tags: tagsOf(tags), everywhere });
    await changed();
    onClose();
  });
  return (
    <FormWindow of={form} title={words.changeTitle} onClose={onClose} send={words.save}>
      <TextRow of={form} field="name" label={words.name} />
      <TextRow of={form} field="tags" label={words.tags} hint={words.tagsHint} />
      <Tick
        label={words.onAllSites}
        checked={form.values.everywhere}
        onChange={(everywhere) => form.set({ everywhere })}
      />
    </FormWindow>
  );
}

/** The way of a block to the shelf. */
export function PutWindow({ composer, node, onClose }: { composer: Composer; node: PageNode; onClose: () => void }) {
  const { key } = useSite();
  const changed = useShelfChanged();
  const { data } = useOwnShelf();
  const [fresh] = useState(newId);
  const start: Named = { name: composer.documents.titleOf(node), tags: "", everywhere: true };
  const [entry, setEntry] = useState("");
  const form = useAsked(start, async ({ name, tags, everywhere }) => {
    await ask("shelf.keep", { site: key, entry: entry || fresh, name, tags: tagsOf(tags), everywhere, node });
    await changed();
    onClose();
  });
  const choose = (id: string) => {
    setEntry(id);
    const found = data?.entries.find((one) => one.id === id);
    if (found) form.set({ name: found.name, tags: found.tags.join(", "), everywhere: found.everywhere });
  };
  return (
    <FormWindow of={form} title={words.putTitle} onClose={onClose} send={words.putIt}>
      <Text mb="12px">{words.putIntro}</Text>
      <TextRow of={form} field="name" label={words.name} />
      <TextRow of={form} field="tags" label={words.tags} hint={words.tagsHint} />
      {data?.entries.length ? (
        <Row label={words.inPlaceOf}>
          {(ids) => (
            <Choice
              {...ids}
              value={entry}
              onChange={choose}
              options={[["", words.asNew], ...data.entries.map(({ id, name }) => [id, name] as const)]}
            />
          )}
        </Row>
      ) : null}
      <Tick
        label={words.onAllSites}
        checked={form.values.everywhere}
        onChange={(everywhere) => form.set({ everywhere })}
      />
    </FormWindow>
  );
}
