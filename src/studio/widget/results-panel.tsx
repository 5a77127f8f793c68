"use client";
// How a widget did: figures, days as a chart, and what visitors sent by its state. Each kind names its own.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Bar, BarChart, CartesianGrid, Legend, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import type { WidgetKindName } from "@/core/widget/settings";
import { useSite } from "@/studio/frame/site-context";
import { Group, Loading, State, Title } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { sum } from "./half";
import { useWorkspaceOf } from "./kinds";
import { resultsQuery } from "./results";
import { words } from "./words";

export function ResultsPanel({ widget, kind }: { widget: string; kind: WidgetKindName }) {
  const site = useSite();
  const [days, setDays] = useState<"7" | "28" | "90">("28");
  const { series, figures, states, More } = useWorkspaceOf(kind);
  const { data, error } = useQuery(resultsQuery(site.key, widget, Number(days)));
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return <Loading what={words.theResults} />;
  const rows = data.days.map((day, at) => ({
    day,
    ...Object.fromEntries(series.map(({ key }) => [key, data.series[key]?.[at] ?? 0])),
  }));
  const told = series.map(({ key, name }) => `${name} ${sum(data.series[key])}`).join(", ");
  return (
    <Box>
      <Flex justify="space-between" align="center" mb="12px">
        <Title>{words.panels.results}</Title>
        <Segments
          label={words.days}
          value={days}
          onChange={setDays}
          options={[
            ["7", words.n7Days],
            ["28", "28"],
            ["90", "90"],
          ]}
        />
      </Flex>
      <Flex gap="18px" mb="14px" wrap="wrap">
        {(figures?.(data) ?? series.map(({ key, name }) => [name, sum(data.series[key])] as const)).map(
          ([name, value]) => (
            <Box key={name}>
              <Text fontFamily="heading" fontSize="20px" fontWeight="700">
                {value}
              </Text>
              <Text color="ink2">{name}</Text>
            </Box>
          ),
        )}
      </Flex>
      <Box h="220px" role="img" aria-label={words.byDay(told, days)}>
        <ResponsiveContainer>
          <BarChart data={rows} margin={{ left: -22, right: 4 }}>
            <CartesianGrid vertical={false} stroke="var(--chakra-colors-line)" />
            <XAxis
              dataKey="day"
              tickFormatter={(day: string) => day.slice(8)}
              tick={{ fontSize: 11 }}
              interval="preserveStartEnd"
            />
            <YAxis tick={{ fontSize: 11 }} allowDecimals={false} />
            <Tooltip />
            <Legend iconType="square" />
            {series.map(({ key, name, main }) => (
              <Bar
                key={key}
                dataKey={key}
                name={name}
                fill={`var(--chakra-colors-${main ? "mark" : "edge"})`}
                isAnimationActive={false}
              />
            ))}
          </BarChart>
        </ResponsiveContainer>
      </Box>
      {More ? <More id={widget} days={Number(days)} /> : null}
      {states ? (
        <Group title={states.title} mt="12px">
          {Object.entries(states.names).map(([state, name]) => (
            <Flex key={state} justify="space-between">
              <Text>{name}</Text>
              <Text fontWeight="650">{data.states[state] ?? 0}</Text>
            </Flex>
          ))}
        </Group>
      ) : null}
    </Box>
  );
}
