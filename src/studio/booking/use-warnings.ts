// What is worth a look in a set-up: worked out by the engine of free times, which comes once a workspace is open.

import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import type { BookingSetUp, BookingWidgetSettings } from "@/core/booking/booking";
import { paidFirst } from "@/core/booking/money/deposit";
import { nobodyPaysFor } from "@/core/payment/problems";
import { useSite } from "@/studio/frame/site-context";
import { paymentsQuery } from "@/studio/payment/query";
import type { StepWarning } from "@/studio/widget/half";
import { useFeeds } from "./people/use-feeds";

type Engine = typeof import("@/core/booking/rules/warnings");

const none: readonly StepWarning[] = [];

export function useWarnings(
  { enabled, services }: BookingWidgetSettings,
  part: BookingSetUp,
  today: string,
): readonly StepWarning[] {
  const [engine, setEngine] = useState<Engine | null>(null);
  useEffect(() => {
    // Without it nothing is told; it is asked for again with the next workspace.
    import("@/core/booking/rules/warnings").then(setEngine, () => {});
  }, []);
  const { data: feeds } = useFeeds();
  const { key } = useSite();
  const { data: payments } = useQuery(paymentsQuery(key));
  return useMemo(() => {
    if (!engine) return none;
    const paid = paidFirst(part.services, services);
    const noWay = enabled && paid.length > 0 && payments !== undefined && !payments.ways.some(({ on }) => on);
    const { code, values = {} } = nobodyPaysFor(paid);
    const nothing = enabled && !services.some((id) => part.services.some((one) => one.id === id));
    const broken = (feeds ?? []).flatMap((feed) => (feed.problem ? [{ ...feed, problem: feed.problem }] : []));
    return [
      ...(nothing ? [{ step: "services", code: "check.nothingToBook", values: {}, stops: true }] : []),
      ...(noWay ? [{ step: "services", code, values, stops: true }] : []),
      ...engine.feedWarnings(part, services, broken),
      ...engine.bookingWarnings(part, services, today),
    ];
  }, [engine, enabled, feeds, part, payments, services, today]);
}
