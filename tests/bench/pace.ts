// What time is measured in: rounds of what is measured and of a piece of work that is always the same, in turns, so that a busy
// machine moves both.
import { createHash } from "node:crypto";
import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";

/** What that work takes on the machine of the figures when nothing else runs there, in ms. */
const quietMs = 20;

const rows = Array.from({ length: 4000 }, (_, nth) => ({
  id: `r${(nth * 7919) % 4000}`,
  sum: nth % 97,
  words: "kiln clay",
}));

/** Reads, sorts, writes and hashes, as most of what is measured does. */
function knownWork(): void {
  for (let count = 0; count < 3; count++) {
    const read = JSON.parse(JSON.stringify(rows)) as typeof rows;
    read.sort((one, other) => one.sum - other.sum || (one.id < other.id ? -1 : 1));
    createHash("sha256").update(JSON.stringify(read)).digest();
  }
}

setFlagsFromString("--expose-gc");
/** Clears memory that nobody holds any more. */
export const collect = runInNewContext("gc") as () => void;

/** The value that `part` (0 to 1) of all lie below. */
export const percentile = (values: readonly number[], part: number): number =>
  [...values].sort((one, other) => one - other)[
    Math.min(values.length - 1, Math.floor(values.length * part))
  ] as number;

export const median = (values: readonly number[]): number => percentile(values, 0.5);

/** Of what comes one by one, the few that took longest, the longest first: the others are let go of at once. */
export function longest<T extends { readonly ms: number }>(few: number) {
  const kept: T[] = [];
  return {
    kept: kept as readonly T[],
    add(one: T): void {
      kept.push(one);
      kept.sort((a, b) => b.ms - a.ms);
      kept.length = Math.min(kept.length, few);
    },
  };
}

/** How long some work takes, in the unit of `performance.now`, ms. */
export async function took(work: () => unknown): Promise<number> {
  const begun = performance.now();
  await work();
  return performance.now() - begun;
}

let warm = false;

/** How many times as long as on the quiet machine anything takes at the moment. */
export async function pace(): Promise<number> {
  for (; !warm; warm = true) for (let count = 0; count < 20; count++) knownWork();
  const times: number[] = [];
  for (let count = 0; count < 5; count++) times.push(await took(knownWork));
  return median(times) / quietMs;
}

/**
 * The median of rounds, each divided by the pace before and after it: what a round takes on the quiet machine. A round answers
 * its time in whatever unit. `waits` is the part of it that is waiting, which no machine makes shorter.
 */
export async function paced(
  rounds: number,
  round: (nth: number) => number | Promise<number>,
  waits = 0,
): Promise<number> {
  const taken: number[] = [];
  let before = await pace();
  for (let nth = 0; nth < rounds; nth++) {
    const time = await round(nth);
    const after = await pace();
    taken.push(waits + Math.max(0, time - waits) / ((before + after) / 2));
    before = after;
  }
  return median(taken);
}

/** The median of what one takes beside the other, both in turns. */
export async function beside(
  rounds: number,
  one: (nth: number) => number | Promise<number>,
  other: (nth: number) => number | Promise<number>,
): Promise<number> {
  const ratios: number[] = [];
  for (let nth = 0; nth < rounds; nth++) {
    const compared = await other(nth);
    ratios.push((await one(nth)) / compared);
  }
  return median(ratios);
}
