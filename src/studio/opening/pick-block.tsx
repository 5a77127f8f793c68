"use client";
// A block picked on the page itself: the page as it stands, and a click on it.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import type { RefObject } from "react";
import { useMemo, useRef, useState } from "react";
import type { HeaderOrFooter } from "@/core/page/header-footer/standing";
import { kinds } from "@/core/page/kinds";
import { everyNode, noHeaderFooter, type PageNode } from "@/core/page/node";
import { within } from "@/core/page/shared/placement";
import { nodeWords } from "@/core/page/words/words";
import type { RenderedPage } from "@/core/render/render";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { Loading, State } from "@/studio/kit/layout";
import { Window } from "@/studio/kit/window";
import type { StageState } from "@/studio/stage/patch";
import { useStageRenderer } from "@/studio/stage/renderer";
import { StageFrame } from "@/studio/stage/stage-frame";
import { words } from "./words";

/** What a block is called: its kind, and its first words. */
export const blockName = (node: Pick<PageNode, "kind">, text: string): string =>
  text ? `${kinds[node.kind].label} “${text.slice(0, 40)}”` : kinds[node.kind].label;

const marked = "outline:3px solid #BC2C1C;outline-offset:2px;cursor:pointer";
const widthPx = 1180;
const roomPx = 718;

/** The button that names the block and opens the picking. */
/** A block wherever it stands: on the page, or in a shared section on it. */
const markOf = (id: string) => `[data-n="${CSS.escape(id)}"],[data-n$="${within}${CSS.escape(id)}"]`;

export function PickBlock({ block, onPick }: { block: string; onPick: (block: string) => void }) {
  const site = useSite();
  const [open, setOpen] = useState(false);
  const { data } = useQuery({
    queryKey: ["block", site.key, block],
    enabled: block !== "",
    queryFn: () => ask("pages.findBlock", { site: site.key, block }),
  });
  return (
    <Flex gap="8px" align="center" wrap="wrap">
      {block === "" ? (
        <Text color="ink2">{words.noBlock}</Text>
      ) : data?.found ? (
        <Text>
          {blockName({ kind: data.found.kind as PageNode["kind"] }, data.found.words)}
          <Text as="span" color="ink2">
            {words.onPage(data.found.title)}
          </Text>
        </Text>
      ) : data ? (
        <State tone="amber">{words.blockGone}</State>
      ) : null}
      <PlainButton onClick={() => setOpen(true)}>{words.pickOnPage}</PlainButton>
      {open ? (
        <Picking
          first={data?.found?.page ?? site.pages.find((page) => page.slug === "")?.id ?? ""}
          chosen={block}
          onClose={() => setOpen(false)}
          onPick={(picked) => {
            onPick(picked);
            setOpen(false);
          }}
        />
      ) : null}
    </Flex>
  );
}

function Picking({
  first,
  chosen,
  onPick,
  onClose,
}: {
  first: string;
  chosen: string;
  onPick: (block: string) => void;
  onClose: () => void;
}) {
  const site = useSite();
  const [page, setPage] = useState(first);
  const [at, setAt] = useState(chosen);
  const { data } = useQuery({
    queryKey: ["page", site.key, page, "pick"],
    queryFn: () => ask("pages.open", { site: site.key, page }),
  });
  const body = (id: string) => data?.documents.find((one) => one.id === id)?.body;
  const around = (of: HeaderOrFooter) =>
    data && (data.documents.find(({ kind }) => kind === of)?.body ?? noHeaderFooter);
  const shared = useMemo(
    () => new Map((data?.documents ?? []).filter(({ kind }) => kind === "shared").map((one) => [one.id, one.body])),
    [data],
  );
  const renderer = useStageRenderer(site, around("header"), around("footer"));
  const meta = site.pages.find((one) => one.id === page);
  const root = body(page);
  const rendered = useMemo(
    () => (renderer && meta && root ? renderer.render(meta, root, { shared }) : null),
    [renderer, meta, root, shared],
  );
  // Blocks of shared sections are named as they are there: pressed on any page, they are the same.
  const blocks = useMemo(
    () =>
      [root, ...shared.values()].flatMap((tree) =>
        tree ? [...everyNode(tree)].filter((node) => kinds[node.kind].pressed) : [],
      ),
    [root, shared],
  );
  const stage = useRef<StageState | null>(null);
  const mark = (id: string) => {
    const document = stage.current?.document;
    const style = document?.getElementById("picked");
    if (style) style.textContent = id ? `${markOf(id)}{${marked}}` : "";
  };
  const open = (state: StageState) => {
    stage.current = state;
    const style = state.document.createElement("style");
    style.id = "picked";
    state.document.head.append(style);
    const blockAt = (event: Event) =>
      (event.target as Element).closest?.<HTMLElement>("[data-n]")?.dataset.n?.split(within).at(-1) ?? "";
    const move = (event: Event) => mark(blockAt(event));
    const press = (event: Event) => {
      event.preventDefault();
      const block = blockAt(event);
      if (block) onPick(block);
    };
    state.document.addEventListener("pointermove", move);
    state.document.addEventListener("click", press);
    mark(at);
    return () => {
      state.document.removeEventListener("pointermove", move);
      state.document.removeEventListener("click", press);
      stage.current = null;
    };
  };
  const found = at ? blocks.find((node) => node.id === at) : null;
  return (
    <Window
      title={words.pickTitle}
      open
      wide
      onClose={onClose}
      foot={
        <MainButton disabled={!found} onClick={() => onPick(at)}>
          {words.takeBlock}
        </MainButton>
      }
    >
      <Text mb="10px">{words.pickText}</Text>
      <PageRow page={page} setPage={setPage} setAt={setAt} site={site} />
      <BlockRow found={found} at={at} setAt={setAt} mark={mark} stage={stage} blocks={blocks} />
      <Pointed renderer={renderer} rendered={rendered} page={page} open={open} />
    </Window>
  );
}

/** Which page is looked at. */
const PageRow = ({
  page,
  setPage,
  setAt,
  site,
}: {
  page: string;
  setPage: (next: string) => void;
  setAt: (next: string) => void;
  site: ReturnType<typeof useSite>;
}) => (
  <Row label={words.page}>
    {(ids) => (
      <Choice
        {...ids}
        value={page}
        onChange={(next) => {
          setPage(next);
          setAt("");
        }}
        options={site.pages.map((one) => [one.id, one.title] as const)}
      />
    )}
  </Row>
);

/** The page, on which one presses the block. */
const Pointed = ({
  renderer,
  rendered,
  page,
  open,
}: {
  renderer: ReturnType<typeof useStageRenderer>;
  rendered: RenderedPage | null;
  page: string;
  open: (state: StageState) => () => void;
}) => (
  <Box borderWidth="1px" borderColor="line" maxH="46vh" overflowY="auto">
    {renderer && rendered ? (
      <StageFrame
        key={page}
        title={words.pickTitle}
        widthPx={widthPx}
        scale={roomPx / widthPx}
        renderer={renderer}
        rendered={rendered}
        onOpen={open}
      />
    ) : (
      <Loading what={words.thePage} />
    )}
  </Box>
);

/** Choosing by name. */
const BlockRow = ({
  found,
  at,
  setAt,
  mark,
  stage,
  blocks,
}: {
  found: PageNode | null | undefined;
  at: string;
  setAt: (next: string) => void;
  mark: (id: string) => void;
  stage: RefObject<StageState | null>;
  blocks: PageNode[];
}) => (
  <Row label={words.block}>
    {(ids) => (
      <Choice
        {...ids}
        value={found ? at : ""}
        onChange={(block) => {
          setAt(block);
          mark(block);
          stage.current?.document.querySelector(markOf(block))?.scrollIntoView({ block: "center" });
        }}
        options={[
          ["", words.orFromList],
          ...blocks.map((node) => [node.id, blockName(node, nodeWords(node).split("\n")[0] ?? "")] as const),
        ]}
      />
    )}
  </Row>
);
