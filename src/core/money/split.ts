// Dividing an amount so that the parts are whole minor units and still make the amount.

/**
 * `amount` in minor units, divided in proportion to `weights`, each part rounded so that all of them make `amount` (largest
 * remainder, after Hamilton). Equal remainders go to the heavier part, then to the earlier one. Where nothing weighs
 * anything, the first part takes all. Weights are at least 0; `amount` is at least 0.
 */
export function splitAmount(amount: number, weights: readonly bigint[]): readonly number[] {
  const whole = weights.reduce((sum, weight) => sum + weight, 0n);
  if (whole === 0n) return weights.map((_, at) => (at === 0 ? amount : 0));
  const total = BigInt(amount);
  const parts = weights.map((weight, at) => ({
    at,
    weight,
    floor: (total * weight) / whole,
    rest: (total * weight) % whole,
  }));
  let left = Number(total - parts.reduce((sum, { floor }) => sum + floor, 0n));
  const shares = parts.map(({ floor }) => Number(floor));
  const byRest = [...parts].sort((a, b) => Number(b.rest - a.rest) || Number(b.weight - a.weight) || a.at - b.at);
  for (const { at } of byRest) {
    if (left-- <= 0) break;
    shares[at] = (shares[at] as number) + 1;
  }
  return shares;
}
