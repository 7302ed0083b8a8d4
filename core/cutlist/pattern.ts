/** Sizes to cut and how many of each; a size is a length with the kerf after it, mm. */
export interface Demand {
  size: number;
  count: number;
}

/** How many of each demand are cut from one bar. */
export type Pattern = readonly number[];

/** Sizes that exceed a bar by less are rounding, mm. */
export const ROUNDING_MM = 1e-6;

/**
 * What is best cut from one bar, each demand at a price: a knapsack with so many of each, by branch
 * and bound in the order of price for length (Gilmore and Gomory 1961 price patterns so).
 *
 * @param roomMm the bar with one kerf more than it has
 * @param maxBranches after so many the best so far is given, and `isBest` is false
 */
export function bestPattern(
  demands: readonly Demand[],
  prices: readonly number[],
  { roomMm, maxBranches }: { roomMm: number; maxBranches: number },
): { pattern: Pattern; worth: number; isBest: boolean } {
  const order = demands
    .map((_, index) => index)
    .filter((index) => prices[index]! > 1e-12 && demands[index]!.count > 0)
    .sort((a, b) => prices[b]! / demands[b]!.size - prices[a]! / demands[a]!.size);
  const counts = demands.map(() => 0);
  let best: number[] = [...counts];
  let worth = 0;
  let branches = 0;
  const search = (at: number, leftMm: number, soFar: number): void => {
    if (soFar > worth + 1e-12) {
      worth = soFar;
      best = [...counts];
    }
    const index = order[at];
    if (index === undefined || branches >= maxBranches) return;
    branches += 1;
    const { size, count } = demands[index]!;
    // Were the rest of the bar all of what pays best for its length.
    if (soFar + (leftMm * prices[index]!) / size <= worth + 1e-12) return;
    const fits = Math.min(count, Math.floor((leftMm + ROUNDING_MM) / size));
    for (let take = fits; take >= 0; take -= 1) {
      counts[index] = take;
      search(at + 1, leftMm - take * size, soFar + take * prices[index]!);
    }
    counts[index] = 0;
  };
  search(0, roomMm, 0);
  return { pattern: best, worth, isBest: branches < maxBranches };
}

/**
 * Every pattern of a bar to which nothing can be added and that leaves no more than so much, the
 * fullest first.
 *
 * @param maxBranches after so many branches null is given
 */
export function fullPatterns(
  demands: readonly Demand[],
  { roomMm, maxLeftMm, maxBranches }: { roomMm: number; maxLeftMm: number; maxBranches: number },
): Pattern[] | null {
  const order = demands
    .map((_, index) => index)
    .filter((index) => demands[index]!.count > 0)
    .sort((a, b) => demands[b]!.size - demands[a]!.size);
  // What the demands from here on could fill at most.
  const restMm = order.map(() => 0);
  for (let at = order.length - 1; at >= 0; at -= 1) {
    const { size, count } = demands[order[at]!]!;
    restMm[at] = size * count + (restMm[at + 1] ?? 0);
  }
  const found: { pattern: Pattern; leftMm: number }[] = [];
  const counts = demands.map(() => 0);
  let branches = 0;
  const canTake = (leftMm: number) =>
    order.some((index) => {
      const { size, count } = demands[index]!;
      return counts[index]! < count && size <= leftMm + ROUNDING_MM;
    });
  const search = (at: number, leftMm: number): boolean => {
    if ((branches += 1) > maxBranches) return false;
    if (leftMm - (restMm[at] ?? 0) > maxLeftMm + ROUNDING_MM) return true;
    const index = order[at];
    if (index === undefined) {
      if (!canTake(leftMm)) found.push({ pattern: [...counts], leftMm });
      return true;
    }
    const { size, count } = demands[index]!;
    const fits = Math.min(count, Math.floor((leftMm + ROUNDING_MM) / size));
    for (let take = fits; take >= 0; take -= 1) {
      counts[index] = take;
      if (!search(at + 1, leftMm - take * size)) return false;
    }
    counts[index] = 0;
    return true;
  };
  if (!search(0, roomMm)) return null;
  return found.sort((a, b) => a.leftMm - b.leftMm).map(({ pattern }) => pattern);
}

/** What is left of some demands once a pattern is cut. */
export const lessPattern = (demands: readonly Demand[], pattern: Pattern): Demand[] =>
  demands.map(({ size, count }, at) => ({ size, count: count - pattern[at]! }));

export const isDone = (demands: readonly Demand[]): boolean =>
  demands.every(({ count }) => count === 0);

/** How many pieces some demands are. */
export const countAll = (demands: readonly Demand[]): number =>
  demands.reduce((sum, { count }) => sum + count, 0);

/** What a pattern takes of a bar, mm. */
export const patternMm = (demands: readonly Demand[], pattern: Pattern): number =>
  demands.reduce((sum, { size }, at) => sum + size * pattern[at]!, 0);

/** How much some demands are, mm. */
export const wholeMm = (demands: readonly Demand[]): number =>
  demands.reduce((sum, { size, count }) => sum + size * count, 0);
