"use client";
// The popup's workspace: steps at the left, settings, and the visitor's view at the right, live.
import { Box, Flex, Text } from "@chakra-ui/react";
import Link from "next/link";
import { useCallback, useEffect, useRef, useState } from "react";
import { sentences } from "@/core/input/sentences";
import { pathOf } from "@/core/page/validate";
import { type Popup, popupDesigns } from "@/core/popup/popup";
import { releasePopup } from "@/core/popup/released";
import { popupSchema } from "@/core/popup/schema";
import { pagePath } from "@/core/site/site";
import type { SyncState } from "@/studio/composer/sync";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { useStatus } from "@/studio/frame/status";
import { ask, Refusal } from "@/studio/kit/api";
import { Segments, State, Tick, Title } from "@/studio/kit/kit";
import { deviceWidths, RehearseStrip, useChosenVisitor, useRehearsal } from "@/studio/rehearse/rehearse";
import { pagesNote } from "./page-ticks";
import { Results } from "./results";
import { DesignStep, LookStep, type StepProps, WhenStep, WhereStep, WhomStep, WordsStep } from "./steps";
import { TimeLine } from "./time-line";
import { words } from "./words";

interface Step {
  readonly key: string;
  readonly name: string;
  /** The settings this step looks after: what is wrong there is marked on it. */
  readonly of: readonly (keyof Popup)[];
  note(popup: Popup): string;
  readonly Panel: (props: StepProps) => React.ReactNode;
}

const steps: readonly Step[] = [
  {
    key: "design",
    name: words.design,
    of: ["design", "picture"],
    note: (popup) => popupDesigns[popup.design].name,
    Panel: DesignStep,
  },
  {
    key: "words",
    name: words.wordsFields,
    of: ["words", "fields", "thanks", "confirmByMail", "letter"],
    note: (popup) => words.wordsNote(popup.fields.length, popup.confirmByMail),
    Panel: WordsStep,
  },
  {
    key: "when",
    name: words.when,
    of: ["triggers", "restraint", "priority"],
    note: (popup) => words.whenNote(popup.triggers.length),
    Panel: WhenStep,
  },
  {
    key: "whom",
    name: words.forWhom,
    of: ["conditions"],
    note: ({ conditions }) => {
      const count =
        [conditions.devices, conditions.languages, conditions.countries, conditions.cameFrom].filter(
          (list) => list.length,
        ).length + (conditions.visits === "all" ? 0 : 1);
      return words.whomNote(count);
    },
    Panel: WhomStep,
  },
  {
    key: "look",
    name: words.look,
    of: ["look"],
    note: (popup) => words.lookNote(popup.look.pageUsable ? null : popup.look.overlayStrength),
    Panel: LookStep,
  },
  {
    key: "where",
    name: words.whereStep,
    of: [],
    note: ({ conditions }) => pagesNote(conditions),
    Panel: WhereStep,
  },
];

/** How long changes are gathered before they are saved, in ms. */
const gatherMs = 450;

export function PopupScreen({ widget: id }: { widget: string }) {
  const site = useSite();
  const widget = site.widgets.find((one) => one.id === id);
  if (!widget)
    return (
      <Box as="main" p="24px">
        <State tone="brick">{words.widgetNotHereAny}</State>
        <Link href={`/s/${site.key}/widgets`}>{words.allWidgets}</Link>
      </Box>
    );
  return <Workspace key={id} id={id} opened={widget} />;
}

function Workspace({ id, opened }: { id: string; opened: { name: string; settings: Popup; revision: number } }) {
  const site = useSite();
  const refresh = useRefresh();
  const { chosen } = useChosenVisitor();
  const [popup, setPopup] = useState<Popup>(opened.settings);
  const [name, setName] = useState(opened.name);
  const [step, setStep] = useState<string>("design");
  const [panel, setPanel] = useState<"visitor" | "results">("visitor");
  const [faults, setFaults] = useState<Readonly<Record<string, string>>>({});
  const [sync, setSync] = useState<SyncState>({ kind: "saved" });
  const revision = useRef(opened.revision);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const saving = useRef<Promise<void>>(Promise.resolve());
  useStatus(sync, revision.current);

  const save = useCallback(
    async (nextName: string, next: Popup) => {
      try {
        ({ revision: revision.current } = await ask("widgets.save", {
          site: site.key,
          widget: id,
          name: nextName,
          settings: next,
          revision: revision.current,
        }));
        setSync({ kind: "saved" });
        await refresh();
      } catch (refused) {
        const lost = refused instanceof Refusal && refused.status === 0;
        setSync(lost ? { kind: "waiting", edits: 1 } : { kind: "refused", message: (refused as Error).message });
        // What was typed stays on the screen; a lost connection is tried again until it is back.
        if (lost) timer.current = setTimeout(() => void save(nextName, next), 3000);
      }
    },
    [site.key, id, refresh],
  );

  const change = (part: Partial<Popup>, nextName = name) => {
    const merged = { ...popup, ...part };
    const { letter, ...rest } = merged;
    const next: Popup = letter === undefined ? rest : merged;
    setPopup(next);
    setName(nextName);
    const { error } = popupSchema.validate(next, {
      abortEarly: false,
      convert: false,
      messages: sentences,
      errors: { wrap: { label: false } },
    });
    const found = Object.fromEntries((error?.details ?? []).map((detail) => [pathOf(detail.path), detail.message]));
    if (!nextName.trim()) found.name = words.needsName;
    setFaults(found);
    clearTimeout(timer.current);
    if (Object.keys(found).length) return setSync({ kind: "refused", message: words.notYetComplete });
    setSync({ kind: "saving" });
    timer.current = setTimeout(() => {
      saving.current = saving.current.then(() => save(nextName, next));
    }, gatherMs);
  };

  const current = steps.find((one) => one.key === step) as Step;
  const faultsOf = (one: Step) =>
    Object.keys(faults).filter((path) =>
      one.of.some((part) => path === part || path.startsWith(`${part}.`) || path.startsWith(`${part}[`)),
    );
  const ready = Object.keys(faults).length === 0;
  return (
    <Flex flex="1" minH="0">
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
            {words.widgetsSignupPopup}
          </Text>
        </Link>
        <input
          aria-label={words.namePopup}
          value={name}
          onChange={(event) => change({}, event.target.value)}
          style={{
            fontFamily: "var(--chakra-fonts-heading)",
            fontWeight: 700,
            fontSize: 17,
            width: "100%",
            background: "transparent",
            padding: "2px 0",
          }}
        />
        {faults.name ? <State tone="brick">{faults.name}</State> : null}
        <Box my="8px">
          <Tick
            label={popup.enabled ? words.on : words.off}
            checked={popup.enabled}
            onChange={(enabled) => change({ enabled })}
          />
        </Box>
        {steps.map((one, index) => {
          const wrong = faultsOf(one).length > 0;
          const open = panel === "visitor" && one.key === step;
          return (
            <button
              key={one.key}
              type="button"
              aria-current={open ? "step" : undefined}
              onClick={() => {
                setStep(one.key);
                setPanel("visitor");
              }}
              style={{
                display: "flex",
                gap: 10,
                width: "100%",
                textAlign: "left",
                padding: "9px 8px",
                borderRadius: 5,
                background: open ? "var(--chakra-colors-wash)" : "transparent",
                cursor: "pointer",
                alignItems: "baseline",
              }}
            >
              <Text
                as="span"
                w="14px"
                fontWeight="800"
                color={wrong ? "brick" : open ? "mark" : "faint"}
                aria-hidden="true"
              >
                {wrong ? "!" : index + 1}
              </Text>
              <Box>
                <Text fontWeight="650">{one.name}</Text>
                <Text fontSize="small" color={wrong ? "brick" : "ink2"}>
                  {wrong ? words.notComplete : one.note(popup)}
                </Text>
              </Box>
            </button>
          );
        })}
        <Box borderTopWidth="1px" borderColor="line" mt="12px" pt="12px">
          <button
            type="button"
            onClick={() => setPanel("results")}
            aria-current={panel === "results" ? "step" : undefined}
            style={{
              fontWeight: 650,
              minHeight: 34,
              width: "100%",
              textAlign: "left",
              padding: "6px 8px",
              borderRadius: 5,
              background: panel === "results" ? "var(--chakra-colors-wash)" : "transparent",
              cursor: "pointer",
            }}
          >
            {words.results}
          </button>
          <Box mt="8px">
            {!popup.enabled ? (
              <State tone="amber">{words.switchedOffVisitorsDo}</State>
            ) : ready ? (
              <State tone="moss">{words.readyPublish}</State>
            ) : (
              <State tone="brick">{words.popupNotComplete}</State>
            )}
          </Box>
        </Box>
      </Box>
      <Box
        as="section"
        aria-label={current.name}
        w="420px"
        flex="none"
        bg="sheet"
        borderRightWidth="1px"
        borderColor="line"
        overflowY="auto"
        p="20px"
      >
        {panel === "results" ? (
          <Results widget={id} />
        ) : (
          <>
            <Title>{current.name}</Title>
            {sync.kind === "refused" && ready ? <State tone="brick">{sync.message}</State> : null}
            <Box mt="10px">
              <current.Panel popup={popup} change={change} faults={faults} id={id} />
            </Box>
          </>
        )}
      </Box>
      <Flex as="main" direction="column" flex="1" minW="0" position="relative">
        <VisitorView id={id} popup={popup} valid={ready} step={step} />
        <Box position="absolute" left="16px" right="16px" bottom="14px">
          <RehearseStrip path={chosen ? pagePath(site.pages.find((page) => page.slug === "") ?? { slug: "" }) : "/"} />
        </Box>
      </Flex>
    </Flex>
  );
}

/** What a visitor gets, in the real element; and the time line of the rehearsal. */
function VisitorView({ id, popup, valid, step }: { id: string; popup: Popup; valid: boolean; step: string }) {
  const site = useSite();
  const { chosen } = useChosenVisitor();
  const { base, error } = useRehearsal();
  const [view, setView] = useState<"visitor" | "time">(step === "when" || step === "whom" ? "time" : "visitor");
  const [ready, setReady] = useState(0);
  const frame = useRef<HTMLIFrameElement>(null);
  const room = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useEffect(() => setView(step === "when" || step === "whom" || step === "where" ? "time" : "visitor"), [step]);
  useEffect(() => {
    if (!room.current) return;
    const observer = new ResizeObserver(
      ([entry]) => entry && setSize({ width: entry.contentRect.width, height: entry.contentRect.height }),
    );
    observer.observe(room.current);
    return () => observer.disconnect();
  }, []);
  useEffect(() => {
    const listen = (event: MessageEvent) => {
      if (base && event.origin === new URL(base).origin && (event.data as { ready?: boolean }).ready)
        setReady((count) => count + 1);
    };
    addEventListener("message", listen);
    return () => removeEventListener("message", listen);
  }, [base]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: sent again when the frame says that it is ready
  useEffect(() => {
    if (!valid || !base || !ready || !frame.current?.contentWindow) return;
    const token = new URL(base);
    const media = new Map(site.media.map((entry) => [entry.hash, entry]));
    const draft = releasePopup(id, popup, site.settings.zone, {
      pageHref: (page) => {
        const found = site.pages.find((one) => one.id === page);
        return found ? `${token.pathname}${pagePath(found)}` : null;
      },
      picture: (hash) => {
        const entry = media.get(hash);
        const width = Math.min(960, entry?.widthPx ?? 0);
        return entry
          ? {
              src: `${token.pathname}/_m/${hash}-${width}.webp`,
              width,
              height: Math.round((entry.heightPx * width) / entry.widthPx),
            }
          : null;
      },
    });
    frame.current.contentWindow.postMessage({ from: "webitor-studio", draft }, token.origin);
  }, [popup, valid, base, ready, view]);

  const widthPx = deviceWidths[chosen.device];
  // A phone is shown whole: what lies below its edge lies below a visitor's, too.
  const tallPx = chosen.device === "wide" ? null : 780;
  const fits = tallPx === null ? 1 : Math.max(0.2, (size.height - 100) / tallPx);
  const scale = Math.min(1, fits, Math.max(0.2, (size.width - 32) / widthPx));
  const heightPx = tallPx ?? Math.min(820, (size.height - 100) / scale);
  return (
    <Flex direction="column" flex="1" minH="0">
      <Flex h="40px" bg="sheet" borderBottomWidth="1px" borderColor="line" align="center" justify="center">
        <Segments
          label={words.whatShown}
          value={view}
          onChange={setView}
          options={[
            ["visitor", words.whatVisitorGets],
            ["time", words.whenOpensWhy],
          ]}
        />
      </Flex>
      <Box ref={room} flex="1" minH="0" overflow="auto" p="16px" pb="80px">
        {error ? <State tone="brick">{error}</State> : null}
        {view === "time" ? <TimeLine id={id} popup={popup} /> : null}
        {view === "visitor" && base && size.width ? (
          <Box
            w={`${widthPx * scale}px`}
            h={`${heightPx * scale}px`}
            mx="auto"
            boxShadow="page"
            bg="white"
            overflow="hidden"
            borderRadius={chosen.device === "phone" ? "10px" : "0"}
          >
            <iframe
              ref={frame}
              title={words.whatVisitorGets}
              src={`${base}/`}
              style={{
                width: widthPx,
                height: heightPx,
                border: 0,
                transform: `scale(${scale})`,
                transformOrigin: "0 0",
              }}
            />
          </Box>
        ) : null}
      </Box>
    </Flex>
  );
}
