// How much more can be written before the words take another line.

/** More than so many further characters are not looked for. */
export const mostFurther = 240;

/** Characters that are written further, drawn from the words themselves: their letters are as wide as what is likely to follow. */
export function furtherWords(words: string, usual: string): string {
  const own = words.replace(/\s+/g, " ").trim();
  const source = ` ${own.length < 12 ? `${own} ${usual}`.trim() : own}`;
  return source.repeat(Math.ceil(mostFurther / source.length)).slice(0, mostFurther);
}

/**
 * How many further characters fit, at most `most`: the largest number that `fits` still says yes to. `fits` is asked about
 * log2(most) times, and has to be one that says no to all above the first no.
 */
export function furtherThatFit(fits: (further: number) => boolean, most: number = mostFurther): number {
  let [yes, no] = [0, most + 1];
  while (no - yes > 1) {
    const middle = Math.floor((yes + no) / 2);
    if (fits(middle)) yes = middle;
    else no = middle;
  }
  return yes;
}
