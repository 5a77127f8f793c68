"use client";
// The media as a grid of which only the rows in view are drawn: ten thousand scroll as ten do.
import { Box, Text } from "@chakra-ui/react";
import { useVirtualizer } from "@tanstack/react-virtual";
import { FileText } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { isPicture, type MediaEntry } from "@/core/media/entry";
import { Thumb } from "@/studio/media/picture-choice";
import { words } from "./words";

const cardPx = 132;
const rowPx = 144;

export function MediaGrid({
  entries,
  chosen,
  onChoose,
}: {
  entries: readonly MediaEntry[];
  chosen: string | null;
  onChoose: (hash: string) => void;
}) {
  const pane = useRef<HTMLDivElement>(null);
  const [columns, setColumns] = useState(5);
  useEffect(() => {
    if (!pane.current) return;
    const observer = new ResizeObserver(
      ([entry]) => entry && setColumns(Math.max(1, Math.floor(entry.contentRect.width / cardPx))),
    );
    observer.observe(pane.current);
    return () => observer.disconnect();
  }, []);
  const rows = useVirtualizer({
    count: Math.ceil(entries.length / columns),
    getScrollElement: () => pane.current,
    estimateSize: () => rowPx,
    overscan: 3,
  });
  const move = (by: number) => {
    const at = entries.findIndex(({ hash }) => hash === chosen);
    const next = entries[Math.max(0, Math.min(entries.length - 1, at + by))];
    if (!next) return;
    onChoose(next.hash);
    rows.scrollToIndex(Math.floor(entries.indexOf(next) / columns));
    requestAnimationFrame(() => pane.current?.querySelector<HTMLElement>(`[data-hash="${next.hash}"]`)?.focus());
  };
  const keys: Readonly<Record<string, number>> = {
    ArrowLeft: -1,
    ArrowRight: 1,
    ArrowUp: -columns,
    ArrowDown: columns,
  };
  // One of them is reached by Tab, the others by the arrows.
  const reached = entries.some(({ hash }) => hash === chosen) ? chosen : (entries[0]?.hash ?? null);
  return (
    <Box
      ref={pane}
      role="listbox"
      aria-label={words.grid}
      flex="1"
      minH="240px"
      overflowY="auto"
      pt="3px"
      pl="3px"
      onKeyDown={(event) => {
        const by = keys[event.key];
        if (by === undefined) return;
        event.preventDefault();
        move(by);
      }}
    >
      <Box position="relative" h={`${rows.getTotalSize()}px`}>
        {rows.getVirtualItems().map((row) => (
          <Box key={row.key} position="absolute" top={`${row.start}px`} left="0" right="0" display="flex" role="none">
            {entries.slice(row.index * columns, (row.index + 1) * columns).map((entry) => (
              <MediaCell key={entry.hash} entry={entry} reached={reached} chosen={chosen} onChoose={onChoose} />
            ))}
          </Box>
        ))}
      </Box>
    </Box>
  );
}

/** One medium of the grid. */
const MediaCell = ({
  entry,
  reached,
  chosen,
  onChoose,
}: {
  entry: MediaEntry;
  reached: string | null;
  chosen: string | null;
  onChoose: (hash: string) => void;
}) => (
  <button
    type="button"
    role="option"
    data-hash={entry.hash}
    tabIndex={entry.hash === reached ? 0 : -1}
    aria-selected={entry.hash === chosen}
    title={entry.name}
    onClick={() => onChoose(entry.hash)}
    style={{
      width: cardPx - 10,
      margin: "0 10px 10px 0",
      padding: 6,
      textAlign: "left",
      cursor: "pointer",
      borderRadius: 5,
      background: entry.hash === chosen ? "var(--chakra-colors-wash)" : "var(--chakra-colors-sheet)",
      outline: entry.hash === chosen ? "2px solid var(--chakra-colors-ink)" : undefined,
    }}
  >
    {isPicture(entry) ? (
      <Thumb hash={entry.hash} widthPx={110} heightPx={82} />
    ) : (
      <Box h="82px" display="grid" placeItems="center" bg="wash">
        <FileText size={26} aria-hidden="true" />
      </Box>
    )}
    <Text truncate mt="4px" fontWeight="600">
      {entry.name}
    </Text>
    <Text truncate fontSize="small" color={lacks(entry) ? "amber" : "ink2"}>
      {lacks(entry) ? words.noDescription : isPicture(entry) ? words.pixels(entry.widthPx, entry.heightPx) : ""}
    </Text>
  </button>
);

/** Whether a picture says nothing of what is to be seen. */
export const lacks = (entry: MediaEntry): boolean => isPicture(entry) && !entry.alt && !entry.decorative;
