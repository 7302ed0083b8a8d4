import chisquareCdf from "@stdlib/stats-base-dists-chisquare-cdf";
import normalCdf from "@stdlib/stats-base-dists-normal-cdf";
import normalQuantile from "@stdlib/stats-base-dists-normal-quantile";
import { solveRising } from "../curve/solve";

/** Proof by margin: pieces far inside their limits prove more than ones that only just pass. */
export interface MarginRule {
  /** The count it stands in for: so many in a row. */
  trueRun: number;
  /** Chance that so many pieces in a row are all good of a learner who is just to be held off; see {@link chanceHeldOff}. */
  risk: number;
}

/** Looked back so far: pieces by which the scatter is known. */
const MAX_PIECES = 10;
/** With fewer the scatter isn't known, and the count holds. */
const MIN_PIECES = 5;
/** A miss further out than this share of the allowance is a slip: how near the good ones came says nothing then. */
const MAX_MISS = 1.3;
/** What isn't good for another reason than its sizes is off by at least so much. */
const JUST_OFF = 1.02;
/** An error under this share of the allowance says no more than this one. */
const MIN_SHARE = 0.05;
/** Pairs come by more often than whole runs do, so each look at the run is allowed only this share of the risk (checked on simulated learners). */
const RISK_SHARE = 0.5;
/** Proven without a margin by so many more in a row than the count. */
const MORE_IN_A_ROW = 2;

/**
 * How often a piece is good of the learner who reaches the count with just the risk; less able ones are held off better.
 *
 * @example chanceHeldOff({ trueRun: 3, risk: 0.1 }) → 0.46415888336127786
 */
export const chanceHeldOff = ({ trueRun, risk }: MarginRule): number => risk ** (1 / trueRun);

/** A piece as proof by margin sees it. */
export interface MarginPiece {
  isGood: boolean;
  /** Its worst size as a share of its allowance; null where that isn't known. */
  worst: number | null;
}

/** How far a run has come, and what it takes. */
export interface MarginRun {
  have: number;
  need: number;
  /** Whether fewer are enough where they are well inside. */
  byMargin: boolean;
}

/**
 * How the run up to the latest of a learner's pieces stands, by sampling for variables with the standard
 * deviation not known beforehand (ISO 3951-2, s-method, on the logarithm of each piece's worst size): n good
 * ones are enough where their mean lies k standard deviations inside the limit.
 *
 * The standard deviation is that of the last ten pieces. With fewer than five, with a slip or an unknown
 * among them, the count alone holds.
 *
 * @param pieces of one exercise, first to last
 */
export function marginRun(pieces: readonly MarginPiece[], rule: MarginRule): MarginRun {
  const { trueRun } = rule;
  const recent = pieces.slice(-MAX_PIECES);
  const row = inARow(pieces);
  const known = recent.flatMap(({ isGood, worst }) => {
    if (worst === null) return [];
    return isGood ? Math.min(worst, 1) : Math.max(worst, JUST_OFF);
  });
  const isKnown =
    known.length === recent.length &&
    known.length >= MIN_PIECES &&
    known.every((worst) => worst <= MAX_MISS);
  if (!isKnown) return { ...countedRun(pieces, trueRun), byMargin: false };
  const logs = known.map((worst) => Math.log(Math.max(MIN_SHARE, worst)));
  const mean = meanOf(logs);
  const degrees = logs.length - 1;
  const deviation = Math.sqrt(logs.reduce((sum, log) => sum + (log - mean) ** 2, 0) / degrees);
  const need = trueRun + MORE_IN_A_ROW;
  for (let count = 2; count <= Math.min(row, need - 1, logs.length); count += 1) {
    const k = marginFactor(count, degrees, {
      content: chanceHeldOff(rule),
      risk: rule.risk * RISK_SHARE,
    });
    if (meanOf(logs.slice(-count)) + k * deviation <= 0)
      return { have: count, need: count, byMargin: true };
  }
  return { have: Math.min(row, need), need, byMargin: true };
}

/** How many good ones in a row there are of so many. */
export const countedRun = (
  pieces: readonly MarginPiece[],
  need: number,
): Pick<MarginRun, "have" | "need"> => ({ have: Math.min(inARow(pieces), need), need });

const inARow = (pieces: readonly MarginPiece[]): number =>
  pieces.length - 1 - pieces.findLastIndex(({ isGood }) => !isGood);

const meanOf = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

/** Steps of the integral over the standard deviation, and how far it reaches, in true ones. */
const STEPS = 400;
const FAR = 6;

const factors = new Map<string, number>();

/**
 * The factor k of a one-sided plan by variables: with the mean of n values at least k standard deviations
 * (of so many degrees of freedom) inside a limit, no more than the risk of being taken where only `content` of
 * all values lie inside. The upper quantile of the noncentral t distribution divided by √n; with n − 1 degrees
 * of freedom it is the one-sided tolerance factor of ISO 16269-6.
 *
 * @param n values in the mean, at least 1
 * @example marginFactor(10, 9, { content: 0.95, risk: 0.05 }).toFixed(2) → "2.91"
 */
export function marginFactor(
  n: number,
  degrees: number,
  { content, risk }: { content: number; risk: number },
): number {
  const key = `${n} ${degrees} ${content} ${risk}`;
  const kept = factors.get(key);
  if (kept !== undefined) return kept;
  const z = normalQuantile(content, 0, 1);
  const nodes = Array.from({ length: STEPS }, (_, index) => {
    const [from, to] = [(FAR * index) / STEPS, (FAR * (index + 1)) / STEPS];
    const below = (u: number) => chisquareCdf(degrees * u * u, degrees);
    return { u: (from + to) / 2, weight: below(to) - below(from) };
  });
  const heldOff = (k: number) =>
    1 -
    nodes.reduce(
      (sum, { u, weight }) => sum + weight * normalCdf(Math.sqrt(n) * (z - k * u), 0, 1),
      0,
    );
  const k = solveRising(heldOff, 1 - risk, { low: -10, high: 400 });
  factors.set(key, k);
  return k;
}
