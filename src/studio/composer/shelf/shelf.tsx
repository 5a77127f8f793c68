"use client";
// The shelf beside the running order: the studio's own sections, shared ones, and ready-made ones by their groups.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useDraggable } from "@dnd-kit/core";
import { X } from "lucide-react";
import { useMemo, useState } from "react";
import { type ShelfEntry, shelf, shelfGroups } from "@/core/page/shelf";
import { IconButton, TextInput, Title } from "@/studio/kit/kit";
import { Drawing } from "../running-order";
import { matchesShared, SharedOnShelf } from "../shared/shared-on-shelf";
import { useSharedSections } from "../shared/use-shared";
import type { Composer } from "../store";
import { type ScreenDeeds, type Thing, useAnything } from "./anything";
import { EntryButton } from "./entry-button";
import { matchesOwn, type OwnEntry, OwnOnShelf, useOwnShelf } from "./own";
import { words as own } from "./words";

let drawn = 0;
/** The entry as a section to draw; its ids are never placed on a page. */
const sample = (entry: ShelfEntry) => entry.make(() => `drawn${++drawn}`);

function Entry({ entry, onAdd }: { entry: ShelfEntry; onAdd: () => void }) {
  const { attributes, listeners, setNodeRef } = useDraggable({ id: `shelf:${entry.key}` });
  const section = useMemo(() => sample(entry), [entry]);
  return (
    <EntryButton innerRef={setNodeRef} drag={{ ...attributes, ...listeners }} onAdd={onAdd}>
      <Drawing section={section} />
      <Box minW="0">
        <Text fontWeight="650">{entry.name}</Text>
        <Text fontSize="small" color="ink2">
          {entry.note}
        </Text>
      </Box>
    </EntryButton>
  );
}

/** Ready-made sections that fit what is looked for: those whose name begins so stand first. */
function readyMade(asked: string): readonly ShelfEntry[] {
  const wanted = asked.trim().toLowerCase();
  const found = shelf.filter(({ name, note, group }) => `${name} ${note} ${group}`.toLowerCase().includes(wanted));
  const begins = ({ name }: ShelfEntry) => Number(!name.toLowerCase().startsWith(wanted));
  return wanted ? [...found].sort((one, other) => begins(one) - begins(other)) : found;
}

/** What is found besides sections; nothing before something is looked for. */
function thingsFound(things: readonly Thing[], asked: string): readonly Thing[] {
  const wanted = asked.trim().toLowerCase();
  return wanted ? things.filter(({ name, note }) => `${name} ${note}`.toLowerCase().includes(wanted)) : [];
}

const thingGroups = ["blocks", "widgets", "pages", "deeds"] as const;

function ThingLine({ thing, onRun }: { thing: Thing; onRun: () => void }) {
  return (
    <button
      type="button"
      onClick={onRun}
      style={{
        display: "block",
        width: "100%",
        padding: "6px 7px",
        textAlign: "left",
        cursor: "pointer",
        borderRadius: 5,
      }}
    >
      <Text fontWeight="650">{thing.name}</Text>
      <Text fontSize="small" color="ink2">
        {thing.note}
      </Text>
    </button>
  );
}

export interface ShelfDeeds {
  readonly composer: Composer;
  readonly screen: ScreenDeeds;
  onAdd(entry: ShelfEntry): void;
  onAddOwn(entry: OwnEntry): void;
  onAddShared(shared: string): void;
  onRenamed(shared: string, name: string): void;
  onClose(): void;
}

export function Shelf({ composer, screen, onAdd, onAddOwn, onAddShared, onRenamed, onClose }: ShelfDeeds) {
  const [words, setWords] = useState("");
  const { data: ownOnes } = useOwnShelf();
  const { data: sharedOnes } = useSharedSections();
  const kept = (ownOnes?.entries ?? []).filter((entry) => matchesOwn(entry, words));
  const shared = (sharedOnes?.sections ?? []).filter((one) => matchesShared(one, words));
  const found = readyMade(words);
  const things = thingsFound(useAnything(composer, screen), words);
  const run = (thing: Thing) => {
    onClose();
    thing.run();
  };
  const addFirst = () => {
    const wanted = words.trim().toLowerCase();
    const begins = ({ name }: { readonly name: string }) => name.toLowerCase().startsWith(wanted);
    const thing = things.find(begins) ?? things[0];
    const section = [...kept, ...shared, ...found].some(begins);
    if (thing && !section && (begins(thing) || kept.length + shared.length + found.length === 0)) run(thing);
    else if (kept[0]) onAddOwn(kept[0]);
    else if (shared[0]) onAddShared(shared[0].id);
    else if (found[0]) onAdd(found[0]);
  };
  const count = kept.length + shared.length + found.length;
  const line = (entry: ShelfEntry) => <Entry key={entry.key} entry={entry} onAdd={() => onAdd(entry)} />;
  return (
    <Box
      as="section"
      aria-label={own.shelf}
      position="absolute"
      left="100%"
      top="0"
      bottom="0"
      w="284px"
      zIndex="20"
      bg="sheet"
      borderRightWidth="1px"
      borderColor="line"
      boxShadow="lifted"
      p="12px"
      overflowY="auto"
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.stopPropagation();
        onClose();
      }}
    >
      <Flex justify="space-between" align="center" mb="8px">
        <Title level={2}>{own.shelf}</Title>
        <IconButton name={own.close} onClick={onClose}>
          <X size={16} />
        </IconButton>
      </Flex>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          addFirst();
        }}
      >
        <TextInput
          {...{ autoFocus: true }}
          aria-label={own.find}
          placeholder={own.findAnything}
          value={words}
          onChange={setWords}
        />
      </form>
      <Text fontSize="small" color="ink2" my="8px">
        {own.how(count)}
      </Text>
      <OwnOnShelf entries={kept} onAdd={onAddOwn} />
      <SharedOnShelf sections={shared} onAdd={onAddShared} onRenamed={onRenamed} />
      {words.trim()
        ? found.map(line)
        : shelfGroups.map((group) => (
            <Box as="section" aria-label={group} key={group} mb="8px">
              <Text as="h3" fontWeight="700" mb="2px">
                {group}
              </Text>
              {found.filter((entry) => entry.group === group).map(line)}
            </Box>
          ))}
      {thingGroups.map((group) => {
        const list = things.filter((thing) => thing.group === group);
        return list.length ? (
          <Box as="section" aria-label={own.groups[group]} key={group} borderTopWidth="1px" borderColor="line" py="8px">
            <Text as="h3" fontWeight="700" mb="2px">
              {own.groups[group]}
            </Text>
            {list.map((thing) => (
              <ThingLine key={thing.key} thing={thing} onRun={() => run(thing)} />
            ))}
          </Box>
        ) : null;
      })}
      {count + things.length === 0 ? <Text color="ink2">{own.nothing}</Text> : null}
    </Box>
  );
}
