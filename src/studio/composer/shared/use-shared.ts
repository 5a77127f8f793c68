"use client";
// The site's shared sections, as the shelf and the sheet list them.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";

export function useSharedSections() {
  const { key } = useSite();
  return useQuery({ queryKey: ["shared", key], queryFn: () => ask("shared.list", { site: key }) });
}

/** Reads them anew: after one was made, placed, renamed, removed. */
export function useSharedChanged() {
  const client = useQueryClient();
  const { key } = useSite();
  return () => client.invalidateQueries({ queryKey: ["shared", key] });
}
