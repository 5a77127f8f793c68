"use client";
// Measuring the pages of a site one by one, in the background: what was measured in the state it is in is kept.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import type { LayoutFinding } from "@/core/check/layout";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { useStreamEvent } from "@/studio/frame/stream";
import { ask, askQuietly } from "@/studio/kit/api";
import { measurePage } from "./measure/frame";
import { openForCheck, placeWords, rootsOf } from "./opened-page";

export type CheckedPage = Gives<"checks.layout">["pages"][number];

const layoutKey = (site: string) => ["checks", site, "layout"];

/** So long after others' last edit the list is asked for anew, in ms. */
const restMs = 2000;

/** So often a page is tried that can't be measured: the server may not be reached, or a picture of it be late. */
const mostTries = 3;

export interface Measuring {
  readonly pages: readonly CheckedPage[] | undefined;
  readonly error: Error | null;
  /** Pages that are still to be measured. */
  readonly left: number;
  /** Pages that could not be measured, however often it was tried. */
  readonly given: number;
  again(): Promise<unknown>;
}

/** What measuring found in each page; those that are not measured as they stand are, one after the other. */
export function useMeasuring(): Measuring {
  const site = useSite();
  const client = useQueryClient();
  const { data, error } = useQuery({
    queryKey: layoutKey(site.key),
    queryFn: () => ask("checks.layout", { site: site.key }),
  });
  // How often each state could not be measured: it is tried anew, behind the others.
  const [failed, setFailed] = useState<ReadonlyMap<string, number>>(new Map());
  const open = (data?.pages ?? []).filter(
    ({ findings, state }) => findings === null && (failed.get(state) ?? 0) < mostTries,
  );
  const next = open.toSorted((one, other) => (failed.get(one.state) ?? 0) - (failed.get(other.state) ?? 0))[0];
  const tries = next ? (failed.get(next.state) ?? 0) : 0;
  const again = () => {
    setFailed(new Map());
    return client.invalidateQueries({ queryKey: ["checks", site.key] });
  };
  // Others may write letter by letter: it is asked for once they rest.
  const resting = useRef<ReturnType<typeof setTimeout>>(undefined);
  useStreamEvent("edits", () => {
    clearTimeout(resting.current);
    resting.current = setTimeout(() => void again(), restMs);
  });
  useEffect(() => () => clearTimeout(resting.current), []);
  const [page, state] = [next?.page, next?.state];
  useEffect(() => {
    if (page === undefined || state === undefined) return;
    let wanted = true;
    const skip = () => setFailed((before) => new Map([...before, [state, tries + 1]]));
    const measure = async () => {
      const opened = await openForCheck(site, page);
      const found =
        opened && (await measurePage({ ...opened, roots: rootsOf(opened), brand: site.brand }, () => wanted));
      if (!wanted) return;
      if (!opened || !found) return skip();
      const findings: LayoutFinding[] = found.slice(0, 200).map((finding) => {
        const block = placeWords(opened, finding).slice(0, 200);
        return block ? { ...finding, values: { ...finding.values, block } } : finding;
      });
      const { kept } = await askQuietly("checks.keep", { site: site.key, page, state, findings });
      if (!kept) {
        // Somebody changed it meanwhile: asked for anew, and tried once more where it is as it was again.
        await client.invalidateQueries({ queryKey: layoutKey(site.key) });
        return skip();
      }
      client.setQueryData<Gives<"checks.layout">>(layoutKey(site.key), (before) =>
        before ? { pages: before.pages.map((one) => (one.state === state ? { ...one, findings } : one)) } : before,
      );
    };
    measure().catch((error: unknown) => {
      // What is wrong with measuring itself is for whoever works on it.
      console.error(error);
      if (wanted) skip();
    });
    return () => {
      wanted = false;
    };
  }, [page, state, tries, site, client]);
  const unmeasured = (data?.pages ?? []).filter(({ findings }) => findings === null).length;
  return { pages: data?.pages, error, left: open.length, given: unmeasured - open.length, again };
}
