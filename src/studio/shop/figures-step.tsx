"use client";
// How the shop does: revenue by day, tax by rate and country, best sellers, and the table for the bookkeeper.
import { Box, Flex, Table, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useState } from "react";
import { decimalsOf, moneyWords } from "@/core/money/money";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Row, TextInput } from "@/studio/kit/fields";
import { later } from "@/studio/kit/later";
import { Group, Loading, State } from "@/studio/kit/layout";
import { TableRoot } from "@/studio/kit/table";
import { words as own } from "./words";

const FiguresChart = later(() => import("./figures-chart").then((module) => module.FiguresChart), <Box h="190px" />);

const dayMs = 86_400_000;
const dayOf = (ms: number) => new Date(ms).toISOString().slice(0, 10);

export function FiguresStep() {
  const { key, settings, clockAheadMs } = useSite();
  const [to, setTo] = useState(() => dayOf(Date.now() + clockAheadMs));
  const [from, setFrom] = useState(() => dayOf(Date.now() + clockAheadMs - 89 * dayMs));
  const { data, error } = useQuery({
    queryKey: ["shopFigures", key, from, to],
    queryFn: () => ask("shop.figures", { site: key, from, to }),
    retry: false,
  });
  const money = (amount: number) => moneyWords({ amount, currency: settings.currency }, "en-GB");
  const whole = 10 ** decimalsOf(settings.currency);
  const all = data?.days.reduce((sum, { gross }) => sum + gross, 0) ?? 0;
  const orders = data?.days.reduce((sum, one) => sum + one.orders, 0) ?? 0;
  const date = (label: string, value: string, set: (day: string) => void) => (
    <Box w="230px">
      <Row label={label}>{(ids) => <TextInput {...ids} type="date" value={value} onChange={set} />}</Row>
    </Box>
  );
  return (
    <>
      <Flex gap="14px" wrap="wrap" align="center" mb="6px">
        {date(own.fromDay, from, setFrom)}
        {date(own.toDay, to, setTo)}
        <a
          href={`/api/sites/${key}/orders.csv?from=${from}&to=${to}`}
          download
          style={{ display: "flex", gap: 6, minHeight: 32, alignItems: "center", marginBottom: 8 }}
        >
          <Download size={14} aria-hidden="true" /> {own.forBooks}
        </a>
      </Flex>
      {error ? <State tone="brick">{error.message}</State> : null}
      {!data && !error ? <Loading what={own.theFigures} /> : null}
      {data ? (
        <>
          <Flex as="dl" gap="28px" wrap="wrap" mb="10px">
            {(
              [
                [own.revenue, money(all)],
                [own.orders, String(orders)],
                [own.perOrder, orders ? money(Math.round(all / orders)) : "–"],
                [own.givenBackAll, money(data.refunded)],
                [own.looks, String(data.counts.looks)],
                [own.adds, ofLooks(data.counts.adds, data.counts.looks)],
                [own.ordersOfLooks, ofLooks(orders, data.counts.looks)],
              ] as const
            ).map(([name, value]) => (
              <Box key={name}>
                <Text as="dt" color="ink2">
                  {name}
                </Text>
                <Text as="dd" fontFamily="heading" fontSize="title" fontVariantNumeric="tabular-nums">
                  {value}
                </Text>
              </Box>
            ))}
          </Flex>
          <FiguresChart days={data.days.map(({ day, gross }) => ({ day, gross: gross / whole }))} name={own.revenue} />
          <Group title={own.taxTable}>
            <Figures
              heads={[own.country, own.rate, own.netAmount, own.taxAmount]}
              rows={data.taxes.map(({ owedTo, rate, net, tax }) => [
                owedTo,
                `${rate / 1000} %`,
                money(net),
                money(tax),
              ])}
            />
          </Group>
          <Group title={own.bestSellers}>
            <Figures
              heads={[own.name, own.inOrders, own.revenue]}
              rows={data.sold.map(({ name, lines, gross }) => [name, String(lines), money(gross)])}
            />
          </Group>
        </>
      ) : null}
    </>
  );
}

/** "12 (3.1 %)" */
const ofLooks = (count: number, looks: number): string =>
  looks ? `${count} (${((count / looks) * 100).toFixed(1)} %)` : String(count);

function Figures({ heads, rows }: { heads: readonly string[]; rows: readonly (readonly string[])[] }) {
  if (!rows.length) return <Text color="ink2">{own.nothingYet}</Text>;
  return (
    <TableRoot fontVariantNumeric="tabular-nums">
      <Table.Header>
        <Table.Row bg="transparent">
          {heads.map((head, at) => (
            <Table.ColumnHeader key={head} textAlign={at ? "end" : "start"}>
              {head}
            </Table.ColumnHeader>
          ))}
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {rows.map((row) => (
          <Table.Row key={row.join(" ")} bg="transparent">
            {row.map((cell, at) => (
              <Table.Cell key={heads[at]} textAlign={at ? "end" : "start"}>
                {cell}
              </Table.Cell>
            ))}
          </Table.Row>
        ))}
      </Table.Body>
    </TableRoot>
  );
}
