// Half-open spans of time [from, to): touching is not meeting.
import type { Instant } from "../booking";

export interface Span {
  readonly from: Instant;
  readonly to: Instant;
}

/** Spans in order, with those that touch or meet made one. */
export function merged(spans: readonly Span[]): readonly Span[] {
  const sorted = spans.filter((span) => span.from < span.to).sort((one, other) => one.from - other.from);
  const result: { from: Instant; to: Instant }[] = [];
  for (const span of sorted) {
    const last = result.at(-1);
    if (last && span.from <= last.to) last.to = Math.max(last.to, span.to);
    else result.push({ from: span.from, to: span.to });
  }
  return result;
}

/** Index of the first of `sorted` that ends after `instant`; for spans that do not meet each other. */
function firstEndingAfter(sorted: readonly Span[], instant: Instant): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sorted[middle] as Span).to > instant) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** The first of the merged spans that meets [from, to), or undefined. */
export function meeting<T extends Span>(sorted: readonly T[], from: Instant, to: Instant): T | undefined {
  const found = sorted[firstEndingAfter(sorted, from)];
  return found && found.from < to ? found : undefined;
}

const holds = (span: Span | undefined, from: Instant, to: Instant): span is Span =>
  span !== undefined && span.from <= from && to <= span.to;

/** Whether [from, to) lies wholly within one of the merged spans. */
export const within = (sorted: readonly Span[], from: Instant, to: Instant): boolean =>
  holds(sorted[firstEndingAfter(sorted, from)], from, to);

/** The same for many questions of which each lies near the one before: it is looked where that was found. */
export function withinAll(sorted: readonly Span[]): (from: Instant, to: Instant) => boolean {
  let last: Span | undefined;
  return (from, to) => {
    if (!holds(last, from, to)) last = sorted[firstEndingAfter(sorted, from)];
    return holds(last, from, to);
  };
}

/** What is left of merged `spans` without merged `holes`. */
export function without(spans: readonly Span[], holes: readonly Span[]): readonly Span[] {
  if (!holes.length) return spans;
  return spans.flatMap((span) => {
    const left: Span[] = [];
    let from = span.from;
    for (let at = firstEndingAfter(holes, from); at < holes.length; at++) {
      const hole = holes[at] as Span;
      if (hole.from >= span.to) break;
      if (hole.from > from) left.push({ from, to: hole.from });
      from = Math.max(from, hole.to);
    }
    if (from < span.to) left.push({ from, to: span.to });
    return left;
  });
}
