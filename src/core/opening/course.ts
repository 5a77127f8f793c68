// The course of one page visit: what opens when, which waits, which is held back, and why.
// The visitor's browser and the studio's rehearsal run this same code; only the events differ.
import type { Reason } from "@/core/visitor/decision";
import type { Visitor } from "@/core/visitor/visitor";
import type { Trigger } from "./opening";
import { mayOpen, type OpeningMemory, type OpeningRule } from "./rule";

/** Something that happens, `at` seconds after the page opened. */
export type VisitEvent =
  | { readonly kind: "scrolled"; readonly at: number; readonly percent: number }
  | { readonly kind: "left"; readonly at: number }
  | { readonly kind: "clicked"; readonly at: number; readonly block: string }
  /** A button or link that is there to open this. */
  | { readonly kind: "asked"; readonly at: number; readonly widget: string }
  | { readonly kind: "moved"; readonly at: number }
  | { readonly kind: "closed"; readonly at: number; readonly widget: string }
  | { readonly kind: "signedUp"; readonly at: number; readonly widget: string }
  /** The visitor has begun something on the page, or ended it: a booking that is being made. */
  | { readonly kind: "busy"; readonly at: number; readonly busy: boolean }
  /** Nothing but time has passed. */
  | { readonly kind: "waited"; readonly at: number };

/** One entry of the time line. */
export interface Moment {
  readonly at: number;
  readonly widget: string;
  readonly what: "opened" | "heldBack" | "waits" | "closed" | "signedUp";
  readonly reasons: readonly Reason[];
}

export interface Course {
  readonly rules: readonly OpeningRule[];
  readonly path: string;
  readonly visitor: Visitor;
  readonly memory: OpeningMemory;
  readonly open: string | null;
  /** Something is being done on the page: nothing opens over it by itself. */
  readonly busy: boolean;
  /** What was triggered and waits for the open one to close, with what triggered them. */
  readonly waiting: readonly { readonly widget: string; readonly reason: Reason }[];
  /** Those whose trigger has fired on this page; a trigger fires once a page. */
  readonly fired: readonly string[];
  readonly lastActivity: number;
  readonly moments: readonly Moment[];
}

/** A page has just opened for this visitor. */
export function beginCourse(
  rules: readonly OpeningRule[],
  visitor: Visitor,
  memory: OpeningMemory,
  path: string,
): Course {
  return {
    rules,
    path,
    visitor,
    memory,
    open: null,
    busy: false,
    waiting: [],
    fired: [],
    lastActivity: 0,
    moments: [],
  };
}

const nowMs = (course: Course, at: number) => course.visitor.now + at * 1000;

const fires: {
  readonly [K in Trigger["on"]]: (trigger: Extract<Trigger, { on: K }>, event: VisitEvent, course: Course) => boolean;
} = {
  after: (trigger, event) => event.at >= trigger.seconds,
  scroll: (trigger, event) => event.kind === "scrolled" && event.percent >= trigger.percent,
  leave: (_trigger, event) => event.kind === "left",
  click: (trigger, event) => event.kind === "clicked" && event.block === trigger.block,
  idle: (trigger, event, course) => event.at - course.lastActivity >= trigger.seconds,
};

const triggerReason = (trigger: Trigger, code: string): Reason => ({
  code,
  ...trigger,
});

/** The first of a rule's triggers that this event fires, or undefined. */
function firedTrigger(rule: OpeningRule, event: VisitEvent, course: Course): Trigger | undefined {
  return rule.triggers.find((trigger) => fires[trigger.on](trigger as never, event, course));
}

const note = (course: Course, moment: Moment): Course => ({ ...course, moments: [...course.moments, moment] });

function open(course: Course, widget: string, at: number, reason: Reason, byItself: boolean): Course {
  const shown = course.memory.shownThisVisit;
  return note(
    {
      ...course,
      open: widget,
      waiting: course.waiting.filter((other) => other.widget !== widget),
      memory: byItself
        ? { ...course.memory, shownThisVisit: { ...shown, [widget]: (shown[widget] ?? 0) + 1 } }
        : course.memory,
    },
    { at, widget, what: "opened", reasons: [reason] },
  );
}

/** Opens the first that may: by priority, then by order in the site. Those that may no longer are let go with reasons. */
function openNext(course: Course, at: number): Course {
  let current = course;
  while (current.open === null && !current.busy) {
    const next = current.rules
      .filter((rule) => current.waiting.some((waiting) => waiting.widget === rule.id))
      .reduce<OpeningRule | null>((best, rule) => (best && best.priority >= rule.priority ? best : rule), null);
    const waiting = next && current.waiting.find((other) => other.widget === next.id);
    if (!next || !waiting) return current;
    const against = mayOpen(next, current.visitor, current.memory, current.path, nowMs(current, at));
    if (against.value) return open(current, next.id, at, waiting.reason, true);
    current = note(
      { ...current, waiting: current.waiting.filter((other) => other !== waiting) },
      { at, widget: next.id, what: "heldBack", reasons: [waiting.reason, ...against.reasons] },
    );
  }
  return current;
}

function endOpen(course: Course, event: Extract<VisitEvent, { kind: "closed" | "signedUp" }>): Course {
  if (course.open !== event.widget) return course;
  const signedUp = event.kind === "signedUp";
  return note(
    {
      ...course,
      open: null,
      visitor: signedUp
        ? { ...course.visitor, signedUpWith: [...course.visitor.signedUpWith, event.widget] }
        : course.visitor,
      memory: signedUp
        ? course.memory
        : { ...course.memory, closedAt: { ...course.memory.closedAt, [event.widget]: nowMs(course, event.at) } },
    },
    { at: event.at, widget: event.widget, what: event.kind, reasons: [] },
  );
}

/** The course after an event, with every moment it led to. */
export function happen(course: Course, event: VisitEvent): Course {
  let current = course;
  if (event.kind === "closed" || event.kind === "signedUp") current = endOpen(current, event);
  if (event.kind === "busy") current = { ...current, busy: event.busy };
  if (event.kind === "asked" && current.open === null && current.rules.some((rule) => rule.id === event.widget))
    current = open(current, event.widget, event.at, { code: "opening.asked" }, false);
  const before = current.moments.length;
  for (const rule of current.rules) {
    if (current.fired.includes(rule.id)) continue;
    const trigger = firedTrigger(rule, event, current);
    if (!trigger) continue;
    current = {
      ...current,
      fired: [...current.fired, rule.id],
      waiting: [...current.waiting, { widget: rule.id, reason: triggerReason(trigger, "opening.fired") }],
    };
  }
  const newly = current.waiting.filter((waiting) => !course.waiting.some((other) => other.widget === waiting.widget));
  current = openNext(current, event.at);
  for (const waiting of newly) {
    const settled = current.moments.slice(before).some((moment) => moment.widget === waiting.widget);
    if (!settled && (current.open || current.busy))
      current = note(current, {
        at: event.at,
        widget: waiting.widget,
        what: "waits",
        reasons: [
          waiting.reason,
          current.open ? { code: "opening.anotherIsOpen", open: current.open } : { code: "opening.busy" },
        ],
      });
  }
  return event.kind === "waited" ? current : { ...current, lastActivity: event.at };
}

/** When time alone will next fire a trigger, in seconds after the page opened; null when it never will. */
export function nextTimed(course: Course): number | null {
  let next: number | null = null;
  for (const rule of course.rules) {
    if (course.fired.includes(rule.id)) continue;
    for (const trigger of rule.triggers) {
      if (trigger.on !== "after" && trigger.on !== "idle") continue;
      const at = trigger.on === "after" ? trigger.seconds : course.lastActivity + trigger.seconds;
      if (next === null || at < next) next = at;
    }
  }
  return next;
}

export interface Rehearsal {
  readonly moments: readonly Moment[];
  /** For each that did not open: everything that stood against it. */
  readonly unopened: readonly { readonly widget: string; readonly reasons: readonly Reason[] }[];
}

/**
 * The one decision about what opens over a page: for a visitor and a course of events (in order of `at`, the page open until
 * `untilSeconds`), what opens when, and for each that does not, the reasons.
 */
export function rehearseOpenings(
  rules: readonly OpeningRule[],
  visitor: Visitor,
  memory: OpeningMemory,
  path: string,
  events: readonly VisitEvent[],
  untilSeconds: number,
): Rehearsal {
  let course = beginCourse(rules, visitor, memory, path);
  const passTime = (until: number) => {
    for (let at = nextTimed(course); at !== null && at <= until; at = nextTimed(course)) {
      const fired = course.fired.length;
      course = happen(course, { kind: "waited", at });
      if (course.fired.length === fired) return;
    }
  };
  for (const event of events) {
    passTime(event.at);
    course = happen(course, event);
  }
  passTime(untilSeconds);
  return { moments: course.moments, unopened: whyUnopened(course) };
}

/** For each that has not opened on this page: what stood against it. */
export function whyUnopened(course: Course): Rehearsal["unopened"] {
  return course.rules
    .filter((rule) => !course.moments.some((moment) => moment.widget === rule.id && moment.what === "opened"))
    .map((rule) => {
      const held = course.moments.findLast((moment) => moment.widget === rule.id);
      if (held) return { widget: rule.id, reasons: held.reasons };
      const against = mayOpen(rule, course.visitor, course.memory, course.path, course.visitor.now).reasons;
      const missed = rule.triggers.map((trigger) => triggerReason(trigger, "opening.notReached"));
      return {
        widget: rule.id,
        reasons: [...against, ...(missed.length ? missed : [{ code: "opening.noTrigger" }])],
      };
    });
}
