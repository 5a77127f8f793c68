"use client";
// Results of a popup: shown, closed, signed up, the rate, by day.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Bar, BarChart, CartesianGrid, Legend, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Group, Loading, Segments, State, Title } from "@/studio/kit/kit";
import { words } from "./words";

export function Results({ widget }: { widget: string }) {
  const site = useSite();
  const [days, setDays] = useState<"7" | "28" | "90">("28");
  const { data, error } = useQuery({
    queryKey: ["results", site.key, widget, Number(days)],
    queryFn: () => ask("widgets.results", { site: site.key, widget, days: Number(days) }),
  });
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return <Loading what={words.theResults} />;
  const sum = (what: "shown" | "closed" | "signedUp") => data.days.reduce((all, day) => all + day[what], 0);
  const shown = sum("shown");
  const figures = [
    [words.figures.shown, shown],
    [words.figures.closed, sum("closed")],
    [words.figures.signedUp, sum("signedUp")],
    [words.figures.rate, shown ? `${((sum("signedUp") / shown) * 100).toFixed(1)} %` : words.noneYet],
  ] as const;
  return (
    <Box>
      <Flex justify="space-between" align="center" mb="12px">
        <Title>{words.results}</Title>
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
      <Flex gap="18px" mb="14px">
        {figures.map(([name, value]) => (
          <Box key={name}>
            <Text fontFamily="heading" fontSize="20px" fontWeight="700">
              {value}
            </Text>
            <Text color="ink2">{name}</Text>
          </Box>
        ))}
      </Flex>
      <Box h="220px" role="img" aria-label={words.shownSignedUpDays(shown, sum("signedUp"), days)}>
        <ResponsiveContainer>
          <BarChart data={data.days} margin={{ left: -22, right: 4 }}>
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
            <Bar dataKey="shown" name={words.shown} fill="var(--chakra-colors-edge)" isAnimationActive={false} />
            <Bar dataKey="signedUp" name={words.signedUp} fill="var(--chakra-colors-mark)" isAnimationActive={false} />
          </BarChart>
        </ResponsiveContainer>
      </Box>
      <Group title={words.signupsState} mt="12px">
        {(["confirmed", "waiting", "withdrawn"] as const).map((state) => (
          <Flex key={state} justify="space-between">
            <Text>{state === "waiting" ? words.waitingConfirmation : state}</Text>
            <Text fontWeight="650">{data.states[state] ?? 0}</Text>
          </Flex>
        ))}
      </Group>
    </Box>
  );
}
