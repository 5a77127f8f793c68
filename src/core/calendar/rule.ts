// Recurrence rules (RFC 5545, 3.3.10), stepped through by rrule on wall times.
import ICAL from "ical.js";
import * as rrule from "rrule";
import { type Time, timeOf, type Wall } from "./jcal";

// Node sees the package as CommonJS, bundlers as a module.
const RRule = rrule.RRule ?? (rrule as unknown as { default: typeof rrule }).default.RRule;

const dayMs = 86_400_000;

export interface Rule {
  /** The rule's text without its end: rules of the same one step alike. */
  readonly text: string;
  readonly freq: string;
  readonly interval: number;
  readonly count: boolean;
  readonly until: Time | null;
  /** Whether each occurrence has the time of day of the start, so that only dates need to be worked out. */
  readonly byDates: boolean;
  /** The starts of the rule for an event that begins at `start`, in order, until `take` says that it is enough. */
  step(start: Wall, take: (wall: Wall) => boolean): void;
}

const ofDates = new Set(["DAILY", "WEEKLY", "MONTHLY", "YEARLY"]);

/** The rule in a RRULE or EXRULE as ical.js parsed it; throws for what is none. */
export function ruleOf(value: unknown): Rule {
  const recur = typeof value === "string" ? ICAL.Recur.fromString(value) : ICAL.Recur.fromData(value as never);
  const { until: _until, ...options } = RRule.parseString(recur.toString());
  const parts = recur.parts as Readonly<Record<string, unknown>>;
  return {
    text: JSON.stringify(options),
    freq: recur.freq,
    interval: recur.interval,
    count: Boolean(recur.count),
    until: recur.until ? timeOf(recur.until.toString()) : null,
    byDates: ofDates.has(recur.freq) && !["BYHOUR", "BYMINUTE", "BYSECOND"].some((name) => Object.hasOwn(parts, name)),
    step: (start, take) => {
      // Without its cache: each rule is gone through once.
      new RRule({ ...options, dtstart: new Date(start) }, true).all((date) => take(date.getTime()));
    },
  };
}

/** Lengths of the periods whose rules look alike in every period, so that whole periods can be passed over. */
const periodMs: Readonly<Record<string, number>> = {
  SECONDLY: 1000,
  MINUTELY: 60_000,
  HOURLY: 3_600_000,
  DAILY: dayMs,
  WEEKLY: 7 * dayMs,
};

/**
 * A start moved forward by whole intervals to shortly before `from`, so that a rule of twenty years' standing is not
 * stepped through. Only for rules without COUNT, whose occurrences do not depend on how many came before.
 */
export function passedOver(rule: Rule, start: Wall, from: Wall): Wall {
  const back = from - start - 40 * dayMs;
  if (rule.count || back <= 0) return start;
  const period = Object.hasOwn(periodMs, rule.freq) ? periodMs[rule.freq] : undefined;
  if (period) return start + Math.floor(back / (period * rule.interval)) * period * rule.interval;
  // Months and years are alike where the day exists in each of them.
  const time = new Date(start);
  if (time.getUTCDate() > 28) return start;
  if (rule.freq === "MONTHLY")
    return time.setUTCMonth(time.getUTCMonth() + Math.floor(back / (31 * dayMs) / rule.interval) * rule.interval);
  if (rule.freq === "YEARLY")
    return time.setUTCFullYear(
      time.getUTCFullYear() + Math.floor(back / (366 * dayMs) / rule.interval) * rule.interval,
    );
  return start;
}
