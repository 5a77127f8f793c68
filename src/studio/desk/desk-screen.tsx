"use client";
// The Desk: what visitors sent through widgets, the outbox of mails to visitors, and how long both are kept.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useSearchParams } from "next/navigation";
import { type ComponentType, useState } from "react";
import { useDeskWaiting } from "@/studio/frame/desk-waiting";
import { later } from "@/studio/kit/later";
import { Loading, Title } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { deskLists } from "@/studio/widget/kinds";
import { words } from "./words";

interface DeskView {
  readonly name: string;
  readonly List: ComponentType;
}

/** What visitors send through kinds of widgets comes first, then what is the Desk's own. */
const views: Readonly<Record<string, DeskView>> = {
  ...Object.fromEntries(
    deskLists.map(({ key, name, list }) => [key, { name, List: later(list, <Loading what={name} />) }]),
  ),
  outbox: { name: words.outbox, List: later(() => import("./outbox").then(({ Outbox }) => Outbox)) },
  keeping: {
    name: words.keeping,
    List: later(() => import("./retention").then(({ RetentionPanel }) => RetentionPanel)),
  },
};
const order = Object.keys(views);

export function DeskScreen() {
  const { data, isLoading } = useDeskWaiting();
  const counts = new Map<string, number>((data?.waiting ?? []).map(({ kind, all }) => [kind, all]));
  const asked = useSearchParams().get("part") ?? "";
  const [view, setView] = useState<string | null>(Object.hasOwn(views, asked) ? asked : null);
  const choose = (next: string) => {
    setView(next);
    // A page that is loaded anew, or a link that is passed on, leads to the same part.
    history.replaceState(null, "", `?part=${next}`);
  };
  // It opens on what waits, once that is known; what comes later moves nobody.
  if (view === null && !isLoading) setView(order.find((one) => counts.get(one)) ?? (order[0] as string));
  if (view === null) return <Loading what={words.desk} />;
  const { List } = views[view] as DeskView;
  return (
    <Flex
      as="main"
      direction="column"
      flex="1"
      minH="0"
      p={{ base: "14px", md: "22px 28px" }}
      w="100%"
      maxW="1320px"
      mx="auto"
    >
      <Flex justify="space-between" align="flex-end" mb="14px" wrap="wrap" gap="10px">
        <Box>
          <Title>{words.desk}</Title>
          <Text color="ink2">{words.whatVisitorsSentWhat}</Text>
        </Box>
        <Segments
          label={words.partDesk}
          value={view}
          onChange={choose}
          options={order.map((one) => [one, views[one]?.name ?? "", counts.get(one)] as const)}
        />
      </Flex>
      <List />
    </Flex>
  );
}
