"use client";
// A section in the running order: its picture, its name, and what is to be said of it; dragged, or moved by keys.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { Stamp } from "lucide-react";
import { memo } from "react";
import { kinds } from "@/core/page/kinds";
import { everyNode, type PageNode } from "@/core/page/node";
import { hasSamples } from "@/core/page/words/sample";
import { words as sharedWords } from "../shared/words";
import { words } from "../words";
import { entryLook } from "./entry-look";
import { EntryPicture, type PicturedPart } from "./picture";

/** "2 columns · 4 blocks", counted from what stands in a section: of what kinds say of themselves, each once. */
function countsOf(section: PageNode): string {
  const nodes = [...everyNode(section)].slice(1);
  const blocks = nodes.filter((node) => !kinds[node.kind].holds).length;
  const said = (leaves: boolean) => {
    const found = nodes.filter((node) => kinds[node.kind].countedAs && Boolean(kinds[node.kind].holds) !== leaves);
    const first = new Map(found.map((node) => [node.kind, node]).reverse() as [PageNode["kind"], PageNode][]);
    return [...first.values()].map((node) => kinds[node.kind].countedAs?.(node) ?? "");
  };
  return [...said(false), words.blocksCount(blocks), ...said(true)].filter(Boolean).join(" · ");
}

interface EntryProps {
  readonly section: PageNode;
  readonly picture: PicturedPart | undefined;
  readonly selected: boolean;
  readonly movable: boolean;
  readonly folded: boolean;
  /** Whether it is a shared section. */
  readonly stamped: boolean;
  /** How many findings measuring told of it. */
  readonly found: number;
  /** Lifted by the keyboard, to be moved by the arrows. */
  readonly lifted: boolean;
  onSelect(id: string): void;
  onKey(id: string, event: React.KeyboardEvent): void;
}

export const Entry = memo(function Entry({
  section,
  picture,
  selected,
  movable,
  folded,
  stamped,
  found,
  lifted,
  onSelect,
  onKey,
}: EntryProps) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: section.id,
    disabled: !movable,
  });
  return (
    <li
      ref={setNodeRef}
      style={{
        transform: CSS.Translate.toString(transform),
        transition,
        opacity: isDragging ? 0.35 : 1,
        listStyle: "none",
      }}
    >
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-pressed={selected}
        data-section={section.id}
        title={String(section.content.name)}
        onClick={() => onSelect(section.id)}
        onKeyDown={(event) => onKey(section.id, event)}
        // A lifted section is put down by the key's press: its release must not press the button too.
        onKeyUp={(event) => event.key === " " && event.preventDefault()}
        style={{
          outline: lifted ? "2px solid var(--chakra-colors-mark)" : undefined,
          boxShadow: lifted ? "var(--chakra-shadows-lifted)" : undefined,
          ...entryLook(selected),
        }}
      >
        <EntryPicture section={section} picture={picture} folded={folded} />
        {folded ? null : (
          <Box minW="0">
            <Flex align="center" gap="4px" fontWeight="650">
              {stamped ? <Stamp size={12} aria-label={sharedWords.kind} style={{ flex: "none" }} /> : null}
              <Text truncate>{String(section.content.name)}</Text>
            </Flex>
            {found ? (
              <Text fontSize="small" color="amber" fontWeight="600" truncate>
                <span aria-hidden="true">! </span>
                {words.findingsHere(found)}
              </Text>
            ) : hasSamples(section) ? (
              <Text fontSize="small" color="amber" fontWeight="600" truncate title={words.samplesHere}>
                <span aria-hidden="true">! </span>
                {words.samples}
              </Text>
            ) : (
              <Text fontSize="small" color="ink2" lineClamp={2}>
                {countsOf(section)}
              </Text>
            )}
          </Box>
        )}
      </button>
    </li>
  );
});
