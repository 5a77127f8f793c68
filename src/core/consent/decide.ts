// The one question of consent: for this visitor of this site, what is shown, what may load, and why.
import type { Reason } from "@/core/visitor/decision";
import { type Allowed, handledAs, type KeptChoice, type Optional, only, optional, type Sorted } from "./category";
import { type RegionKey, type Rule, regionOf, rules, strictest, type Whereabouts } from "./rules";

/** Something a page brings in or leaves behind, as far as deciding needs it. */
export interface Thing {
  /** Short and stable: kept with a choice, so that what came later is known to be new. */
  readonly key: string;
  readonly purpose: Sorted;
  /** Names of what it leaves on the site itself: they go when it is refused. */
  readonly sets?: readonly string[];
}

/** What of a site decides. */
export interface ConsentSite {
  readonly things: readonly Thing[];
  /** The region whose rule holds where there is none. */
  readonly elsewhere: Exclude<RegionKey, "elsewhere">;
  /** How long a choice holds, in months, where a rule allows it so long. */
  readonly months: number;
  readonly version: string;
}

/** What of a visitor decides. */
export interface ConsentVisitor {
  /** Null where nothing tells. */
  readonly whereabouts: Whereabouts | null;
  /** What told of it: for the reasons. */
  readonly knownBy: "address" | "proxy" | "chosen" | "nothing";
  /** Whether the browser sends the opt-out signal. */
  readonly signal: boolean;
  readonly choice: KeptChoice | null;
  /** The moment of the visit, in ms since the epoch. */
  readonly now: number;
}

export interface ConsentDecision {
  readonly region: RegionKey;
  /** Whose rule it is: of "elsewhere", the one chosen for it. */
  readonly ruleOf: Exclude<RegionKey, "elsewhere">;
  readonly rule: Rule;
  /** A question that wants an answer; word of what goes on, with a way to refuse; or nothing. */
  readonly shows: "question" | "word" | "nothing";
  /** Categories that there is anything to ask about. */
  readonly asks: readonly Optional[];
  readonly may: Allowed;
  /** When the choice that holds ends, in ms; null where none does. */
  readonly until: number | null;
  readonly reasons: readonly Reason[];
}

/** Months on the calendar of UTC; the last day of a shorter month where it has no such day. */
export function monthsAfter(at: number, months: number): number {
  const date = new Date(at);
  const day = date.getUTCDate();
  date.setUTCDate(1);
  date.setUTCMonth(date.getUTCMonth() + months);
  const last = new Date(Date.UTC(date.getUTCFullYear(), date.getUTCMonth() + 1, 0)).getUTCDate();
  date.setUTCDate(Math.min(day, last));
  return date.getTime();
}

const dayMs = 86_400_000;

interface Holding {
  /** Categories about which the kept choice says something still. */
  readonly of: readonly Optional[];
  /** Why it does not hold as a whole any more; null for one that does. */
  readonly over: Reason | null;
}

/** What is left of a kept choice: nothing once its time is over, and nothing of categories that something was added to. */
function holding(choice: KeptChoice, site: ConsentSite, months: number, now: number): Holding {
  // One from the future was not made by this clock.
  if (now >= monthsAfter(choice.at, months) || choice.at > now + dayMs)
    return { of: [], over: { code: "consent.over", months } };
  const known = new Set(choice.known);
  const fresh = site.things.filter(({ key, purpose }) => handledAs(purpose) !== "needed" && !known.has(key));
  const grown = new Set(fresh.map(({ purpose }) => handledAs(purpose)));
  return {
    of: optional.filter((category) => !grown.has(category)),
    over: fresh.length ? { code: "consent.grew", things: fresh.length } : null,
  };
}

/** What is shown to a visitor, what may load, and every reason for it. */
export function decideConsent(site: ConsentSite, visitor: ConsentVisitor): ConsentDecision {
  const reasons: Reason[] = [];
  const region = visitor.whereabouts ? regionOf(visitor.whereabouts) : strictest;
  const ruleOf = region === "elsewhere" ? site.elsewhere : region;
  const rule = rules[ruleOf];
  reasons.push(
    visitor.whereabouts
      ? {
          code: "consent.where",
          country: visitor.whereabouts.country,
          part: visitor.whereabouts.part,
          by: visitor.knownBy,
          region,
        }
      : { code: "consent.nowhere", region },
  );
  if (region === "elsewhere") reasons.push({ code: "consent.asChosen", rule: ruleOf });

  const there = new Set(site.things.map(({ purpose }) => handledAs(purpose)));
  const asks = optional.filter((category) => there.has(category));
  const about = { region, ruleOf, rule, asks };
  if (!asks.length) {
    reasons.push({ code: "consent.nothingToAsk" });
    // What nobody told of waits where a yes is needed first, and can be pressed by itself.
    return { ...about, shows: "nothing", may: only(rule.later), until: null, reasons };
  }
  const needsYes = asks.filter((category) => rule.before.includes(category));
  if (needsYes.length) reasons.push({ code: "consent.yesFirst", categories: needsYes });
  else reasons.push({ code: "consent.mayRefuse", categories: asks });

  const months = Math.min(site.months, rule.holdsMonths);
  const { choice } = visitor;
  const held = choice && holding(choice, site, months, visitor.now);
  if (held?.over) reasons.push(held.over);
  if (choice && !held?.over) {
    reasons.push({ code: "consent.chose", given: choice.given.filter((category) => asks.includes(category)) });
    return { ...about, shows: "nothing", may: only(choice.given), until: monthsAfter(choice.at, months), reasons };
  }
  const signalled = visitor.signal && rule.signal.length > 0;
  if (signalled) reasons.push({ code: "consent.signal", categories: rule.signal });
  else if (visitor.signal) reasons.push({ code: "consent.signalWithoutLaw" });
  else reasons.push({ code: "consent.noChoice" });
  const may = (category: Optional): boolean => {
    if (held?.of.includes(category)) return choice?.given.includes(category) ?? false;
    // What somebody refused stays refused until they have answered anew; what they allowed holds for nothing new.
    if (choice && !choice.given.includes(category)) return false;
    return rule.later.includes(category) && !(signalled && rule.signal.includes(category));
  };
  const shows = needsYes.length ? "question" : "word";
  return { ...about, shows, may: only(optional.filter(may)), until: null, reasons };
}
