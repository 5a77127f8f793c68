"use client";
// The shelf beside the running order: the studio's own sections, shared ones, and ready-made ones by their groups.
import { Box, Flex, Text } from "@chakra-ui/react";
import { X } from "lucide-react";
import { useMemo, useState } from "react";
import { blockGroups } from "@/core/page/kind";
import type { PageNode } from "@/core/page/node";
import { type ShelfEntry, shelf, shelfGroups } from "@/core/page/shelf";
import { factsOf } from "@/core/site/facts";
import { useSite } from "@/studio/frame/site-context";
import { IconButton } from "@/studio/kit/buttons";
import { TextInput } from "@/studio/kit/fields";
import { Title } from "@/studio/kit/layout";
import { newId } from "@/studio/kit/new-id";
import { Segments } from "@/studio/kit/segments";
import { Drawing } from "../running-order";
import type { Place } from "../several";
import { matchesShared, SharedOnShelf } from "../shared/shared-on-shelf";
import { useSharedSections } from "../shared/use-shared";
import type { Composer } from "../store";
import { type ScreenCommands, type Thing, useAnything } from "./anything";
import { useCarried } from "./carried";
import { EntryButton } from "./entry-button";
import { matchesOwn, type OwnEntry, OwnOnShelf, useOwnShelf } from "./own";
import { ThingGroup } from "./pieces";
import { useStillWhilePressed } from "./still";
import { words as own } from "./words";

let drawn = 0;
/** The entry as a section to draw; its ids are never placed on a page. */
const sample = (entry: ShelfEntry) => entry.make(() => `drawn${++drawn}`);

function Entry({ entry, onAdd }: { entry: ShelfEntry; onAdd: (node: PageNode, place?: Place) => void }) {
  const { settings } = useSite();
  const make = () => entry.make(newId, factsOf(settings));
  const carried = useCarried(`shelf:${entry.key}`, {
    name: entry.name,
    shown: make,
    put: (place) => onAdd(make(), place),
  });
  const section = useMemo(() => sample(entry), [entry]);
  return (
    <EntryButton {...carried} onAdd={() => onAdd(make())}>
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

const thingGroups = ["blocks", "widgets", "pages", "commands"] as const;

export interface ShelfCommands {
  readonly composer: Composer;
  readonly screen: ScreenCommands;
  /** Whether something is being dragged: the shelf then leaves the page in sight. */
  readonly carrying: boolean;
  /** Puts a new block at a place; without one, where the shelf was opened. */
  onAdd(node: PageNode, place?: Place): void;
  onAddOwn(entry: OwnEntry, place?: Place): void;
  onAddShared(shared: string, place?: Place): void;
  onRenamed(shared: string, name: string): void;
  onClose(): void;
}

export function Shelf({ composer, screen, carrying, onAdd, onAddOwn, onAddShared, onRenamed, onClose }: ShelfCommands) {
  const { settings } = useSite();
  const [words, setWords] = useState("");
  const [part, setPart] = useState<"sections" | "blocks">("sections");
  const { data: ownOnes } = useOwnShelf();
  const { data: sharedOnes } = useSharedSections();
  // They stand above the ready-made ones, which would slip from under the press as they arrive.
  const [theirs, pressing] = useStillWhilePressed(useMemo(() => ({ ownOnes, sharedOnes }), [ownOnes, sharedOnes]));
  const kept = (theirs.ownOnes?.entries ?? []).filter((entry) => matchesOwn(entry, words));
  const shared = (theirs.sharedOnes?.sections ?? []).filter((one) => matchesShared(one, words));
  const found = readyMade(words);
  const anything = useAnything(composer, screen);
  const things = thingsFound(anything, words);
  const searching = words.trim() !== "";
  const sections = searching || part === "sections";
  const pieces = anything.filter(({ make }) => make);
  const run = (thing: Thing) => {
    onClose();
    thing.run();
  };
  const addFirst = () => {
    const [piece] = pieces;
    if (!sections && piece) return run(piece);
    const wanted = words.trim().toLowerCase();
    const begins = ({ name }: { readonly name: string }) => name.toLowerCase().startsWith(wanted);
    const thing = things.find(begins) ?? things[0];
    const section = [...kept, ...shared, ...found].some(begins);
    if (thing && !section && (begins(thing) || kept.length + shared.length + found.length === 0)) run(thing);
    else if (kept[0]) onAddOwn(kept[0]);
    else if (shared[0]) onAddShared(shared[0].id);
    else if (found[0]) onAdd(found[0].make(newId, factsOf(settings)));
  };
  const count = kept.length + shared.length + found.length;
  const line = (entry: ShelfEntry) => <Entry key={entry.key} entry={entry} onAdd={onAdd} />;
  const commands = { onRun: run, onAdd };
  return (
    <Box
      as="section"
      aria-label={own.shelf}
      data-shelf=""
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
      {...pressing}
      // It stays where it is: what is dragged belongs to it.
      opacity={carrying ? 0 : 1}
      pointerEvents={carrying ? "none" : "auto"}
      onKeyDown={(event) => {
        // Esc takes a drag back first.
        if (event.key !== "Escape" || carrying) return;
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
      <ShelfSearch addFirst={addFirst} words={words} setWords={setWords} />
      {searching ? null : (
        <Box mt="8px">
          <Segments label={own.parts} value={part} onChange={setPart} options={own.partNames} />
        </Box>
      )}
      <Text fontSize="small" color="ink2" my="8px">
        {sections ? own.how(count) : own.howBlocks(pieces.length)}
      </Text>
      {sections ? (
        <>
          <OwnOnShelf entries={kept} onAdd={onAddOwn} />
          <SharedOnShelf sections={shared} onAdd={onAddShared} onRenamed={onRenamed} />
          {searching
            ? found.map(line)
            : shelfGroups.map((group) => (
                <Box as="section" aria-label={group} key={group} mb="8px">
                  <Text as="h3" fontWeight="700" mb="2px">
                    {group}
                  </Text>
                  {found.filter((entry) => entry.group === group).map(line)}
                </Box>
              ))}
        </>
      ) : (
        <Pieces pieces={pieces} commands={commands} />
      )}
      {searching
        ? thingGroups.map((key) => (
            <ThingGroup
              key={key}
              title={own.groups[key]}
              things={things.filter(({ group }) => group === key)}
              {...commands}
            />
          ))
        : null}
      {searching && count + things.length === 0 ? <Text color="ink2">{own.nothing}</Text> : null}
    </Box>
  );
}

/** The pieces of one group. */
const Pieces = ({
  pieces,
  commands,
}: {
  pieces: Thing[];
  commands: { onRun: (thing: Thing) => void; onAdd: (node: PageNode, place?: Place) => void };
}) => (
  <>
    {blockGroups.map((name) => (
      <ThingGroup key={name} title={name} things={pieces.filter(({ of }) => of === name)} brief {...commands} />
    ))}
    <ThingGroup
      title={own.groups.widgets}
      things={pieces.filter(({ group }) => group === "widgets")}
      brief
      {...commands}
    />
  </>
);

/** Sections are looked for by words. */
const ShelfSearch = ({
  addFirst,
  words,
  setWords,
}: {
  addFirst: () => void;
  words: string;
  setWords: (next: string) => void;
}) => (
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
);
