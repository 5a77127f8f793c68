"use client";
// Every way to be paid, and the chosen one beside it: set up, tried, switched on.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { connectors } from "@/core/payment/connectors";
import { useSite } from "@/studio/frame/site-context";
import { Loading, State } from "@/studio/kit/layout";
import { OneWay } from "./one-way";
import { paymentsQuery, type Way } from "./query";
import { words as own } from "./words";

/** Where a way stands, as a tone and words. */
function standing({ kind, on, mode, heldBack, installed }: Way): readonly ["moss" | "amber" | null, string] {
  if (on) return mode === "live" || !connectors[kind].service ? ["moss", own.onLive] : ["amber", own.onTest];
  if (!installed) return [null, own.notSetUp];
  if (!heldBack.length) return [null, own.ready];
  return [null, heldBack.length === 1 && heldBack[0] === "tried" ? own.needsTry : own.needsSetUp];
}

function WayRow({ way, chosen, onChoose }: { way: Way; chosen: boolean; onChoose: () => void }) {
  const [tone, said] = standing(way);
  return (
    <li>
      <Box
        as="button"
        onClick={onChoose}
        aria-current={chosen ? "true" : undefined}
        display="block"
        w="100%"
        textAlign="left"
        minH="52px"
        px="12px"
        py="8px"
        cursor="pointer"
        borderBottomWidth="1px"
        borderColor="line"
        borderLeftWidth="3px"
        borderLeftColor={chosen ? "mark" : "transparent"}
        bg={chosen ? "wash" : "transparent"}
      >
        <Text fontWeight="650">{own.names[way.kind]}</Text>
        {tone ? <State tone={tone}>{said}</State> : <Text color="ink2">{said}</Text>}
      </Box>
    </li>
  );
}

/** All ways, and the chosen one: beside the list, or below it where it stands in a step of a workspace. */
export function PaymentsPanel({ narrow = false }: { narrow?: boolean }) {
  const { key } = useSite();
  const { data, error } = useQuery(paymentsQuery(key));
  const [chosen, setChosen] = useState<Way["kind"]>("card");
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return <Loading what={own.loading} />;
  const way = data.ways.find(({ kind }) => kind === chosen) ?? data.ways[0];
  if (!way) return null;
  const things = connectors[way.kind].pays.map((thing) => own.forThings[thing]).join(" and ");
  return (
    <Flex
      gap={narrow ? "14px" : "24px"}
      align={narrow ? "stretch" : "flex-start"}
      direction={narrow ? "column" : { base: "column", md: "row" }}
    >
      <Box
        as="ul"
        aria-label={own.ways}
        listStyleType="none"
        w={narrow ? "100%" : { base: "100%", md: "230px" }}
        display="grid"
        gridTemplateColumns={narrow ? "repeat(3, minmax(0, 1fr))" : "1fr"}
        flex="none"
        bg="sheet"
        borderWidth="1px"
        borderBottomWidth="0"
        borderColor="line"
      >
        {data.ways.map((one) => (
          <WayRow key={one.kind} way={one} chosen={one.kind === way.kind} onChoose={() => setChosen(one.kind)} />
        ))}
      </Box>
      <Box flex="1" minW="0" w="100%" bg="sheet" borderWidth="1px" borderColor="line" px="18px" py="14px">
        <Flex justify="space-between" align="baseline" gap="12px">
          <Text as="h2" fontFamily="heading" fontWeight="700" fontSize="title">
            {own.names[way.kind]}
          </Text>
          <Text color="ink2" flex="none">
            {own.pays(things)}
          </Text>
        </Flex>
        <Text color="ink2" mb="12px">
          {own.hints[way.kind]}
        </Text>
        <OneWay key={way.kind} way={way} listed={data} />
      </Box>
    </Flex>
  );
}
