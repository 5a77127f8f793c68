"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
import { Pencil, Trash2 } from "lucide-react";
import { useState } from "react";
import { asSection } from "@/core/page/shared/placement";
import type { Gives } from "@/server/operations";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton } from "@/studio/kit/buttons";
import { Drawn } from "@/studio/kit/drawn";
import { TextRow, useAsked } from "@/studio/kit/form";
// Shared sections on the shelf: placed, renamed, and removed where they stand nowhere.
import { FormWindow } from "@/studio/kit/form-window";
import { RefusalNote } from "@/studio/kit/layout";
import { newId } from "@/studio/kit/new-id";
import { useCommand } from "@/studio/kit/use-command";
import type { Place } from "../several";
import { useCarried } from "../shelf/carried";
import { EntryButton } from "../shelf/entry-button";
import { nameSchema } from "./name-schema";
import { useSharedChanged } from "./use-shared";
import { words as own } from "./words";

type Listed = Gives<"shared.list">["sections"][number];

export function SharedOnShelf({
  sections,
  onAdd,
  onRenamed,
}: {
  sections: readonly Listed[];
  onAdd: (shared: string, place?: Place) => void;
  onRenamed: (shared: string, name: string) => void;
}) {
  const { key } = useSite();
  const refresh = useRefresh();
  const changed = useSharedChanged();
  const [renamed, setRenamed] = useState<Listed | null>(null);
  const { attempt, refusal } = useCommand();
  if (!sections.length) return null;
  const remove = (id: string) =>
    attempt(async () => {
      await ask("shared.remove", { site: key, shared: id });
      await Promise.all([refresh(), changed()]);
    });
  return (
    <Box as="section" aria-label={own.group} borderBottomWidth="1px" borderColor="line" pb="8px" mb="8px">
      <Text as="h3" fontWeight="700">
        {own.group}
      </Text>
      <Text fontSize="small" color="ink2" mb="4px">
        {own.groupHint}
      </Text>
      {sections.map((one) => (
        <Line
          key={one.id}
          one={one}
          onAdd={(place) => onAdd(one.id, place)}
          onRename={() => setRenamed(one)}
          onRemove={() => remove(one.id)}
        />
      ))}
      <RefusalNote refusal={refusal} />
      {renamed ? (
        <RenameWindow
          one={renamed}
          onDone={(name) => {
            onRenamed(renamed.id, name);
            setRenamed(null);
            void Promise.all([refresh(), changed()]);
          }}
          onClose={() => setRenamed(null)}
        />
      ) : null}
    </Box>
  );
}

function Line({
  one,
  onAdd,
  onRename,
  onRemove,
}: {
  one: Listed;
  onAdd: (place?: Place) => void;
  onRename: () => void;
  onRemove: () => void;
}) {
  const carried = useCarried(`shared:${one.id}`, {
    name: one.name,
    shown: () => asSection(newId(), one.name, []),
    put: onAdd,
  });
  return (
    <Flex align="center">
      <EntryButton {...carried} onAdd={() => onAdd()}>
        <Drawn shapes={one.shapes} />
        <Box minW="0">
          <Text fontWeight="650" truncate>
            {one.name}
          </Text>
          <Text fontSize="small" color="ink2">
            {own.onPages(one.pages)}
          </Text>
        </Box>
      </EntryButton>
      <IconButton name={own.rename(one.name)} minW="24px" w="24px" onClick={onRename}>
        <Pencil size={13} />
      </IconButton>
      {one.pages === 0 ? (
        <IconButton name={own.remove(one.name)} minW="24px" w="24px" onClick={onRemove}>
          <Trash2 size={13} />
        </IconButton>
      ) : null}
    </Flex>
  );
}

function RenameWindow({ one, onDone, onClose }: { one: Listed; onDone: (name: string) => void; onClose: () => void }) {
  const { key } = useSite();
  const form = useAsked(
    { name: one.name },
    async ({ name }) => {
      await ask("shared.rename", { site: key, shared: one.id, name });
      onDone(name);
    },
    nameSchema,
  );
  return (
    <FormWindow of={form} title={own.renameTitle} onClose={onClose} send={own.keepName}>
      <TextRow of={form} field="name" label={own.name} />
    </FormWindow>
  );
}
