// How many slips lie between two words: letters left out, put in, taken for another, or two swapped.

/** A bit for each of the letters a to z that stands in a word, and one for anything else. */
export function lettersOf(word: string): number {
  let bits = 0;
  for (let at = 0; at < word.length; at++) {
    const letter = word.charCodeAt(at) - 97;
    bits |= 1 << (letter >= 0 && letter < 26 ? letter : 26);
  }
  return bits;
}

const ones = (bits: number): number => {
  let left = bits;
  let count = 0;
  while (left) {
    left &= left - 1;
    count += 1;
  }
  return count;
};

/** Whether words with these letters can lie within so many slips: each slip changes two letters at most. */
export const mayLieWithin = (one: number, other: number, most: number): boolean => ones(one ^ other) <= 2 * most;

/**
 * Slips from one word to another, or `most + 1` where they are more. Optimal string alignment: Wagner and Fischer's rows,
 * with neighbours swapped as one slip (Damerau).
 */
export function slipsBetween(one: string, other: string, most: number): number {
  if (Math.abs(one.length - other.length) > most) return most + 1;
  let before: number[] = [];
  let last = Array.from({ length: other.length + 1 }, (_, at) => at);
  for (let row = 1; row <= one.length; row++) {
    const next = [row];
    let least = row;
    for (let column = 1; column <= other.length; column++) {
      const same = one[row - 1] === other[column - 1];
      let cost = Math.min(
        (last[column] as number) + 1,
        (next[column - 1] as number) + 1,
        (last[column - 1] as number) + (same ? 0 : 1),
      );
      if (row > 1 && column > 1 && one[row - 1] === other[column - 2] && one[row - 2] === other[column - 1])
        cost = Math.min(cost, (before[column - 2] as number) + 1);
      next.push(cost);
      if (cost < least) least = cost;
    }
    if (least > most) return most + 1;
    before = last;
    last = next;
  }
  return Math.min(last[other.length] as number, most + 1);
}
