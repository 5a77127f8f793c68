"use client";
// A job that a screen waits for: what the stream tells of it, and what the server says when it is asked.
import { useCallback, useEffect, useRef, useState } from "react";
import type { JobProgress } from "@/core/event/event";
import { askQuietly } from "@/studio/kit/api";
import { useMissed, useStreamEvent } from "./stream";

export const ended = (job: Pick<JobProgress, "state"> | null): boolean =>
  job?.state === "done" || job?.state === "failed";

/** Follows a job to its end, over restarts of the server; `onEnd` is called once. */
export function useJob(site: string, job: string | null, onEnd: () => void): JobProgress | null {
  const [progress, setProgress] = useState<JobProgress | null>(null);
  const toldOf = useRef<string | null>(null);
  const take = useCallback(
    (next: JobProgress) => {
      // An answer may be older than what was heard meanwhile; an end is the end.
      setProgress((before) => (before?.id === next.id && (ended(before) || before.done > next.done) ? before : next));
      if (!ended(next) || toldOf.current === next.id) return;
      toldOf.current = next.id;
      onEnd();
    },
    [onEnd],
  );
  const newest = useRef(take);
  newest.current = take;
  const look = useCallback(() => {
    if (job && toldOf.current !== job)
      void askQuietly("jobs.read", { site, job }).then(
        (answer) => newest.current(answer),
        () => null,
      );
  }, [site, job]);
  useEffect(look, [look]);
  useMissed(look);
  useStreamEvent("job", (heard) => {
    if (heard.id === job) take(heard);
  });
  return progress?.id === job ? progress : null;
}
