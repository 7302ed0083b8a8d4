import normalQuantile from "@stdlib/stats-base-dists-normal-quantile";
import { passRateLower, passRateUpper } from "../stats/passRate";

/** One learner's first try at an exercise, with how they do otherwise. */
export interface FirstTry {
  passed: boolean;
  /** Share of their first tries at all other exercises that passed; null when there are none. */
  elsewhere: number | null;
}

/** A correlation with what agrees with it at 95 %. */
export interface Correlation {
  r: number;
  low: number;
  high: number;
}

/** How an exercise does as a test. */
export interface ItemFigures {
  learners: number;
  passed: number;
  /** Share that passed at the first try: 1 is easy. */
  passShare: number;
  /**
   * Correlation of passing it with passing elsewhere (item–rest, point-biserial): near 1 it
   * tells strong from weak, at 0 it doesn't, below it is passed by the weak. Null for fewer
   * than eight, and when nothing differs.
   */
  tells: Correlation | null;
  /** What is surely so; "untold" where there are too few to say more. */
  verdict: "too-few" | "few-pass" | "most-pass" | "backwards" | "untold" | "tells";
}

/** Fewer first tries than this and nothing is said; of a correlation, fewer than this. */
const MIN_TRIES = 5;
const MIN_TO_CORRELATE = 8;
/** Surely a smaller share than this passes: look at the exercise. */
const FEW = 0.4;
/** Surely a larger one: it says little. */
const MOST = 0.7;
const CONFIDENCE = 0.95;

/**
 * Difficulty and discrimination of an exercise by classical test theory (Lord and Novick 1968). Few or
 * most pass by the one-sided bound of the share (Clopper and Pearson 1934); whether it tells by
 * Fisher's interval of the correlation (1921).
 */
export function judgeItem(tries: readonly FirstTry[]): ItemFigures {
  const learners = tries.length;
  const passed = tries.filter((one) => one.passed).length;
  const passShare = learners > 0 ? passed / learners : 0;
  const tells = correlation(
    tries.flatMap(({ passed: did, elsewhere }) =>
      elsewhere === null ? [] : [{ x: did ? 1 : 0, y: elsewhere }],
    ),
  );
  return { learners, passed, passShare, tells, verdict: verdictOf(passed, learners, tells) };
}

function verdictOf(
  passed: number,
  learners: number,
  tells: Correlation | null,
): ItemFigures["verdict"] {
  if (learners < MIN_TRIES) return "too-few";
  if (passRateUpper(passed, learners, CONFIDENCE) < FEW) return "few-pass";
  if (passRateLower(passed, learners, CONFIDENCE) > MOST) return "most-pass";
  if (tells && tells.low > 0) return "tells";
  return tells && tells.high < 0 ? "backwards" : "untold";
}

function correlation(points: readonly { x: number; y: number }[]): Correlation | null {
  const n = points.length;
  if (n < MIN_TO_CORRELATE) return null;
  const meanX = points.reduce((sum, { x }) => sum + x, 0) / n;
  const meanY = points.reduce((sum, { y }) => sum + y, 0) / n;
  let [xx, yy, xy] = [0, 0, 0];
  for (const { x, y } of points) {
    xx += (x - meanX) ** 2;
    yy += (y - meanY) ** 2;
    xy += (x - meanX) * (y - meanY);
  }
  if (xx === 0 || yy === 0) return null;
  const r = Math.min(1, Math.max(-1, xy / Math.sqrt(xx * yy)));
  const [z, reach] = [Math.atanh(r), normalQuantile((1 + CONFIDENCE) / 2, 0, 1) / Math.sqrt(n - 3)];
  return { r, low: Math.tanh(z - reach), high: Math.tanh(z + reach) };
}
