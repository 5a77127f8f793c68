// What can be dragged on the stage: spaces and heights in steps, and the shares of columns in whole parts.

/** Steps of space in px at the brand's spacing of 1: what is dragged lands on one of them. */
export const spaceSteps = [
  0, 4, 8, 12, 16, 24, 32, 40, 48, 56, 64, 72, 80, 96, 112, 128, 160, 192, 224, 256, 320,
] as const;

/** Heights land on multiples of this, in px. */
const heightStep = 20;
const mostHeight = 1200;

/** The step nearest to a space, or the px as they are where it is not to snap. */
export function snappedSpace(px: number, snap: boolean): number {
  const within = Math.max(0, Math.min(spaceSteps.at(-1) as number, Math.round(px)));
  if (!snap) return within;
  return spaceSteps.reduce(
    (best, step) => (Math.abs(step - within) < Math.abs(best - within) ? step : best),
    0 as number,
  );
}

/** The step after a space (1) or before it (-1). */
export const spaceBeside = (px: number, by: 1 | -1): number =>
  (by === 1 ? spaceSteps.find((step) => step > px) : spaceSteps.findLast((step) => step < px)) ?? px;

export const snappedHeight = (px: number, snap: boolean): number => {
  const within = Math.max(0, Math.min(mostHeight, Math.round(px)));
  return snap ? Math.round(within / heightStep) * heightStep : within;
};

export const heightBeside = (px: number, by: 1 | -1): number =>
  snappedHeight(
    (by === 1 ? Math.floor(px / heightStep) : Math.ceil(px / heightStep)) * heightStep + by * heightStep,
    true,
  );

/** No column has more parts than this. */
const mostParts = 6;

const partsOf = (split: string | undefined): readonly number[] =>
  split === undefined || split === "stacked" ? [1, 1] : split.split(":").map(Number);

const divisor = (one: number, other: number): number => (other ? divisor(other, one % other) : one);

/**
 * A split whose boundary behind column `at` (from 0) stands where the column before it has `share` of the two's width, 0 to 1:
 * the nearest there is in whole parts, in which the other columns keep their width.
 */
export function splitDragged(split: string | undefined, at: number, share: number): string {
  const parts = partsOf(split);
  const pair = (parts[at] ?? 1) + (parts[at + 1] ?? 1);
  let best = parts;
  let distance = Number.POSITIVE_INFINITY;
  const consider = (left: number, right: number, others: number) => {
    const next = parts.map((part, index) => (index === at ? left : index === at + 1 ? right : part * others));
    const off = Math.abs(left / (left + right) - share);
    // Of two that are as near the one in smaller parts.
    if (next.every((part) => part >= 1 && part <= mostParts) && off < distance - 1e-9) {
      best = next;
      distance = off;
    }
  };
  if (parts.length === 2)
    for (let sum = 2; sum <= 2 * mostParts; sum++) for (let left = 1; left < sum; left++) consider(left, sum - left, 1);
  else
    for (let times = 1; times <= mostParts; times++)
      for (let left = 1; left < pair * times; left++) consider(left, pair * times - left, times);
  const common = best.reduce(divisor);
  return best.map((part) => part / common).join(":");
}

/** The next split in which the boundary behind column `at` stands further on (1) or further back (-1). */
export function splitBeside(split: string | undefined, at: number, by: 1 | -1): string {
  const parts = partsOf(split);
  const now = (parts[at] ?? 1) / ((parts[at] ?? 1) + (parts[at + 1] ?? 1));
  const before = parts.join(":");
  for (let moved = 1; moved <= 100; moved++) {
    const share = now + (by * moved) / 100;
    if (share <= 0 || share >= 1) break;
    const next = splitDragged(split, at, share);
    if (next !== before) return next;
  }
  return before;
}
