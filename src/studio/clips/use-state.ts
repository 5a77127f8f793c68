"use client";
// How the sources of a feed do, as the server tells it.
import { useQuery } from "@tanstack/react-query";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";

export type FeedState = Gives<"feed.state">;

/** How often it is asked again while a source was not read yet, and otherwise; in ms. What is set is saved meanwhile. */
const soonMs = 1_500;
const laterMs = 5_000;

export const feedKey = (site: string, widget: string) => ["feed", site, widget];

export function useFeedState(widget: string): FeedState | undefined {
  const { key } = useSite();
  const { data } = useQuery({
    queryKey: feedKey(key, widget),
    queryFn: () => ask("feed.state", { site: key, widget }),
    refetchInterval: ({ state }) => (state.data?.reading ? soonMs : laterMs),
  });
  return data;
}
