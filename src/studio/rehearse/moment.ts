// When the rehearsed visit is, and the chosen visitor as the core's decisions take them.
import { type DayNumber, dateOf, weekdayOf } from "@/core/time/clock";
import { LocalClock } from "@/core/time/local-clock";
import type { Visitor } from "@/core/visitor/visitor";
import { type ChosenVisitor, deviceWidths } from "./chosen";

/** The moment of the visit, in ms; the site's zone reads the chosen wall time. */
export const momentOf = ({ time }: Pick<ChosenVisitor, "time">, zone: string, clockAheadMs: number): number =>
  time ? new LocalClock(zone).instantOf(time) : Date.now() + clockAheadMs;

/** The chosen visitor as the core's decisions take it. */
export function visitorOf(
  chosen: ChosenVisitor,
  { zone, clockAheadMs }: { readonly zone: string; readonly clockAheadMs: number },
  widgets: readonly { id: string }[],
): Visitor {
  const now = momentOf(chosen, zone, clockAheadMs);
  return {
    widthPx: deviceWidths[chosen.device],
    language: chosen.language,
    // "US-CA" is a country with its part.
    country: chosen.country.split("-")[0] || null,
    part: chosen.country.split("-")[1] ?? null,
    now,
    zone: chosen.zone || zone,
    visit: chosen.visit,
    cameFrom: null,
    consent: chosen.consent,
    signedUpWith: chosen.signedUp ? widgets.map((widget) => widget.id) : [],
  };
}

/** Moments worth rehearsing, as wall times in the site's zone; the empty one is now. */
export function timesIn(zone: string, clockAheadMs: number): readonly (readonly [string, string])[] {
  const today = new LocalClock(zone).dayOf(Date.now() + clockAheadMs);
  const saturday = today + ((6 - weekdayOf(today) + 7) % 7 || 7);
  const words = new Intl.DateTimeFormat("en-GB", { weekday: "short", day: "numeric", month: "short", timeZone: "UTC" });
  const named = (day: DayNumber, time: string) =>
    [`${dateOf(day)}T${time}`, `${words.format(new Date(`${dateOf(day)}T00:00Z`))}, ${time}`] as const;
  return [
    ["", "Now"],
    named(today, "09:00"),
    named(today, "19:40"),
    named(today + 1, "09:00"),
    named(saturday, "11:00"),
    named(today + 30, "12:00"),
    named(today + 365, "12:00"),
  ];
}
