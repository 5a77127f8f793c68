"use client";
// What a change does, as a picture: a page as visitors see it now, and as they will. What stands on several pages is looked at on
// each of them.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { everyNode, type PageNode } from "@/core/page/node";
import { isPlacement, sharedContent } from "@/core/page/shared/placement";
import type { Change } from "@/core/site/change";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { Loading, State, Title } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { type Shown, StatePicture } from "./state-picture";
import { words } from "./words";

/** Changes that are seen on a page; the others are only told. */
const seen: ReadonlySet<Change["of"]> = new Set(["page", "header", "footer", "brand", "shared", "widget", "settings"]);

export const isSeen = (change: Change): boolean => seen.has(change.of);

/** Pages on which a change can be looked at; one for a page's own. */
function usePages(change: Change) {
  const site = useSite();
  const ofShared = change.of === "shared";
  const { data } = useQuery({
    queryKey: ["shared-places", site.key, change.id],
    queryFn: () => ask("shared.places", { site: site.key, shared: change.id }),
    enabled: ofShared,
  });
  if (change.of === "page") return [];
  const known = site.pages.map(({ id, title }) => ({ id, title }));
  return ofShared ? known.filter(({ id }) => data?.pages.some((page) => page.id === id)) : known;
}

/** Where a shared section stands on a page. */
const placeIn = (body: PageNode | undefined, shared: string): string | undefined =>
  body && [...everyNode(body)].find((node) => isPlacement(node) && sharedContent(node).shared === shared)?.id;

export function ChangedPicture({ change, roomPx }: { change: Change; roomPx: number }) {
  const site = useSite();
  const pages = usePages(change);
  const [chosen, setChosen] = useState("");
  const [state, setState] = useState<"before" | "after">("after");
  const page = pages.some(({ id }) => id === chosen) ? chosen : (pages[0]?.id ?? "");
  const { data, error } = useQuery({
    queryKey: ["compare", site.key, change.of, change.id, page],
    queryFn: () => ask("publish.compare", { site: site.key, of: change.of, id: change.id, page }),
    enabled: change.of !== "shared" || page !== "",
  });
  const shown = (data?.[state] ?? null) as Shown | null;
  const at = change.of === "shared" ? placeIn(shown?.body, change.id) : undefined;
  return (
    <Box as="section" aria-label={words.seeOf(change.name)} mb="22px">
      <Flex justify="space-between" align="center" gap="10px" mb="8px">
        <Title level={2}>{change.name}</Title>
        <Segments
          label={words.seeOf(change.name)}
          value={state}
          onChange={setState}
          options={[
            ["before", words.before],
            ["after", words.after],
          ]}
        />
      </Flex>
      {pages.length > 1 ? (
        <Row label={change.of === "shared" ? words.onPages(pages.length) : words.page}>
          {(ids) => (
            <Choice
              {...ids}
              value={page}
              onChange={setChosen}
              options={pages.map(({ id, title }) => [id, title] as const)}
            />
          )}
        </Row>
      ) : null}
      {error ? <State tone="brick">{error.message}</State> : null}
      {data ? (
        <StatePicture
          shown={shown}
          title={state === "before" ? words.before : words.after}
          widthPx={1180}
          roomPx={roomPx}
          clipPx={380}
          none={state === "before" ? words.nothingBefore : words.nothingAfter}
          at={at}
        />
      ) : error ? null : change.of === "shared" && !page ? (
        <Text color="ink2">{words.onNoPage}</Text>
      ) : (
        <Loading what={words.loadingPage} />
      )}
    </Box>
  );
}
