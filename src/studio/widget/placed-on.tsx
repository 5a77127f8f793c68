"use client";
// Where a widget stands, and what it takes to place it.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { widgetFacts } from "@/core/widget/all-facts";
import type { WidgetKindName } from "@/core/widget/settings";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { PlainButton } from "@/studio/kit/buttons";
import { Group, Loading, State, Title } from "@/studio/kit/layout";
import { words } from "./words";

export function PlacedOn({ widget, kind }: { widget: string; kind: WidgetKindName }) {
  const site = useSite();
  const { data, error } = useQuery({
    queryKey: ["placed", site.key, widget],
    queryFn: () => ask("widgets.placedOn", { site: site.key, widget }),
  });
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return <Loading what={words.thePlaces} />;
  const first = site.pages[0]?.id ?? "";
  const { placements, onEveryPage: everywhere } = widgetFacts[kind];
  const placed = placements.some((one) => one !== "over");
  return (
    <Box>
      <Title>{words.panels.placed}</Title>
      <Text color="ink2" mt="6px" mb="10px">
        {everywhere ? words.onEveryPage : ""} {placed ? words.placements(placements) : ""}
      </Text>
      {data.documents.length === 0 && !everywhere ? <Text>{words.placedNowhere}</Text> : null}
      {data.documents.map((document) => (
        <Flex key={document.id} justify="space-between" py="6px" borderBottomWidth="1px" borderColor="line">
          <Text fontWeight="650">{document.title}</Text>
          <Link
            href={`/s/${site.key}/pages/${document.kind === "page" ? document.id : first}`}
            style={{ textDecoration: "underline" }}
          >
            {words.showThere}
          </Link>
        </Flex>
      ))}
      {placed ? (
        <Group title={words.placeIt} mt="14px">
          <Text mb="8px">{words.howToPlace}</Text>
          <Link href={`/s/${site.key}/pages`}>
            <PlainButton as="span">{words.toThePages}</PlainButton>
          </Link>
        </Group>
      ) : null}
    </Box>
  );
}
