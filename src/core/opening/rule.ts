// The rule that decides about opening: light enough to run in the visitor's browser (no dates library, no validator).
import { withoutSlashes } from "@/core/site/path";
import type { Decision, Reason } from "@/core/visitor/decision";
import { deviceClass, type Visitor } from "@/core/visitor/visitor";
import type { Conditions, Restraint, Trigger } from "./opening";

/** What opens over the page, as decisions see it. Wall times have become instants by the site's zone. */
export interface OpeningRule {
  readonly id: string;
  readonly triggers: readonly Trigger[];
  readonly conditions: Omit<Conditions, "from" | "to"> & {
    readonly fromMs: number | null;
    readonly toMs: number | null;
  };
  readonly restraint: Restraint;
  readonly priority: number;
}

/** What is remembered between pages and visits. */
export interface OpeningMemory {
  /** Last time each was closed, in ms since the epoch. */
  readonly closedAt: Readonly<Record<string, number>>;
  /** How often each has opened by itself in this visit. */
  readonly shownThisVisit: Readonly<Record<string, number>>;
}

export const nothingRemembered: OpeningMemory = { closedAt: {}, shownThisVisit: {} };

const dayMs = 86_400_000;

/** Whether `path` fits a pattern in which * stands for any run of characters. Trailing slashes do not count. */
export function pathMatches(pattern: string, path: string): boolean {
  const bare = (text: string) => (text.length > 1 ? withoutSlashes(text) : text);
  const parts = bare(pattern).split("*");
  const subject = bare(path);
  const first = parts[0] as string;
  if (parts.length === 1) return subject === first;
  if (!subject.startsWith(first)) return false;
  // Every part in turn at its earliest place: enough because nothing but runs of characters lies between them.
  let at = first.length;
  for (const part of parts.slice(1, -1)) {
    const found = subject.indexOf(part, at);
    if (found < 0) return false;
    at = found + part.length;
  }
  const last = parts.at(-1) as string;
  return subject.length - last.length >= at && subject.endsWith(last);
}

/** Why this page is not one it opens on; null when it is. */
export function pageReason(conditions: Pick<Conditions, "include" | "exclude">, path: string): Reason | null {
  const excluded = conditions.exclude.find((pattern) => pathMatches(pattern, path));
  if (excluded !== undefined) return { code: "opening.pageExcluded", path, pattern: excluded };
  if (conditions.include.length && !conditions.include.some((pattern) => pathMatches(pattern, path)))
    return { code: "opening.pageNotIncluded", path, patterns: conditions.include };
  return null;
}

const sameOrUnder = (host: string, name: string) => host === name || host.endsWith(`.${name}`);
const languageFits = (language: string, tag: string) =>
  language.toLowerCase() === tag.toLowerCase() || language.toLowerCase().startsWith(`${tag.toLowerCase()}-`);

/** Everything about this visitor and moment that stands against opening; empty when nothing does. */
function conditionReasons(rule: OpeningRule, visitor: Visitor, path: string, nowMs: number): readonly Reason[] {
  const { conditions } = rule;
  const reasons: Reason[] = [];
  const page = pageReason(conditions, path);
  if (page) reasons.push(page);
  const device = deviceClass(visitor.widthPx);
  if (conditions.devices.length && !conditions.devices.includes(device))
    reasons.push({ code: "opening.device", device, wanted: conditions.devices });
  if (conditions.languages.length && !conditions.languages.some((tag) => languageFits(visitor.language, tag)))
    reasons.push({ code: "opening.language", language: visitor.language, wanted: conditions.languages });
  if (conditions.countries.length && !(visitor.country && conditions.countries.includes(visitor.country)))
    reasons.push({ code: "opening.country", country: visitor.country, wanted: conditions.countries });
  if (conditions.visits === "first" && visitor.visit > 1)
    reasons.push({ code: "opening.laterVisit", visit: visitor.visit });
  if (conditions.visits === "later" && visitor.visit === 1) reasons.push({ code: "opening.firstVisit" });
  if (
    conditions.cameFrom.length &&
    !conditions.cameFrom.some((name) => visitor.cameFrom && sameOrUnder(visitor.cameFrom, name))
  )
    reasons.push({ code: "opening.cameFrom", cameFrom: visitor.cameFrom, wanted: conditions.cameFrom });
  if (conditions.fromMs !== null && nowMs < conditions.fromMs)
    reasons.push({ code: "opening.notYet", fromMs: conditions.fromMs });
  if (conditions.toMs !== null && nowMs >= conditions.toMs)
    reasons.push({ code: "opening.over", toMs: conditions.toMs });
  return reasons;
}

/** What its own restraint says against opening it now. */
function restraintReasons(
  rule: OpeningRule,
  visitor: Visitor,
  memory: OpeningMemory,
  nowMs: number,
): readonly Reason[] {
  const reasons: Reason[] = [];
  if (rule.restraint.neverAfterSignup && visitor.signedUpWith.includes(rule.id))
    reasons.push({ code: "opening.signedUp" });
  const shown = memory.shownThisVisit[rule.id] ?? 0;
  if (shown >= rule.restraint.perVisit)
    reasons.push({ code: "opening.shownEnough", shown, most: rule.restraint.perVisit });
  const closedAt = memory.closedAt[rule.id];
  const restsUntil = closedAt === undefined ? 0 : closedAt + rule.restraint.restDays * dayMs;
  if (nowMs < restsUntil) reasons.push({ code: "opening.rests", untilMs: restsUntil, days: rule.restraint.restDays });
  return reasons;
}

/** Whether nothing stands against opening it now, with everything that does. */
export function mayOpen(
  rule: OpeningRule,
  visitor: Visitor,
  memory: OpeningMemory,
  path: string,
  nowMs: number,
): Decision<boolean> {
  const reasons = [...conditionReasons(rule, visitor, path, nowMs), ...restraintReasons(rule, visitor, memory, nowMs)];
  return { value: reasons.length === 0, reasons };
}
