import normalCdf from "@stdlib/stats-base-dists-normal-cdf";

/** Inside, outside, or not to be told with this instrument. */
export type Conformity = "in" | "out" | "unsure";

/** Probability of conformity at and above which a reading counts as inside. */
export const CERTAIN_IN = 0.95;
/** Probability of conformity at and below which a reading counts as outside. */
export const CERTAIN_OUT = 0.05;

export interface Limits {
  /** Lower limit, in the unit of the value; absent when there is none. */
  lower?: number | undefined;
  /** Upper limit, likewise. */
  upper?: number | undefined;
}

/**
 * How likely the true size lies within the limits, given a reading.
 *
 * Normal measurement error about the reading with standard uncertainty u = U/2
 * (JCGM 106:2012, 7.2 and 7.3; no prior knowledge of the size). `in` at ≥ 95 %
 * probability of conformity, `out` at ≤ 5 % and beyond a limit, else `unsure` (decision rule after
 * ISO 14253-1). With U = 0 the limits are judged as they stand, ends included.
 *
 * @param uncertainty expanded uncertainty U (k = 2), in the unit of the value
 * @example judgeConformity(12.9, { lower: 11, upper: 13 }, 0.2).verdict → "unsure"
 */
export function judgeConformity(
  value: number,
  { lower = -Infinity, upper = Infinity }: Limits,
  uncertainty: number,
): { verdict: Conformity; probability: number } {
  const u = uncertainty / 2;
  const probability =
    u > 0
      ? standardNormalBetween((lower - value) / u, (upper - value) / u)
      : Number(value >= lower && value <= upper);
  if (probability >= CERTAIN_IN) return { verdict: "in", probability };
  // Between its limits a reading is never out, however poor the instrument.
  const isOut = probability <= CERTAIN_OUT && !(value >= lower && value <= upper);
  return { verdict: isOut ? "out" : "unsure", probability };
}

/** Φ(b) − Φ(a), taken in the tail where the difference loses no digits. */
function standardNormalBetween(a: number, b: number): number {
  return a > 0
    ? normalCdf(-a, 0, 1) - normalCdf(-b, 0, 1)
    : normalCdf(b, 0, 1) - normalCdf(a, 0, 1);
}
