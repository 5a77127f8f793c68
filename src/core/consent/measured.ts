// What pages were seen to ask and to leave behind when they ran, beside what they declare.

import type { StandIns } from "@/core/kind/holder";
import { ownOrigin } from "@/core/kind/holder";
import type { Entry } from "./consent";
import { entryOf, keptOrigin } from "./declared";

/** What one run of a page left and asked. */
export interface Run {
  readonly page: string;
  /** Whether the visitor had agreed to everything, or to nothing. */
  readonly agreed: boolean;
  /** Names of what it left on the site's own host. */
  readonly cookies: readonly string[];
  readonly storage: readonly string[];
  readonly workers: readonly string[];
  /** Origins besides the site's own that it asked. */
  readonly origins: readonly string[];
}

export interface Measured {
  readonly entries: readonly Entry[];
  /** Keys of what came although nothing had been agreed to, with the page it came on. */
  readonly early: ReadonlyMap<string, string>;
}

/**
 * Runs of pages as entries of the table. What `known` explains already (its origin, or the name of what is left) is none;
 * `day` is today, "2026-03-05".
 */
export function measured(runs: readonly Run[], known: readonly Entry[], standIns: StandIns, day: string): Measured {
  // A host may stand in the table for several purposes: what is needed explains that it was asked.
  const neededFirst = [...known].sort(
    (one, other) => Number(other.purpose === "needed") - Number(one.purpose === "needed"),
  );
  const own = neededFirst.filter(({ origin }) => origin === ownOrigin || origin === "");
  const entries = new Map<string, Entry>();
  const early = new Map<string, string>();
  const note = (run: Run, explained: Entry | undefined, fresh: () => Entry) => {
    const entry = explained ?? fresh();
    if (!explained && !entries.has(entry.key)) entries.set(entry.key, entry);
    if (!run.agreed && entry.purpose !== "needed" && !early.has(entry.key)) early.set(entry.key, run.page);
  };
  const left = { cookies: "cookie", storage: "storage", workers: "worker" } as const;
  for (const run of runs) {
    for (const [list, as] of Object.entries(left) as [keyof typeof left, (typeof left)[keyof typeof left]][])
      for (const name of run[list])
        note(
          run,
          own.find(({ sets }) => sets.includes(name)),
          () => ({
            ...entryOf({ origin: ownOrigin, purpose: "marketing", sets: [name], what: name }, day),
            ...found,
            as,
          }),
        );
    for (const asked of run.origins) {
      const origin = keptOrigin(asked, standIns);
      note(
        run,
        neededFirst.find((entry) => entry.origin === origin),
        () => ({ ...entryOf({ origin, purpose: "marketing", sets: [] }, day), ...found }),
      );
    }
  }
  return { entries: [...entries.values()], early };
}

const found = { found: "measured", purpose: "unsorted" } as const;
