/** How two inspectors' judgements agree beyond chance. */
export interface Agreement {
  pieces: number;
  /** Weighted share of agreement seen, 0 to 1. */
  seen: number;
  /** What chance alone would give, from how often each says what. */
  byChance: number;
  /** 1 for full agreement, 0 for chance; null when both only ever say one same thing. */
  kappa: number | null;
}

/**
 * Cohen's weighted kappa of judgements on an ordered scale (Cohen 1968). Linear weights
 * 1 − |i − j|/(k − 1) or quadratic 1 − (i − j)²/(k − 1)²: two grades apart is worse than one.
 *
 * @param pairs the judgements of two inspectors of the same pieces, each from 0 to grades − 1
 * @param grades how many grades the scale has, at least 2
 */
export function weightedKappa(
  pairs: readonly (readonly [one: number, other: number])[],
  grades: number,
  weights: "linear" | "quadratic" = "linear",
): Agreement {
  const n = pairs.length;
  const power = weights === "linear" ? 1 : 2;
  const weight = (one: number, other: number) =>
    1 - (Math.abs(one - other) / (grades - 1)) ** power;
  const shareOf = (which: 0 | 1, grade: number) =>
    pairs.filter((pair) => pair[which] === grade).length / n;
  const scale = Array.from({ length: grades }, (_, grade) => grade);
  const seen = pairs.reduce((sum, [one, other]) => sum + weight(one, other), 0) / n;
  const byChance = scale.reduce(
    (sum, one) =>
      sum +
      scale.reduce(
        (inner, other) => inner + weight(one, other) * shareOf(0, one) * shareOf(1, other),
        0,
      ),
    0,
  );
  return {
    pieces: n,
    seen,
    byChance,
    kappa: byChance < 1 ? (seen - byChance) / (1 - byChance) : null,
  };
}
