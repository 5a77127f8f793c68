// What is worth a look in a set-up: worked out by the engine of free times, which comes once a workspace is open.
import { useEffect, useMemo, useState } from "react";
import type { BookingSetUp, BookingWidgetSettings } from "@/core/booking/booking";
import type { StepWarning } from "@/studio/widget/half";
import { useFeeds } from "./people/feeds";

type Engine = typeof import("@/core/booking/rules/warnings");

const none: readonly StepWarning[] = [];

export function useWarnings(
  { services }: BookingWidgetSettings,
  part: BookingSetUp,
  today: string,
): readonly StepWarning[] {
  const [engine, setEngine] = useState<Engine | null>(null);
  useEffect(() => {
    // Without it nothing is told; it is asked for again with the next workspace.
    import("@/core/booking/rules/warnings").then(setEngine, () => {});
  }, []);
  const { data: feeds } = useFeeds();
  return useMemo(() => {
    if (!engine) return none;
    const broken = (feeds ?? []).flatMap((feed) => (feed.problem ? [{ ...feed, problem: feed.problem }] : []));
    return [...engine.feedWarnings(part, services, broken), ...engine.bookingWarnings(part, services, today)];
  }, [engine, feeds, part, services, today]);
}
