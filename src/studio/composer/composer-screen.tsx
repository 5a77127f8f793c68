"use client";
// The composer: running order, stage, sheet.
import { Box, Flex, Text } from "@chakra-ui/react";
import {
  type CollisionDetection,
  DndContext,
  type DragEndEvent,
  DragOverlay,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { useQuery } from "@tanstack/react-query";
import { PanelLeftClose, PanelLeftOpen, PanelRightClose, PanelRightOpen, Plus } from "lucide-react";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import type { RefObject } from "react";
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { kinds } from "@/core/page/kinds";
import type { Width } from "@/core/page/look/look";
import { everyNode, type PageNode } from "@/core/page/node";
import { type Definitions, sharedIn, within } from "@/core/page/shared/placement";
import type { RenderedPage } from "@/core/render/render";
import type { PageMeta } from "@/core/site/site";
import { pagePath } from "@/core/site/site";
import { deviceClass } from "@/core/visitor/visitor";
import type { PageFindings } from "@/studio/composer/findings";
import type { Pane } from "@/studio/composer/scroll-together";
import type { ViewChoice } from "@/studio/composer/view-choice";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { useStatus } from "@/studio/frame/status";
import { useMissed, useStreamEvent } from "@/studio/frame/stream";
import { ask } from "@/studio/kit/api";
import { IconButton, PlainButton } from "@/studio/kit/buttons";
import { later } from "@/studio/kit/later";
import { Loading, State } from "@/studio/kit/layout";
import { stageGround } from "@/studio/kit/theme";
import { PicturesHere } from "@/studio/media/picture-window";
import { useChosenVisitor } from "@/studio/rehearse/chosen";
import { RehearseStrip } from "@/studio/rehearse/strip";
import { EditableFrame } from "@/studio/stage/editable-frame";
import { clipboardEvents } from "@/studio/stage/frame-events";
import { type Found, OverFrame, type Point } from "@/studio/stage/over-frame";
import { useStageRenderer } from "@/studio/stage/renderer";
import { copyBlocks, keepLooks, lastLooks, pasteBlocks } from "./clipboard";
import { Facts, useBlockFacts } from "./facts";
import { usePageFindings } from "./findings";
import { handleKey, type KeyCommands } from "./keys";
import { Notice } from "./notice";
import { Left, useOrder } from "./order/left";
import { Drawing, usePictured } from "./order/picture";
import { PageMenu } from "./page-menu";
import { useScrollTogether } from "./scroll-together";
import { inSection, moveTo, type Place, pasteLooks } from "./several";
import { UnkeptBar } from "./shared/unkept-bar";
import { useSharedChanged } from "./shared/use-shared";
import { Sheet } from "./sheet/sheet";
import { carriedBy } from "./shelf/carried";
import { useTried } from "./shelf/tried";
import { useShelf } from "./shelf/use-shelf";
import { focusStage, worksByKeys } from "./single-keys";
import { StageTools } from "./stage-tools";
import { Composer, type ComposerView } from "./store";
import { useViewChoice } from "./view-choice";
import { words } from "./words";

const FindWords = later(() => import("./find-words").then((module) => module.FindWords));
const KeysWindow = later(() => import("./keys-window").then((module) => module.KeysWindow));
const LostWordsWindow = later(() => import("./lost-words").then((module) => module.LostWordsWindow));
const InPlaceBar = later(() => import("./shared/in-place-bar").then((module) => module.InPlaceBar));
const SamplesWalk = later(() => import("./samples-walk").then((module) => module.SamplesWalk));
const Shelf = later(() => import("./shelf/shelf").then((module) => module.Shelf));

const scopeOf = (widthPx: number): Width =>
  ({ wide: "base", tablet: "tablet", phone: "phone" })[deviceClass(widthPx)] as Width;

// Options of their own identity: new ones at each rendering would render everything that can be dragged anew.
const pointerOptions = { activationConstraint: { distance: 5 } };

/** The insert point that is nearest to the pointer, while it is over the running order: there is always exactly one. */
const nearestInsertPoint: CollisionDetection = ({ pointerCoordinates, droppableContainers, droppableRects }) => {
  if (!pointerCoordinates) return [];
  const { x, y } = pointerCoordinates;
  const near = droppableContainers.flatMap((container) => {
    const rect = droppableRects.get(container.id);
    const over = rect && x >= rect.left - 24 && x <= rect.right + 24;
    return over && String(container.id).startsWith("insert:")
      ? [{ id: container.id, data: { droppableContainer: container, value: Math.abs(rect.top + rect.height / 2 - y) } }]
      : [];
  });
  return near.sort((one, other) => one.data.value - other.data.value).slice(0, 1);
};

export function ComposerScreen({ page }: { page: string }) {
  const site = useSite();
  // A header or footer that is to be worked on, wherever it stands.
  const headerFooter = useSearchParams().get("headerFooter");
  const { data, error } = useQuery({
    queryKey: ["page", site.key, page, headerFooter],
    queryFn: () => ask("pages.open", { site: site.key, page, ...(headerFooter ? { headerFooter } : {}) }),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
  });
  const [composer, setComposer] = useState<Composer | null>(null);
  useEffect(() => {
    if (!data) return;
    const made = new Composer(site.key, page, data.documents, site.mayLayout, data);
    setComposer(made);
    void made.following.follow();
    // A finding's "Show" names its block.
    const wanted = new URLSearchParams(location.search).get("select");
    if (wanted) made.select(wanted);
    return () => made.close();
  }, [data, site.key, page, site.mayLayout]);
  useStreamEvent("edits", ({ document, revision }) => composer?.stored(document, revision));
  useStreamEvent("here", (heard) => {
    if (heard.page === page) void composer?.following.follow();
  });
  useMissed(() => void composer?.following.follow());
  if (error && !data)
    return (
      <Box p="24px">
        <State tone="brick">{error.message}</State>
      </Box>
    );
  return composer?.pageId === page ? (
    <Table key={page} composer={composer} page={page} />
  ) : (
    <Loading what={words.thePage} />
  );
}

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

/** What is dragged in the running order, or from the shelf. */
interface Dragged {
  readonly node: PageNode;
  readonly name: string;
  /** As the running order draws it. */
  readonly shown: PageNode;
  readonly from: Point;
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

/** What the section is called behind which something is put; null at the top. */
function behindWords(composer: Composer, { parent, index }: Place): string | null {
  const before = composer.node(parent)?.children?.[index - 1];
  return before ? composer.documents.titleOf(before) : null;
}

function Table({ composer, page }: { composer: Composer; page: string }) {
  const site = useSite();
  const view = useSyncExternalStore(composer.subscribe, composer.getView, composer.getView);
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
  const findings = usePageFindings(view, renderer, renderNow?.() ?? null);
  const alone = view.selection && !view.selection.more?.length ? composer.node(view.selection.node) : null;
  const facts = useBlockFacts(alone, renderer, renderNow?.() ?? null);
  const [{ sideBySide, widthPx, zoom, orderFolded, sheetFolded, rehearseShown }, choose] = useViewChoice();
  const { tell: tellPane, scrolled } = useScrollTogether();
  const [dragged, setDragged] = useState<Dragged | null>(null);
  const [help, setHelp] = useState(false);
  const [finding, setFinding] = useState(false);
  const [scrolledState, setScrolledState] = useState(false);
  const [stageRef, stageSize] = useSize();
  const editRef = useRef<((node: string) => void) | null>(null);
  const { walk, beginAt } = useChosenVisitor();
  const path = meta ? pagePath(meta) : "/";
  // The strip forgets the page when it is folded.
  // biome-ignore lint/correctness/useExhaustiveDependencies: told anew once it has
  useEffect(() => beginAt(path), [beginAt, path, rehearseShown]);
  const samplesWalk = useSearchParams().get("walk") === "samples";
  const sharedChanged = useSharedChanged();
  const refresh = useRefresh();
  const latestRefresh = useRef(refresh);
  latestRefresh.current = refresh;
  useStatus(view.sync);

  const selectedPath = view.selection ? composer.path(view.selection.node) : [];
  const inShared = view.inPlace && view.selection && composer.documentOf(view.selection.node) === view.inPlace.shared;
  const selectedSection = (inShared ? view.inPlace?.at.split(within)[0] : selectedPath[1]?.id) ?? null;
  const order = useOrder(composer, view);
  const pictures = usePictured(renderer, renderNow?.() ?? null);

  // On how many pages they stand is told anew once it is stored what came or went here.
  const standing = [...sharedIn(view.page), ...sharedIn(view.header), ...sharedIn(view.footer)].join(" ");
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked anew with what stands here
  useEffect(() => {
    void composer.reached().then(() => sharedChanged());
  }, [composer, standing]);

  const shelf = useShelf(composer);
  const openShelf = shelf.open;
  const tried = useTried(
    renderer,
    meta,
    view,
    // A header is tried where it is taken.
    shelf.place && shelf.place.parent === view.page.id ? shelf.place.index : null,
  );

  const commands = useMemo<KeyCommands>(() => {
    return {
      sideBySide: () => choose({ sideBySide: !sideBySide }),
      rehearse: () => walk(),
      pageSettings: () => composer.select(null),
      find: () => openShelf(),
      findWords: () => setFinding(true),
      help: () => setHelp(true),
      enterWords: () => composer.view.selection && editRef.current?.(composer.view.selection.node),
      copyLooks: () => {
        const { selection } = composer.view;
        const block = selection && composer.node(selection.node);
        if (block) keepLooks(block.look);
      },
      pasteLooks: () => {
        const looks = lastLooks();
        if (!looks) composer.say(words.noLooksCopied);
        else if (composer.mayLayout) pasteLooks(composer, looks);
      },
    };
  }, [composer, openShelf, walk, choose, sideBySide]);

  const onKey = useCallback((event: KeyboardEvent) => void handleKey(event, composer, commands), [composer, commands]);
  // Before it is drawn: whoever sees the screen can use its keys.
  useLayoutEffect(() => {
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [onKey]);

  const onClipboard = useCallback(
    (event: ClipboardEvent) =>
      event.type === "paste"
        ? pasteBlocks(event, composer, site.key, () => latestRefresh.current())
        : copyBlocks(event, composer, site.key),
    [composer, site.key],
  );
  useLayoutEffect(() => {
    for (const type of clipboardEvents) document.addEventListener(type, onClipboard);
    return () => {
      for (const type of clipboardEvents) document.removeEventListener(type, onClipboard);
    };
  }, [onClipboard]);

  // Whoever comes to the page, or puts the shelf away, goes on with the keys on the stage.
  const shelfOpen = shelf.place !== null;
  const drawn = renderer !== null;
  useLayoutEffect(() => {
    if (drawn && !shelfOpen) focusStage();
  }, [drawn, shelfOpen]);

  const sensors = useSensors(useSensor(PointerSensor, pointerOptions));

  const overFrame = useRef<Found | null>(null);
  const [overStage, setOverStage] = useState(false);
  const dropped = ({ active, over }: DragEndEvent) => {
    const there = overFrame.current;
    setDragged(null);
    if (there && !there.ok) return composer.say(there.why);
    const place =
      there?.place ?? (over && { parent: view.page.id, index: Number(String(over.id).slice("insert:".length)) });
    if (!place) return;
    const carried = carriedBy(active);
    if (carried) {
      // Keys go on with what was put down.
      document.querySelector<HTMLElement>("[data-pane]")?.focus({ preventScroll: true });
      return carried.put(place);
    }
    const refusal = moveTo(composer, String(active.id), place);
    if (refusal) composer.say(refusal);
  };

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
  const { reveal } = view;
  useEffect(() => {
    // Once the frames have drawn it.
    const drawn = reveal && requestAnimationFrame(() => show(reveal.node, "center"));
    return () => cancelAnimationFrame(drawn ?? 0);
  }, [reveal, show]);

  const mediaHere = useMemo(
    () => picturesOn([view.header, view.page, view.footer]),
    [view.header, view.page, view.footer],
  );
  const mainWidth = sideBySide ? Math.max(widthPx, 820) : widthPx;
  const mainScope = scopeOf(mainWidth);
  useEffect(() => {
    // A change holds for a width that can be seen: the frame it was chosen in may have gone.
    const { selection } = composer.view;
    const seen = selection && (selection.width === mainScope || (sideBySide && selection.width === "phone"));
    if (selection && !seen) composer.select(selection.node, mainScope);
  }, [composer, mainScope, sideBySide]);

  if (!renderer || !renderNow || !meta) return <Loading what={words.thePage} />;
  // Two frames need room: the running order gives way where the window is narrow.
  const folded = shelf.place !== null || orderFolded || (sideBySide && stageSize.width > 0 && stageSize.width < 560);
  const room = Math.max(240, stageSize.width - 36);
  const phoneScale = zoom === "fit" ? Math.min(1, (room * 0.3) / 390) : zoom / 100;
  const phoneRoom = sideBySide ? Math.min(390 * phoneScale, room * 0.45) : 0;
  const wideRoom = room - phoneRoom - (sideBySide ? 22 : 0);
  const mainScale = zoom === "fit" ? Math.min(1, wideRoom / mainWidth) : zoom / 100;
  const edge = {
    centred: !sideBySide,
    // Two frames need the wide one to be one.
    onWidth: (px: number) => choose({ widthPx: sideBySide ? Math.max(px, 820) : px }),
  };
  const frame = {
    rendered: tried.rendered ?? renderNow(),
    renderNow,
    headerScrolled: scrolledState,
    renderer,
    composer,
    view,
    onKey,
    onClipboard,
  };

  return (
    <PicturesHere value={mediaHere}>
      <DndContext
        sensors={sensors}
        collisionDetection={nearestInsertPoint}
        onDragStart={({ active, activatorEvent }) => {
          const carried = carriedBy(active);
          const node = carried ? carried.shown() : composer.node(String(active.id));
          const shown = order.page.children?.find((section) => section.id === active.id) ?? node;
          const { clientX: x, clientY: y } = activatorEvent as PointerEvent;
          const name = carried?.name ?? (node ? composer.documents.titleOf(node) : "");
          setDragged(node && shown ? { node, name, shown: inSection(shown), from: { x, y } } : null);
        }}
        onDragEnd={dropped}
        onDragCancel={() => setDragged(null)}
      >
        <Box display={{ base: "block", lg: "none" }} p="24px">
          <Text mb="12px">{words.tooNarrow}</Text>
          <PlainButton asChild>
            <Link href={`/s/${site.key}/desk`}>{words.toTheDesk}</Link>
          </PlainButton>
        </Box>
        <Flex flex="1" minH="0" display={{ base: "none", lg: "flex" }}>
          <Box
            w={folded ? "74px" : "214px"}
            flex="none"
            bg="sheet"
            borderRightWidth="1px"
            borderColor="line"
            position="relative"
          >
            <Flex direction="column" h="100%" {...worksByKeys} tabIndex={-1} outline="0">
              <LeftHead meta={meta} folded={folded} site={site} openShelf={openShelf} choose={choose} />
              <Left
                composer={composer}
                view={view}
                order={order}
                pictures={pictures}
                selectedSection={selectedSection}
                findings={findings}
                movable={site.mayLayout}
                folded={folded}
                dragging={dragged !== null}
                picked={picked}
                openShelf={openShelf}
              />
              {orderFolded && !shelf.place ? (
                <Flex justify="center" py="6px" borderTopWidth="1px" borderColor="line">
                  <IconButton name={words.unfoldOrder} onClick={() => choose({ orderFolded: false })}>
                    <PanelLeftOpen size={15} />
                  </IconButton>
                </Flex>
              ) : null}
            </Flex>
          </Box>
          {shelf.place ? (
            <Shelf
              composer={composer}
              screen={commands}
              behind={behindWords(composer, shelf.place)}
              said={shelf.said}
              carrying={dragged !== null}
              onTake={shelf.take}
              onTry={tried.attempt}
              onAdd={shelf.add}
              onAddOwn={shelf.addOwn}
              onAddShared={shelf.addShared}
              onRenamed={(shared, name) => composer.documents.named(shared, name)}
              onClose={shelf.close}
            />
          ) : null}
          <Flex direction="column" flex="1" minW="0" as="main" position="relative">
            <StageTools
              composer={composer}
              view={view}
              widthPx={mainWidth}
              commands={commands}
              headerScrolled={{ shown: scrolledState, show: setScrolledState }}
            />
            {view.inPlace ? <InPlaceBar composer={composer} inPlace={view.inPlace} /> : null}
            {view.shared.size ? <UnkeptBar composer={composer} view={view} /> : null}
            {samplesWalk ? <SamplesWalk composer={composer} view={view} /> : null}
            <Box
              ref={stageRef}
              flex="1"
              minH="0"
              overflow="hidden"
              px="18px"
              pt="6px"
              css={stageGround}
              onPointerDown={(event) => event.target === event.currentTarget && composer.select(null)}
            >
              {stageSize.width > 0 ? (
                <Flex gap="22px" h="100%" justify={sideBySide ? "flex-start" : "center"}>
                  <WideFrame
                    key="main"
                    frame={frame}
                    mainWidth={mainWidth}
                    edge={edge}
                    wideRoom={wideRoom}
                    mainScale={mainScale}
                    mainScope={mainScope}
                    editRef={editRef}
                    tellPane={tellPane}
                    scrolled={scrolled}
                  />
                  {sideBySide ? (
                    <PhoneFrame
                      key="phone"
                      frame={frame}
                      phoneRoom={phoneRoom}
                      phoneScale={phoneScale}
                      tellPane={tellPane}
                      scrolled={scrolled}
                    />
                  ) : null}
                </Flex>
              ) : null}
            </Box>
            <Notice view={view} onSignIn={() => void composer.settled()} onClose={() => composer.say(null)} />
            {rehearseShown ? (
              <Box p="10px 14px" bg="paper" borderTopWidth="1px" borderColor="line" flex="none">
                <RehearseStrip path={pagePath(meta)} />
              </Box>
            ) : null}
          </Flex>
          {shelf.place ? null : (
            <Right
              sheetFolded={sheetFolded}
              choose={choose}
              facts={facts}
              composer={composer}
              view={view}
              findings={findings}
            />
          )}
        </Flex>
        {finding ? <FindWords composer={composer} onClose={() => setFinding(false)} /> : null}
        {view.lost.length ? <LostWordsWindow lost={view.lost} onDone={() => composer.forgetLost()} /> : null}
        {dragged ? (
          <OverFrame
            composer={composer}
            dragged={dragged.node}
            found={overFrame}
            tag={dragged.name}
            from={dragged.from}
            onOver={setOverStage}
          />
        ) : null}
        <Carried dragged={dragged} overStage={overStage} />
        {help ? <KeysWindow open onClose={() => setHelp(false)} /> : null}
      </DndContext>
    </PicturesHere>
  );
}

/** The page at the chosen width. */
const WideFrame = ({
  frame,
  mainWidth,
  edge,
  wideRoom,
  mainScale,
  mainScope,
  editRef,
  tellPane,
  scrolled,
}: {
  frame: Omit<Parameters<typeof EditableFrame>[0], "name" | "widthPx" | "scale" | "scope" | "roomPx">;
  mainWidth: number;
  edge: { centred: boolean; onWidth: (px: number) => void };
  wideRoom: number;
  mainScale: number;
  mainScope: Width;
  editRef: RefObject<((node: string) => void) | null>;
  tellPane: (name: string, pane: Pane | null) => void;
  scrolled: (name: string) => void;
}) => (
  <EditableFrame
    {...frame}
    name={mainWidth > 900 ? words.frameNames.wide : mainWidth > 600 ? words.frameNames.tablet : words.frameNames.phone}
    widthPx={mainWidth}
    edge={edge}
    roomPx={wideRoom}
    scale={mainScale}
    scope={mainScope}
    editRef={editRef}
    onPane={(pane) => tellPane("main", pane)}
    onScrolled={() => scrolled("main")}
  />
);

/** The page's title, and the way to the shelf. */
const LeftHead = ({
  meta,
  folded,
  site,
  openShelf,
  choose,
}: {
  meta: PageMeta;
  folded: boolean;
  site: ReturnType<typeof useSite>;
  openShelf: (index?: number) => void;
  choose: (change: Partial<ViewChoice>) => void;
}) => (
  <Flex align="center" justify="space-between" pl="12px" pr="8px" h="46px" flex="none">
    <PageMenu page={meta} folded={folded} />
    <Flex>
      {site.mayLayout ? (
        <IconButton name={words.addSection} onClick={() => openShelf()}>
          <Plus size={16} />
        </IconButton>
      ) : null}
      {folded ? null : (
        <IconButton name={words.foldOrder} onClick={() => choose({ orderFolded: true })}>
          <PanelLeftClose size={15} />
        </IconButton>
      )}
    </Flex>
  </Flex>
);

/** What is carried, under the pointer. */
const Carried = ({ dragged, overStage }: { dragged: Dragged | null; overStage: boolean }) => (
  <DragOverlay dropAnimation={null}>
    {dragged && !overStage ? (
      <Flex
        gap="10px"
        align="center"
        bg="sheet"
        borderWidth="1px"
        borderColor="mark"
        borderRadius="panel"
        boxShadow="lifted"
        p="6px"
        w="200px"
      >
        <Drawing section={dragged.shown} />
        <Text fontWeight="650">{dragged.name}</Text>
      </Flex>
    ) : null}
  </DragOverlay>
);

/** The sheet of what is selected. */
const Right = ({
  sheetFolded,
  choose,
  facts,
  composer,
  view,
  findings,
}: {
  sheetFolded: boolean;
  choose: (change: Partial<ViewChoice>) => void;
  facts: ReturnType<typeof useBlockFacts>;
  composer: Composer;
  view: ComposerView;
  findings: PageFindings;
}) => {
  const aside = useRef<HTMLDivElement>(null);
  const selected = view.selection?.node;
  // Another block begins at its first words.
  // biome-ignore lint/correctness/useExhaustiveDependencies: with each block that is chosen
  useLayoutEffect(() => {
    aside.current?.scrollTo(0, 0);
  }, [selected]);
  return (
    <Flex
      ref={aside}
      as="aside"
      direction="column"
      aria-label={words.sheet}
      w={sheetFolded ? "40px" : "288px"}
      flex="none"
      bg="sheet"
      borderLeftWidth="1px"
      borderColor="line"
      overflowY="auto"
      position="relative"
    >
      <Box position="absolute" top="8px" right="6px" zIndex="1">
        <IconButton
          name={sheetFolded ? words.unfoldSheet : words.foldSheet}
          onClick={() => choose({ sheetFolded: !sheetFolded })}
        >
          {sheetFolded ? <PanelRightOpen size={15} /> : <PanelRightClose size={15} />}
        </IconButton>
      </Box>
      {sheetFolded ? null : (
        <Facts value={facts}>
          <Sheet composer={composer} view={view} findings={findings.all} />
        </Facts>
      )}
    </Flex>
  );
};

/** The page on a phone. */
const PhoneFrame = ({
  frame,
  phoneRoom,
  phoneScale,
  tellPane,
  scrolled,
}: {
  frame: Omit<Parameters<typeof EditableFrame>[0], "name" | "widthPx" | "scale" | "scope" | "roomPx">;
  phoneRoom: number;
  phoneScale: number;
  tellPane: (name: string, pane: Pane | null) => void;
  scrolled: (name: string) => void;
}) => (
  <EditableFrame
    {...frame}
    name={words.frameNames.phone}
    widthPx={390}
    roomPx={phoneRoom}
    scale={phoneScale}
    scope="phone"
    rounded
    onPane={(pane) => tellPane("phone", pane)}
    onScrolled={() => scrolled("phone")}
  />
);
