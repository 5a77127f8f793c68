// What a chat knows as its steps stand: asked for again when something of it has changed.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue } from "react";
import type { Chat } from "@/core/chat/chat";
import { useSite } from "@/studio/frame/site-context";
import { askQuietly } from "@/studio/kit/api";

export function useKnows(settings: Chat) {
  const site = useSite();
  // What is read does not depend on words of the brief, nor on the test set.
  const { leaveOut, tables, synonyms, answers, sources } = settings;
  const key = useDeferredValue(
    JSON.stringify([sources, leaveOut, tables.map(({ id }) => id), synonyms, answers.length]),
  );
  return useQuery({
    queryKey: ["chat-knows", site.key, key],
    queryFn: () => askQuietly("chat.knows", { site: site.key, settings }),
    placeholderData: keepPreviousData,
    retry: false,
  });
}
