/** How two inspectors' judgements agree beyond chance. */
export interface Agreement {
  pieces: number;
  /** Weighted share of agreement seen, 0 to 1. */
  seen: number;
  /** What chance alone would give, from how often each says what. */
  byChance: number;
  /** 1 for full agreement, 0 for chance; null when both only ever say one same thing. */
  kappa: number | null;
  /** What agrees with it at 95 %; null without one. */
  within: { low: number; high: number } | null;
}

/**
 * Cohen's weighted kappa of judgements on an ordered scale (Cohen 1968). Linear weights
 * 1 − |i − j|/(k − 1) or quadratic 1 − (i − j)²/(k − 1)²: two grades apart is worse than one. Its interval
 * by the standard error of Fleiss, Cohen and Everitt (1969), for many pieces.
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
  if (byChance >= 1) return { pieces: n, seen, byChance, kappa: null, within: null };
  const kappa = (seen - byChance) / (1 - byChance);
  // Mean weight of each grade against what the other says.
  const mean = (which: 0 | 1, grade: number) =>
    scale.reduce((sum, other) => sum + weight(grade, other) * shareOf(which, other), 0);
  const squares = pairs.reduce((sum, [one, other]) => {
    const off = weight(one, other) - (mean(1, one) + mean(0, other)) * (1 - kappa);
    return sum + off ** 2 / n;
  }, 0);
  const variance = (squares - (kappa - byChance * (1 - kappa)) ** 2) / (n * (1 - byChance) ** 2);
  const reach = 1.96 * Math.sqrt(Math.max(0, variance));
  return {
    pieces: n,
    seen,
    byChance,
    kappa,
    within: { low: Math.max(-1, kappa - reach), high: Math.min(1, kappa + reach) },
  };
}
