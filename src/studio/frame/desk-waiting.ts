// How much waits on the Desk of the site for somebody of the studio, kind by kind: told on the tabs, and asked for anew as things come.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { ask } from "@/studio/kit/api";
import { useSite } from "./site-context";
import { useStreamEvent } from "./stream";

export function useDeskWaiting() {
  const site = useSite();
  const client = useQueryClient();
  const queryKey = ["deskWaiting", site.key];
  useStreamEvent("desk", () => void client.invalidateQueries({ queryKey }));
  return useQuery({ queryKey, queryFn: () => ask("desk.waiting", { site: site.key }), enabled: site.mayLayout });
}
