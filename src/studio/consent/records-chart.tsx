"use client";
// What came of asking, by region, as bars; the table below says the same in figures.
import { Box } from "@chakra-ui/react";
import { Bar, BarChart, Legend, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import { words as own } from "./words";

/** So many of those who were asked in a region chose each; `open` gave no answer. */
export interface RegionChoices {
  readonly region: string;
  readonly shown: number;
  readonly accepted: number;
  readonly refused: number;
  readonly some: number;
  readonly open: number;
}

export function RecordsChart({ rows }: { rows: readonly RegionChoices[] }) {
  return (
    <Box h="200px" aria-hidden="true">
      <ResponsiveContainer>
        <BarChart accessibilityLayer={false} data={[...rows]} layout="vertical" margin={{ left: 40 }}>
          <XAxis type="number" allowDecimals={false} tick={{ fontSize: 11 }} />
          <YAxis type="category" dataKey="region" tick={{ fontSize: 11 }} width={90} />
          <Tooltip />
          <Legend
            iconType="square"
            formatter={(name: string) => <span style={{ color: "var(--chakra-colors-ink)" }}>{name}</span>}
          />
          <Bar
            stackId="a"
            dataKey="accepted"
            name={own.all}
            fill="var(--chakra-colors-moss)"
            isAnimationActive={false}
          />
          <Bar
            stackId="a"
            dataKey="refused"
            name={own.noneGiven}
            fill="var(--chakra-colors-edge)"
            isAnimationActive={false}
          />
          <Bar stackId="a" dataKey="some" name={own.some} fill="var(--chakra-colors-amber)" isAnimationActive={false} />
          <Bar
            stackId="a"
            dataKey="open"
            name={own.unanswered}
            fill="var(--chakra-colors-line)"
            isAnimationActive={false}
          />
        </BarChart>
      </ResponsiveContainer>
    </Box>
  );
}
