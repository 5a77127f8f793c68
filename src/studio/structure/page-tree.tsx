"use client";
// The tree of pages as rows: dragged up, down and to the side, or moved by keys.
import { Box, Flex, Text } from "@chakra-ui/react";
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  type DragMoveEvent,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { SortableContext, useSortable, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { ArrowDown, ArrowUp, GripVertical, IndentDecrease, IndentIncrease } from "lucide-react";
import { useState } from "react";
import { type PageMeta, pagePath } from "@/core/site/site";
import { deepest, inTreeOrder, pageTree, withAllBelow } from "@/core/site/tree";
import { IconButton } from "@/studio/kit/buttons";
import { words } from "./words";

/** How far a level stands in, in px. */
const indentPx = 26;

export interface TreeRow {
  readonly page: PageMeta;
  readonly level: number;
}

/** Where a page is put: below which, and before which of those there. */
export interface TreePlace {
  readonly parent: string | null;
  readonly before: string | null;
}

const parentOf = ({ page }: TreeRow) => page.parent ?? null;

/** Rows at the same place of the tree as one. */
const siblingsOf = (rows: readonly TreeRow[], parent: string | null) => rows.filter((row) => parentOf(row) === parent);

/** Where a page stands now. */
export function placeOf(rows: readonly TreeRow[], id: string): TreePlace {
  const row = rows.find(({ page }) => page.id === id);
  const parent = row ? parentOf(row) : null;
  const list = siblingsOf(rows, parent);
  return { parent, before: list[list.findIndex(({ page }) => page.id === id) + 1]?.page.id ?? null };
}

/** Where each key brings a page; undefined where it can't go there. */
export function keyPlaces(rows: readonly TreeRow[], id: string) {
  const at = rows.findIndex(({ page }) => page.id === id);
  const row = rows[at];
  if (!row) return {};
  const parent = parentOf(row);
  const list = siblingsOf(rows, parent);
  const place = list.findIndex(({ page }) => page.id === id);
  const before = list[place - 1];
  const height = Math.max(
    0,
    ...withAllBelow(
      rows.map(({ page }) => page),
      id,
    ).map((page) => (rows.find((one) => one.page.id === page.id)?.level ?? 0) - row.level),
  );
  const above = rows.find(({ page }) => page.id === parent);
  return {
    up: before ? { parent, before: before.page.id } : undefined,
    down: list[place + 1] ? { parent, before: list[place + 2]?.page.id ?? null } : undefined,
    in: before && row.level + 1 + height <= deepest ? { parent: before.page.id, before: null } : undefined,
    out: above
      ? {
          parent: parentOf(above),
          before:
            siblingsOf(rows, parentOf(above))[
              siblingsOf(rows, parentOf(above)).findIndex(({ page }) => page.id === above.page.id) + 1
            ]?.page.id ?? null,
        }
      : undefined,
  } satisfies Partial<Record<"up" | "down" | "in" | "out", TreePlace | undefined>>;
}

/**
 * Where a dragged page would stand: `rows` without what lies below it, `over` the row whose place it takes, `acrossPx` how far
 * it was moved to the side.
 */
export function dropPlace(
  rows: readonly TreeRow[],
  active: string,
  over: string,
  acrossPx: number,
  height: number,
): (TreePlace & { readonly level: number }) | null {
  const from = rows.findIndex(({ page }) => page.id === active);
  const to = rows.findIndex(({ page }) => page.id === over);
  const row = rows[from];
  if (!row || to < 0) return null;
  const others = rows.filter((one) => one !== row);
  const [above, next] = [others[to - 1], others[to]];
  const highest = Math.min(above ? above.level + 1 : 0, deepest - height);
  const lowest = next?.level ?? 0;
  const level = Math.max(Math.min(row.level + Math.round(acrossPx / indentPx), highest), Math.min(lowest, highest));
  // The last row above that stands a level higher is its parent.
  const parent = level === 0 ? null : (others.slice(0, to).findLast((one) => one.level === level - 1)?.page.id ?? null);
  const before = others.slice(to).find((one) => one.level <= level);
  return { parent, before: before && parentOf(before) === parent ? before.page.id : null, level };
}

interface RowProps {
  readonly row: TreeRow;
  readonly level: number;
  readonly chosen: boolean;
  readonly movable: boolean;
  readonly places: ReturnType<typeof keyPlaces>;
  readonly around: string;
  onChoose(id: string): void;
  onPlace(id: string, place: TreePlace): void;
}

const commands = [
  ["up", ArrowUp, "ArrowUp"],
  ["down", ArrowDown, "ArrowDown"],
  ["out", IndentDecrease, "ArrowLeft"],
  ["in", IndentIncrease, "ArrowRight"],
] as const;

function TreeLine({ row: { page }, level, chosen, movable, places, around, onChoose, onPlace }: RowProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: page.id,
    disabled: !movable,
  });
  return (
    <Flex
      as="li"
      ref={setNodeRef}
      align="center"
      minH="38px"
      borderBottomWidth="1px"
      borderColor="line"
      bg={chosen ? "wash" : "sheet"}
      opacity={isDragging ? 0.5 : 1}
      css={{
        "& .commands": { visibility: chosen ? "visible" : "hidden" },
        "&:hover .commands, &:focus-within .commands": { visibility: "visible" },
      }}
      style={{ transform: CSS.Translate.toString(transform), transition, paddingLeft: level * indentPx }}
    >
      {movable ? (
        <button
          type="button"
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          tabIndex={-1}
          aria-label={words.move.grip(page.title)}
          style={{ cursor: "grab", width: 26, height: 30, display: "grid", placeItems: "center", touchAction: "none" }}
        >
          <GripVertical size={14} aria-hidden="true" />
        </button>
      ) : null}
      <button
        type="button"
        aria-pressed={chosen}
        onClick={() => onChoose(page.id)}
        onKeyDown={(event) => {
          const command = event.altKey ? commands.find(([, , key]) => key === event.key) : undefined;
          const place = command && places[command[0]];
          if (!command) return;
          event.preventDefault();
          if (place && movable) onPlace(page.id, place);
        }}
        style={{
          flex: 1,
          minWidth: 0,
          minHeight: 36,
          display: "flex",
          gap: 10,
          alignItems: "baseline",
          textAlign: "left",
          cursor: "pointer",
          paddingTop: 8,
        }}
      >
        <Text as="span" fontWeight={chosen ? "700" : "600"} truncate flex="none" maxW="50%">
          {page.title}
        </Text>
        <Text as="span" color="ink2" truncate fontSize="small">
          {pagePath(page)}
          {page.inNavigation ? "" : ` · ${words.hiddenInNavigation}`}
          {page.unlisted ? ` · ${words.unlisted}` : ""}
          {page.groups?.length ? ` · ${page.groups.join(", ")}` : ""}
        </Text>
      </button>
      {movable ? <PlaceButtons page={page} places={places} onPlace={onPlace} /> : null}
      {around ? (
        <Text color="ink2" fontSize="small" w="150px" flex="none" truncate px="8px" title={around}>
          {around}
        </Text>
      ) : null}
    </Flex>
  );
}

/** Moves a page up, down, in and out. */
const PlaceButtons = ({
  page,
  places,
  onPlace,
}: {
  page: PageMeta;
  places:
    | { up?: undefined; down?: undefined; in?: undefined; out?: undefined }
    | {
        up: { parent: string | null; before: string } | undefined;
        down: { parent: string | null; before: string | null } | undefined;
        in: { parent: string; before: null } | undefined;
        out: { parent: string | null; before: string | null } | undefined;
      };
  onPlace: (id: string, place: TreePlace) => void;
}) => (
  <Flex className="commands" flex="none">
    {commands.map(([name, Icon]) => (
      <IconButton
        key={name}
        name={words.move[name](page.title)}
        minW="24px"
        w="26px"
        disabled={!places[name]}
        onClick={() => {
          const place = places[name];
          if (place) onPlace(page.id, place);
        }}
      >
        <Icon size={14} />
      </IconButton>
    ))}
  </Flex>
);

const pointerOptions = { activationConstraint: { distance: 4 } };

export function PageTree({
  pages,
  chosen,
  movable,
  aroundOf,
  onChoose,
  onPlace,
}: {
  pages: readonly PageMeta[];
  chosen: string | null;
  movable: boolean;
  /** What stands around a page, in words; "" where all pages have the same. */
  aroundOf: (page: string) => string;
  onChoose: (id: string) => void;
  onPlace: (id: string, place: TreePlace) => void;
}) {
  const sensors = useSensors(useSensor(PointerSensor, pointerOptions));
  const [drag, setDrag] = useState<{ readonly id: string; readonly level: number } | null>(null);
  const all = [...inTreeOrder(pageTree(pages))];
  const hidden = drag ? new Set(withAllBelow(pages, drag.id).slice(1)) : null;
  const rows = hidden ? all.filter(({ page }) => !hidden.has(page)) : all;
  const heightOf = (id: string) => {
    const own = all.find(({ page }) => page.id === id)?.level ?? 0;
    const below = new Set(withAllBelow(pages, id).map((page) => page.id));
    return Math.max(0, ...all.filter(({ page }) => below.has(page.id)).map(({ level }) => level - own));
  };
  const placed = ({ active, over, delta }: DragMoveEvent | DragEndEvent) =>
    over && dropPlace(rows, String(active.id), String(over.id), delta.x, heightOf(String(active.id)));
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragStart={({ active }) =>
        setDrag({ id: String(active.id), level: all.find(({ page }) => page.id === active.id)?.level ?? 0 })
      }
      onDragMove={(event) => {
        const place = placed(event);
        if (place && drag && place.level !== drag.level) setDrag({ ...drag, level: place.level });
      }}
      onDragEnd={(event) => {
        setDrag(null);
        const place = placed(event);
        const id = String(event.active.id);
        const now = placeOf(all, id);
        if (place && (place.parent !== now.parent || place.before !== now.before))
          onPlace(id, { parent: place.parent, before: place.before });
      }}
      onDragCancel={() => setDrag(null)}
    >
      <SortableContext items={rows.map(({ page }) => page.id)} strategy={verticalListSortingStrategy}>
        <Box as="ul" listStyleType="none" borderWidth="1px" borderColor="line" bg="sheet">
          {rows.map((row) => (
            <TreeLine
              key={row.page.id}
              row={row}
              level={drag?.id === row.page.id ? drag.level : row.level}
              chosen={row.page.id === chosen}
              movable={movable}
              places={keyPlaces(all, row.page.id)}
              around={aroundOf(row.page.id)}
              onChoose={onChoose}
              onPlace={onPlace}
            />
          ))}
        </Box>
      </SortableContext>
    </DndContext>
  );
}
