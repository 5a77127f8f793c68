// Which boxes an order is packed into. A simple rule that can be said in a sentence, since a shop has to be able to explain it:
// the smallest single box that holds everything, and else the largest box, filled first with the largest things, until nothing is left.
import { done, type Outcome, refused } from "@/core/visitor/decision";

/** One thing that is packed. */
export interface Parcel {
  readonly name: string;
  readonly grams: number;
  /** Length, width and height in mm, in any order; null where nobody measured it: then only its weight counts. */
  readonly sizeMm: readonly [number, number, number] | null;
}

export interface Box {
  readonly name: string;
  readonly sizeMm: readonly [number, number, number];
  /** What may be in it, in grams. */
  readonly mostGrams: number;
  readonly amount: number;
}

/** So much of a box can be filled, in percent: things are no bricks. */
export const filledPercent = 80;

/** More boxes than this is nothing that a shop sends by itself. */
const mostBoxes = 50;

const sorted = (size: readonly number[]) => [...size].sort((a, b) => b - a);
const volumeOf = (size: readonly number[]) => size.reduce((all, side) => all * side, 1);

/** Whether one thing goes into an empty box, turned as it likes along its sides. */
function fits({ sizeMm, grams }: Parcel, box: Box): boolean {
  if (grams > box.mostGrams) return false;
  if (!sizeMm) return true;
  const sides = sorted(box.sizeMm);
  return sorted(sizeMm).every((side, at) => side <= (sides[at] as number));
}

/** What is left in a box. */
interface Room {
  grams: number;
  volume: number;
}

const emptyRoom = ({ mostGrams, sizeMm }: Box): Room => ({
  grams: mostGrams,
  volume: (volumeOf(sizeMm) * filledPercent) / 100,
});

/** How many of a thing still go into what is left of a box. */
function placesFor(thing: Parcel, room: Room): number {
  const byWeight = thing.grams ? Math.floor(room.grams / thing.grams) : Infinity;
  const volume = thing.sizeMm ? volumeOf(thing.sizeMm) : 0;
  return Math.min(byWeight, volume ? Math.floor(room.volume / volume) : Infinity);
}

/** Puts what fits into one box; answers what does not. */
function fill(things: readonly Counted[], box: Box): readonly Counted[] {
  const room = emptyRoom(box);
  const left: Counted[] = [];
  for (const thing of things) {
    const put = fits(thing, box) ? Math.min(thing.count, placesFor(thing, room)) : 0;
    room.grams -= put * thing.grams;
    room.volume -= put * (thing.sizeMm ? volumeOf(thing.sizeMm) : 0);
    if (put < thing.count) left.push({ ...thing, count: thing.count - put });
  }
  return left;
}

type Counted = Parcel & { readonly count: number };

/** The boxes for these things, or the first thing that goes into none of them. */
export function boxesFor(parcels: readonly Counted[], boxes: readonly Box[]): Outcome<readonly Box[]> {
  const bySize = [...boxes].sort((a, b) => volumeOf(a.sizeMm) - volumeOf(b.sizeMm) || a.amount - b.amount);
  let things: readonly Counted[] = [...parcels]
    .filter(({ count }) => count > 0)
    .sort(
      (a, b) => volumeOf(b.sizeMm ?? []) - volumeOf(a.sizeMm ?? []) || b.grams - a.grams || (a.name < b.name ? -1 : 1),
    );
  const homeless = things.find(
    (thing) => !bySize.some((box) => fits(thing, box) && placesFor(thing, emptyRoom(box)) > 0),
  );
  if (homeless) return refused("sending.boxNone", { thing: homeless.name });
  const used: Box[] = [];
  while (things.length) {
    const single = bySize.find((box) => fill(things, box).length === 0);
    // The largest that takes the largest thing: a box may be large and yet too flat for it.
    const first = things[0] as Counted;
    const box = single ?? bySize.findLast((one) => fits(first, one) && placesFor(first, emptyRoom(one)) > 0);
    if (!box || used.length === mostBoxes) return refused("sending.boxNone", { thing: first.name });
    used.push(box);
    things = fill(things, box);
  }
  return done(used);
}
