"use client";
// A list on the Desk as a table of which only the rows in view stand in the page, so that 50,000 are as quick as fifty.
import { Box, Text } from "@chakra-ui/react";
import type { Cell } from "@tanstack/react-table";
import { type ColumnDef, flexRender, getCoreRowModel, useReactTable } from "@tanstack/react-table";
import type { VirtualItem } from "@tanstack/react-virtual";
import { useVirtualizer } from "@tanstack/react-virtual";
import { type ReactNode, useEffect, useMemo, useRef } from "react";

/** The height of a row, in px. */
const rowPx = 40;

/** A column: what stands in it, and how wide it is as a track of a grid. */
export type DeskColumn<R> = ColumnDef<R> & { readonly id: string; readonly header: string; readonly track: string };

export interface DeskTableProps<R> {
  readonly label: string;
  readonly columns: readonly DeskColumn<R>[];
  /** How many rows there are in all. */
  readonly all: number;
  /** The least the columns take, in px. */
  readonly leastPx: number;
  /** The row at a place, or undefined while it is on its way. */
  rowAt(index: number): R | undefined;
  /** Told which places are in view. */
  onView(first: number, last: number): void;
  /** What is said when there is nothing. */
  readonly children?: ReactNode;
}

export function DeskTable<R>({ label, columns, all, leastPx, rowAt, onView, children }: DeskTableProps<R>) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: all,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowPx,
    overscan: 8,
  });
  const items = virtual.getVirtualItems();
  const first = items[0]?.index ?? 0;
  const last = items.at(-1)?.index ?? 0;
  useEffect(() => onView(first, last), [onView, first, last]);
  const shown = items.flatMap((item) => {
    const row = rowAt(item.index);
    return row ? [{ item, row }] : [];
  });
  const table = useReactTable({
    data: shown.map(({ row }) => row),
    columns: useMemo(() => [...columns], [columns]),
    getCoreRowModel: getCoreRowModel(),
    // The rows in view are others with every look at them: nothing is put back because of it.
    autoResetAll: false,
  });
  const tracks = columns.map(({ track }) => track).join(" ");
  const line = { display: "grid", gridTemplateColumns: tracks, px: "12px", gap: "10px", alignItems: "center" } as const;
  const placed = (start: number) =>
    ({ position: "absolute", left: "0", right: "0", top: `${start}px`, h: `${rowPx}px` }) as const;
  const cellsOf = new Map(table.getRowModel().rows.map((row, nth) => [shown[nth]?.item.index, row.getVisibleCells()]));
  return (
    <Box
      ref={scroller}
      flex="1"
      minH="200px"
      overflow="auto"
      bg="sheet"
      borderWidth="1px"
      borderColor="line"
      role="table"
      aria-label={label}
      aria-rowcount={all}
      tabIndex={0}
    >
      {table.getHeaderGroups().map((group) => (
        <Box
          key={group.id}
          role="row"
          {...line}
          minW={`${leastPx}px`}
          position="sticky"
          top="0"
          zIndex="1"
          bg="wash"
          h="34px"
          fontWeight="650"
        >
          {group.headers.map((header) => (
            <Text role="columnheader" key={header.id}>
              {flexRender(header.column.columnDef.header, header.getContext())}
            </Text>
          ))}
        </Box>
      ))}
      <Box h={`${virtual.getTotalSize()}px`} position="relative" minW={`${leastPx}px`}>
        {items.map((item) => (
          <DeskRow key={item.key} item={item} placed={placed} line={line} cellsOf={cellsOf} />
        ))}
      </Box>
      {children}
    </Box>
  );
}

/** One row of the table, at its place. */
const DeskRow = <R,>({
  item,
  placed,
  line,
  cellsOf,
}: {
  item: VirtualItem;
  placed: (start: number) => object;
  line: object;
  cellsOf: ReadonlyMap<number | undefined, readonly Cell<R, unknown>[]>;
}) => (
  <Box
    role="row"
    aria-rowindex={item.index + 1}
    {...placed(item.start)}
    {...line}
    borderBottomWidth="1px"
    borderColor="line"
  >
    {cellsOf.get(item.index)?.map((cell) => (
      <Box role="cell" key={cell.id} truncate>
        {flexRender(cell.column.columnDef.cell, cell.getContext())}
      </Box>
    )) ?? (
      <Text role="cell" color="ink2">
        …
      </Text>
    )}
  </Box>
);
