/** One learner's first try at an exercise, with how they do otherwise. */
export interface FirstTry {
  passed: boolean;
  /** Share of their first tries at all other exercises that passed; null when there are none. */
  elsewhere: number | null;
}

/** How an exercise does as a test. */
export interface ItemFigures {
  learners: number;
  passed: number;
  /** Share that passed at the first try: 1 is easy. */
  passShare: number;
  /**
   * Correlation of passing it with passing elsewhere (item–rest, point-biserial): near 1 it
   * tells strong from weak, at 0 it doesn't, below it is passed by the weak. Null when
   * nothing differs.
   */
  tells: number | null;
  /** Nearly everybody the same: it says nothing about who can. */
  verdict: "too-few" | "nearly-all-fail" | "nearly-all-pass" | "does-not-tell" | "sound";
}

/** Fewer first tries than this and nothing is said; of a correlation, fewer than this. */
const LEAST = 5;
const MIN_TO_CORRELATE = 8;
const NEARLY_ALL = 0.9;
const NEARLY_NONE = 0.1;
/** An item–rest correlation under this hardly tells (usual practice in testing). */
const TELLS_FROM = 0.1;

/** Difficulty and discrimination of an exercise by classical test theory (Lord and Novick 1968). */
export function judgeItem(tries: readonly FirstTry[]): ItemFigures {
  const learners = tries.length;
  const passed = tries.filter((one) => one.passed).length;
  const passShare = learners > 0 ? passed / learners : 0;
  const tells = correlation(
    tries.flatMap(({ passed: did, elsewhere }) =>
      elsewhere === null ? [] : [{ x: did ? 1 : 0, y: elsewhere }],
    ),
  );
  return { learners, passed, passShare, tells, verdict: verdictOf(learners, passShare, tells) };
}

function verdictOf(learners: number, share: number, tells: number | null): ItemFigures["verdict"] {
  if (learners < LEAST) return "too-few";
  if (share <= NEARLY_NONE) return "nearly-all-fail";
  if (share >= NEARLY_ALL) return "nearly-all-pass";
  return tells !== null && tells < TELLS_FROM ? "does-not-tell" : "sound";
}

function correlation(points: readonly { x: number; y: number }[]): number | null {
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
  return xx > 0 && yy > 0 ? xy / Math.sqrt(xx * yy) : null;
}
