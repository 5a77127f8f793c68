"use client";
// What is there of everything, to count along: SKU by SKU, each count kept as it is left.
import { Box, Flex, Table, Text } from "@chakra-ui/react";
import { useInfiniteQuery, useQueryClient } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { measureText, readMeasure } from "@/core/catalog/measure";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { PlainButton } from "@/studio/kit/buttons";
import { TextInput, Tick } from "@/studio/kit/fields";
import { Loading, RefusalNote, State } from "@/studio/kit/layout";
import { TableRoot } from "@/studio/kit/table";
import { useCommand } from "@/studio/kit/use-command";
import { words as own } from "./words";

type Row = Gives<"shop.stockList">["rows"][number];

const shown = (row: Row, quantity: number) => measureText(quantity, row);

export function StockStep() {
  const { key } = useSite();
  const [typed, setTyped] = useState("");
  const [low, setLow] = useState(false);
  const words = useDeferredValue(typed.trim());
  const { data, error, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ["stockList", key, words, low],
    queryFn: ({ pageParam }) => ask("shop.stockList", { site: key, words, low, after: pageParam }),
    initialPageParam: "",
    getNextPageParam: (page) => page.more ?? undefined,
  });
  const rows = data?.pages.flatMap((page) => page.rows) ?? [];
  return (
    <>
      <Text color="ink2" mb="10px">
        {own.stockHint}
      </Text>
      <Flex gap="14px" mb="10px" align="center" wrap="wrap">
        <Box w="240px">
          <TextInput aria-label={own.search} placeholder={own.search} value={typed} onChange={setTyped} />
        </Box>
        <Tick label={own.onlyLow} checked={low} onChange={setLow} />
      </Flex>
      {error ? <State tone="brick">{error.message}</State> : null}
      {!data && !error ? <Loading what={own.theStock} /> : null}
      {data && !rows.length ? <Text color="ink2">{words || low ? own.noneFound : own.noStock}</Text> : null}
      {rows.length ? (
        <TableRoot fontVariantNumeric="tabular-nums" stickyHeader>
          <Table.Header>
            <Table.Row bg="sheet">
              <Table.ColumnHeader>{own.sku}</Table.ColumnHeader>
              <Table.ColumnHeader>{own.name}</Table.ColumnHeader>
              <Table.ColumnHeader textAlign="end">{own.thereNow}</Table.ColumnHeader>
              <Table.ColumnHeader textAlign="end">{own.keptNow}</Table.ColumnHeader>
              <Table.ColumnHeader w="220px">{own.countedNow}</Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {rows.map((row) => (
              <CountRow key={row.id} row={row} />
            ))}
          </Table.Body>
        </TableRoot>
      ) : null}
      {hasNextPage ? (
        <PlainButton mt="10px" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
          {own.moreStock}
        </PlainButton>
      ) : null}
    </>
  );
}

function CountRow({ row }: { row: Row }) {
  const { key } = useSite();
  const client = useQueryClient();
  const [typed, setTyped] = useState("");
  const [stock, setStock] = useState(row.stock);
  const [counted, setCounted] = useState(false);
  const { refusal, busy, attempt } = useCommand();
  const value = readMeasure(typed, row);
  const wrong = typed.trim() !== "" && value === null;
  const keep = () => {
    if (value === null) return;
    attempt(async () => {
      try {
        await ask("shop.count", { site: key, variant: row.id, seen: stock, counted: value });
        setStock(value);
        setCounted(true);
        setTyped("");
      } catch (error) {
        await client.invalidateQueries({ queryKey: ["stockList", key] });
        throw error;
      }
    });
  };
  return (
    <Table.Row bg="transparent">
      <Table.Cell>{row.sku}</Table.Cell>
      <Table.Cell>{row.name}</Table.Cell>
      <Table.Cell textAlign="end" fontWeight={row.low ? "700" : undefined} color={row.low ? "amber" : undefined}>
        {shown(row, stock)}
        {row.low ? <span style={{ position: "absolute", left: -9999 }}>{own.lowMark}</span> : null}
      </Table.Cell>
      <Table.Cell textAlign="end" color="ink2">
        {row.kept ? shown(row, row.kept) : ""}
      </Table.Cell>
      <Table.Cell>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            keep();
          }}
        >
          <Flex gap="8px" align="center">
            <Box w="90px">
              <TextInput
                aria-label={own.countOf(row.sku)}
                aria-invalid={wrong}
                disabled={busy}
                value={typed}
                onChange={setTyped}
                onBlur={keep}
              />
            </Box>
            {counted && !typed ? <State tone="moss">{own.countKept}</State> : null}
            {wrong ? <State tone="brick">{own.countWrong}</State> : null}
          </Flex>
          <RefusalNote refusal={refusal} />
        </form>
      </Table.Cell>
    </Table.Row>
  );
}
