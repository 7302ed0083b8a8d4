import { describe } from "../stats/describe";

/** Factor of the individuals chart for ranges of two (ISO 7870-2, table of d2). */
const D2 = 1.128;
/** Fewer than this and the chart's limits are guesses. */
export const MIN_FOR_CHART = 5;

/** What a run allows by itself, in the unit of the values. */
export interface RunChart {
  mean: number;
  /** Limits three standard deviations off, from the mean moving range. */
  lower: number;
  upper: number;
}

/**
 * Individuals chart (ISO 7870-2) in the order the pieces were made: limits mean ± 3·R̄/1.128, R̄ the mean
 * of the differences between neighbours.
 *
 * @returns null for fewer than five pieces
 */
export function chartRun(values: readonly number[]): RunChart | null {
  if (values.length < MIN_FOR_CHART) return null;
  const { mean } = describe(values);
  const ranges = values.slice(1).map((value, index) => Math.abs(value - values[index]!));
  const sigma = describe(ranges).mean / D2;
  return { mean, lower: mean - 3 * sigma, upper: mean + 3 * sigma };
}
