"use client";
// The composer: running order, stage, sheet.
import { Box } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useSearchParams } from "next/navigation";
import { useEffect, useState } from "react";
import { useSite } from "@/studio/frame/site-context";
import { useMissed, useStreamEvent } from "@/studio/frame/stream";
import { ask } from "@/studio/kit/api";
import { Loading, State } from "@/studio/kit/layout";
import { Table } from "./screen/table";
import { Composer } from "./store";
import { words } from "./words";

export function ComposerScreen({ page }: { page: string }) {
  const site = useSite();
  // A header or footer that is to be worked on, wherever it stands.
  const headerFooter = useSearchParams().get("headerFooter");
  const { data, error } = useQuery({
    queryKey: ["page", site.key, page, headerFooter],
    queryFn: () => ask("pages.open", { site: site.key, page, ...(headerFooter ? { headerFooter } : {}) }),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
  });
  const [composer, setComposer] = useState<Composer | null>(null);
  useEffect(() => {
    if (!data) return;
    const made = new Composer(site.key, page, data.documents, site.mayLayout, data);
    setComposer(made);
    void made.following.follow();
    // A finding's "Show" names its block.
    const wanted = new URLSearchParams(location.search).get("select");
    if (wanted) made.select(wanted);
    return () => made.close();
  }, [data, site.key, page, site.mayLayout]);
  useStreamEvent("edits", ({ document, revision }) => composer?.stored(document, revision));
  useStreamEvent("here", (heard) => {
    if (heard.page === page) void composer?.following.follow();
  });
  useMissed(() => void composer?.following.follow());
  if (error && !data)
    return (
      <Box p="24px">
        <State tone="brick">{error.message}</State>
      </Box>
    );
  return composer?.pageId === page ? (
    <Table key={page} composer={composer} page={page} />
  ) : (
    <Loading what={words.thePage} />
  );
}
