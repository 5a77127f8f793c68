// The outside calendars that a site reads, as the server tells them. Light: the whole workspace asks for them.
import { useQuery } from "@tanstack/react-query";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";

/** The site's calendars from outside; other parts of the workspace warn of those that could not be read. */
export function useFeeds() {
  const { key } = useSite();
  return useQuery({ queryKey: ["feeds", key], queryFn: () => ask("feeds.list", { site: key }) });
}
