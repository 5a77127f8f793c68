"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
// The composer: running order, stage, sheet.
import {
  DndContext,
  type DragEndEvent,
  DragOverlay,
  KeyboardSensor,
  type KeyboardSensorOptions,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { sortableKeyboardCoordinates } from "@dnd-kit/sortable";
import { useQuery } from "@tanstack/react-query";
import { Plus, Redo2, Undo2 } from "lucide-react";
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import type { Width } from "@/core/page/look";
import type { PageNode } from "@/core/page/node";
import { type ShelfEntry, shelf } from "@/core/page/shelf";
import type { RenderedPage } from "@/core/render/render";
import { pagePath } from "@/core/site/site";
import { deviceClass } from "@/core/visitor/visitor";
import { useSite, useStageRenderer } from "@/studio/frame/site-context";
import { useStatus } from "@/studio/frame/status";
import { ask } from "@/studio/kit/api";
import { IconButton, Loading, QuietButton, State, Window } from "@/studio/kit/kit";
import { stageGround } from "@/studio/kit/theme";
import { RehearseStrip, useChosenVisitor } from "@/studio/rehearse/rehearse";
import { EditableFrame, type Measured } from "@/studio/stage/editable-frame";
import { handleKey, type KeyDeeds, keyTable } from "./keys";
import { PageMenu } from "./page-menu";
import { Drawing, RunningOrder } from "./running-order";
import { Sheet } from "./sheet";
import { Shelf } from "./shelf";
import { Composer, newId } from "./store";

const frameWidths = [390, 560, 820, 1180, 1440] as const;
const scopeOf = (widthPx: number): Width =>
  ({ wide: "base", tablet: "tablet", phone: "phone" })[deviceClass(widthPx)] as Width;

// Options of their own identity: new ones at each rendering would render everything that can be dragged anew.
const pointerOptions = { activationConstraint: { distance: 5 } };
const keyboardOptions: KeyboardSensorOptions = {
  coordinateGetter: sortableKeyboardCoordinates,
  keyboardCodes: { start: ["Space"], cancel: ["Escape"], end: ["Space"] },
};

export function ComposerScreen({ page }: { page: string }) {
  const site = useSite();
  const { data, error } = useQuery({
    queryKey: ["page", site.key, page],
    queryFn: () => ask("pages.open", { site: site.key, page }),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
  });
  const [composer, setComposer] = useState<Composer | null>(null);
  useEffect(() => {
    if (!data) return;
    const made = new Composer(site.key, page, data.documents, site.mayLayout);
    setComposer(made);
    // A finding's "Show" names its block.
    const wanted = new URLSearchParams(location.search).get("select");
    if (wanted) made.select(wanted);
    return () => made.close();
  }, [data, site.key, page, site.mayLayout]);
  if (error && !data)
    return (
      <Box p="24px">
        <State tone="brick">{error.message}</State>
      </Box>
    );
  return composer?.pageId === page ? <Table key={page} composer={composer} page={page} /> : <Loading what="the page" />;
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

function Table({ composer, page }: { composer: Composer; page: string }) {
  const site = useSite();
  const view = useSyncExternalStore(composer.subscribe, composer.getView, composer.getView);
  const renderer = useStageRenderer(site, view.header, view.footer);
  const meta = site.pages.find((one) => one.id === page) ?? site.pages[0];
  const renderNow = useMemo(() => {
    if (!renderer || !meta) return null;
    let last: { page: PageNode; rendered: RenderedPage } | null = null;
    return () => {
      const { page } = composer.view;
      if (last?.page !== page) last = { page, rendered: renderer.render(meta, page) };
      return last.rendered;
    };
  }, [renderer, meta, composer]);
  const [sideBySide, setSideBySide] = useState(true);
  const [widthPx, setWidthPx] = useState<number>(1180);
  const [shelfAt, setShelfAt] = useState<number | null>(null);
  const [dragged, setDragged] = useState<PageNode | null>(null);
  const [help, setHelp] = useState(false);
  const [measured, setMeasured] = useState<Measured | null>(null);
  const [stageRef, stageSize] = useSize();
  const editRef = useRef<((node: string) => void) | null>(null);
  const copied = useRef<PageNode | null>(null);
  const { walk } = useChosenVisitor();
  useStatus(view.sync, view.revision);

  const sections = view.page.children ?? [];
  const selectedPath = view.selection ? composer.path(view.selection.node) : [];
  const selectedSection = selectedPath[1]?.id ?? null;

  const place = useCallback(
    (entry: ShelfEntry, index: number) => {
      const refusal = composer.insert(composer.view.page.id, index, entry.make(newId));
      if (refusal) composer.say(refusal);
      setShelfAt(null);
    },
    [composer],
  );

  const openShelf = useCallback(
    (index?: number) => {
      if (!composer.mayLayout) return;
      const { page: root, selection } = composer.view;
      const at = selection
        ? (root.children ?? []).findIndex((section) => composer.path(selection.node)[1]?.id === section.id) + 1
        : 0;
      setShelfAt(index ?? (at > 0 ? at : (root.children ?? []).length));
    },
    [composer],
  );

  const deeds = useMemo<KeyDeeds>(() => {
    const selected = () => (composer.view.selection ? composer.node(composer.view.selection.node) : null);
    const copy = () => {
      copied.current = selected();
      if (copied.current)
        void navigator.clipboard?.writeText(JSON.stringify({ webitorBlock: copied.current })).catch(() => {});
    };
    return {
      sideBySide: () => setSideBySide((both) => !both),
      rehearse: () => walk(),
      find: () => openShelf(),
      help: () => setHelp(true),
      enterWords: () => composer.view.selection && editRef.current?.(composer.view.selection.node),
      copy,
      cut: () => {
        copy();
        if (copied.current && composer.mayLayout) composer.remove(copied.current.id);
      },
      paste: () => {
        if (!composer.mayLayout) return;
        const paste = (node: PageNode | null) => node && composer.say(composer.paste(node));
        navigator.clipboard
          ?.readText()
          .then((text) => paste((JSON.parse(text) as { webitorBlock?: PageNode }).webitorBlock ?? copied.current))
          .catch(() => paste(copied.current));
      },
    };
  }, [composer, openShelf, walk]);

  const onKey = useCallback((event: KeyboardEvent) => void handleKey(event, composer, deeds), [composer, deeds]);
  useEffect(() => {
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [onKey]);

  const sensors = useSensors(useSensor(PointerSensor, pointerOptions), useSensor(KeyboardSensor, keyboardOptions));

  const dropped = ({ active, over }: DragEndEvent) => {
    setDragged(null);
    if (!over) return;
    const target = String(over.id);
    const index = target.startsWith("insert:")
      ? Number(target.slice(7))
      : sections.findIndex((section) => section.id === target);
    if (index < 0) return;
    const what = String(active.id);
    const entry = what.startsWith("shelf:") ? shelf.find((one) => `shelf:${one.key}` === what) : undefined;
    if (entry) return place(entry, index);
    const from = sections.findIndex((section) => section.id === what);
    // An insert point counts the section that leaves; a section's own place does not.
    const to = target.startsWith("insert:") && index > from ? index - 1 : index;
    if (from >= 0 && from !== to)
      composer.edit(composer.pageId, [{ type: "move", node: what, parent: view.page.id, index: to }]);
  };

  const picked = useCallback(
    (id: string) => {
      composer.select(id);
      for (const frame of document.querySelectorAll<HTMLIFrameElement>("iframe[data-stage], main iframe"))
        frame.contentDocument?.querySelector(`[data-n="${CSS.escape(id)}"]`)?.scrollIntoView({ block: "nearest" });
    },
    [composer],
  );

  const mainWidth = sideBySide ? Math.max(widthPx, 820) : widthPx;
  const mainScope = scopeOf(mainWidth);
  useEffect(() => {
    // A change holds for a width that can be seen: the frame it was chosen in may have gone.
    const { selection } = composer.view;
    const seen = selection && (selection.width === mainScope || (sideBySide && selection.width === "phone"));
    if (selection && !seen) composer.select(selection.node, mainScope);
  }, [composer, mainScope, sideBySide]);

  if (!renderer || !renderNow || !meta) return <Loading what="the page" />;
  // Two frames need room: the running order gives way where the window is narrow.
  const folded = sideBySide && stageSize.width > 0 && stageSize.width < 560;
  const room = Math.max(240, stageSize.width - 36);
  const phoneScale = sideBySide ? Math.min(1, (room * 0.3) / 390) : 1;
  const wideRoom = sideBySide ? room - 390 * phoneScale - 22 : room;
  const frame = { rendered: renderNow(), renderNow, renderer, composer, view, onKey, onMeasured: setMeasured };

  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      onDragStart={({ active }) =>
        setDragged(
          sections.find((section) => section.id === active.id) ??
            shelf.find((entry) => `shelf:${entry.key}` === active.id)?.make(newId) ??
            null,
        )
      }
      onDragEnd={dropped}
      onDragCancel={() => setDragged(null)}
    >
      <Flex flex="1" minH="0">
        <Box
          w={folded ? "74px" : "214px"}
          flex="none"
          bg="sheet"
          borderRightWidth="1px"
          borderColor="line"
          position="relative"
        >
          <Flex direction="column" h="100%">
            <Flex align="center" justify="space-between" pl="12px" pr="8px" h="46px" flex="none">
              <PageMenu page={meta} folded={folded} />
              {site.mayLayout ? (
                <IconButton name="Add a section (+)" onClick={() => openShelf()}>
                  <Plus size={16} />
                </IconButton>
              ) : null}
            </Flex>
            <Box flex="1" overflowY="auto">
              <RunningOrder
                header={view.header}
                page={view.page}
                footer={view.footer}
                selectedSection={selectedSection}
                movable={site.mayLayout}
                folded={folded}
                dragging={dragged !== null}
                onSelect={picked}
                onInsert={openShelf}
              />
            </Box>
          </Flex>
          {shelfAt !== null ? (
            <Shelf onAdd={(entry) => place(entry, shelfAt)} onClose={() => setShelfAt(null)} />
          ) : null}
        </Box>
        <Flex direction="column" flex="1" minW="0" as="main" position="relative">
          <Flex
            h="27px"
            bg="sheet"
            borderBottomWidth="1px"
            borderColor="line"
            align="center"
            justify="center"
            gap="18px"
            fontSize="small"
            px="10px"
          >
            <IconButton
              name="Undo (Ctrl+Z)"
              h="24px"
              disabled={!view.history.past.length}
              onClick={() => composer.undo()}
            >
              <Undo2 size={15} />
            </IconButton>
            <IconButton
              name="Redo (Ctrl+Shift+Z)"
              h="24px"
              disabled={!view.history.future.length}
              onClick={() => composer.redo()}
            >
              <Redo2 size={15} />
            </IconButton>
            <Box w="12px" />
            {frameWidths.map((width) => (
              <button
                key={width}
                type="button"
                aria-pressed={width === mainWidth}
                onClick={() => {
                  setWidthPx(width);
                  if (width < 820) setSideBySide(false);
                }}
                style={{
                  minHeight: 24,
                  cursor: "pointer",
                  fontWeight: width === mainWidth ? 700 : 450,
                  borderBottom: width === mainWidth ? "2px solid var(--chakra-colors-mark)" : "2px solid transparent",
                }}
              >
                {width}
              </button>
            ))}
            <QuietButton
              h="24px"
              fontSize="small"
              aria-pressed={sideBySide}
              fontWeight={sideBySide ? "700" : "450"}
              onClick={() => setSideBySide(!sideBySide)}
            >
              Side by side{" "}
              <Text as="kbd" color="ink2">
                T
              </Text>
            </QuietButton>
            <IconButton name="Keys (?)" h="24px" onClick={() => setHelp(true)}>
              ?
            </IconButton>
          </Flex>
          <Box ref={stageRef} flex="1" minH="0" overflow="auto" px="18px" pt="6px" pb="76px" css={stageGround}>
            {stageSize.width > 0 ? (
              <Flex gap="22px" align="flex-start" justify={sideBySide ? "flex-start" : "center"}>
                <EditableFrame
                  key={`main${mainWidth}`}
                  {...frame}
                  name={mainWidth > 900 ? "Wide" : mainWidth > 600 ? "Tablet" : "Phone"}
                  widthPx={mainWidth}
                  scale={Math.min(1, wideRoom / mainWidth)}
                  scope={mainScope}
                  editRef={editRef}
                />
                {sideBySide ? (
                  <EditableFrame
                    key="phone"
                    {...frame}
                    name="Phone"
                    widthPx={390}
                    scale={phoneScale}
                    scope="phone"
                    rounded
                  />
                ) : null}
              </Flex>
            ) : null}
          </Box>
          {view.notice || view.sync.kind === "refused" ? (
            <Flex position="absolute" bottom="70px" left="18px" right="18px" justify="center" pointerEvents="none">
              <Box
                bg="sheet"
                borderWidth="1px"
                borderColor="brick"
                borderRadius="panel"
                px="12px"
                py="8px"
                boxShadow="lifted"
                pointerEvents="auto"
              >
                <State tone="brick">{view.sync.kind === "refused" ? view.sync.message : view.notice}</State>
              </Box>
            </Flex>
          ) : null}
          <Box position="absolute" left="18px" right="18px" bottom="16px">
            <RehearseStrip path={pagePath(meta)} />
          </Box>
        </Flex>
        <Box
          as="aside"
          aria-label="Sheet"
          w="288px"
          flex="none"
          bg="sheet"
          borderLeftWidth="1px"
          borderColor="line"
          overflowY="auto"
        >
          <Sheet composer={composer} view={view} measured={measured} />
        </Box>
      </Flex>
      <DragOverlay dropAnimation={null}>
        {dragged ? (
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
            <Drawing section={dragged} />
            <Text fontWeight="650">{String(dragged.content.name)}</Text>
          </Flex>
        ) : null}
      </DragOverlay>
      <Window title="Keys" open={help} onClose={() => setHelp(false)}>
        <Box as="dl" display="grid" gridTemplateColumns="150px 1fr" rowGap="6px">
          {keyTable
            .filter((key) => key.keys)
            .map((key) => (
              <Box display="contents" key={key.keys}>
                <Text as="dt" fontWeight="700">
                  {key.keys}
                </Text>
                <Text as="dd">{key.says}</Text>
              </Box>
            ))}
        </Box>
      </Window>
    </DndContext>
  );
}
