// Undo and redo without limit: steps of edits with what takes them back, over any number of documents.
import type { Edit } from "./edit";

export interface Step {
  /** The document (page, header or footer) the edits belong to. */
  readonly document: string;
  readonly edits: readonly Edit[];
  readonly inverses: readonly Edit[];
  /** Steps of one group that follow each other, as letters typed into one heading, count as one. */
  readonly group?: string;
}

export interface History {
  readonly past: readonly Step[];
  readonly future: readonly Step[];
}

export const emptyHistory: History = { past: [], future: [] };

/** The history after a step was taken. What had been undone before it is gone, as everywhere. */
export function record(history: History, step: Step): History {
  const last = history.past.at(-1);
  if (last && step.group !== undefined && last.group === step.group && last.document === step.document) {
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

/** The step to take back, and the history once that is done; null when there is none. */
export function undo(history: History): { readonly step: Step; readonly history: History } | null {
  const step = history.past.at(-1);
  return step ? { step, history: { past: history.past.slice(0, -1), future: [step, ...history.future] } } : null;
}

/** The step to take again, and the history once that is done; null when there is none. */
export function redo(history: History): { readonly step: Step; readonly history: History } | null {
  const [step, ...future] = history.future;
  return step ? { step, history: { past: [...history.past, step], future } } : null;
}
