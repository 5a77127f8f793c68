"use client";
// The tab's stream for the screens in it: what they hear, and what is asked for anew because of it.
import { type QueryClient, useQueryClient } from "@tanstack/react-query";
import { createContext, type ReactNode, useContext, useEffect, useRef, useState } from "react";
import type { EventKind } from "@/core/event/event";
import { tabName } from "@/studio/composer/unsent";
import { thisTab } from "@/studio/kit/api";
import { newId } from "@/studio/kit/new-id";
import { EventStream, type StreamEvent } from "@/studio/kit/stream";

const StreamContext = createContext<EventStream | null>(null);

/** How long events are gathered before the server is asked, in ms. */
const gatherMs = 400;

/** Asks anew for what is on screen, once for however many events of a moment. */
function asker(client: QueryClient) {
  const wanted = new Set<string>();
  let timer: ReturnType<typeof setTimeout> | undefined;
  return {
    want(...keys: readonly (readonly unknown[])[]) {
      for (const key of keys) wanted.add(JSON.stringify(key));
      timer ??= setTimeout(() => {
        timer = undefined;
        const now = [...wanted];
        wanted.clear();
        for (const key of now) void client.invalidateQueries({ queryKey: JSON.parse(key) as unknown[] });
      }, gatherMs);
    },
    end: () => clearTimeout(timer),
  };
}

interface Asked {
  want(...keys: readonly (readonly unknown[])[]): void;
}

/** Which questions an event makes old, on a site's screens. */
function onSite(stream: EventStream, { want }: Asked, site: string) {
  let before = false;
  stream.onMissed(() => {
    // What was loaded with the page is new; after a gap all of it may be old.
    if (before) want(["frame", site], ["changes", site], ["history", site], ["signups", site], ["mail", site]);
    else want(["changes", site, "number"]);
    before = true;
  });
  stream.on("edits", () => want(["changes", site]));
  stream.on("changed", ({ tab }) =>
    tab === thisTab ? want(["changes", site]) : want(["frame", site], ["changes", site]),
  );
  stream.on("live", () => want(["frame", site], ["changes", site], ["history", site]));
  stream.on("desk", ({ of }) => (of === "letter" ? want(["mail", site]) : want(["signups", site], ["results", site])));
}

/** Which questions an event makes old, on the list of sites. */
function onStudio(stream: EventStream, { want }: Asked) {
  let before = false;
  stream.onMissed(() => {
    if (before) want(["sites"]);
    before = true;
  });
  for (const kind of ["edits", "changed", "live", "desk"] as const) stream.on(kind, () => want(["sites"]));
}

/** Opens the stream of `site`, or (null) of all sites, for the screens inside. */
export function StreamProvider({ site, children }: { site: string | null; children: ReactNode }) {
  const client = useQueryClient();
  const [stream, setStream] = useState<EventStream | null>(null);
  useEffect(() => {
    const made = new EventStream(async () => {
      // Who is at a page is known by the tab's name, which outlives a reload.
      const query = site === null ? "" : `?${new URLSearchParams({ site, tab: await tabName(newId) })}`;
      return new EventSource(`/api/events${query}`);
    });
    const asking = asker(client);
    if (site === null) onStudio(made, asking);
    else onSite(made, asking, site);
    const look = () => made.seen(document.visibilityState !== "hidden");
    look();
    document.addEventListener("visibilitychange", look);
    setStream(made);
    return () => {
      document.removeEventListener("visibilitychange", look);
      asking.end();
      made.close();
    };
  }, [client, site]);
  return <StreamContext.Provider value={stream}>{children}</StreamContext.Provider>;
}

/** Hears one kind of event while the component stands. */
export function useStreamEvent<K extends EventKind>(kind: K, hearer: (heard: StreamEvent<K>) => void) {
  const stream = useContext(StreamContext);
  const newest = useRef(hearer);
  newest.current = hearer;
  useEffect(() => stream?.on(kind, (heard) => newest.current(heard)), [stream, kind]);
}

/** Hears that events may have been missed. */
export function useMissed(hearer: () => void) {
  const stream = useContext(StreamContext);
  const newest = useRef(hearer);
  newest.current = hearer;
  useEffect(() => stream?.onMissed(() => newest.current()), [stream]);
}
