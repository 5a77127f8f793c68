"use client";
// The draft of the open widget as React sees it, saved through the server.
import { useEffect, useMemo, useSyncExternalStore } from "react";
import { widgetKinds } from "@/core/widget/kinds";
import type { SiteWidget } from "@/core/widget/settings";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask, Refusal } from "@/studio/kit/api";
import { type DraftView, type Saved, type Stored, WidgetDraft } from "./draft";
import { words } from "./words";

/** Storage may be full or forbidden: then the draft stands in memory alone. */
const browserStorage = (key: string) => ({
  read: () => {
    try {
      return localStorage.getItem(key) ?? "";
    } catch {
      return "";
    }
  },
  write: (text: string) => {
    try {
      if (text) localStorage.setItem(key, text);
      else localStorage.removeItem(key);
    } catch {
      // Nothing more can be done for it.
    }
  },
});

const signedOutStatus = 401;
const lostStatus = 0;

async function save(site: string, widget: string, next: Stored): Promise<Saved> {
  try {
    const { revision } = await ask("widgets.save", { site, widget, ...next });
    return { kind: "saved", revision };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    if (error.status === lostStatus || error.status === signedOutStatus)
      return { kind: "later", signedOut: error.status === signedOutStatus };
    if (error.code === "widgetChanged") {
      const { name, settings, revision } = await ask("widgets.read", { site, widget });
      return { kind: "conflict", theirs: { name, settings, revision } };
    }
    return { kind: "refused", message: error.message };
  }
}

/** The draft of a widget; begun once for as long as its workspace is open. */
export function useDraft(widget: SiteWidget & { readonly revision: number }): {
  readonly draft: WidgetDraft;
  readonly view: DraftView;
} {
  const { key } = useSite();
  const refresh = useRefresh();
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is saved comes back as a new widget; the draft goes on
  const draft = useMemo(
    () =>
      new WidgetDraft(widget, {
        schema: widgetKinds[widget.kind].schema,
        needsName: words.needsName,
        storage: browserStorage(`webitor.widget.${key}.${widget.id}`),
        later: (run, ms) => {
          const timer = setTimeout(run, ms);
          return () => clearTimeout(timer);
        },
        now: () => performance.now(),
        save: async (next) => {
          const saved = await save(key, widget.id, next);
          if (saved.kind === "saved") void refresh();
          return saved;
        },
      }),
    [key, widget.id],
  );
  useEffect(
    () => () => {
      void draft.end();
    },
    [draft],
  );
  return { draft, view: useSyncExternalStore(draft.subscribe, draft.view, draft.view) };
}
