"use client";
// What stands beside the steps: what a visitor gets, drawn as the released page draws it, and for what opens over the
// page when it opens, and why.
import { Box, Flex } from "@chakra-ui/react";
import { type ReactNode, type RefObject, useEffect, useMemo, useRef, useState } from "react";
import { sourceLocale } from "@/core/locale/site-locale";
import { variantName } from "@/core/media/forms";
import { pagePath } from "@/core/site/site";
import { isEverywhere, openingOf } from "@/core/widget/all-facts";
import { releaseAs } from "@/core/widget/release-as";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import { useSite } from "@/studio/frame/site-context";
import { State } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { TimeLine } from "@/studio/opening/time-line";
import { deviceWidths, useChosenVisitor } from "@/studio/rehearse/chosen";
import { useRehearsal } from "@/studio/rehearse/use-rehearsal";
import { useWorkspaceOf } from "./kinds";
import { useRehearsedCalls } from "./use-rehearsed-calls";
import { words } from "./words";

type Beside = "visitor" | "own";

export function VisitorView({
  widget,
  part,
  valid,
  beside,
  revision,
}: {
  widget: SiteWidget;
  /** Of what was saved last. */
  revision: number;
  part: object | null;
  valid: boolean;
  beside: Beside;
}) {
  const opening = openingOf(widget);
  const own = useWorkspaceOf(widget.kind as WidgetKindName).view;
  const [view, setView] = useState<Beside>(beside);
  useEffect(() => setView(beside), [beside]);
  const shown = opening || own ? view : "visitor";
  return (
    <Flex direction="column" flex="1" minH="0">
      {opening || own ? (
        <Flex h="40px" bg="sheet" borderBottomWidth="1px" borderColor="line" align="center" justify="center">
          <Segments<Beside>
            label={words.whatShown}
            value={view}
            onChange={setView}
            options={[
              ["visitor", words.whatVisitorGets],
              ["own", own?.title ?? words.whenOpensWhy],
            ]}
          />
        </Flex>
      ) : null}
      {shown === "own" ? (
        <Box flex="1" minH="0" overflow="auto" p="16px" pb="80px">
          {own ? <own.View widget={widget} part={part as never} /> : null}
          {opening ? <TimeLine id={widget.id} opening={opening} /> : null}
        </Box>
      ) : opening ? (
        <OverThePage widget={widget} part={part} valid={valid} />
      ) : (
        <InTheFlow widget={widget} part={part} valid={valid} revision={revision} />
      )}
    </Flex>
  );
}

/** The room of the view, and how a page of the chosen device fits into it. */
function Room({ children }: { children: (room: { widthPx: number; heightPx: number }) => ReactNode }) {
  const room = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ widthPx: 0, heightPx: 0 });
  useEffect(() => {
    if (!room.current) return;
    const observer = new ResizeObserver(
      ([entry]) => entry && setSize({ widthPx: entry.contentRect.width, heightPx: entry.contentRect.height }),
    );
    observer.observe(room.current);
    return () => observer.disconnect();
  }, []);
  return (
    <Box ref={room} flex="1" minH="0" overflow="auto" p="16px" pb="112px">
      {size.widthPx ? children(size) : null}
    </Box>
  );
}

/** Tells a rehearsed page of every draft of a widget; answers the frame that it is in. */
function useTold(widget: SiteWidget, part: object | null, valid: boolean, base: string | null) {
  const site = useSite();
  const [ready, setReady] = useState(0);
  const frame = useRef<HTMLIFrameElement>(null);
  useEffect(() => {
    const listen = (event: MessageEvent) => {
      if (base && event.origin === new URL(base).origin && (event.data as { ready?: boolean }).ready)
        setReady((count) => count + 1);
    };
    addEventListener("message", listen);
    return () => removeEventListener("message", listen);
  }, [base]);
  const { kind } = useWorkspaceOf(widget.kind as WidgetKindName);
  const { id, settings } = widget;
  // biome-ignore lint/correctness/useExhaustiveDependencies: sent again when the frame says that it is ready
  useEffect(() => {
    if (!valid || !base || !ready || !frame.current?.contentWindow) return;
    const token = new URL(base);
    const media = new Map(site.media.map((entry) => [entry.hash, entry]));
    const locale = sourceLocale(site);
    const own = part ? { [widget.kind]: part } : {};
    const draft = releaseAs(
      kind,
      widget,
      { settings: site.settings, ...site.parts, ...own },
      {
        language: locale.tag,
        pageHref: (page) => {
          const found = site.pages.find((one) => one.id === page);
          return found ? `${token.pathname}${pagePath(found, locale)}` : null;
        },
        picture: (hash) => {
          const entry = media.get(hash);
          const width = Math.min(960, entry?.widthPx ?? 0);
          const address = (widthPx: number) =>
            `${token.pathname}/_m/${variantName(hash, { form: "webp", widthPx, turn: 0 })}`;
          return entry
            ? {
                large: address(width),
                small: address(Math.min(480, entry.widthPx)),
                width,
                height: Math.round((entry.heightPx * width) / entry.widthPx),
                alt: entry.alt ?? "",
              }
            : null;
        },
      },
    );
    frame.current.contentWindow.postMessage({ from: "webitor-studio", draft }, token.origin);
  }, [id, settings, part, valid, base, ready]);
  return frame;
}

/** The real element on the rehearsal host, over a page of the site. */
function OverThePage({ widget, part, valid }: Drafted) {
  const { base, error } = useRehearsal();
  const frame = useTold(widget, part, valid, base);
  return <LiveFrame frame={frame} error={error} src={base && `${base}/`} />;
}

interface Drafted {
  readonly widget: SiteWidget;
  readonly part: object | null;
  readonly valid: boolean;
}

/** The real element on the rehearsal host, in the flow of a page with nothing else on it. */
function InTheFlow({ widget, part, valid, revision }: Drafted & { revision: number }) {
  const { base, error } = useRehearsal();
  const frame = useTold(widget, part, valid, base);
  const draft = useMemo(() => ({ widget, part }), [widget, part]);
  useRehearsedCalls(base, draft);
  const { useStamp } = useWorkspaceOf(widget.kind as WidgetKindName);
  const stamp = useStamp?.(widget.id);
  const drawn = stamp === undefined ? "" : `?${revision}.${encodeURIComponent(stamp)}`;
  // What stands on every page is seen on the first; anything else on a page with nothing else.
  const path = isEverywhere(widget) ? "/" : `/_w/${widget.id}`;
  return <LiveFrame frame={frame} error={error} src={base && `${base}${path}${drawn}`} flows />;
}

function LiveFrame({
  frame,
  error,
  src,
  flows = false,
}: {
  frame: RefObject<HTMLIFrameElement | null>;
  error: string | null;
  src: string | null;
  /** It stands in a column of the page: a narrower wide page shows the same, larger. */
  flows?: boolean;
}) {
  const { chosen } = useChosenVisitor();
  const wide = chosen.device === "wide";
  return (
    <Room>
      {(room) => {
        const widthPx =
          wide && flows ? Math.min(deviceWidths.wide, Math.max(720, room.widthPx / 0.7)) : deviceWidths[chosen.device];
        // A phone is shown whole: what lies below its edge lies below a visitor's, too.
        const tallPx = wide ? null : 780;
        const fits = tallPx === null ? 1 : Math.max(0.2, room.heightPx / tallPx);
        const scale = Math.min(1, fits, Math.max(0.2, room.widthPx / widthPx));
        const heightPx = tallPx ?? (flows ? room.heightPx / scale : Math.min(820, room.heightPx / scale));
        return (
          <>
            {error ? <State tone="brick">{error}</State> : null}
            {src ? (
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
                  src={src}
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
          </>
        );
      }}
    </Room>
  );
}
