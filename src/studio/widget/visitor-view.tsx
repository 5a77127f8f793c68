"use client";
import { Box, Flex } from "@chakra-ui/react";
import { type ReactNode, useEffect, useMemo, useRef, useState } from "react";
import { sourceLocale } from "@/core/locale/site-locale";
// What stands beside the steps: what a visitor gets, drawn as the released page draws it, and for what opens over the
// page when it opens, and why.
import { variantName } from "@/core/media/forms";
import { noSurround, type PageNode } from "@/core/page/node";
import { pagePath } from "@/core/site/site";
import { openingOf, widgetKinds } from "@/core/widget/kinds";
import { releaseWidget } from "@/core/widget/release";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import { stageRenderer, useSite } from "@/studio/frame/site-context";
import { Segments, State } from "@/studio/kit/kit";
import { TimeLine } from "@/studio/opening/time-line";
import { deviceWidths, useChosenVisitor, useRehearsal } from "@/studio/rehearse/rehearse";
import { StageFrame } from "@/studio/stage/stage-frame";
import { studioOf } from "./kinds";
import { words } from "./words";

type Beside = "visitor" | "own";

export function VisitorView({
  widget,
  part,
  valid,
  beside,
}: {
  widget: SiteWidget;
  part: object | null;
  valid: boolean;
  beside: Beside;
}) {
  const opening = openingOf(widget);
  const own = studioOf(widget.kind as WidgetKindName).view;
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
      ) : widgetKinds[widget.kind].placements.includes("over") ? (
        <OverThePage widget={widget} valid={valid} />
      ) : (
        <InThePage widget={widget} part={part} />
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
    <Box ref={room} flex="1" minH="0" overflow="auto" p="16px" pb="80px">
      {size.widthPx ? children(size) : null}
    </Box>
  );
}

/** The real element on the rehearsal host, told of every draft. */
function OverThePage({ widget, valid }: { widget: SiteWidget; valid: boolean }) {
  const site = useSite();
  const { chosen } = useChosenVisitor();
  const { base, error } = useRehearsal();
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
  const { id, settings } = widget;
  // biome-ignore lint/correctness/useExhaustiveDependencies: sent again when the frame says that it is ready
  useEffect(() => {
    if (!valid || !base || !ready || !frame.current?.contentWindow) return;
    const token = new URL(base);
    const media = new Map(site.media.map((entry) => [entry.hash, entry]));
    const locale = sourceLocale(site);
    const draft = releaseWidget(widget, site.settings.zone, {
      language: locale.tag,
      pageHref: (page) => {
        const found = site.pages.find((one) => one.id === page);
        return found ? `${token.pathname}${pagePath(found, locale)}` : null;
      },
      picture: (hash) => {
        const entry = media.get(hash);
        const width = Math.min(960, entry?.widthPx ?? 0);
        return entry
          ? {
              large: `${token.pathname}/_m/${variantName(hash, { form: "webp", widthPx: width, turn: 0 })}`,
              width,
              height: Math.round((entry.heightPx * width) / entry.widthPx),
              alt: entry.alt ?? "",
            }
          : null;
      },
    });
    frame.current.contentWindow.postMessage({ from: "webitor-studio", draft }, token.origin);
  }, [id, settings, valid, base, ready]);
  const widthPx = deviceWidths[chosen.device];
  return (
    <Room>
      {(room) => {
        // A phone is shown whole: what lies below its edge lies below a visitor's, too.
        const tallPx = chosen.device === "wide" ? null : 780;
        const fits = tallPx === null ? 1 : Math.max(0.2, room.heightPx / tallPx);
        const scale = Math.min(1, fits, Math.max(0.2, room.widthPx / widthPx));
        const heightPx = tallPx ?? Math.min(820, room.heightPx / scale);
        return (
          <>
            {error ? <State tone="brick">{error}</State> : null}
            {base ? (
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
          </>
        );
      }}
    </Room>
  );
}

const node = (
  id: string,
  kind: PageNode["kind"],
  content: PageNode["content"],
  children?: readonly PageNode[],
): PageNode => ({ id, kind, content, look: { base: {} }, ...(children ? { children } : {}) });

/** A page with nothing on it but the widget, in the flow. */
function pageWith(widget: SiteWidget): PageNode {
  const [as = "flow"] = widgetKinds[widget.kind].placements;
  return node("page", "page", {}, [
    node("section", "section", { name: widget.name }, [
      node("title", "heading", { text: widget.name, level: 2 }),
      node("spot", "widget", { widget: widget.id, as, text: widget.name }),
    ]),
  ]);
}

/** What stands in the flow of a page, drawn by the renderer from the draft. */
function InThePage({ widget, part }: { widget: SiteWidget; part: object | null }) {
  const site = useSite();
  const { chosen } = useChosenVisitor();
  const { key, name, settings, brand, pages, widgets, media, parts } = site;
  const made = useMemo(() => {
    const drafted = widgets.map((one) => (one.id === widget.id ? widget : one));
    const renderer = stageRenderer({
      ...parts,
      ...(part ? { [widget.kind]: part } : {}),
      key,
      name,
      settings,
      brand,
      pages,
      media,
      widgets: drafted,
      header: noSurround,
      footer: noSurround,
    });
    const [page = { id: "", title: "", slug: "", description: "", inNavigation: false }] = pages;
    return { renderer, rendered: renderer.render(page, pageWith(widget)) };
  }, [key, name, settings, brand, pages, widgets, media, parts, part, widget]);
  const widthPx = deviceWidths[chosen.device];
  return (
    <Room>
      {(room) => {
        const scale = Math.min(1, Math.max(0.2, room.widthPx / widthPx));
        return (
          <Box w={`${widthPx * scale}px`} mx="auto" boxShadow="page">
            <StageFrame
              key={widthPx}
              title={words.whatVisitorGets}
              widthPx={widthPx}
              scale={scale}
              rendered={made.rendered}
              renderer={made.renderer}
            />
          </Box>
        );
      }}
    </Room>
  );
}
