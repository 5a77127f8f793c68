// From an opening to the rule that decides in the visitor's browser: wall times become instants.
import { LocalClock } from "@/core/time/local-clock";
import type { Opening } from "./opening";
import type { OpeningRule } from "./rule";

/**
 * The instant of a wall time in `zone`, in ms since the epoch. A time that the clock skips is moved forward by the
 * gap; one that comes twice means the first (Temporal's "compatible", as RFC 5545 section 3.3.5).
 */
export function wallTimeMs(wallTime: string, zone: string): number {
  return new LocalClock(zone).instantOf(wallTime);
}

/** The deciding part of what the widget `id` of a site in `zone` opens over the page. */
export function openingRule(id: string, opening: Opening, zone: string): OpeningRule {
  const { from, to, ...conditions } = opening.conditions;
  return {
    id,
    triggers: opening.triggers,
    conditions: {
      ...conditions,
      fromMs: from === null ? null : wallTimeMs(from, zone),
      toMs: to === null ? null : wallTimeMs(to, zone),
    },
    restraint: opening.restraint,
    priority: opening.priority,
  };
}
