/** Halvings after which an interval of any sensible width is below a double's resolution. */
const HALVINGS = 60;

/**
 * Where a rising function reaches a value, by bisection.
 *
 * @param of rises from `low` to `high`
 * @returns the place, or the nearer end when the value lies beyond it
 * @example solveRising((x) => x * x, 2, { low: 0, high: 2 }) → 1.41421356237
 */
export function solveRising(
  of: (x: number) => number,
  value: number,
  { low, high }: { low: number; high: number },
): number {
  if (of(low) >= value) return low;
  if (of(high) <= value) return high;
  let [from, to] = [low, high];
  for (let halving = 0; halving < HALVINGS; halving += 1) {
    const middle = (from + to) / 2;
    if (of(middle) < value) from = middle;
    else to = middle;
  }
  return (from + to) / 2;
}
