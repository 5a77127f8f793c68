// Where a run of typed words ends: what one step back takes.
import { type Edit, editKinds } from "./edit";

const lettersOf = (edit: Edit) => editKinds[edit.type].letters?.(edit) ?? null;

/** Whether `after` goes on where `before` was typed: the same word, or the blank behind it. */
export function continuesRun(before: Edit, after: Edit): boolean {
  const [first, next] = [lettersOf(before), lettersOf(after)];
  if (!first || !next || first.place !== next.place) return false;
  if (first.put && next.put && next.cut === 0)
    return next.at === first.at + first.put.length && !(/\s$/.test(first.put) && /^\S/.test(next.put));
  const takes = !first.put && !next.put;
  return takes && (next.at + next.cut === first.at || next.at === first.at);
}
