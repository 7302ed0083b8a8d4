import betaCdf from "@stdlib/stats-base-dists-beta-cdf";
import tCdf from "@stdlib/stats-base-dists-t-cdf";
import { describe } from "../stats/describe";
import { seededRandom } from "../stats/random";

/** Fewer pieces than this and nothing is said of their order. */
export const MIN_FOR_FINDING = 5;

/** What is found in a run, in the order it was made; no cause is claimed. */
export type Finding =
  /** They grow or shrink by so much a piece, in the unit of the values. */
  | { code: "drift"; perPiece: number }
  /** One lies apart from all the others. */
  | { code: "one-out"; at: number }
  /** Larger and smaller by turns. */
  | { code: "in-turn" }
  /** They move in stretches: neighbours are more alike than others. */
  | { code: "stretches" }
  /** Two kinds in one run: these lie apart from the rest, together. */
  | { code: "two-kinds"; at: number[] };

/** What stands out most in one size of a run, and how likely steady work shows as much. */
export interface Found {
  finding: Finding;
  /** Of the strongest of the tests, for having looked at all of them. */
  chance: number;
}

/**
 * What stands out most in a run of values against steady work, which differs by chance alone: a slope, one
 * out, turns, stretches, two kinds. Each is a test of its own; the smallest chance times their number is
 * the run's (Bonferroni).
 *
 * @param values in the order they were made, in their unit
 * @param step of the instrument, in the same unit: work that differs by less than that shows the
 *   instrument, and nothing is said of it; 0 where it isn't known
 * @returns null for fewer than five, or too coarsely read
 * @example findingIn([10, 10.1, 9.9, 10, 13, 10.1, 9.9, 10], 0.01)?.finding → { code: "one-out", at: 4 }
 */
export function findingIn(values: readonly number[], step = 0): Found | null {
  if (isTooFew(values) || isTooCoarse(values, step)) return null;
  const found = TESTS.map((test) => test(values));
  const strongest = found.reduce((best, one) => (one.chance < best.chance ? one : best));
  return { ...strongest, chance: Math.min(1, strongest.chance * TESTS.length) };
}

const isTooFew = ({ length }: readonly number[]) => length < MIN_FOR_FINDING;

/**
 * Whether what lies between the values is no more than the instrument's own step.
 *
 * @example isTooCoarse([12, 12.5, 12, 12], 0.5) → true
 */
export function isTooCoarse(values: readonly number[], step: number): boolean {
  const { sd } = describe(values);
  return sd === null || sd <= Math.max(step, ROUNDING * Math.abs(values[0]!));
}

/** Beneath this share a difference is rounding. */
const ROUNDING = 1e-12;

type Test = (values: readonly number[]) => Found;

/** The t test of a correlation r over n values: two-sided, n − 2 degrees of freedom. */
function chanceOfCorrelation(r: number, n: number): number {
  const left = 1 - r * r;
  return left <= 0 ? 0 : 2 * tCdf(-Math.abs(r) * Math.sqrt((n - 2) / left), n - 2);
}

/** Sums of squares and products about the means. */
function about(x: readonly number[], y: readonly number[]) {
  const [mx, my] = [describe(x).mean, describe(y).mean];
  let [xx, xy, yy] = [0, 0, 0];
  x.forEach((at, index) => {
    xx += (at - mx) ** 2;
    xy += (at - mx) * (y[index]! - my);
    yy += (y[index]! - my) ** 2;
  });
  return { slope: xy / xx, r: xy / Math.sqrt(xx * yy) };
}

/** The t test of the slope of the least-squares line. */
const drift: Test = (values) => {
  const { slope, r } = about([...values.keys()], values);
  return {
    finding: { code: "drift", perPiece: slope },
    chance: chanceOfCorrelation(r, values.length),
  };
};

/** The t test of the difference between every other piece and the ones between. */
const inTurn: Test = (values) => {
  const sides = values.map((_, index) => (index % 2 === 0 ? 1 : -1));
  const { r } = about(sides, values);
  return { finding: { code: "in-turn" }, chance: chanceOfCorrelation(r, values.length) };
};

/**
 * Von Neumann's ratio (1941), squared differences of neighbours over squared deviations, two-sided: for
 * normal values symmetric about 2 between 4 sin²(π/2n) and 4 cos²(π/2n), of variance 4(n − 2)/(n² − 1); a
 * beta distribution with these.
 */
const neighbours: Test = (values) => {
  const below = betaCdf(...placeOfRatio(neighbourRatio(values), values.length));
  return {
    finding: { code: below < 0.5 ? "stretches" : "in-turn" },
    chance: Math.min(1, 2 * Math.min(below, 1 - below)),
  };
};

/**
 * Squared differences of neighbours over squared deviations from the mean.
 *
 * @example neighbourRatio([1, 2, 1, 2]) → 3
 */
export function neighbourRatio(values: readonly number[]): number {
  const { mean } = describe(values);
  const squares = values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  const moved = values.slice(1).reduce((sum, value, at) => sum + (value - values[at]!) ** 2, 0);
  return moved / squares;
}

function placeOfRatio(ratio: number, n: number): [x: number, alpha: number, beta: number] {
  const reach = 2 * Math.cos(Math.PI / n);
  const variance = (4 * (n - 2)) / (n ** 2 - 1);
  const shape = (reach ** 2 / variance - 1) / 2;
  const x = (ratio - 2 + reach) / (2 * reach);
  return [Math.min(1, Math.max(0, x)), shape, shape];
}

/** Grubbs' test for one outlying value (1969), two-sided, at its exact upper bound. */
const oneOut: Test = (values) => {
  const n = values.length;
  const { mean, sd } = describe(values);
  const off = values.map((value) => Math.abs(value - mean) / sd!);
  const at = off.indexOf(Math.max(...off));
  return { finding: { code: "one-out", at }, chance: chanceOfOut(off[at]!, n) };
};

/**
 * How likely the value farthest from the mean of n normal ones lies so many sample standard deviations
 * off, or farther: Grubbs (1969), by the t distribution.
 *
 * @example Math.round(chanceOfOut(2.29, 10) * 1000) → 50
 */
export function chanceOfOut(off: number, n: number): number {
  const left = (n - 1) ** 2 - n * off ** 2;
  return left <= 0 ? 0 : Math.min(1, 2 * n * tCdf(-off * Math.sqrt((n * (n - 2)) / left), n - 2));
}

/** The share of the squared deviations that goes when the values are parted in two, at least two in each. */
function partedIn(values: readonly number[]): { share: number; parts: [number[], number[]] } {
  const order = [...values.keys()].sort((a, b) => values[a]! - values[b]!);
  const n = values.length;
  const { mean } = describe(values);
  const all = values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  let [best, count, sum] = [-1, 2, 0];
  order.slice(0, -2).forEach((at, rank) => {
    sum += values[at]! - mean;
    // What lies between two parts: their deviations from the mean sum to nothing.
    const between = (sum ** 2 * n) / ((rank + 1) * (n - rank - 1));
    if (rank >= 1 && between > best) [best, count] = [between, rank + 1];
  });
  return { share: best / all, parts: [order.slice(0, count), order.slice(count)] };
}

/** More pieces than this fall into kinds by more than their sizes. */
const MAX_PARTED = 60;
const DRAWS = 20_000;
/** Shares of normal values, largest last, by how many they are. */
const sharesOf = new Map<number, Float64Array>();

/** How likely normal values part as well in two, by seeded draws that are kept. */
function chanceOfParting(share: number, n: number): number {
  let shares = sharesOf.get(n);
  if (!shares) {
    const random = seededRandom(n);
    const draw = () => partedIn(Array.from({ length: n }, () => random.normal())).share;
    shares = Float64Array.from({ length: DRAWS }, draw).sort();
    sharesOf.set(n, shares);
  }
  const below = shares.findIndex((one) => one >= share);
  return ((below < 0 ? 0 : DRAWS - below) + 1) / (DRAWS + 1);
}

/** Two kinds, against one that is normal. */
const twoKinds: Test = (values) => {
  const n = values.length;
  const { share, parts } = partedIn(values);
  const fewer = parts[0].length <= parts[1].length ? parts[0] : parts[1];
  return {
    finding: { code: "two-kinds", at: [...fewer].sort((a, b) => a - b) },
    chance: n > MAX_PARTED ? 1 : chanceOfParting(share, n),
  };
};

const TESTS: readonly Test[] = [drift, oneOut, inTurn, neighbours, twoKinds];
