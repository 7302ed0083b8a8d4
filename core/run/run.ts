import normalQuantile from "@stdlib/stats-base-dists-normal-quantile";
import { describe } from "../stats/describe";
import { passRateLower } from "../stats/passRate";
import { toleranceFactor } from "../stats/toleranceInterval";

/** What is asked of a run besides its values: limits in their unit, shares from 0 to 1. */
export interface RunAsked {
  lower: number;
  upper: number;
  coverage: number;
  confidence: number;
}

/** What a run of one size shows, in the unit of its values. */
export interface RunFigures {
  n: number;
  mean: number;
  /** Sample standard deviation (n − 1); null for a single piece. */
  sd: number | null;
  /** Width of the limits over six standard deviations; null where the pieces don't differ. */
  cp: number | null;
  /** The same from the mean to the nearer limit over three. */
  cpk: number | null;
  /** What cpk is at least, at the confidence asked. */
  cpkLower: number | null;
  /** How many lie inside the limits, ends included. */
  inTolerance: number;
  /** The least share of all such pieces inside that agrees with it. */
  passRateLower: number;
  /** Between these the share asked of all such pieces lies; null for a single piece. */
  toleranceInterval: { lower: number; upper: number } | null;
}

/** Below this share of the limits a spread is rounding, and what is divided by it no number. */
const MIN_SPREAD = 1e-12;

/**
 * A run of one size against its limits: sample standard deviation (n − 1); capability
 * cp = (U − L)/6s and cpk = min(U − m, m − L)/3s (ISO 22514-2); the lower bound of cpk by
 * Bissell's approximation (1990), cpk − z·√(1/9n + cpk²/(2n − 2)); Clopper and Pearson's
 * one-sided bound; two-sided normal tolerance interval (ISO 16269-6).
 */
export function reckonRun(
  values: readonly number[],
  { lower, upper, coverage, confidence }: RunAsked,
): RunFigures {
  const { n, mean, sd } = describe(values);
  const inTolerance = values.filter((value) => value >= lower && value <= upper).length;
  const spreads = sd !== null && sd > MIN_SPREAD * (upper - lower);
  const cpk = spreads ? Math.min(upper - mean, mean - lower) / (3 * sd) : null;
  const reach = sd === null ? null : toleranceFactor(n, coverage, confidence) * sd;
  return {
    n,
    mean,
    sd,
    cp: spreads ? (upper - lower) / (6 * sd) : null,
    cpk,
    cpkLower:
      cpk === null
        ? null
        : cpk -
          normalQuantile(confidence, 0, 1) * Math.sqrt(1 / (9 * n) + cpk ** 2 / (2 * (n - 1))),
    inTolerance,
    passRateLower: passRateLower(inTolerance, n, confidence),
    toleranceInterval: reach === null ? null : { lower: mean - reach, upper: mean + reach },
  };
}
