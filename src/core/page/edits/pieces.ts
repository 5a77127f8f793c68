// What is left of a stretch of letters after others worked in it: what they took is gone, what they put in it stays.
import type { Mappable } from "prosemirror-transform";

export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** More letters than this are carried as one stretch. */
const lettersLookedAt = 20_000;

/**
 * The pieces of `from` to `to` as they stand after `map`, without what was put between them. Whoever takes words away
 * took what they saw; words that another typed into them meanwhile are not theirs to take.
 */
export function piecesOf(from: number, to: number, map: Mappable): readonly Stretch[] {
  if (to - from > lettersLookedAt) {
    const whole = { from: map.map(from, 1), to: map.map(to, -1) };
    return whole.to > whole.from ? [whole] : [];
  }
  const pieces: { from: number; to: number }[] = [];
  for (let at = from; at < to; at++) {
    const piece = { from: map.map(at, 1), to: map.map(at + 1, -1) };
    if (piece.to <= piece.from) continue;
    const last = pieces.at(-1);
    if (last?.to === piece.from) last.to = piece.to;
    else pieces.push(piece);
  }
  return pieces;
}
