// Where a run of typed words ends: what one step back takes.
import { ReplaceStep } from "prosemirror-transform";
import type { Edit } from "./edit";
import { stepOf } from "./edits/steps";

/** A change of letters, whatever text it stands in. */
interface Letters {
  readonly place: string;
  readonly at: number;
  readonly cut: number;
  readonly put: string;
}

function lettersOf(edit: Edit): Letters | null {
  if (edit.type === "splice") return { place: `${edit.node}|${edit.field}`, at: edit.at, cut: edit.cut, put: edit.put };
  if (edit.type !== "steps") return null;
  const step = edit.steps.length === 1 ? stepOf(edit.steps[0] as never) : null;
  if (!(step instanceof ReplaceStep)) return null;
  const { slice, from, to } = step;
  const flat = slice.openStart === 0 && slice.content.childCount <= 1 && (slice.content.firstChild?.isText ?? true);
  return flat
    ? { place: `${edit.node}|${edit.field}`, at: from, cut: to - from, put: slice.content.firstChild?.text ?? "" }
    : null;
}

/** Whether `after` goes on where `before` was typed: the same word, or the blank behind it. */
export function continuesRun(before: Edit, after: Edit): boolean {
  const [first, next] = [lettersOf(before), lettersOf(after)];
  if (!first || !next || first.place !== next.place) return false;
  if (first.put && next.put && next.cut === 0)
    return next.at === first.at + first.put.length && !(/\s$/.test(first.put) && /^\S/.test(next.put));
  const takes = !first.put && !next.put;
  return takes && (next.at + next.cut === first.at || next.at === first.at);
}
