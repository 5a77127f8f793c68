"use client";
// Repairs that are proposed: tried in the background, one after the other, once every page is measured.
import { useEffect, useMemo, useState } from "react";
import { isInShared, type LayoutFinding } from "@/core/check/layout";
import type { Found, PageFinding } from "@/core/check/trial";
import { useSite } from "@/studio/frame/site-context";
import type { CheckedPage } from "./measuring";
import { proposeAll, type SiteAccepted } from "./repairing";

export interface Proposals {
  /** Findings that have something to try, in the order of the pages. */
  readonly wanted: readonly PageFinding[];
  readonly found: Found;
  /** What was tried for a finding: undefined before, null where nothing cures it without harm. */
  of(page: string, finding: LayoutFinding): SiteAccepted | null | undefined;
  /** How many are tried; null once all are. */
  readonly done: number | null;
}

/** Findings of what stands on several pages, as trials take them: those of shared sections are repaired where those are worked on. */
const wantedIn = (pages: readonly CheckedPage[]): readonly PageFinding[] =>
  pages.flatMap(({ page, findings }) =>
    (findings ?? []).flatMap((finding) => (finding.repair && finding.region !== "main" ? [{ page, finding }] : [])),
  );

/** What cures a finding in a page's own sections: it reaches no other page, and is tried when it is made. */
const ownRepair = (page: string, finding: LayoutFinding): SiteAccepted | null =>
  finding.repair && !isInShared(finding) ? { at: { page, finding }, repair: finding.repair, pages: [page] } : null;

export function useProposals(pages: readonly CheckedPage[] | undefined, measured: boolean): Proposals {
  const site = useSite();
  const { mayLayout } = site;
  const [proposed, setProposed] = useState<ReadonlyMap<PageFinding["finding"], SiteAccepted | null>>(new Map());
  const [done, setDone] = useState<number | null>(null);
  const [wanted, found] = useMemo(
    () => [
      pages && mayLayout ? wantedIn(pages) : [],
      new Map((pages ?? []).map(({ page, findings }) => [page, findings ?? []])),
    ],
    [pages, mayLayout],
  );
  // The site is told anew with every change of it, which changes the states of its pages as well.
  // biome-ignore lint/correctness/useExhaustiveDependencies: tried anew when what was measured is another
  useEffect(() => {
    setProposed(new Map());
    if (!measured || !wanted.length) return setDone(null);
    let go = true;
    setDone(0);
    proposeAll(
      site,
      found,
      wanted,
      (at, accepted) => {
        if (!go) return;
        setProposed((before) => new Map([...before, [at.finding, accepted]]));
        setDone((before) => (before ?? 0) + 1);
      },
      () => go,
    )
      .then(() => go && setDone(null))
      .catch((error: unknown) => {
        // What is wrong with trying is for whoever works on it; what was tried until then stands.
        console.error(error);
        if (go) setDone(null);
      });
    return () => {
      go = false;
    };
  }, [measured, wanted, found]);
  return {
    wanted,
    found,
    of: (page, finding) => (finding.region === "main" ? ownRepair(page, finding) : proposed.get(finding)),
    done,
  };
}
