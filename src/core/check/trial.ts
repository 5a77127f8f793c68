// Repairs are tried before they are proposed: made in a copy of the site, and every page they reach is measured again. One that
// cures its finding and makes none elsewhere is taken; several are tried one on top of the other, so that all of them together
// make none either.
import type { LayoutFinding } from "./layout";
import { findingKey, isWorse } from "./layout";

export interface PageFinding {
  readonly page: string;
  readonly finding: LayoutFinding;
}

export type Found = ReadonlyMap<string, readonly LayoutFinding[]>;

/** A site that repairs are tried on. `State` is a copy of it, never changed in place. */
export interface Trials<State, Repair> {
  /** What may cure a finding, the smallest change first. */
  candidates(state: State, at: PageFinding, found: Found): Promise<readonly Repair[]> | readonly Repair[];
  /** The site with a repair made, and the pages on which that can be seen; null where it can't be made. */
  apply(state: State, at: PageFinding, repair: Repair): Promise<Applied<State> | null> | Applied<State> | null;
  /** What is found on a page as it would be; null where it can't be told. */
  measure(state: State, page: string): Promise<readonly LayoutFinding[] | null>;
}

interface Applied<State> {
  readonly state: State;
  readonly pages: readonly string[];
}

export interface Accepted<Repair> {
  readonly at: PageFinding;
  readonly repair: Repair;
  /** The pages that it changes. */
  readonly pages: readonly string[];
}

export interface Tried<State, Repair> {
  readonly state: State;
  readonly found: Found;
  readonly accepted: readonly Accepted<Repair>[];
  /** Findings that nothing cures without harm elsewhere. */
  readonly left: readonly PageFinding[];
}

/** Whether `after` holds nothing that `before` does not: no new finding, no more widths, none worse than it was. */
export function makesNone(before: readonly LayoutFinding[], after: readonly LayoutFinding[]): boolean {
  const known = new Map(before.map((one) => [findingKey(one), one]));
  return after.every((one) => {
    const was = known.get(findingKey(one));
    return was !== undefined && one.widths.every((width) => was.widths.includes(width)) && !isWorse(one, was);
  });
}

const stands = (found: readonly LayoutFinding[] | undefined, finding: LayoutFinding) =>
  found?.some((one) => findingKey(one) === findingKey(finding)) ?? false;

/**
 * Tries to cure each of `wanted`, in order, on a site where `found` was measured. Of a finding's candidates the first is taken
 * that cures it on its page and makes none on any page it reaches. `go` is asked before each measuring, and `told` hears how many
 * are tried; null where `go` says no.
 */
export async function tryRepairs<State, Repair>(
  trials: Trials<State, Repair>,
  start: State,
  found: Found,
  wanted: readonly PageFinding[],
  go: () => boolean = () => true,
  told: (done: number) => void = () => {},
): Promise<Tried<State, Repair> | null> {
  let state = start;
  const now = new Map(found);
  const accepted: Accepted<Repair>[] = [];
  const left: PageFinding[] = [];
  // A page that refused one candidate is likely to refuse the next: it is asked first.
  const refusing: string[] = [];
  for (const [index, at] of wanted.entries()) {
    told(index);
    // One before it may have cured it as well.
    if (!stands(now.get(at.page), at.finding)) continue;
    let taken: Accepted<Repair> | null = null;
    for (const repair of await trials.candidates(state, at, now)) {
      const applied = await trials.apply(state, at, repair);
      if (!applied) continue;
      const measured = new Map<string, readonly LayoutFinding[]>();
      const order = [
        ...new Set([at.page, ...refusing.filter((page) => applied.pages.includes(page)), ...applied.pages]),
      ];
      for (const page of order) {
        if (!go()) return null;
        const after = await trials.measure(applied.state, page);
        const harms =
          !after || !makesNone(now.get(page) ?? [], after) || (page === at.page && stands(after, at.finding));
        if (harms) {
          if (page !== at.page) refusing.unshift(page);
          break;
        }
        measured.set(page, after);
      }
      if (measured.size < order.length) continue;
      state = applied.state;
      for (const [page, after] of measured) now.set(page, after);
      taken = { at, repair, pages: applied.pages };
      break;
    }
    if (taken) accepted.push(taken);
    else left.push(at);
  }
  return { state, found: now, accepted, left };
}

/**
 * Tries each of `wanted` alone on the site where `found` was measured; `told` hears what cures it, null where nothing does without
 * harm. Findings alike, as of one header on many pages, are cured by one trial: what cured the first and left none of the others.
 */
export async function tryEach<State, Repair>(
  trials: Trials<State, Repair>,
  start: State,
  found: Found,
  wanted: readonly PageFinding[],
  told: (at: PageFinding, accepted: Accepted<Repair> | null) => void,
  go: () => boolean = () => true,
): Promise<void> {
  const open = new Set(wanted);
  for (const at of open) {
    const tried = await tryRepairs(trials, start, found, [at], go);
    if (!tried) return;
    const accepted = tried.accepted[0] ?? null;
    told(at, accepted);
    open.delete(at);
    for (const other of accepted ? open : []) {
      const alike = findingKey(other.finding) === findingKey(at.finding) && accepted?.pages.includes(other.page);
      if (!accepted || !alike || stands(tried.found.get(other.page), other.finding)) continue;
      told(other, { ...accepted, at: other });
      open.delete(other);
    }
  }
}
