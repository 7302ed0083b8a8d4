/** More steps than any smooth function takes; a jagged one gets the best place found. */
const MAX_STEPS = 200;
/** An interval this narrow, as a share of the place, is a double's own roughness. */
const NARROW = 1e-13;

/**
 * Where a rising function reaches a value, by false position (the Illinois rule:
 * an end that stays twice counts half, so that the interval closes from both sides).
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
  let [from, to] = [low, high];
  let under = of(low) - value;
  let over = of(high) - value;
  if (under >= 0) return low;
  if (over <= 0) return high;
  let stayed: "from" | "to" | null = null;
  for (let step = 0; step < MAX_STEPS; step += 1) {
    const middle = (from * over - to * under) / (over - under);
    const off = of(middle) - value;
    if (off === 0 || to - from <= NARROW * Math.abs(to)) return middle;
    if (off < 0) {
      from = middle;
      under = off;
      if (stayed === "to") over /= 2;
      stayed = "to";
    } else {
      to = middle;
      over = off;
      if (stayed === "from") under /= 2;
      stayed = "from";
    }
  }
  return (from + to) / 2;
}
