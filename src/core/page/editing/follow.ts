// A copy of a document that is worked on: what the server has stored, and behind it what it has not stored yet.
import type { Reason } from "@/core/visitor/decision";
import type { PageNode } from "../node";
import { applyEdit, applyEdits, type Edit } from "./edit";
import { carriedOver, rebase } from "./rebase";

/** Edits that travel together, under a name of their own: sent twice, they are stored once. */
export interface Batch {
  readonly batch: string;
  readonly edits: readonly Edit[];
}

/** A batch as it stands in the document's line of edits. */
export interface Stored extends Batch {
  readonly revision: number;
}

export interface Copy {
  readonly stored: PageNode;
  readonly revision: number;
  readonly unsent: readonly Batch[];
  /** What is shown: stored, then every unsent edit. */
  readonly page: PageNode;
}

export interface Lost {
  readonly edits: readonly Edit[];
  readonly reason: Reason;
}

export interface Followed {
  readonly copy: Copy;
  /** What others did, as it is seen from the page that was shown. */
  readonly foreign: readonly Edit[];
  /** Own edits that can't be kept, with the reason. */
  readonly lost: readonly Lost[];
}

const editsOf = (batches: readonly Batch[]) => batches.flatMap((batch) => batch.edits);

/** Unsent batches as they are meant after `over`, on a page that has it; those with nothing left fall away. */
function carryUnsent(unsent: readonly Batch[], over: readonly Edit[], page: PageNode) {
  let current = page;
  const own = editsOf(unsent);
  const { edits, lost } = rebase(own, over, (edit) => {
    const outcome = applyEdit(current, edit);
    if (!outcome.ok) return outcome;
    current = outcome.value.page;
    return { ok: true, value: outcome.value.edit };
  });
  let at = 0;
  const batches = unsent.map((batch) => {
    const carried = edits.slice(at, at + batch.edits.length).flat();
    at += batch.edits.length;
    return { ...batch, edits: carried };
  });
  return { page: current, batches: batches.filter((batch) => batch.edits.length > 0), lost };
}

const lostOf = (lost: readonly { edit: Edit; reason: Reason }[]): readonly Lost[] =>
  lost.map(({ edit, reason }) => ({ edits: [edit], reason }));

/** The copy once the server told what was stored after its revision. What is known already, or leaves a gap, is not taken. */
export function follow(copy: Copy, line: readonly Stored[]): Followed {
  let { stored, revision, unsent, page } = copy;
  const foreign: Edit[] = [];
  const lost: Lost[] = [];
  for (const entry of line) {
    if (entry.revision !== revision + 1) continue;
    revision = entry.revision;
    stored = applyEdits(stored, entry.edits).page;
    const own = unsent.findIndex((batch) => batch.batch === entry.batch);
    if (own === 0) {
      unsent = unsent.slice(1);
      continue;
    }
    if (own > 0) {
      // Another tab sent it: what stands before it here is carried over it, and what it was made on falls in behind.
      const earlier = carryUnsent(unsent.slice(0, own), entry.edits, stored);
      const later = unsent.slice(own + 1);
      unsent = [...earlier.batches, ...later];
      page = applyEdits(earlier.page, editsOf(later)).page;
      lost.push(...lostOf(earlier.lost));
      continue;
    }
    foreign.push(...carriedOver(entry.edits, editsOf(unsent)));
    const carried = carryUnsent(unsent, entry.edits, stored);
    unsent = carried.batches;
    page = carried.page;
    lost.push(...lostOf(carried.lost));
  }
  return { copy: { stored, revision, unsent, page: unsent.length ? page : stored }, foreign, lost };
}

/** The copy with batches that were left behind at its very revision, after those it has. */
export function takeIn(copy: Copy, batches: readonly Batch[]): Followed {
  const known = new Set(copy.unsent.map((batch) => batch.batch));
  const fresh = batches.filter((batch) => !known.has(batch.batch));
  const carried = carryUnsent(fresh, editsOf(copy.unsent), copy.page);
  return {
    copy: { ...copy, unsent: [...copy.unsent, ...carried.batches], page: carried.page },
    foreign: carried.batches.flatMap((batch) => batch.edits),
    lost: lostOf(carried.lost),
  };
}

/** Batches left behind at a revision, as they are meant after the line that followed; stored ones fall away. */
export function catchUp(batches: readonly Batch[], revision: number, line: readonly Stored[]): readonly Batch[] {
  let at = revision;
  let left = batches;
  for (const entry of line) {
    if (entry.revision !== at + 1) continue;
    at = entry.revision;
    if (left.some((batch) => batch.batch === entry.batch)) left = left.filter((batch) => batch.batch !== entry.batch);
    else {
      const { edits } = rebase(editsOf(left), entry.edits);
      let from = 0;
      left = left.map((batch) => {
        const carried = edits.slice(from, from + batch.edits.length).flat();
        from += batch.edits.length;
        return { ...batch, edits: carried };
      });
    }
  }
  return left;
}

/** Why the server did not take a batch, in its own sentence. */
export const refusedByServer = (message: string): Reason => ({ code: "page.refused", message });

/** The copy without a batch that the server does not take; what was made after it is carried over its absence. */
export function giveUp(copy: Copy, batch: string, reason: Reason): Followed {
  const index = copy.unsent.findIndex((one) => one.batch === batch);
  const refused = copy.unsent[index];
  if (!refused) return { copy, foreign: [], lost: [] };
  const before = copy.unsent.slice(0, index);
  const ground = applyEdits(copy.stored, editsOf(before));
  const { inverses } = applyEdits(ground.page, refused.edits);
  const after = copy.unsent.slice(index + 1);
  // Those made after it were made on a page that had it: its inverse is what they are carried over.
  const carried = carryUnsent(after, inverses, ground.page);
  return {
    copy: { ...copy, unsent: [...before, ...carried.batches], page: carried.page },
    foreign: [],
    lost: [{ edits: refused.edits, reason }, ...lostOf(carried.lost)],
  };
}
