/**
 * Chances of several tests, each as it stands once all of them are looked at together: under a level, a
 * finding is called at that level for the whole family (Holm 1979).
 *
 * @param chances of each test by itself
 * @returns in the order given
 * @example holm([0.01, 0.04, 0.03]) → [0.03, 0.06, 0.06]
 */
export const holm = (chances: readonly number[]): number[] =>
  stepwise(chances, "up", (chance, rank, n) => chance * (n - rank));

/**
 * The same, holding the share of false ones among what is found, not the chance of any (Benjamini and
 * Hochberg 1995).
 *
 * @param chances of each test by itself
 * @returns in the order given
 * @example benjaminiHochberg([0.01, 0.04, 0.02]) → [0.03, 0.04, 0.03]
 */
export const benjaminiHochberg = (chances: readonly number[]): number[] =>
  stepwise(chances, "down", (chance, rank, n) => (chance * n) / (rank + 1));

/** Adjusts by rank, and keeps the order: going up none below the one before, going down none above it. */
function stepwise(
  chances: readonly number[],
  way: "up" | "down",
  adjust: (chance: number, rank: number, n: number) => number,
): number[] {
  const n = chances.length;
  const order = chances.map((_, at) => at).sort((a, b) => chances[a]! - chances[b]!);
  const ranks = way === "up" ? order.keys() : [...order.keys()].reverse();
  const adjusted: number[] = [];
  let before = way === "up" ? 0 : 1;
  for (const rank of ranks) {
    const own = Math.min(1, adjust(chances[order[rank]!]!, rank, n));
    before = way === "up" ? Math.max(before, own) : Math.min(before, own);
    adjusted[order[rank]!] = before;
  }
  return adjusted;
}
