"use client";
// What the scripts of a rehearsed page ask the site for, answered by the studio around it: nothing of it is kept.
import { useEffect, useRef } from "react";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import { useSite } from "@/studio/frame/site-context";
import { useChosenVisitor } from "@/studio/rehearse/chosen";
import { momentOf } from "@/studio/rehearse/moment";
import type { Rehearse } from "./half";
import { studioOf } from "./kinds";

interface Asks {
  readonly id: number;
  readonly widget: string;
  readonly path: string;
  readonly query: Readonly<Record<string, unknown>>;
  readonly body: unknown;
}

type Rehearser = ReturnType<Rehearse<WidgetKindName>>;

/**
 * Answers the calls of a frame at `base`. `draft` is a widget whose steps are open, with what its kind keeps: the others
 * are as they are saved.
 */
export function useRehearsedCalls(
  base: string | null,
  draft: { widget: SiteWidget; part: object | null } | null,
): void {
  const site = useSite();
  const { chosen } = useChosenVisitor();
  const rehearsers = useRef(new Map<string, { readonly of: string; readonly rehearser: Promise<Rehearser> }>());
  useEffect(() => {
    if (!base) return;
    const { origin } = new URL(base);
    const zoneNow = momentOf(chosen, site.settings.zone, site.clockAheadMs);
    const began = performance.now();
    const rehearserOf = (id: string): Promise<Rehearser> | null => {
      const widget = draft?.widget.id === id ? draft.widget : site.widgets.find((one) => one.id === id);
      if (!widget) return null;
      const saved = (site.parts as Readonly<Record<string, unknown>>)[widget.kind] ?? null;
      const part = draft?.widget.kind === widget.kind ? draft.part : saved;
      // The same rehearsal goes on, with what was held and booked in it, while what it is about stays the same.
      const of = JSON.stringify([widget.settings, part, chosen.time]);
      const kept = rehearsers.current.get(id);
      if (kept?.of === of) return kept.rehearser;
      const rehearser = studioOf(widget.kind as WidgetKindName)
        .rehearse?.()
        .then((rehearse) =>
          rehearse(widget.settings as never, part as never, {
            site: site.key,
            currency: site.settings.currency,
            language: site.settings.language,
            now: () => zoneNow + (performance.now() - began),
          }),
        );
      if (!rehearser) return null;
      // What could not be loaded is tried again at the next call.
      rehearser.catch(() => rehearsers.current.delete(id));
      rehearsers.current.set(id, { of, rehearser });
      return rehearser;
    };
    const listen = async (event: MessageEvent) => {
      const { from, asks } = event.data as { from?: string; asks?: Asks };
      if (event.origin !== origin || from !== "webitor-rehearsal" || !asks) return;
      const { id, widget, path, query, body } = asks;
      const answer = (await rehearserOf(widget)
        ?.then((rehearser) => rehearser.answer(path, query, body))
        .catch((error: Error) => ({ status: 503, body: { title: error.message } }))) ?? { status: 404, body: {} };
      (event.source as Window | null)?.postMessage(
        { from: "webitor-studio", answers: { id, ...answer } },
        { targetOrigin: origin },
      );
    };
    addEventListener("message", listen);
    return () => removeEventListener("message", listen);
  }, [base, draft, site, chosen]);
}
