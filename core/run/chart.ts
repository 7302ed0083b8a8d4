import tCdf from "@stdlib/stats-base-dists-t-cdf";
import { fitLine } from "../measure/fits";
import { describe } from "../stats/describe";

/** Factors of the individuals and moving-range chart for ranges of two (ISO 7870-2, table of d2 and D4). */
const D2 = 1.128;
const D4 = 3.267;
/** So many in a row on one side of the mean are no accident. */
const ON_ONE_SIDE = 8;
/** So many in a row each larger (or each smaller) than the last are a drift. */
const RISING = 6;
/** Fewer than this and the chart's limits are guesses. */
export const MIN_FOR_CHART = 5;
/** A drift is called so when chance alone would show one as steep less often than this. */
const DRIFT_CHANCE = 0.05;

/** Something on the chart that chance hardly does, at the pieces of these places (from 0). */
export interface Signal {
  code: "outlier" | "jump" | "one-side" | "rising" | "falling" | "two-of-three";
  from: number;
  to: number;
}

/** Individuals and moving ranges of a run in the order the pieces were made, in the unit of the values. */
export interface RunChart {
  mean: number;
  /** Limits three standard deviations off, from the mean moving range. */
  lower: number;
  upper: number;
  /** Between neighbours; one fewer than the values. */
  ranges: number[];
  meanRange: number;
  rangeUpper: number;
  signals: Signal[];
  /** Change from a piece to the next by the least-squares line, and how likely chance makes one as steep. */
  drift: { perPiece: number; chance: number; called: boolean };
}

/**
 * Individuals and moving-range chart (ISO 7870-2): limits mean ± 3·R̄/1.128, ranges up to
 * 3.267·R̄. Signals: beyond the limits; a jump between neighbours; eight in a row on one
 * side; six each larger, or each smaller, than the last; two of three beyond two thirds of the
 * limits on one side (the usual run rules, Nelson 1984). Drift by the t test of the
 * slope of the least-squares line.
 *
 * @returns null for fewer than five pieces
 */
export function chartRun(values: readonly number[]): RunChart | null {
  if (values.length < MIN_FOR_CHART) return null;
  const { mean } = describe(values);
  const ranges = values.slice(1).map((value, index) => Math.abs(value - values[index]!));
  const meanRange = describe(ranges).mean;
  const sigma = meanRange / D2;
  const rangeUpper = D4 * meanRange;
  const places = values.map((value) => (sigma > 0 ? (value - mean) / sigma : 0));
  return {
    mean,
    lower: mean - 3 * sigma,
    upper: mean + 3 * sigma,
    ranges,
    meanRange,
    rangeUpper,
    signals: [
      ...outliers(places),
      ...jumps(ranges, rangeUpper),
      ...oneSide(places),
      ...steadily(values),
      ...twoOfThree(places),
    ],
    drift: driftOf(values),
  };
}

const outliers = (places: readonly number[]): Signal[] =>
  places.flatMap((place, at) =>
    Math.abs(place) > 3 ? [{ code: "outlier" as const, from: at, to: at }] : [],
  );

const jumps = (ranges: readonly number[], upper: number): Signal[] =>
  ranges.flatMap((range, at) =>
    range > upper ? [{ code: "jump" as const, from: at, to: at + 1 }] : [],
  );

/** Stretches of places for which a sign holds, at least so long. */
function stretches(
  signs: readonly number[],
  least: number,
): { from: number; to: number; sign: number }[] {
  const found: { from: number; to: number; sign: number }[] = [];
  let from = 0;
  signs.forEach((sign, at) => {
    if (sign === 0 || sign !== signs[from]) from = at;
    const last = signs[at + 1] !== sign;
    if (sign !== 0 && last && at - from + 1 >= least) found.push({ from, to: at, sign });
  });
  return found;
}

const oneSide = (places: readonly number[]): Signal[] =>
  stretches(places.map(Math.sign), ON_ONE_SIDE).map(({ from, to }) => ({
    code: "one-side",
    from,
    to,
  }));

const steadily = (values: readonly number[]): Signal[] =>
  stretches(
    values.slice(1).map((value, index) => Math.sign(value - values[index]!)),
    RISING - 1,
  ).map(({ from, to, sign }) => ({ code: sign > 0 ? "rising" : "falling", from, to: to + 1 }));

const twoOfThree = (places: readonly number[]): Signal[] =>
  places.flatMap((_, at) => {
    const three = places.slice(at, at + 3);
    const beyond = (side: number) => three.filter((place) => place * side > 2).length >= 2;
    return three.length === 3 && (beyond(1) || beyond(-1))
      ? [{ code: "two-of-three" as const, from: at, to: at + 2 }]
      : [];
  });

function driftOf(values: readonly number[]): RunChart["drift"] {
  const n = values.length;
  const points = values.map((y, x) => ({ x, y }));
  const { slope, intercept } = fitLine(points);
  const left = points.reduce((sum, { x, y }) => sum + (y - intercept - slope * x) ** 2, 0);
  const along = (n * (n ** 2 - 1)) / 12;
  const error = Math.sqrt(left / (n - 2) / along);
  const chance = error > 0 ? 2 * tCdf(-Math.abs(slope) / error, n - 2) : slope === 0 ? 1 : 0;
  return { perPiece: slope, chance, called: chance < DRIFT_CHANCE };
}
