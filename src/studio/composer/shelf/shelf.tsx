"use client";
// The shelf in place of the running order: what can be put on the page, as it would look here. It stays open until it is put
// away; what is pointed at is tried on the stage at its place.
import { Box, Flex, Text } from "@chakra-ui/react";
import { X } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { blockGroups } from "@/core/page/kind";
import type { PageNode } from "@/core/page/node";
import { type ShelfEntry, shelf, shelfGroups } from "@/core/page/shelf";
import { ShelfIndex } from "@/core/page/shelf/find";
import { tradeWords } from "@/core/page/shelf/trade-words";
import { PlainButton } from "@/studio/kit/buttons";
import { TextInput } from "@/studio/kit/fields";
import type { Place } from "../several";
import { SharedOnShelf } from "../shared/shared-on-shelf";
import { useSharedSections } from "../shared/use-shared";
import type { Composer } from "../store";
import { type ScreenCommands, type Thing, useAnything } from "./anything";
import { goByArrow } from "./arrows";
import { type OwnEntry, OwnOnShelf, useOwnShelf } from "./own";
import { Piece, PieceGroup } from "./pieces";
import { SectionCards, SectionLine, useShelfRenderer } from "./sections";
import { useStillWhilePressed } from "./still";
import type { TakesEntries } from "./takes-entries";
import { words as own } from "./words";

export interface ShelfCommands extends TakesEntries {
  readonly composer: Composer;
  readonly screen: ScreenCommands;
  /** Behind which section it puts what is taken. */
  readonly behind: string | null;
  /** What was taken last, as a sentence. */
  readonly said: string | null;
  /** How often it was asked for: each time one goes on in the search. */
  readonly wanted: number;
  /** Whether something is being dragged: the shelf then leaves the page in sight. */
  readonly carrying: boolean;
  /** Puts a new block at a place; without one, where the shelf was opened. */
  onAdd(node: PageNode, place?: Place): void;
  onAddOwn(entry: OwnEntry, place?: Place): void;
  onAddShared(shared: string, place?: Place): void;
  onRenamed(shared: string, name: string): void;
  onClose(): void;
}

/** What the search finds: anything of the shelf, by what it is. */
interface Listed {
  readonly is: string;
  readonly name: string;
  readonly note: string;
  readonly tags?: readonly string[];
  readonly text?: string;
  readonly entry?: ShelfEntry;
  readonly thing?: Thing;
  readonly ofOwn?: OwnEntry;
  readonly shared?: string;
}

/** The parts of the shelf one can choose from: groups of sections, blocks, one's own. */
const parts = ["all", ...shelfGroups, "blocks"] as const;
type Part = (typeof parts)[number];

/** So many things are shown of what is found. */
const mostFound = 30;

function useListed(composer: Composer, screen: ScreenCommands) {
  const { data: ownOnes } = useOwnShelf();
  const { data: sharedOnes } = useSharedSections();
  // They stand above the ready-made ones, which would slip from under the press as they arrive.
  const [theirs, pressing] = useStillWhilePressed(useMemo(() => ({ ownOnes, sharedOnes }), [ownOnes, sharedOnes]));
  const things = useAnything(composer, screen);
  const kept = theirs.ownOnes?.entries ?? [];
  const shared = theirs.sharedOnes?.sections ?? [];
  const index = useMemo(() => {
    const listed: readonly Listed[] = [
      ...(theirs.ownOnes?.entries ?? []).map((one) => ({
        is: `own:${one.id}`,
        name: one.name,
        note: [one.newer ? own.newer : one.everywhere ? own.everywhere : own.onlyHere, ...one.tags].join(" · "),
        tags: one.tags,
        text: one.words,
        ofOwn: one,
      })),
      ...(theirs.sharedOnes?.sections ?? []).map((one) => ({
        is: `shared:${one.id}`,
        name: one.name,
        note: own.sharedNote,
        text: one.words,
        shared: one.id,
      })),
      ...shelf.map((entry) => ({
        is: `section:${entry.key}`,
        name: entry.name,
        note: `${entry.note} ${entry.group}`,
        entry,
      })),
      ...things.map((thing) => ({ is: thing.is, name: thing.name, note: thing.note, thing })),
    ];
    return new ShelfIndex(listed, tradeWords.en);
  }, [theirs, things]);
  return { kept, shared, things, index, pressing };
}

export function Shelf(props: ShelfCommands) {
  const { composer, screen, behind, said, carrying, onClose, onTry } = props;
  const [asked, setAsked] = useState("");
  const [part, setPart] = useState<Part>("all");
  const { kept, shared, things, index, pressing } = useListed(composer, screen);
  const renderer = useShelfRenderer();
  const searching = asked.trim() !== "";
  const found = useMemo(() => index.find(asked).slice(0, mostFound), [index, asked]);
  const run = (thing: Thing) => {
    // What leads elsewhere puts the shelf away; a block is put down, and it stays open.
    if (!thing.make) onClose();
    thing.run();
  };
  const pieces = things.filter(({ make }) => make);
  const take = (listed: Listed | undefined) => {
    if (listed?.entry) props.onTake(listed.entry);
    else if (listed?.ofOwn) props.onAddOwn(listed.ofOwn);
    else if (listed?.shared) props.onAddShared(listed.shared);
    else if (listed?.thing) run(listed.thing);
  };
  const takes = { onTake: props.onTake, onTry };
  return (
    <Flex
      as="section"
      aria-label={own.shelf}
      data-shelf=""
      position="relative"
      direction="column"
      w="420px"
      flex="none"
      minH="0"
      bg="sheet"
      borderRightWidth="1px"
      borderColor="line"
      {...pressing}
      // It stays where it is: what is dragged belongs to it.
      opacity={carrying ? 0.35 : 1}
      onPointerLeave={() => onTry(null)}
      onKeyDown={(event) => {
        if (goByArrow(event)) return;
        // Esc takes a drag back first.
        if (event.key !== "Escape" || carrying) return;
        event.stopPropagation();
        onClose();
      }}
    >
      <Search
        wanted={props.wanted}
        asked={asked}
        setAsked={setAsked}
        onEnter={() => {
          const ready = shelf.find((entry) => part === "all" || entry.group === part);
          if (searching) take(found[0]);
          else if (part === "blocks" && pieces[0]) run(pieces[0]);
          else if (ready) props.onTake(ready);
        }}
      />
      {searching ? null : <Parts part={part} setPart={setPart} blocks={pieces.length} />}
      <Box flex="1" minH="0" overflowY="auto" px="12px" pt="4px" pb="12px">
        {searching ? (
          <Found found={found} renderer={renderer} takes={takes} take={take} run={run} onAdd={props.onAdd} />
        ) : part === "blocks" ? (
          <Pieces pieces={pieces} onRun={run} onAdd={props.onAdd} />
        ) : (
          <>
            {part === "all" ? <OwnOnShelf entries={kept} onAdd={props.onAddOwn} /> : null}
            {part === "all" ? (
              <SharedOnShelf sections={shared} onAdd={props.onAddShared} onRenamed={props.onRenamed} />
            ) : null}
            {shelfGroups
              .filter((group) => part === "all" || part === group)
              .map((group) => (
                <SectionCards
                  key={group}
                  group={group}
                  entries={shelf.filter((entry) => entry.group === group)}
                  renderer={renderer}
                  {...takes}
                />
              ))}
          </>
        )}
      </Box>
      <Foot behind={behind} said={said} />
      <PlainButton position="absolute" top="12px" right="12px" aria-label={own.close} onClick={onClose}>
        <X size={14} /> {own.closeShort}
      </PlainButton>
    </Flex>
  );
}

/** Where one says what is looked for; Enter takes the first, and the next word is written over it. */
function Search({
  wanted,
  asked,
  setAsked,
  onEnter,
}: {
  wanted: number;
  asked: string;
  setAsked: (next: string) => void;
  onEnter: () => void;
}) {
  const field = useRef<HTMLInputElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each time it is asked for
  useEffect(() => {
    field.current?.focus();
    field.current?.select();
  }, [wanted]);
  return (
    <Flex
      as="form"
      p="12px"
      pb="8px"
      pr="104px"
      onSubmit={(event) => {
        event.preventDefault();
        onEnter();
        field.current?.select();
      }}
    >
      <TextInput ref={field} aria-label={own.find} placeholder={own.findAnything} value={asked} onChange={setAsked} />
    </Flex>
  );
}

/** Where what is taken comes to stand, and what was taken last. */
const Foot = ({ behind, said }: Pick<ShelfCommands, "behind" | "said">) => (
  <Text fontSize="small" color="ink2" px="12px" py="7px" borderTopWidth="1px" borderColor="line">
    {said ? (
      <Text as="span" display="block" color="moss" fontWeight="600" role="status">
        {said}
      </Text>
    ) : null}
    <b>{behind === null ? own.atTop : own.behind(behind)}</b> {own.how}
  </Text>
);

/** What part of the shelf is shown. */
const Parts = ({ part, setPart, blocks }: { part: Part; setPart: (next: Part) => void; blocks: number }) => (
  <Flex gap="5px" wrap="wrap" px="12px" pb="10px" role="group" aria-label={own.parts}>
    {parts.map((one) => {
      const count =
        one === "all" ? shelf.length : one === "blocks" ? blocks : shelf.filter(({ group }) => group === one).length;
      return (
        <PlainButton
          key={one}
          h="26px"
          px="8px"
          fontSize="small"
          aria-pressed={part === one}
          onClick={() => setPart(one)}
          {...(part === one ? { bg: "ink", color: "sheet", _hover: { bg: "inkSoft" } } : {})}
        >
          {own.partName(one, count)}
        </PlainButton>
      );
    })}
  </Flex>
);

/** One list of everything that is found, best first. */
const Found = ({
  found,
  renderer,
  takes,
  take,
  run,
  onAdd,
}: {
  found: readonly Listed[];
  renderer: ReturnType<typeof useShelfRenderer>;
  takes: TakesEntries;
  take: (listed: Listed) => void;
  run: (thing: Thing) => void;
  onAdd: (node: PageNode, place?: Place) => void;
}) =>
  found.length ? (
    <Box as="ul" listStyleType="none" aria-label={own.found}>
      {found.map((listed) => (
        <li key={listed.thing?.key ?? listed.is}>
          {listed.entry ? (
            <SectionLine entry={listed.entry} renderer={renderer} {...takes} />
          ) : (
            <Piece
              name={listed.name}
              note={listed.note}
              thing={listed.thing}
              onRun={() => (listed.thing ? run(listed.thing) : take(listed))}
              onAdd={onAdd}
            />
          )}
        </li>
      ))}
    </Box>
  ) : (
    <Text color="ink2" role="status">
      {own.nothing}
    </Text>
  );

/** Blocks and the site's widgets, by their groups. */
const Pieces = ({
  pieces,
  ...commands
}: {
  pieces: readonly Thing[];
  onRun: (thing: Thing) => void;
  onAdd: (node: PageNode, place?: Place) => void;
}) => (
  <>
    {blockGroups.map((name) => (
      <PieceGroup key={name} title={name} things={pieces.filter(({ of }) => of === name)} {...commands} />
    ))}
    <PieceGroup title={own.widgets} things={pieces.filter(({ group }) => group === "widgets")} {...commands} />
  </>
);
