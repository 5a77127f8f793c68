// Pictures that look the same: one picture in two sizes, or saved again in another kind. Told by their prints: the signs of
// differences between neighbours in a small grey picture of each, and the colours of a still smaller one. Both survive scaling
// and saving.

export interface Printed {
  readonly hash: string;
  /** The 64 signs as 16 hex digits, and behind them the colours of `coloursAcross` squares of pixels, each as 2 hex digits. */
  readonly print: string;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** Of the picture whose colours a print holds. */
export const coloursAcross = 6;
/** A neighbour counts as lighter by more than so many of 255: less comes and goes with saving. */
export const lighterBy = 2;

/** So many of the 64 signs may differ. */
const mostBits = 4;
/** So far a colour may lie from the other's, of 255. */
const mostAway = 14;
const signsLength = 16;
const signsOf = (print: string) => BigInt(`0x${print.slice(0, signsLength)}`);

function coloursAreNear(one: string, other: string): boolean {
  if (one.length !== other.length) return false;
  for (let at = signsLength; at < one.length; at += 2) {
    const away = Number.parseInt(one.slice(at, at + 2), 16) - Number.parseInt(other.slice(at, at + 2), 16);
    if (Math.abs(away) > mostAway) return false;
  }
  return true;
}
/** Two pictures of one have nearly the same shape. */
const shapeWithin = 0.03;
/** A print with hardly any sign set, or unset, is of a plain ground and says nothing. */
const fewestSigns = 6;
/** Of very many with the same quarter of a print, each is compared with so many before it. */
const mostCompared = 80;

function signsIn(bits: bigint): number {
  let count = 0;
  for (let rest = bits; rest; rest &= rest - 1n) count += 1;
  return count;
}

const shapeOf = ({ widthPx, heightPx }: Printed) => widthPx / Math.max(1, heightPx);

/** Whether two pictures look the same. */
export function areAlike(one: Printed, other: Printed): boolean {
  if (Math.abs(Math.log(shapeOf(one) / shapeOf(other))) > shapeWithin) return false;
  return signsIn(signsOf(one.print) ^ signsOf(other.print)) <= mostBits && coloursAreNear(one.print, other.print);
}

const saysSomething = ({ print }: Printed) => {
  const signs = signsIn(signsOf(print));
  return signs >= fewestSigns && signs <= 64 - fewestSigns;
};

/** Five parts of a print: of two that differ in at most four bits one part at least is the same. */
const partsOf = (print: string): readonly string[] =>
  [print.slice(0, 3), print.slice(3, 6), print.slice(6, 9), print.slice(9, 12), print.slice(12, signsLength)].map(
    (part, at) => `${at}${part}`,
  );

/** Groups of pictures that look the same, the largest picture of each first; those that are alone are left out. */
export function alikeGroups(pictures: readonly Printed[]): readonly (readonly string[])[] {
  const telling = pictures.filter(saysSomething);
  const leaders = new Map<Printed, Printed>();
  const leaderOf = (one: Printed): Printed => {
    const above = leaders.get(one);
    return above && above !== one ? leaderOf(above) : one;
  };
  const bySame = new Map<string, Printed[]>();
  for (const one of telling)
    for (const part of partsOf(one.print)) {
      const before = bySame.get(part) ?? [];
      for (const other of before.slice(-mostCompared)) {
        const [first, second] = [leaderOf(other), leaderOf(one)];
        if (first !== second && areAlike(one, other)) leaders.set(second, first);
      }
      bySame.set(part, [...before.slice(-mostCompared), one]);
    }
  const groups = new Map<Printed, Printed[]>();
  for (const one of telling) groups.set(leaderOf(one), [...(groups.get(leaderOf(one)) ?? []), one]);
  return [...groups.values()]
    .filter((group) => group.length > 1)
    .map((group) => group.toSorted((one, other) => other.widthPx - one.widthPx).map(({ hash }) => hash));
}
