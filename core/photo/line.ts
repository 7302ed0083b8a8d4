import { fitLine } from "../measure/fits";

/** A straight line through points: how high it is at one place, how steep, and what it leaves over. */
export interface Line {
  at: number;
  slope: number;
  rms: number;
  count: number;
}

/**
 * The line through points with the least sum of squares, looked at from one place.
 *
 * @returns null where there are too few points to say
 * @example lineThrough([{ x: 0, y: 1 }, { x: 1, y: 3 }, { x: 2, y: 5 }], 10)?.at → 21
 */
export function lineThrough(points: readonly { x: number; y: number }[], x = 0): Line | null {
  if (points.length < 3) return null;
  const { slope, intercept, rms } = fitLine(points);
  return { at: intercept + slope * x, slope, rms, count: points.length };
}
