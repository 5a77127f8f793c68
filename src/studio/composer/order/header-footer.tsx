"use client";
// Header and footer in the running order: above and below the page's own sections.
import { Box, Text } from "@chakra-ui/react";
import { Settings2 } from "lucide-react";
import { noHeaderFooter, type PageNode } from "@/core/page/node";
import { words } from "../words";
import { entryLook } from "./entry-look";
import { EntryPicture, type PicturedPart } from "./picture";

/** The header or footer of the page. */
export interface Around {
  readonly root: PageNode;
  readonly name: string;
  /** It is the only one, and stands on every page. */
  readonly everywhere: boolean;
}

export function Fixed({
  section,
  picture,
  selected,
  folded,
  onSelect,
  note,
}: {
  section: PageNode;
  picture: PicturedPart | undefined;
  selected: boolean;
  folded: boolean;
  onSelect: (id: string) => void;
  note: string;
}) {
  return (
    <button
      type="button"
      aria-pressed={selected}
      title={String(section.content.name)}
      onClick={() => onSelect(section.id)}
      style={entryLook(selected)}
    >
      <EntryPicture section={section} picture={picture} folded={folded} />
      {folded ? null : (
        <Box minW="0">
          <Text fontWeight="650" truncate>
            {String(section.content.name)}
          </Text>
          <Text fontSize="small" color="ink2">
            {note}
          </Text>
        </Box>
      )}
    </button>
  );
}

/** Leads to the sheet of the header or footer as a whole. */
export function HeaderFooterKey({
  around: { root, name },
  folded,
  selected,
  onSelect,
}: {
  around: Around;
  folded: boolean;
  selected: string | null;
  onSelect: (id: string) => void;
}) {
  if (root === noHeaderFooter || folded) return null;
  return (
    <button
      type="button"
      aria-pressed={selected === root.id}
      onClick={() => onSelect(root.id)}
      style={{
        display: "flex",
        alignItems: "center",
        gap: 6,
        minHeight: 24,
        padding: "0 6px",
        borderRadius: 5,
        cursor: "pointer",
        fontSize: "var(--chakra-font-sizes-small)",
        color: "var(--chakra-colors-ink2)",
        background: selected === root.id ? "var(--chakra-colors-wash)" : "transparent",
      }}
    >
      <Settings2 size={12} aria-hidden="true" />
      <Text truncate>{words.headerFooterWhole(name)}</Text>
    </button>
  );
}
