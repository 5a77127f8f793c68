"use client";
// Questions by what answered them and by the page they were asked on.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Bar, BarChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import { moneyWords } from "@/core/money/money";
import { pagePath } from "@/core/site/site";
import { widgetsOfKind } from "@/core/widget/settings";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Group } from "@/studio/kit/layout";
import { words } from "./words";

const own = words.results;

type Counted = Gives<"chat.topics">["topics"];

/** What an answer came from, in words: "page:/visit" is the page's title. */
function useTopicNames(): (topic: string) => string {
  const site = useSite();
  const chat = widgetsOfKind(site.widgets, "chat")[0]?.settings;
  const named: Readonly<Record<string, (rest: string) => string | undefined>> = {
    page: (path) => site.pages.find((page) => pagePath(page) === path)?.title,
    table: (id) => chat?.tables.find((table) => table.id === id)?.name,
    own: (id) => chat?.answers.find((answer) => answer.id === id)?.questions[0],
    live: (what) => own.engines[what as keyof typeof own.engines],
    brief: () => own.keptOut,
  };
  return (topic) => {
    const at = topic.indexOf(":");
    const rest = topic.slice(at + 1);
    return at < 0 ? own.nothing : (named[topic.slice(0, at)]?.(rest) ?? rest);
  };
}

export function TopicsPanel({ id, days }: { id: string; days: number }) {
  const site = useSite();
  const name = useTopicNames();
  const { data } = useQuery({
    queryKey: ["chat-topics", site.key, id, days],
    queryFn: () => ask("chat.topics", { site: site.key, widget: id, days }),
  });
  if (!data?.topics.length) return null;
  return (
    <>
      {data.model ? <ModelFigures model={data.model} /> : null}
      <Bars title={own.byTopic} rows={data.topics} name={name} />
      <Bars title={own.byPage} rows={data.pages} name={(path) => name(`page:${path}`)} />
    </>
  );
}

function ModelFigures({ model }: { model: NonNullable<Gives<"chat.topics">["model"]> }) {
  const { settings } = useSite();
  const figures = words.modelFigures;
  const rows: readonly (readonly [name: string, value: string])[] = [
    [figures.calls, String(model.calls)],
    [figures.shown, String(model.shown)],
    [figures.refused, String(model.refused)],
    [figures.failed, String(model.failed)],
    [figures.first, figures.ms(model.firstMs)],
    [figures.whole, figures.ms(model.wholeMs)],
    [figures.tokens, new Intl.NumberFormat("en-GB").format(model.tokens)],
    [figures.cost, moneyWords({ amount: Math.round(model.cost), currency: settings.currency }, "en-GB")],
  ];
  return (
    <Group title={figures.title} mt="12px">
      {rows.map(([name, value]) => (
        <Flex key={name} justify="space-between" py="2px">
          <Text color="ink2">{name}</Text>
          <Text fontVariantNumeric="tabular-nums">{value}</Text>
        </Flex>
      ))}
    </Group>
  );
}

const shown = 8;

const Bars = ({ title, rows, name }: { title: string; rows: Counted; name: (of: string) => string }) => {
  const some = rows
    .slice(0, shown)
    .map((row) => ({ ...row, name: name(row.name), known: row.questions - row.unknown }));
  const told = some.map((row) => own.counted(row.name, row.questions, row.unknown)).join("; ");
  return (
    <Group title={title} mt="12px">
      <Box h={`${some.length * 28 + 10}px`} role="img" aria-label={told}>
        <ResponsiveContainer>
          <BarChart data={some} layout="vertical" margin={{ left: 0, right: 10 }}>
            <XAxis type="number" hide allowDecimals={false} />
            <YAxis type="category" dataKey="name" width={150} tick={{ fontSize: 12 }} interval={0} />
            <Tooltip />
            <Bar
              dataKey="known"
              name={own.answered}
              stackId="all"
              fill="var(--chakra-colors-edge)"
              isAnimationActive={false}
            />
            <Bar
              dataKey="unknown"
              name={own.unknown}
              stackId="all"
              fill="var(--chakra-colors-mark)"
              isAnimationActive={false}
            />
          </BarChart>
        </ResponsiveContainer>
      </Box>
      {some
        .filter(({ helped, not }) => helped + not > 0)
        .map((row) => (
          <Flex key={row.name} justify="space-between" color="ink2" fontSize="small">
            <Text truncate>{row.name}</Text>
            <Text>{own.rated(row.helped, row.not)}</Text>
          </Flex>
        ))}
    </Group>
  );
};
