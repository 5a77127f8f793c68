"use client";
// The running order: a page's sections from top to bottom, as they look here; dragged, or moved by keys.
import { Box, Flex, Text } from "@chakra-ui/react";
import { SortableContext, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { Fragment, useMemo, useState } from "react";
import type { PageNode } from "@/core/page/node";
import { worksByKeys } from "../single-keys";
import { words } from "../words";
import { Entry } from "./entry";
import { type Around, Fixed, HeaderFooterKey } from "./header-footer";
import { InsertPoint } from "./insert-point";
import type { PartsPictured } from "./picture";

export interface RunningOrderProps {
  readonly header: Around;
  readonly page: PageNode;
  readonly pictures: PartsPictured;
  readonly footer: Around;
  readonly selectedSection: string | null;
  /** How many findings measuring told of each section. */
  readonly findings: ReadonlyMap<string, number>;
  /** The root of the header or footer, where that is selected. */
  readonly selectedRoot: string | null;
  /** Ids of the shared sections among them. */
  readonly stamped: ReadonlySet<string>;
  readonly movable: boolean;
  readonly folded: boolean;
  readonly dragging: boolean;
  onSelect(id: string): void;
  onInsert(index: number): void;
  onMove(id: string, by: -1 | 1): void;
  /** One level in: the first block of the section. */
  onEnter(id: string): void;
}

/** Space lifts a section, the arrows carry it, Space puts it down, Esc puts it back; what happens is told. */
function useLifting(
  sections: readonly PageNode[],
  {
    selectedSection,
    movable,
    onSelect,
    onMove,
    onEnter,
  }: Pick<RunningOrderProps, "selectedSection" | "movable" | "onSelect" | "onMove" | "onEnter">,
) {
  const [lifted, setLifted] = useState<{ readonly id: string; readonly from: number } | null>(null);
  const [told, setTold] = useState("");
  const placeOf = (id: string) => sections.findIndex((section) => section.id === id);
  const nameOf = (id: string) => String(sections[placeOf(id)]?.content.name ?? "");
  const tellLifted = (id: string, place: number) => setTold(words.lifted(nameOf(id), place + 1, sections.length));
  const onKey = (id: string, event: React.KeyboardEvent) => {
    const place = placeOf(id);
    const up = event.key === "ArrowUp";
    if (event.key === "Enter" && id === selectedSection) {
      event.preventDefault();
      onEnter(id);
    } else if (event.key === " " && movable) {
      event.preventDefault();
      onSelect(id);
      setLifted(lifted ? null : { id, from: place });
      if (lifted) setTold(words.putDown(nameOf(id), place + 1));
      else tellLifted(id, place);
    } else if (lifted?.id === id && (up || event.key === "ArrowDown")) {
      event.preventDefault();
      const to = place + (up ? -1 : 1);
      if (to < 0 || to >= sections.length) return;
      onMove(id, up ? -1 : 1);
      tellLifted(id, to);
    } else if (lifted?.id === id && event.key === "Escape") {
      event.preventDefault();
      event.stopPropagation();
      for (let at = place; at !== lifted.from; at += at < lifted.from ? 1 : -1) onMove(id, at < lifted.from ? 1 : -1);
      setLifted(null);
      setTold(words.putDown(nameOf(id), lifted.from + 1));
    }
  };
  return { lifted, told, onKey };
}

export function RunningOrder({
  selectedRoot,
  findings,
  header,
  page,
  pictures,
  footer,
  selectedSection,
  stamped,
  movable,
  folded,
  dragging,
  onSelect,
  onInsert,
  onMove,
  onEnter,
}: RunningOrderProps) {
  const sections = page.children ?? [];
  const { lifted, told, onKey } = useLifting(sections, { selectedSection, movable, onSelect, onMove, onEnter });
  // The same list as long as the order is the same, so that an edit inside a section leaves the others alone.
  const order = sections.map((section) => section.id).join(" ");
  const ids = useMemo(() => (order ? order.split(" ") : []), [order]);
  const fixed = ({ root, name, everywhere }: Around) =>
    (root.children ?? []).map((section) => (
      <Fixed
        key={section.id}
        section={section}
        picture={pictures.get(section.id)}
        selected={section.id === selectedSection}
        folded={folded}
        onSelect={onSelect}
        note={everywhere ? words.everyPage : name}
      />
    ));
  return (
    <Flex
      as="nav"
      {...worksByKeys}
      aria-label={words.runningOrder}
      direction="column"
      px={folded ? "4px" : "10px"}
      pb="16px"
    >
      <HeaderFooterKey around={header} folded={folded} selected={selectedRoot} onSelect={onSelect} />
      {fixed(header)}
      <SortedSections
        ids={ids}
        movable={movable}
        onInsert={onInsert}
        dragging={dragging}
        sections={sections}
        pictures={pictures}
        selectedSection={selectedSection}
        folded={folded}
        stamped={stamped}
        findings={findings}
        lifted={lifted}
        onSelect={onSelect}
        onKey={onKey}
      />
      {sections.length === 0 && !folded ? (
        <Text color="ink2" px="6px" py="8px">
          {words.pageEmptyAddIts}
        </Text>
      ) : null}
      {fixed(footer)}
      <HeaderFooterKey around={footer} folded={folded} selected={selectedRoot} onSelect={onSelect} />
      <Box as="span" role="status" srOnly>
        {told}
      </Box>
    </Flex>
  );
}

/** The sections between header and footer. */
const SortedSections = ({
  ids,
  movable,
  onInsert,
  dragging,
  sections,
  pictures,
  selectedSection,
  folded,
  stamped,
  findings,
  lifted,
  onSelect,
  onKey,
}: {
  ids: string[];
  movable: boolean;
  onInsert: (index: number) => void;
  dragging: boolean;
  sections: readonly PageNode[];
  pictures: PartsPictured;
  selectedSection: string | null;
  folded: boolean;
  stamped: ReadonlySet<string>;
  findings: ReadonlyMap<string, number>;
  lifted: { readonly id: string; readonly from: number } | null;
  onSelect: (id: string) => void;
  onKey: (id: string, event: React.KeyboardEvent) => void;
}) => (
  <SortableContext items={ids} strategy={verticalListSortingStrategy}>
    <Box as="ol" m="0" p="0">
      {movable ? (
        <InsertPoint index={0} onInsert={onInsert} shown={dragging || sections.length === 0} dragging={dragging} />
      ) : null}
      {sections.map((section, index) => (
        <Fragment key={section.id}>
          <Entry
            section={section}
            picture={pictures.get(section.id)}
            selected={section.id === selectedSection}
            movable={movable}
            folded={folded}
            stamped={stamped.has(section.id)}
            found={findings.get(section.id) ?? 0}
            lifted={lifted?.id === section.id}
            onSelect={onSelect}
            onKey={onKey}
          />
          {movable ? <InsertPoint index={index + 1} onInsert={onInsert} shown={dragging} dragging={dragging} /> : null}
        </Fragment>
      ))}
    </Box>
  </SortableContext>
);
