"use client";
// An inbox of the Desk: what came, sought and filtered, and one of it to be read beside the list. The arrow keys go through it.
import { Box, Flex, Text } from "@chakra-ui/react";
import { keepPreviousData, useInfiniteQuery, useQueryClient } from "@tanstack/react-query";
import { type KeyboardEvent, type ReactNode, useDeferredValue, useState } from "react";
import { useSite } from "@/studio/frame/site-context";
import { useStreamEvent } from "@/studio/frame/stream";
import { TextInput } from "@/studio/kit/fields";
import { Loading, State } from "@/studio/kit/layout";
import { DeskLine, DeskPanes } from "./desk-panes";

interface Page {
  readonly rows: readonly unknown[];
  /** Where the next page begins; null or undefined after the last. */
  readonly more: string | null | undefined;
}

type RowOf<P extends Page> = P["rows"][number];

export interface InboxWords {
  /** What is loading, as in "the forms". */
  readonly what: string;
  /** Label of the field that one seeks with; absent where nothing can be sought. */
  readonly search?: string;
  readonly nothingYet: string;
  readonly nothingFits?: string;
  readonly earlier: string;
  readonly choose: string;
}

interface InboxProps<P extends Page> {
  /** What the query is called: where that and the site are asked anew, so is this. */
  readonly query: string;
  readonly words: InboxWords;
  /** What is heard of on the Desk that changes it. */
  readonly heard?: string;
  /** Queries that what is heard changes besides. */
  readonly besides?: readonly string[];
  /** What is filtered by, besides words: another value is another list. */
  readonly filter?: Readonly<Record<string, string>>;
  /** Where the first page begins. */
  readonly first?: string | null;
  fetch(sought: string, page: string | null): Promise<P>;
  keyOf(row: RowOf<P>): string;
  /** Its two lines, each with something at its end. */
  line(row: RowOf<P>): readonly [ReactNode, ReactNode, ReactNode, ReactNode];
  /** Controls in the bar, beside the field that one seeks with. */
  bar?(first: P): ReactNode;
  /** Stands above the list. */
  readonly above?: ReactNode;
  /** The one that is read. */
  opened(key: string, row: RowOf<P> | undefined): ReactNode;
  readonly open: string | null;
  onOpen(key: string): void;
}

/** The line that an arrow key leads to from the one that has the focus; null for other keys. */
function lineAt(event: KeyboardEvent<HTMLElement>): HTMLElement | null {
  const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (by === undefined || event.altKey || event.ctrlKey || event.metaKey) return null;
  const lines = [...event.currentTarget.querySelectorAll<HTMLElement>("button[aria-current]")];
  const at = lines.indexOf(event.target as HTMLElement);
  return at < 0 ? null : (lines[at + by] ?? null);
}

export function Inbox<P extends Page>({
  query,
  words,
  heard,
  besides = [],
  filter = {},
  first = null,
  fetch,
  keyOf,
  line,
  bar,
  above,
  opened,
  open,
  onOpen,
}: InboxProps<P>) {
  const { key } = useSite();
  const client = useQueryClient();
  const [typed, setTyped] = useState("");
  const sought = useDeferredValue(typed.trim());
  const { data, error, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: [query, key, filter, sought],
    queryFn: ({ pageParam }) => fetch(sought, pageParam),
    initialPageParam: first,
    getNextPageParam: (page) => page.more,
    // What stands there stays until what is sought has come, and so does the focus on what was chosen.
    placeholderData: keepPreviousData,
  });
  useStreamEvent("desk", ({ of }) => {
    if (of !== heard) return;
    for (const one of [query, ...besides]) void client.invalidateQueries({ queryKey: [one, key] });
  });
  // What is read stays while the list can't be had anew: an answer may be half written.
  const refused = error ? <State tone="brick">{error.message}</State> : null;
  const [firstPage] = data?.pages ?? [];
  if (!data || !firstPage) return refused ?? <Loading what={words.what} />;
  const rows: readonly RowOf<P>[] = data.pages.flatMap((page) => page.rows);
  const filtered = sought !== "" || Object.values(filter).some(Boolean);
  const nothing = (filtered && words.nothingFits) || words.nothingYet;
  return (
    <>
      {words.search || bar ? (
        <Flex gap="8px" mb="10px" wrap="wrap" align="center">
          {words.search ? (
            <Box w="240px">
              <TextInput aria-label={words.search} placeholder={words.search} value={typed} onChange={setTyped} />
            </Box>
          ) : null}
          {bar?.(firstPage)}
        </Flex>
      ) : null}
      {refused}
      {above}
      {rows.length === 0 && open === null ? (
        <Text p="18px" bg="sheet" borderWidth="1px" borderColor="line">
          {nothing}
        </Text>
      ) : (
        <DeskPanes
          onKeyDown={(event) => {
            const next = lineAt(event);
            if (!next) return;
            event.preventDefault();
            next.focus();
            next.click();
          }}
          list={
            rows.length ? (
              rows.map((row) => (
                <DeskLine key={keyOf(row)} open={keyOf(row) === open} onOpen={() => onOpen(keyOf(row))}>
                  {line(row)}
                </DeskLine>
              ))
            ) : (
              <Text p="14px" color="ink2">
                {nothing}
              </Text>
            )
          }
          more={
            hasNextPage ? { words: words.earlier, busy: isFetchingNextPage, onMore: () => void fetchNextPage() } : null
          }
        >
          {open === null ? (
            <Text color="ink2">{words.choose}</Text>
          ) : (
            opened(
              open,
              rows.find((row) => keyOf(row) === open),
            )
          )}
        </DeskPanes>
      )}
    </>
  );
}
