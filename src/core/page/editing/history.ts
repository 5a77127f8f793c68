// Undo and redo without limit: steps of edits with what takes them back, over any number of documents.
// What others do meanwhile is noted behind the step it followed, and carried further down only when that step is taken:
// a history of a thousand steps costs nothing while others write.
import type { Edit } from "./edit";
import { carriedOver, rebase } from "./rebase";
import { continuesRun } from "./typing";

export interface Step {
  /** The document (page, header or footer) the edits belong to. */
  readonly document: string;
  readonly edits: readonly Edit[];
  readonly inverses: readonly Edit[];
  /** Steps of one group that follow each other, as letters typed into one heading, count as one. */
  readonly group?: string;
  /** What others did after it and before the next step, by document. */
  readonly foreign?: Readonly<Record<string, readonly Edit[]>>;
}

export interface History {
  readonly past: readonly Step[];
  readonly future: readonly Step[];
}

export const emptyHistory: History = { past: [], future: [] };

/** Letters of one run of words are one step: the group of typed words. */
export const typing = "typing";

const joins = (last: Step, step: Step): boolean => {
  if (last.group === undefined || last.group !== step.group || last.document !== step.document || last.foreign)
    return false;
  if (step.group !== typing) return true;
  const [before, after] = [last.edits.at(-1), step.edits[0]];
  return before !== undefined && after !== undefined && continuesRun(before, after);
};

/** The history after a step was taken. What had been undone before it is gone, as everywhere. */
export function record(history: History, step: Step): History {
  const last = history.past.at(-1);
  if (last && joins(last, step)) {
    const merged: Step = {
      ...last,
      edits: [...last.edits, ...step.edits],
      inverses: [...step.inverses, ...last.inverses],
    };
    return { past: [...history.past.slice(0, -1), merged], future: [] };
  }
  return { past: [...history.past, step], future: [] };
}

/** Ends the current group, so that what follows is a step of its own. */
export function closeGroup(history: History): History {
  const last = history.past.at(-1);
  if (!last?.group) return history;
  const { group: _group, ...closed } = last;
  return { ...history, past: [...history.past.slice(0, -1), closed] };
}

const noted = (stack: readonly Step[], at: number, foreign: Readonly<Record<string, readonly Edit[]>>) => {
  const step = stack[at];
  if (!step) return stack;
  const both = { ...step.foreign };
  for (const [document, edits] of Object.entries(foreign)) both[document] = [...(both[document] ?? []), ...edits];
  return stack.map((one, index) => (index === at ? { ...step, foreign: both } : one));
};

/** The history once others have changed `document`: `edits` as seen from the page as it is shown. */
export function notice(history: History, document: string, edits: readonly Edit[]): History {
  if (edits.length === 0) return history;
  return {
    past: noted(history.past, history.past.length - 1, { [document]: edits }),
    future: noted(history.future, 0, { [document]: edits }),
  };
}

interface Taken {
  /** What is to be applied now. */
  readonly edits: readonly Edit[];
  readonly document: string;
  readonly history: History;
}

/** What others did after a step, as it is seen once the step is taken back (or again). */
function beneath(step: Step, taken: readonly Edit[]): Step["foreign"] {
  if (!step.foreign) return undefined;
  const own = step.foreign[step.document];
  return own ? { ...step.foreign, [step.document]: rebase(own, taken).edits.flat() } : step.foreign;
}

/** What takes the last step back, and the history without it; null when there is none. */
export function undo(history: History): Taken | null {
  const step = history.past.at(-1);
  if (!step) return null;
  const rest = history.past.slice(0, -1);
  const foreign = beneath(step, step.inverses);
  return {
    document: step.document,
    edits: carriedOver(step.inverses, step.foreign?.[step.document] ?? []),
    history: { past: foreign ? noted(rest, rest.length - 1, foreign) : rest, future: history.future },
  };
}

/** What makes the step undone last again, and the history without it; null when there is none. */
export function redo(history: History): Taken | null {
  const [step, ...rest] = history.future;
  if (!step) return null;
  const foreign = beneath(step, step.edits);
  return {
    document: step.document,
    edits: carriedOver(step.edits, step.foreign?.[step.document] ?? []),
    history: { past: history.past, future: foreign ? noted(rest, 0, foreign) : rest },
  };
}

/** The history after what `undo` answered was applied, as `edits` with `inverses`. */
export const undone = (
  history: History,
  document: string,
  edits: readonly Edit[],
  inverses: readonly Edit[],
): History =>
  edits.length ? { ...history, future: [{ document, edits: inverses, inverses: edits }, ...history.future] } : history;

/** The history after what `redo` answered was applied, as `edits` with `inverses`. */
export const redone = (
  history: History,
  document: string,
  edits: readonly Edit[],
  inverses: readonly Edit[],
): History => (edits.length ? { ...history, past: [...history.past, { document, edits, inverses }] } : history);

/** The history without the steps of a document that is no longer worked on here. */
export const forget = ({ past, future }: History, document: string): History => ({
  past: past.filter((step) => step.document !== document),
  future: future.filter((step) => step.document !== document),
});
