"use client";
// The draft of the open widget as React sees it, saved through the server.
import { useEffect, useMemo, useSyncExternalStore } from "react";
import { pathOf } from "@/core/input/fault";
import { sentences } from "@/core/input/sentences";
import type { PartJudge, WidgetJudge } from "@/core/widget/judge";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask, Refusal } from "@/studio/kit/api";
import { type DraftView, type Saved, type Stored, type ToSave, WidgetDraft } from "./draft";
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

/** What is stored now, as the draft works with it. */
async function stored(site: string, widget: string, emptyPart: object | null): Promise<Stored> {
  const { name, settings, revision, part } = await ask("widgets.read", { site, widget });
  return {
    name,
    settings,
    revision,
    ...(part && emptyPart ? { part: { value: part.value ?? emptyPart, version: part.version } } : {}),
  };
}

async function save(site: string, widget: string, next: ToSave, emptyPart: object | null): Promise<Saved> {
  try {
    const { revision, partVersion } = await ask("widgets.save", { site, widget, ...next });
    return { kind: "saved", revision, ...(partVersion === undefined ? {} : { partVersion }) };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    if (error.status === lostStatus || error.status === signedOutStatus)
      return { kind: "later", signedOut: error.status === signedOutStatus };
    if (error.code === "widgetChanged") return { kind: "conflict", theirs: await stored(site, widget, emptyPart) };
    if (error.code === "asks")
      return { kind: "asks", message: error.message, each: error.fields.map(({ message }) => message) };
    return { kind: "refused", message: error.message };
  }
}

/** What is wrong with a kind's part, by path. */
function partFaultsOf({ schema, faults }: PartJudge<never>) {
  return (part: object): Readonly<Record<string, string>> => {
    const { error } = schema.validate(part, {
      abortEarly: false,
      convert: false,
      messages: sentences,
      errors: { wrap: { label: false } },
    });
    const found: Record<string, string> = {};
    for (const { path, message } of error?.details ?? []) found[pathOf(path)] ??= message;
    // What its parts say of each other is asked once each of them is sound.
    if (!error) for (const { path, message } of faults?.(part as never) ?? []) found[path] ??= message;
    return found;
  };
}

/** A widget as its workspace opens it. */
export type OpenedWidget = SiteWidget & Pick<Stored, "revision" | "part">;

/** The draft of a widget; begun once for as long as its workspace is open. */
export function useDraft(
  widget: OpenedWidget,
  emptyPart: object | null,
  judge: WidgetJudge<WidgetKindName>,
): {
  readonly draft: WidgetDraft;
  readonly view: DraftView;
} {
  const { key } = useSite();
  const refresh = useRefresh();
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is saved comes back as a new widget; the draft goes on
  const draft = useMemo(
    () =>
      new WidgetDraft(widget, {
        schema: judge.schema,
        ...(judge.part ? { partFaults: partFaultsOf(judge.part as PartJudge<never>) } : {}),
        needsName: words.needsName,
        storage: browserStorage(`webitor.widget.${key}.${widget.id}`),
        later: (run, ms) => {
          const timer = setTimeout(run, ms);
          return () => clearTimeout(timer);
        },
        now: () => performance.now(),
        save: async (next) => {
          const saved = await save(key, widget.id, next, emptyPart);
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
