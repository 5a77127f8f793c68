"use client";
// What came in, day by day, as bars; the figures beside it say the same in words.
import { Box } from "@chakra-ui/react";
import { Bar, BarChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";

export function FiguresChart({ days, name }: { days: readonly { day: string; gross: number }[]; name: string }) {
  return (
    <Box h="190px" aria-hidden="true">
      <ResponsiveContainer>
        <BarChart accessibilityLayer={false} data={[...days]} margin={{ left: 0, right: 8, top: 6 }}>
          <XAxis dataKey="day" tick={{ fontSize: 11 }} minTickGap={40} tickFormatter={(day: string) => day.slice(5)} />
          <YAxis tick={{ fontSize: 11 }} width={60} />
          <Tooltip />
          <Bar dataKey="gross" name={name} fill="var(--chakra-colors-ink)" isAnimationActive={false} />
        </BarChart>
      </ResponsiveContainer>
    </Box>
  );
}
