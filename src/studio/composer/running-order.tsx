"use client";
// The running order: a page's sections from top to bottom, with small drawings; dragged, or moved by keys.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useDroppable } from "@dnd-kit/core";
import { SortableContext, useSortable, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { Plus, Settings2, Stamp } from "lucide-react";
import { Fragment, memo, useMemo, useState } from "react";
import { kinds } from "@/core/page/kinds";
import { drawing } from "@/core/page/look/drawing";
import { everyNode, noHeaderFooter, type PageNode } from "@/core/page/node";
import { hasSamples } from "@/core/page/words/sample";
import { Drawn } from "@/studio/kit/drawn";
import { words as sharedWords } from "./shared/words";
import { worksByKeys } from "./single-keys";
import { words } from "./words";

export const Drawing = memo(function Drawing({ section }: { section: PageNode }) {
  return <Drawn shapes={drawing(section)} />;
});

/** "2 columns · 4 blocks", counted from what stands in a section: of what kinds say of themselves, each once. */
export function countsOf(section: PageNode): string {
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

const Entry = memo(function Entry({
  section,
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
          display: "flex",
          gap: 10,
          alignItems: "center",
          width: "100%",
          padding: "6px 6px",
          borderRadius: 5,
          textAlign: "left",
          cursor: "pointer",
          background: selected ? "var(--chakra-colors-wash)" : "transparent",
        }}
      >
        <Drawing section={section} />
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
              <Text fontSize="small" color="ink2" truncate>
                {countsOf(section)}
              </Text>
            )}
          </Box>
        )}
      </button>
    </li>
  );
});

/** The place between two sections: a line with a plus, and where things are dropped. */
const InsertPoint = memo(function InsertPoint({
  index,
  onInsert,
  shown,
  dragging,
}: {
  index: number;
  onInsert: (index: number) => void;
  shown: boolean;
  dragging: boolean;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: `insert:${index}` });
  return (
    <Box
      as="li"
      ref={setNodeRef}
      listStyleType="none"
      position="relative"
      h={shown ? "14px" : "8px"}
      className="insert-point"
      css={{
        "& button": { opacity: isOver || shown ? 1 : 0 },
        "&:hover button, & button:focus-visible": { opacity: 1 },
      }}
    >
      <button
        type="button"
        aria-label={words.addSectionAtPlace(index + 1)}
        onClick={() => onInsert(index)}
        style={{ position: "absolute", inset: "-8px 0", width: "100%", cursor: "pointer", zIndex: 1 }}
      >
        <span
          aria-hidden="true"
          style={{
            position: "absolute",
            left: 6,
            right: 6,
            top: "50%",
            borderTop: isOver
              ? "3px solid var(--chakra-colors-mark)"
              : `1px dashed var(--chakra-colors-${shown ? "edge" : "mark"})`,
          }}
        />
        <span
          aria-hidden="true"
          style={{
            position: "absolute",
            left: "50%",
            top: "50%",
            transform: "translate(-50%,-50%)",
            // While something is dragged only the place it would take is marked.
            visibility: shown && dragging && !isOver ? "hidden" : undefined,
            background: "var(--chakra-colors-mark)",
            color: "var(--chakra-colors-white)",
            borderRadius: 99,
            width: 18,
            height: 18,
            display: "grid",
            placeItems: "center",
          }}
        >
          <Plus size={12} />
        </span>
      </button>
    </Box>
  );
});

/** The header or footer of the page. */
interface Around {
  readonly root: PageNode;
  readonly name: string;
  /** It is the only one, and stands on every page. */
  readonly everywhere: boolean;
}

export interface RunningOrderProps {
  readonly header: Around;
  readonly page: PageNode;
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

function Fixed({
  section,
  selected,
  folded,
  onSelect,
  note,
}: {
  section: PageNode;
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
      style={{
        display: "flex",
        gap: 10,
        alignItems: "center",
        width: "100%",
        padding: "6px",
        borderRadius: 5,
        textAlign: "left",
        cursor: "pointer",
        background: selected ? "var(--chakra-colors-wash)" : "transparent",
      }}
    >
      <Drawing section={section} />
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
function HeaderFooterKey({
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

export function RunningOrder({
  selectedRoot,
  findings,
  header,
  page,
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
  const [lifted, setLifted] = useState<{ readonly id: string; readonly from: number } | null>(null);
  const [told, setTold] = useState("");
  const placeOf = (id: string) => sections.findIndex((section) => section.id === id);
  const nameOf = (id: string) => String(sections[placeOf(id)]?.content.name ?? "");
  const tellLifted = (id: string, place: number) => setTold(words.lifted(nameOf(id), place + 1, sections.length));
  /** Space lifts a section, the arrows carry it, Space puts it down, Esc puts it back. */
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
  // The same list as long as the order is the same, so that an edit inside a section leaves the others alone.
  const order = sections.map((section) => section.id).join(" ");
  const ids = useMemo(() => (order ? order.split(" ") : []), [order]);
  const fixed = ({ root, name, everywhere }: Around) =>
    (root.children ?? []).map((section) => (
      <Fixed
        key={section.id}
        section={section}
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
