"use client";
// The composer's table: running order, stage, sheet.
import { Box, Flex, Text } from "@chakra-ui/react";
import { DndContext } from "@dnd-kit/core";
import { PanelLeftOpen } from "lucide-react";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { kinds } from "@/core/page/kinds";
import { everyNode, type PageNode } from "@/core/page/node";
import { type Definitions, sharedIn, within } from "@/core/page/shared/placement";
import type { RenderedPage } from "@/core/render/render";
import { type PageMeta, pagePath } from "@/core/site/site";
import { useSite } from "@/studio/frame/site-context";
import { useStatus } from "@/studio/frame/status";
import { IconButton, PlainButton } from "@/studio/kit/buttons";
import { later } from "@/studio/kit/later";
import { Loading } from "@/studio/kit/layout";
import { openChoice } from "@/studio/kit/opens-by-enter";
import { stageGround } from "@/studio/kit/theme";
import { PicturesHere } from "@/studio/media/picture-window";
import { useChosenVisitor } from "@/studio/rehearse/chosen";
import { RehearseStrip } from "@/studio/rehearse/strip";
import { useStageRenderer } from "@/studio/stage/renderer";
import { Facts, useBlockFacts } from "../facts";
import { usePageFindings } from "../findings";
import type { KeyCommands } from "../keys";
import { Notice } from "../notice";
import { Left, useOrder } from "../order/left";
import { usePictured } from "../order/picture";
import type { Place } from "../several";
import { UnkeptBar } from "../shared/unkept-bar";
import { useSharedChanged } from "../shared/use-shared";
import { useTried } from "../shelf/tried";
import { useShelf } from "../shelf/use-shelf";
import { focusStage, worksByKeys } from "../single-keys";
import { StageTools } from "../stage-tools";
import type { Composer, ComposerView } from "../store";
import { useViewChoice } from "../view-choice";
import { words } from "../words";
import { DraggingSeen, useDragging } from "./dragging";
import { Frames, useMainWidth } from "./frames";
import { LeftHead, Right } from "./sides";
import { useCommands } from "./use-commands";

const FindWords = later(() => import("../find-words").then((module) => module.FindWords));
const KeysWindow = later(() => import("../keys-window").then((module) => module.KeysWindow));
const LostWordsWindow = later(() => import("../lost-words").then((module) => module.LostWordsWindow));
const InPlaceBar = later(() => import("../shared/in-place-bar").then((module) => module.InPlaceBar));
const SamplesWalk = later(() => import("../samples-walk").then((module) => module.SamplesWalk));
const Shelf = later(() => import("../shelf/shelf").then((module) => module.Shelf));

function useSize(): [React.RefObject<HTMLDivElement | null>, { width: number; height: number }] {
  const ref = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useEffect(() => {
    if (!ref.current) return;
    const observer = new ResizeObserver(
      ([entry]) => entry && setSize({ width: entry.contentRect.width, height: entry.contentRect.height }),
    );
    observer.observe(ref.current);
    return () => observer.disconnect();
  }, []);
  return [ref, size];
}

/** The pictures that stand on a page. */
const picturesOn = (roots: readonly PageNode[]): ReadonlySet<string> =>
  new Set(
    roots.flatMap((root) =>
      [...everyNode(root)].flatMap((node) =>
        [...(kinds[node.kind].refs?.(node.content) ?? [])].flatMap(({ of, id }) => (of === "media" ? [id] : [])),
      ),
    ),
  );

function usePicturesHere({ header, page, footer }: ComposerView) {
  return useMemo(() => picturesOn([header, page, footer]), [header, page, footer]);
}

/** What the section is called behind which something is put; null at the top. */
function behindWords(composer: Composer, { parent, index }: Place): string | null {
  const before = composer.node(parent)?.children?.[index - 1];
  return before ? composer.documents.titleOf(before) : null;
}

/** Scrolls frames to what is chosen in the running order, and to what is to be seen; answers how to choose. */
function useShowing(composer: Composer, { reveal }: ComposerView) {
  const show = useCallback((id: string, block: ScrollLogicalPosition) => {
    for (const frame of document.querySelectorAll<HTMLIFrameElement>("[data-pane] iframe[data-stage]"))
      frame.contentDocument?.querySelector(`[data-n="${CSS.escape(id)}"]`)?.scrollIntoView({ block });
  }, []);
  const picked = useCallback(
    (id: string) => {
      composer.select(id);
      show(id, "nearest");
    },
    [composer, show],
  );
  useEffect(() => {
    // Once the frames have drawn it.
    const drawn = reveal && requestAnimationFrame(() => show(reveal.node, "center"));
    return () => cancelAnimationFrame(drawn ?? 0);
  }, [reveal, show]);
  return picked;
}

/** The page as its frames draw it; null until there is a renderer. */
function useDrawn(composer: Composer, view: ComposerView, page: string) {
  const site = useSite();
  const renderer = useStageRenderer(site, view.header, view.footer);
  const meta = site.pages.find((one) => one.id === page) ?? site.pages[0];
  const renderNow = useMemo(() => {
    if (!renderer || !meta) return null;
    let last: { page: PageNode; shared: Definitions; at: string | undefined; rendered: RenderedPage } | null = null;
    return () => {
      const { page, shared, inPlace } = composer.view;
      const at = inPlace?.at;
      if (last?.page !== page || last.shared !== shared || last.at !== at)
        last = { page, shared, at, rendered: renderer.render(meta, page, { shared, ...(at ? { inPlace: at } : {}) }) };
      return last.rendered;
    };
  }, [renderer, meta, composer]);
  return { renderer, meta, renderNow };
}

/** The section of the running order that what is selected lies in. */
function selectedSectionOf(composer: Composer, { selection, inPlace }: ComposerView): string | null {
  if (!selection) return null;
  const inShared = inPlace && composer.documentOf(selection.node) === inPlace.shared;
  return (inShared ? inPlace.at.split(within)[0] : composer.path(selection.node)[1]?.id) ?? null;
}

/** Whoever works beside is told on how many pages shared sections stand, once it is stored what came or went here. */
function useStandingTold(composer: Composer, view: ComposerView) {
  const sharedChanged = useSharedChanged();
  const standing = [...sharedIn(view.page), ...sharedIn(view.header), ...sharedIn(view.footer)].join(" ");
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked anew with what stands here
  useEffect(() => {
    void composer.reached().then(() => sharedChanged());
  }, [composer, standing]);
}

/** Rehearsals begin at the page. */
function useBeginsAt(meta: PageMeta | undefined, rehearseShown: boolean) {
  const { beginAt } = useChosenVisitor();
  const path = meta ? pagePath(meta) : "/";
  // The strip forgets the page when it is folded.
  // biome-ignore lint/correctness/useExhaustiveDependencies: told anew once it has
  useEffect(() => beginAt(path), [beginAt, path, rehearseShown]);
}

export function Table({ composer, page }: { composer: Composer; page: string }) {
  const site = useSite();
  const view = useSyncExternalStore(composer.subscribe, composer.getView, composer.getView);
  const { renderer, meta, renderNow } = useDrawn(composer, view, page);
  const rendered = renderNow?.() ?? null;
  const findings = usePageFindings(view, renderer, rendered);
  const alone = view.selection && !view.selection.more?.length ? composer.node(view.selection.node) : null;
  const facts = useBlockFacts(alone, renderer, rendered);
  const [{ sideBySide, orderFolded, sheetFolded, rehearseShown }, choose] = useViewChoice();
  const [opened, open] = useState<"words" | "help" | null>(null);
  useBeginsAt(meta, rehearseShown);
  useStatus(view.sync);
  useStandingTold(composer, view);
  const order = useOrder(composer, view);
  const pictures = usePictured(renderer, rendered);
  const shelf = useShelf(composer);
  const dragging = useDragging(composer, order.page);
  // A header is tried where it is taken; what is carried lies over the page as it stands.
  const mayTry = !dragging.dragged && shelf.place?.parent === view.page.id;
  const triedAt = mayTry ? (shelf.place?.index ?? null) : null;
  const tried = useTried(renderer, meta, view, triedAt);
  // A frame that is drawn between two renderings, as once a change is stored, keeps what is tried.
  const { now: triedNow } = tried;
  const drawNow = useMemo(() => renderNow && (() => triedNow() ?? renderNow()), [renderNow, triedNow]);
  const editRef = useRef<((node: string) => void) | null>(null);
  const { commands, onKey, onClipboard } = useCommands(composer, {
    openShelf: shelf.open,
    closeShelf: shelf.close,
    findWords: () => open("words"),
    help: () => open("help"),
    enterWords: (node) => {
      const kind = composer.node(node)?.kind;
      if (!kind || kinds[kind].onPage || !openChoice()) editRef.current?.(node);
    },
  });
  // Whoever comes to the page, or puts the shelf away, goes on with the keys on the stage.
  const shelfOpen = shelf.place !== null;
  const drawn = renderer !== null;
  useLayoutEffect(() => {
    if (drawn && !shelfOpen) focusStage();
  }, [drawn, shelfOpen]);
  const picked = useShowing(composer, view);
  const mediaHere = usePicturesHere(view);
  const [stageRef, stageSize] = useSize();
  if (!renderer || !drawNow || !meta) return <Loading what={words.thePage} />;
  // Two frames need room: the running order gives way where the window is narrow.
  const folded = shelfOpen || orderFolded || (sideBySide && stageSize.width > 0 && stageSize.width < 560);
  return (
    <PicturesHere value={mediaHere}>
      <DndContext {...dragging.context}>
        <TooNarrow />
        <Flex flex="1" minH="0" display={{ base: "none", lg: "flex" }}>
          <LeftSide folded={folded} mayUnfold={orderFolded && !shelfOpen} meta={meta} openShelf={shelf.open}>
            <Left
              composer={composer}
              view={view}
              order={order}
              pictures={pictures}
              selectedSection={selectedSectionOf(composer, view)}
              findings={findings}
              movable={site.mayLayout}
              folded={folded}
              dragging={dragging.dragged !== null}
              picked={picked}
              openShelf={shelf.open}
            />
          </LeftSide>
          {shelf.place ? (
            <Beside
              composer={composer}
              commands={commands}
              shelf={shelf}
              place={shelf.place}
              tried={tried}
              carrying={dragging.dragged !== null}
            />
          ) : null}
          <Stage
            room={{ ref: stageRef, widthPx: stageSize.width }}
            commands={commands}
            editRef={editRef}
            path={pagePath(meta)}
            frame={{ rendered: drawNow(), renderNow: drawNow, renderer, composer, view, onKey, onClipboard }}
          />
          {shelfOpen ? null : (
            <Facts value={facts}>
              <Right sheetFolded={sheetFolded} choose={choose} composer={composer} view={view} findings={findings} />
            </Facts>
          )}
        </Flex>
        <DraggingSeen composer={composer} dragging={dragging} />
        {opened === "words" ? <FindWords composer={composer} onClose={() => open(null)} /> : null}
        {opened === "help" ? <KeysWindow open onClose={() => open(null)} /> : null}
        {view.lost.length ? <LostWordsWindow lost={view.lost} onDone={() => composer.forgetLost()} /> : null}
      </DndContext>
    </PicturesHere>
  );
}

/** Where the window has no room for composing. */
function TooNarrow() {
  const { key } = useSite();
  return (
    <Box display={{ base: "block", lg: "none" }} p="24px">
      <Text mb="12px">{words.tooNarrow}</Text>
      <PlainButton asChild>
        <Link href={`/s/${key}/desk`}>{words.toTheDesk}</Link>
      </PlainButton>
    </Box>
  );
}

/** The shelf, beside the stage. */
const Beside = ({
  composer,
  commands,
  shelf,
  place,
  tried,
  carrying,
}: {
  composer: Composer;
  commands: KeyCommands;
  shelf: ReturnType<typeof useShelf>;
  place: Place;
  tried: ReturnType<typeof useTried>;
  carrying: boolean;
}) => (
  <Shelf
    composer={composer}
    screen={commands}
    behind={behindWords(composer, place)}
    said={shelf.said}
    wanted={shelf.asked}
    carrying={carrying}
    onTake={shelf.take}
    onTry={tried.attempt}
    onAdd={shelf.add}
    onAddOwn={shelf.addOwn}
    onAddShared={shelf.addShared}
    onRenamed={(shared, name) => composer.documents.named(shared, name)}
    onClose={shelf.close}
  />
);

/** The column of the running order, with the way to unfold it. */
function LeftSide({
  folded,
  mayUnfold,
  meta,
  openShelf,
  children,
}: {
  folded: boolean;
  mayUnfold: boolean;
  meta: PageMeta;
  openShelf: (index?: number) => void;
  children: React.ReactNode;
}) {
  const [, choose] = useViewChoice();
  return (
    <Box
      w={folded ? "74px" : "214px"}
      flex="none"
      bg="sheet"
      borderRightWidth="1px"
      borderColor="line"
      position="relative"
    >
      <Flex direction="column" h="100%" {...worksByKeys} tabIndex={-1} outline="0">
        <LeftHead meta={meta} folded={folded} openShelf={openShelf} choose={choose} />
        {children}
        {mayUnfold ? (
          <Flex justify="center" py="6px" borderTopWidth="1px" borderColor="line">
            <IconButton name={words.unfoldOrder} onClick={() => choose({ orderFolded: false })}>
              <PanelLeftOpen size={15} />
            </IconButton>
          </Flex>
        ) : null}
      </Flex>
    </Box>
  );
}

type StageFrames = Omit<Parameters<typeof Frames>[0]["frame"], "headerScrolled">;

/** The stage, its tools above it, and what is said of it around it. */
function Stage({
  room,
  commands,
  editRef,
  path,
  frame,
}: {
  room: { readonly ref: React.RefObject<HTMLDivElement | null>; readonly widthPx: number };
  commands: KeyCommands;
  editRef: React.RefObject<((node: string) => void) | null>;
  path: string;
  frame: StageFrames;
}) {
  const { composer, view } = frame;
  const [scrolled, setScrolled] = useState(false);
  const [{ rehearseShown }] = useViewChoice();
  const samplesWalk = useSearchParams().get("walk") === "samples";
  const mainWidth = useMainWidth(composer);
  return (
    <Flex direction="column" flex="1" minW="0" as="main" position="relative">
      <StageTools
        composer={composer}
        view={view}
        widthPx={mainWidth}
        commands={commands}
        headerScrolled={{ shown: scrolled, show: setScrolled }}
      />
      {view.inPlace ? <InPlaceBar composer={composer} inPlace={view.inPlace} /> : null}
      {view.shared.size ? <UnkeptBar composer={composer} view={view} /> : null}
      {samplesWalk ? <SamplesWalk composer={composer} view={view} /> : null}
      <Box
        ref={room.ref}
        flex="1"
        minH="0"
        overflow="hidden"
        px="18px"
        pt="6px"
        css={stageGround}
        onPointerDown={(event) => event.target === event.currentTarget && composer.select(null)}
      >
        {room.widthPx > 0 ? (
          <Frames
            frame={{ ...frame, headerScrolled: scrolled }}
            mainWidth={mainWidth}
            stageWidth={room.widthPx}
            editRef={editRef}
          />
        ) : null}
      </Box>
      <Notice view={view} onSignIn={() => void composer.settled()} onClose={() => composer.say(null)} />
      {rehearseShown ? (
        <Box p="10px 14px" bg="paper" borderTopWidth="1px" borderColor="line" flex="none">
          <RehearseStrip path={path} />
        </Box>
      ) : null}
    </Flex>
  );
}
