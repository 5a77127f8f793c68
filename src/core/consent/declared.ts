// What is reached and left behind as entries of the table.

import type { StandIns } from "@/core/kind/holder";
import { ownOrigin, type Sends } from "@/core/kind/holder";
import { providerNames, providers } from "@/core/video/providers";
import type { Entry } from "./consent";

/** Origins of stand-ins as they are kept: they differ from one installation to the next. */
export const keptStandIns: StandIns = (label) => `https://${label}.stand-in.invalid`;

/** An origin as the table keeps it: that of a stand-in of this installation, whose hosts `standIns` tells, by its label. */
export function keptOrigin(origin: string, standIns: StandIns): string {
  for (const name of providerNames) {
    const at = providers[name].reads(standIns).indexOf(origin);
    if (at >= 0) return providers[name].reads(keptStandIns)[at] ?? origin;
  }
  return origin;
}

/** Who stands behind an origin, in words; its host where nobody is known. */
function whoIs(origin: string): string {
  if (origin === ownOrigin) return "this site";
  for (const name of providerNames)
    if (providers[name].reads(keptStandIns).includes(origin)) return providers[name].name;
  return new URL(origin).hostname;
}

/** Whether only files come from there: the second of a provider's hosts. */
const filesOnly = (origin: string): boolean =>
  providerNames.some((name) => providers[name].reads(keptStandIns).indexOf(origin) > 0);

/** A table's key for what an origin does: short, and the same wherever it is worked out. */
export const keyOf = ({ origin, purpose, what }: Sends): string =>
  [
    new URL(origin).hostname.replace(/\.(?:stand-in|site)\.invalid$/, ""),
    ...(what ? [what.toLowerCase().replace(/[^a-z0-9]+/g, "-")] : []),
    purpose,
  ]
    .join(":")
    .slice(-60);

/** The longest that anything of a host stays, in days; null for what stays until somebody removes it, 0 for nothing. */
function daysOf(origin: string): number | null {
  const found = providerNames.find((name) => providers[name].reads(keptStandIns)[0] === origin);
  if (!found) return 0;
  return providers[found].leaves.reduce<number | null>(
    (longest, { days }) => (longest === null || days === null ? null : Math.max(longest, days)),
    0,
  );
}

/** Something that is sent as an entry of the table that nobody has sorted yet. */
export function entryOf(one: Sends, day: string): Entry {
  const who = whoIs(one.origin);
  return {
    key: keyOf(one),
    name: one.what ?? (filesOnly(one.origin) ? `Files of ${who}` : who.charAt(0).toUpperCase() + who.slice(1)),
    who,
    purpose: one.purpose,
    why: "",
    as: one.stays?.as ?? (one.sets.length ? "cookie" : "request"),
    days: one.stays ? one.stays.days : one.sets.length ? daysOf(one.origin) : 0,
    sets: one.sets,
    origin: one.origin,
    found: "declared",
    sorted: false,
    seen: day,
  };
}

/** What is declared as entries of the table; `day` is today, "2026-03-05". */
export const declaredEntries = (declared: Iterable<Sends>, day: string): readonly Entry[] =>
  [...new Map([...declared].map((one) => [keyOf(one), one])).values()].map((one) => entryOf(one, day));

/**
 * A table with what was found now: what is new comes in unsorted, what somebody sorted or wrote stays as it is, with the
 * day it was last seen. What was not found stays: it may have been on a page that is not there today.
 */
export function withFound(table: readonly Entry[], found: readonly Entry[]): readonly Entry[] {
  const byKey = new Map(found.map((entry) => [entry.key, entry]));
  const known = new Set(table.map(({ key }) => key));
  return [
    ...table.map((entry) => {
      const now = byKey.get(entry.key);
      return now ? { ...entry, seen: now.seen, sets: now.sets.length ? now.sets : entry.sets } : entry;
    }),
    ...found.filter(({ key }) => !known.has(key)),
  ];
}
