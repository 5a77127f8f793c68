"use client";
// What keeping a shared section would do, on each page that shows it: as it is now, and as it would be.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useRef, useState } from "react";
import { everyNode, type PageNode } from "@/core/page/node";
import { isPlacement, sharedContent } from "@/core/page/shared/placement";
import { type OpenedPage, openForCheck } from "@/studio/check/opened-page";
import { useSite } from "@/studio/frame/site-context";
import { PlainButton } from "@/studio/kit/buttons";
import { Loading } from "@/studio/kit/layout";
import type { StageState } from "@/studio/stage/patch";
import { StageFrame } from "@/studio/stage/stage-frame";
import { words } from "./words";

const pagePx = 1180;
const roomPx = 340;
const clipPx = 260;

/** One state of the page, scrolled to where the section stands. */
function State({
  opened,
  page,
  shared,
  body,
  title,
}: {
  opened: OpenedPage;
  page: string;
  shared: string;
  body: PageNode;
  title: string;
}) {
  const { pages } = useSite();
  const pane = useRef<HTMLDivElement>(null);
  const main = opened.documents.main?.body;
  const rendered = useMemo(() => {
    const meta = pages.find(({ id }) => id === page);
    return meta && main
      ? opened.renderer.render(meta, main, { shared: new Map([...opened.shared, [shared, body]]) })
      : null;
  }, [pages, page, main, opened, shared, body]);
  const at = useMemo(
    () =>
      main ? [...everyNode(main)].find((node) => isPlacement(node) && sharedContent(node).shared === shared)?.id : "",
    [main, shared],
  );
  const bringIntoView = ({ document }: StageState) => {
    const place = at ? document.querySelector(`[data-n="${CSS.escape(at)}"]`) : null;
    const top = (place?.firstElementChild ?? place)?.getBoundingClientRect().top;
    if (top !== undefined) pane.current?.scrollTo({ top: Math.max(0, (top * roomPx) / pagePx - 16) });
  };
  return (
    <Box>
      <Text fontSize="small" color="ink2" mb="4px">
        {title}
      </Text>
      <Box
        ref={pane}
        h={`${clipPx}px`}
        w={`${roomPx}px`}
        overflowY="auto"
        borderWidth="1px"
        borderColor="line"
        bg="white"
        css={{ scrollbarWidth: "none" }}
        tabIndex={0}
        role="region"
        aria-label={title}
      >
        {rendered ? (
          <StageFrame
            title={title}
            widthPx={pagePx}
            scale={roomPx / pagePx}
            rendered={rendered}
            renderer={opened.renderer}
            onLaidOut={bringIntoView}
          />
        ) : null}
      </Box>
    </Box>
  );
}

export function KeepPictures({
  pages,
  shared,
  states,
}: {
  pages: readonly { readonly id: string; readonly title: string }[];
  shared: string;
  states: { readonly before: PageNode; readonly after: PageNode };
}) {
  const site = useSite();
  const [page, setPage] = useState(pages[0]?.id ?? "");
  const { data } = useQuery({
    queryKey: ["shared-on-page", site.key, page],
    queryFn: () => openForCheck(site, page),
    gcTime: 0,
  });
  const title = pages.find(({ id }) => id === page)?.title ?? "";
  return (
    <Box mb="12px">
      <Flex gap="5px" wrap="wrap" mb="8px" role="group" aria-label={words.changesOn}>
        {pages.map((one) => (
          <PlainButton
            key={one.id}
            h="26px"
            px="8px"
            fontSize="small"
            aria-pressed={one.id === page}
            onClick={() => setPage(one.id)}
            {...(one.id === page ? { bg: "ink", color: "sheet", _hover: { bg: "inkSoft" } } : {})}
          >
            {one.title}
          </PlainButton>
        ))}
      </Flex>
      {data ? (
        <Flex gap="14px" wrap="wrap">
          <State opened={data} page={page} shared={shared} body={states.before} title={words.nowOn(title)} />
          <State opened={data} page={page} shared={shared} body={states.after} title={words.thenOn(title)} />
        </Flex>
      ) : data === null ? null : (
        <Loading what={words.thePages} />
      )}
    </Box>
  );
}
