"use client";
// The one workspace of every kind of widget: steps at the left, settings, and what a visitor gets at the right, live.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Redo2, Undo2 } from "lucide-react";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { Suspense, useEffect, useMemo, useRef, useState } from "react";
import { pagePath } from "@/core/site/site";
import { dateOf } from "@/core/time/clock";
import { LocalClock } from "@/core/time/local-clock";
import { factsOf } from "@/core/widget/all-facts";
import type { WidgetJudge } from "@/core/widget/judge";
import type { SiteWidget, WidgetKindName, WidgetSettings } from "@/core/widget/settings";
import type { SyncState } from "@/studio/composer/sync";
import { useSite } from "@/studio/frame/site-context";
import { useStatus } from "@/studio/frame/status";
import { ask } from "@/studio/kit/api";
import { IconButton } from "@/studio/kit/buttons";
import { Tick } from "@/studio/kit/fields";
import { later } from "@/studio/kit/later";
import { Loading, State, Title } from "@/studio/kit/layout";
import { useChosenVisitor } from "@/studio/rehearse/chosen";
import { momentOf } from "@/studio/rehearse/moment";
import { RehearseStrip } from "@/studio/rehearse/strip";
import type { DraftView, WidgetDraft } from "@/studio/widget/draft";
import type { DraftState } from "./draft";
import type { Step, StepWarning } from "./half";
import { useWorkspaceOf } from "./kinds";
import { Looks } from "./looks";
import { type Open, PanelButtons } from "./panel-buttons";
import { type OpenedWidget, useDraft } from "./use-draft";
import { VisitorView } from "./visitor-view";
import { words } from "./words";

const Asks = later(() => import("./asks").then((module) => module.Asks));
const Conflict = later(() => import("./conflict").then((module) => module.Conflict));
const PlacedOn = later(() => import("./placed-on").then((module) => module.PlacedOn));
const ResultsPanel = later(
  () => import("./results-panel").then((module) => module.ResultsPanel),
  <Loading what={words.theResults} />,
);

export function WidgetScreen({ widget: id }: { widget: string }) {
  const site = useSite();
  const widget = site.widgets.find((one) => one.id === id);
  if (!widget)
    return (
      <Box as="main" p="24px">
        <State tone="brick">{words.widgetNotHereAny}</State>
        <Link href={`/s/${site.key}/widgets`}>{words.allWidgets}</Link>
      </Box>
    );
  return (
    <Suspense fallback={<Loading what={widget.name} />}>
      <Opened key={id} widget={widget} />
    </Suspense>
  );
}

const Opened = ({ widget }: { widget: SiteWidget & { readonly revision: number } }) =>
  useWorkspaceOf(widget.kind as WidgetKindName).judge.part ? (
    <WithPart widget={widget} />
  ) : (
    <Workspace widget={widget} />
  );

/** A workspace that begins with what its kind keeps besides, as it is stored now. */
function WithPart({ widget }: { widget: SiteWidget & { readonly revision: number } }) {
  const site = useSite();
  const { judge } = useWorkspaceOf(widget.kind as WidgetKindName);
  const { data, error } = useQuery({
    queryKey: ["widget", site.key, widget.id],
    queryFn: () => ask("widgets.read", { site: site.key, widget: widget.id }),
    // What somebody saved since is asked for anew each time; a draft goes on from what it began with.
    gcTime: 0,
    staleTime: Number.POSITIVE_INFINITY,
  });
  if (error && !data)
    return (
      <Box as="main" p="24px">
        <State tone="brick">{error.message}</State>
      </Box>
    );
  if (!data) return <Loading what={widget.name} />;
  const { part, ...stored } = data;
  if (!part)
    return (
      <Box as="main" p="24px">
        <State tone="amber">{words.onlyDesigners}</State>
        <Link href={`/s/${site.key}/widgets`}>{words.allWidgets}</Link>
      </Box>
    );
  const empty = judge.part?.fresh(site) as object;
  const { value, version } = part;
  return <Workspace widget={{ ...stored, part: { value: value ?? empty, version } }} emptyPart={empty} />;
}

const syncOf: { readonly [K in DraftState["kind"]]: (state: Extract<DraftState, { kind: K }>) => SyncState } = {
  saved: () => ({ kind: "saved" }),
  saving: () => ({ kind: "saving" }),
  waiting: () => ({ kind: "waiting", edits: 1 }),
  signedOut: () => ({ kind: "signedOut", edits: 1 }),
  incomplete: () => ({ kind: "refused", message: words.notYetComplete }),
  refused: ({ message }) => ({ kind: "refused", message }),
  asks: () => ({ kind: "refused", message: words.asksShort }),
  conflict: () => ({ kind: "refused", message: words.conflictShort }),
};

/** What a kind keeps, as it was when last nothing was wrong with it. */
function useSound(part: object | null, faults: Readonly<Record<string, string>>): object | null {
  const last = useRef(part);
  if (!Object.keys(faults).some((path) => path.startsWith("part."))) last.current = part;
  return last.current;
}

const todayIn = (zone: string, now: number) => dateOf(new LocalClock(zone).dayOf(now));

/** Panels of the workspace that are no steps. */
const nothing: readonly StepWarning[] = [];
const useNothing = () => nothing;

function Workspace({ widget, emptyPart = null }: { widget: OpenedWidget; emptyPart?: object | null }) {
  const site = useSite();
  const { judge, steps, warnings, useOutside = useNothing } = useWorkspaceOf(widget.kind as WidgetKindName);
  const { draft, view } = useDraft(widget, emptyPart, judge);
  const kind = factsOf(widget as { kind: WidgetKindName });
  const asked = useSearchParams().get("step");
  const first = steps.find(({ key }) => key === asked) ?? (steps[0] as Step<WidgetKindName>);
  const [open, setOpen] = useState<Open>({ step: first.key });
  // Links within a workspace name a step, too.
  useEffect(() => {
    if (asked && steps.some(({ key }) => key === asked)) setOpen({ step: asked });
  }, [asked, steps]);
  useStatus(syncOf[view.state.kind](view.state as never));
  const part = view.part as never;
  const sound = useSound(view.part, view.faults) as never;
  const { chosen } = useChosenVisitor();
  const today = todayIn(site.settings.zone, momentOf(chosen, site.settings.zone, site.clockAheadMs));
  const outside = useOutside(view.settings as never, sound, today);
  const looks = useMemo(
    () => [...outside, ...(warnings?.(view.settings as never, sound, today) ?? [])],
    [outside, warnings, view.settings, sound, today],
  );
  const settings = view.settings as never;
  const { enabled } = view.settings as { enabled: boolean };
  const faultsOf = (one: Step<WidgetKindName>) =>
    Object.keys(view.faults).filter(
      (path) =>
        (path.startsWith("part.") && one.ofPart?.(path.slice("part.".length))) ||
        one.of.some((own) => path === own || path.startsWith(`${own}.`) || path.startsWith(`${own}[`)),
    );
  const current = typeof open === "string" ? null : steps.find((one) => one.key === open.step);
  const valid = Object.keys(view.faults).length === 0;
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
    event.preventDefault();
    if (event.shiftKey) draft.redo();
    else draft.undo();
  };
  return (
    <Flex flex="1" minH="0" onKeyDown={onKeyDown}>
      <Box
        as="nav"
        aria-label={words.steps}
        w="206px"
        flex="none"
        bg="sheet"
        borderRightWidth="1px"
        borderColor="line"
        p="14px"
        overflowY="auto"
      >
        <Link href={`/s/${site.key}/widgets`}>
          <Text color="ink2" fontSize="small" lineHeight="26px">
            {words.widgetsOf(kind.label)}
          </Text>
        </Link>
        <NameField view={view} draft={draft} />
        {view.faults.name ? <State tone="brick">{view.faults.name}</State> : null}
        <OnOff enabled={enabled} draft={draft} view={view} />
        {steps.map((one, index) => {
          const own = looks.filter(({ step }) => step === one.key);
          const wrong = faultsOf(one).length > 0 || own.some(({ stops }) => stops);
          const look = own.length > 0;
          const now = one === current;
          return (
            <StepButton
              key={one.key}
              one={one}
              now={now}
              setOpen={setOpen}
              wrong={wrong}
              look={look}
              index={index}
              settings={settings}
              part={part}
            />
          );
        })}
        <PanelButtons setOpen={setOpen} open={open} enabled={enabled} valid={valid} looks={looks} steps={steps} />
      </Box>
      <CurrentStep
        key={current?.key ?? String(open)}
        current={current}
        open={open}
        view={view}
        draft={draft}
        widget={widget}
        looks={looks}
        settings={settings}
        part={part}
        sound={sound}
      />
      <Beside
        widget={widget}
        view={view}
        settings={settings}
        sound={sound}
        valid={valid}
        current={current}
        judge={judge}
        site={site}
      />
    </Flex>
  );
}

/** What a visitor gets, or the kind's own view. */
const Beside = ({
  widget,
  view,
  settings,
  sound,
  valid,
  current,
  judge,
  site,
}: {
  widget: OpenedWidget;
  view: DraftView;
  settings: never;
  sound: never;
  valid: boolean;
  current: Step<keyof WidgetSettings> | null | undefined;
  judge: WidgetJudge<keyof WidgetSettings>;
  site: ReturnType<typeof useSite>;
}) => (
  <Flex as="main" direction="column" flex="1" minW="0" position="relative">
    <VisitorView
      widget={{ id: widget.id, kind: widget.kind, name: view.name, settings } as SiteWidget}
      part={sound}
      valid={valid}
      beside={current?.beside ?? "visitor"}
      revision={view.revision}
    />
    <Box position="absolute" left="16px" right="16px" bottom="14px">
      <RehearseStrip
        clock={judge.part !== undefined}
        path={pagePath(site.pages.find((page) => page.slug === "") ?? { slug: "" })}
      />
    </Box>
  </Flex>
);

/** The step that is open. */
const CurrentStep = ({
  current,
  open,
  view,
  draft,
  widget,
  looks,
  settings,
  part,
  sound,
}: {
  current: Step<keyof WidgetSettings> | null | undefined;
  open: Open;
  view: DraftView;
  draft: WidgetDraft;
  widget: OpenedWidget;
  looks: StepWarning[];
  settings: never;
  part: never;
  sound: never;
}) => (
  <Box
    as="section"
    // Each step begins at its top.

    aria-label={current?.title ?? words.panels[open as "placed" | "results"]}
    w={current?.wide ? "560px" : "420px"}
    flex="none"
    bg="sheet"
    borderRightWidth="1px"
    borderColor="line"
    overflowY="auto"
    p="20px"
  >
    {view.state.kind === "conflict" ? (
      <Conflict yours={view} theirs={view.state.theirs} onChoose={(whose) => draft.choose(whose)} />
    ) : null}
    {view.state.kind === "asks" ? (
      <Asks {...view.state} onKeep={() => draft.agree()} onBack={() => draft.undo()} />
    ) : null}
    {view.recovered && view.state.kind !== "conflict" ? (
      <Text bg="wash" borderRadius="panel" px="10px" py="8px" mb="10px">
        {words.recovered}
      </Text>
    ) : null}
    {open === "results" ? <ResultsPanel widget={widget.id} kind={widget.kind} /> : null}
    {open === "placed" ? <PlacedOn widget={widget.id} kind={widget.kind} /> : null}
    {current ? (
      <>
        <Title>{current.title}</Title>
        {view.state.kind === "refused" ? <State tone="brick">{view.state.message}</State> : null}
        <Looks looks={looks} step={current.key} />
        <Box mt="10px">
          <current.Panel
            id={widget.id}
            settings={settings}
            part={part}
            sound={sound}
            faults={view.faults}
            change={(changed) => draft.change(changed as Record<string, unknown>)}
            changePart={(changed, key) => draft.changePart(changed as Record<string, unknown>, key)}
            changeBoth={(changed, changedPart, key) =>
              draft.changeBoth(changed as Record<string, unknown>, changedPart as Record<string, unknown>, key)
            }
          />
        </Box>
      </>
    ) : null}
  </Box>
);

/** One of the steps, with what is set there and whether something is wrong. */
const StepButton = ({
  one,
  now,
  setOpen,
  wrong,
  look,
  index,
  settings,
  part,
}: {
  one: Step<keyof WidgetSettings>;
  now: boolean;
  setOpen: (next: Open) => void;
  wrong: boolean;
  look: boolean;
  index: number;
  settings: never;
  part: never;
}) => (
  <button
    type="button"
    aria-current={now ? "step" : undefined}
    onClick={() => setOpen({ step: one.key })}
    style={{
      display: "flex",
      gap: 10,
      width: "100%",
      textAlign: "left",
      padding: "9px 8px",
      borderRadius: 5,
      background: now ? "var(--chakra-colors-wash)" : "transparent",
      cursor: "pointer",
      alignItems: "baseline",
    }}
  >
    <Text
      as="span"
      w="14px"
      flex="none"
      fontWeight="800"
      color={wrong ? "brick" : look ? "amber" : now ? "mark" : "faint"}
      aria-hidden="true"
    >
      {wrong || look ? "!" : index + 1}
    </Text>
    <Box minW="0">
      <Text fontWeight="650">{one.title}</Text>
      <Text fontSize="small" color={wrong ? "brick" : "ink2"}>
        {wrong ? words.notComplete : one.summary(settings, part)}
      </Text>
    </Box>
  </button>
);

/** Whether it is on. */
const OnOff = ({ enabled, draft, view }: { enabled: boolean; draft: WidgetDraft; view: DraftView }) => (
  <Flex my="8px" align="center">
    <Box flex="1">
      <Tick label={enabled ? words.on : words.off} checked={enabled} onChange={(on) => draft.change({ enabled: on })} />
    </Box>
    <IconButton name={words.undo} disabled={!view.mayUndo} onClick={() => draft.undo()}>
      <Undo2 size={15} />
    </IconButton>
    <IconButton name={words.redo} disabled={!view.mayRedo} onClick={() => draft.redo()}>
      <Redo2 size={15} />
    </IconButton>
  </Flex>
);

/** The name of the widget. */
const NameField = ({ view, draft }: { view: DraftView; draft: WidgetDraft }) => (
  <input
    aria-label={words.nameOfWidget}
    value={view.name}
    onChange={(event) => draft.rename(event.target.value)}
    style={{
      fontFamily: "var(--chakra-fonts-heading)",
      fontWeight: 700,
      fontSize: 17,
      width: "100%",
      background: "transparent",
      padding: "2px 0",
    }}
  />
);
