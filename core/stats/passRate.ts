import betaQuantile from "@stdlib/stats-base-dists-beta-quantile";

/**
 * The least pass rate that still agrees with so many passes out of n, one-sided
 * (Clopper and Pearson 1934): the 1 − confidence quantile of Beta(k, n − k + 1).
 *
 * @example passRateLower(10, 10, 0.95) → 0.7411344491069478
 */
export const passRateLower = (passes: number, n: number, confidence: number): number =>
  passes === 0 ? 0 : betaQuantile(1 - confidence, passes, n - passes + 1);

/** The largest pass rate that still agrees with it, one-sided (Clopper and Pearson 1934). */
export const passRateUpper = (passes: number, n: number, confidence: number): number =>
  passes === n ? 1 : betaQuantile(confidence, passes + 1, n - passes);

/** More pieces than anybody makes alike. */
const MAX_PIECES = 1000;

/**
 * How many more good pieces without a poor one would prove a pass rate; 0 when it is
 * proved already, null when it would take over a thousand.
 *
 * @example morePiecesToProve({ passes: 10, n: 10 }, 0.9, 0.95) → 19
 */
export function morePiecesToProve(
  { passes, n }: { passes: number; n: number },
  rate: number,
  confidence: number,
): number | null {
  for (let more = 0; n + more <= MAX_PIECES; more += 1)
    if (passRateLower(passes + more, n + more, confidence) >= rate) return more;
  return null;
}
